<script lang="ts">
	import { Dialog } from 'bits-ui';
	import { KINDS, suggest, type Variant } from '$lib/core/design';
	import { changeKind, inWords, kindChanges, variantOf } from '$lib/core/edit';
	import { pick } from '$lib/core/shelf';
	import Cards from '../control/Cards.svelte';
	import Miniature from '../drawing/Miniature.svelte';
	import { useSession } from '../workspace/context';

	/** The same plants and place in another kind of system, drawn before it is taken. */
	const session = useSession();
	let open = $state(false);
	let variant = $state<Variant | null>(null);
	let done = $state<string | null>(null);
	const offered = $derived.by(() => {
		if (!open) return [];
		const { area, waterUse, shelf, design } = session.model;
		const crop = waterUse.crops[0]?.crop ?? pick(shelf.crops, 'leaf-lettuce');
		return suggest({
			area: area.kind,
			crop,
			plants: Math.max(1, waterUse.bySite.size),
			effort: 3,
			power: design.source.kind === 'pump',
			floorM2: area.lengthM * area.widthM
		}).filter((s) => s.variant !== design.stands[session.view.standIndex]!.variant);
	});
	const chosen = $derived(variant ?? offered[0]?.variant ?? null);
	const changed = $derived(open && chosen ? changeKind(session.model, chosen) : null);

	function take(): void {
		if (!changed || !chosen) return;
		const refused = session.apply(kindChanges(changed), `changed to ${KINDS[chosen].title}`);
		done = refused ?? `Kept ${inWords(changed.kept)}.`;
		session.view.selected = null;
		open = false;
		variant = null;
	}
</script>

<p class="row">
	<Dialog.Root bind:open>
		<Dialog.Trigger class="button">Another kind of system</Dialog.Trigger>
		<Dialog.Portal>
			<Dialog.Overlay class="veil" />
			<Dialog.Content class="dialog kinds-dialog">
				<Dialog.Title>Another kind of system</Dialog.Title>
				<div class="two">
					<div class="list" role="radiogroup" aria-label="Kind of system">
						{#if chosen}<Cards
								dot
								value={chosen}
								options={offered.map((one) => ({ ...one, id: one.variant }))}
								look={({ score }) => (score < 0 ? 'against' : '')}
								onpick={(id) => (variant = id)}
							>
								{#snippet card({ id, why })}
									<span><b>{KINDS[id].title}</b><small>{why}</small></span>
								{/snippet}
							</Cards>{/if}
					</div>
					{#if changed && chosen}
						<div class="shown">
							<div class="picture">
								<Miniature
									shelf={session.model.shelf}
									parts={variantOf(session.parts, changed.plan)}
									grown
									most={{ width: 400, height: 240 }}
								/>
							</div>
							<p>{KINDS[chosen].about}</p>
							<p><b>Kept:</b> {inWords(changed.kept)}.</p>
							{#if changed.lost.length > 0}<p><b>Goes:</b> {inWords(changed.lost)}.</p>{/if}
							<p class="verbs">
								<button class="button main" onclick={take}>Build it so</button>
								<Dialog.Close class="button">Leave it as it is</Dialog.Close>
							</p>
						</div>
					{/if}
				</div>
			</Dialog.Content>
		</Dialog.Portal>
	</Dialog.Root>
	{#if done}<span role="status">{done}</span>{/if}
</p>

<style>
	.row {
		display: flex;
		flex-wrap: wrap;
		gap: 10px;
		align-items: center;
		margin: 8px 0;
	}
	.two {
		display: grid;
		grid-template-columns: minmax(200px, 1fr) minmax(0, 1.5fr);
		gap: 24px;
		margin-top: 10px;
	}
	.list {
		display: grid;
		align-content: start;
		max-height: 62vh;
		overflow: auto;
	}
	.list :global(.card) {
		display: grid;
		grid-template-columns: auto 1fr;
		gap: 8px;
		padding: 6px 4px;
		border-top: 1px solid var(--hair);
	}
	.list :global(.card:focus-within) {
		outline-offset: -2px;
	}
	.list span {
		display: grid;
	}
	small {
		color: var(--soft);
		font-size: 13px;
	}
	.list :global(.on b) {
		color: var(--supply);
	}
	.list :global(.against) {
		opacity: 0.75;
	}
	.picture {
		display: flex;
		align-items: flex-end;
		justify-content: center;
		height: 246px;
		border-bottom: 4px solid var(--ink);
		margin-bottom: 10px;
	}
	.shown p {
		margin: 5px 0;
	}
	.verbs {
		display: flex;
		gap: 10px;
		padding-top: 8px;
	}
	@media (max-width: 700px) {
		.two {
			grid-template-columns: 1fr;
		}
		.list {
			max-height: 30vh;
		}
	}
</style>
