<script lang="ts">
	import { ACID_KINDS, BASE_KINDS, namedLiquid, PH_SUBSTANCES, type PhKind } from '$lib/core/shelf';
	import { capital } from '$lib/core/quantity';
	import PickOne from '../control/PickOne.svelte';
	import TypedNumber from '../control/TypedNumber.svelte';
	import { useSession } from '../workspace/context';

	/** Which bottle is in the hand: asked before the first amount of it is told. */
	const { bottle, large = false }: { bottle: 'acid' | 'secondAcid' | 'base'; large?: boolean } =
		$props();
	const session = useSession();
	const way = $derived(bottle === 'base' ? ('base' as const) : ('acid' as const));
	const set = $derived(session.operation.mix[bottle]);
	const kinds = $derived<readonly PhKind[]>(way === 'acid' ? ACID_KINDS : BASE_KINDS);
	let problem = $state<string | null>(null);
	/** What is being answered; the document has it once it is said. */
	let kind = $derived<PhKind | 'unnamed' | ''>(set?.kind ?? '');
	let percent = $derived<number | null>(set?.said ? (set.percent ?? null) : null);
	const named = $derived(kind === '' || kind === 'unnamed' ? null : kind);

	function say(percentSaid: number | null): void {
		if (kind === '') problem = `Say first which ${way} it is.`;
		else
			problem = session.set(
				`operation.mix.${bottle}`,
				{ ...(set ?? {}), kind, percent: percentSaid, said: true },
				`the ${way}`
			);
	}
</script>

<fieldset class:large>
	<legend>Which {bottle === 'secondAcid' ? 'second acid' : way} is in your hand?</legend>
	<PickOne
		label="On its label"
		shape="above"
		value={kind || undefined}
		ask="choose"
		options={[
			...kinds.map((id) => ({ id, name: capital(PH_SUBSTANCES[id].name) })),
			{ id: 'unnamed' as const, name: `The label does not name its ${way}` }
		]}
		onpick={(id) => {
			kind = id;
			percent = set?.said && set.kind === id ? set.percent : null;
			problem = null;
			if (kind === 'unnamed') say(null);
		}}
	/>
	{#if named}
		<div class="sold">
			{#each PH_SUBSTANCES[named].sold as strength (strength)}
				<button
					class="button"
					class:main={set?.said && set.kind === named && set.percent === strength}
					onclick={() => say(strength)}>{namedLiquid(named, strength)}</button
				>
			{/each}
		</div>
		<TypedNumber
			label="Another strength, by weight"
			of="percent"
			units={session.units}
			value={percent}
			min={0.001}
			max={100}
			onvalue={(value) => say(value)}
		/>
		<button class="quiet" onclick={() => say(null)}>Its strength is not on the label</button>
	{/if}
	{#if problem}<p role="alert">{problem}</p>{/if}
	{#if set?.said && named}<p class="soft" role="status">
			{set.percent === null
				? `Your bottle: ${PH_SUBSTANCES[named].name} of unknown strength.`
				: `Your bottle: ${namedLiquid(named, set.percent)}.`}
		</p>{/if}
</fieldset>

<style>
	fieldset {
		border: 1.5px solid var(--caution);
		border-radius: 3px;
		padding: 8px 12px 10px;
		margin: 8px 0;
		min-width: 0;
	}
	legend {
		font-weight: 650;
		padding: 0 6px;
	}
	.sold {
		display: flex;
		flex-wrap: wrap;
		gap: 6px;
		padding: 8px 0 4px;
	}
	.large .button,
	.large :global(select) {
		min-height: 48px;
		align-items: center;
	}
	.large .quiet {
		min-height: 44px;
	}
	[role='alert'] {
		color: var(--dry);
	}
</style>
