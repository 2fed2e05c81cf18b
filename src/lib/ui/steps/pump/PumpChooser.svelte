<script lang="ts">
	import { onMount } from 'svelte';
	import { applyChanges } from '$lib/core/design';
	import type { Assessment } from '$lib/core/operations';
	import { feedTubeFor, type OwnItem, type Pump } from '$lib/core/shelf';
	import OwnPart from '../../shelf/OwnPart.svelte';
	import { calculateBeside, Stopped } from '$lib/workers';
	import { useSession } from '../../workspace/context';

	const { onclose }: { onclose: () => void } = $props();
	const session = useSession();
	interface Trial {
		pump: Pump;
		driestLph: number;
		stops: number;
	}
	let trials = $state<Trial[]>([]);
	let failed = $state(false);
	const pumps = session.model.shelf.pumps;
	let own = $state<OwnItem | null>(null);
	/** On the shelf, and built in. */
	function keep(item: OwnItem): void {
		session.shelf.put(item);
		own = null;
		const pump = session.model.shelf.pumps.find(({ id }) => id === item.id);
		if (pump) session.press(changeTo(pump), `pump: ${pump.name}`);
		onclose();
	}
	const current = $derived(
		session.design.source.kind === 'pump' ? session.design.source.partId : ''
	);

	const changeTo = (pump: Pump) => [
		{ path: 'design.source', value: { kind: 'pump', partId: pump.id } },
		{ path: 'operation.dial', value: 1 },
		{
			path: 'design.lines.mainTubeId',
			value: feedTubeFor(session.model.shelf.tubes, pump.outletMm).id
		}
	];

	onMount(() => {
		const wanted = new AbortController();
		const { parts } = session;
		void (async () => {
			for (const pump of pumps) {
				const tried = {
					...applyChanges(parts, changeTo(pump)),
					shelf: session.shelf.own,
					today: session.today
				};
				const answer = await calculateBeside('pump', 'assess', tried, { signal: wanted.signal });
				if (!('result' in answer)) {
					failed = true;
					return;
				}
				const { operations, findings } = answer.result as Assessment;
				const network = operations.network as { result: { uniformity: { minLph: number } } };
				trials = [
					...trials,
					{
						pump,
						driestLph: network.result.uniformity.minLph,
						stops: findings.filter((f) => f.severity === 'stop').length
					}
				];
			}
		})().catch((fault) => (failed = !(fault instanceof Stopped)));
		return () => wanted.abort();
	});
	/** In view as it opens, and as each pump tried makes it longer. */
	function follow(node: HTMLElement): void {
		if (trials.length >= 0) node.scrollIntoView({ block: 'nearest' });
	}
</script>

<div class="chooser" {@attach follow}>
	<p class="soft" role="status">
		{#if failed}This could not be worked out. Close and try again.
		{:else if trials.length < pumps.length}Trying each pump on this bench: {trials.length} of {pumps.length}.
		{:else}Each pump at full dial on this bench, with the tank as it is.{/if}
	</p>
	<ul>
		{#each trials as { pump, driestLph, stops } (pump.id)}
			<li class:now={pump.id === current}>
				<span
					>{pump.name}<small
						>{driestLph > 0 ? `driest ${session.say(driestLph, 'flow')}` : 'some run dry'}{stops > 0
							? `, ${stops} that cannot work`
							: ''}</small
					></span
				>
				{#if pump.id === current}<em>this one</em>
				{:else}
					<button
						class="quiet"
						onclick={() => {
							session.press(changeTo(pump), `pump: ${pump.name}`);
							onclose();
						}}>Take it</button
					>
				{/if}
			</li>
		{/each}
	</ul>
	<button class="quiet" onclick={() => (own = session.shelf.like('pump', current))}
		>A pump of my own</button
	>
	<button class="quiet" onclick={onclose}
		>{trials.length < pumps.length && !failed ? 'Stop' : 'Close'}</button
	>
</div>
{#if own}
	<OwnPart
		item={own}
		shelf={session.model.shelf}
		units={session.units}
		onkeep={keep}
		onleave={() => (own = null)}
	/>
{/if}

<style>
	.chooser {
		border-top: 1px solid var(--hair);
		margin-top: 12px;
		padding-top: 10px;
	}
	ul {
		list-style: none;
		padding: 0;
		margin: 6px 0;
	}
	li {
		display: flex;
		justify-content: space-between;
		align-items: center;
		gap: 8px;
		padding: 4px 0;
		border-top: 1px solid var(--hair);
	}
	small {
		display: block;
		color: var(--soft);
		font-size: 13px;
	}
	em {
		font-style: normal;
		color: var(--soft);
	}
	.now span {
		font-weight: 600;
	}
</style>
