<script lang="ts">
	import { DRY_LPH } from '$lib/core/hydraulics';
	import { useSession } from '../workspace/context';
	import { polygon } from '$lib/core/picture';
	import { type Frame } from './frame';
	import type { Shown } from '$lib/core/picture';

	/** Feed and return as they run, with a drop at each outlet as large as its flow. */
	const { frame, shown, layer }: { frame: Frame; shown: Shown; layer: 'returns' | 'supply' } =
		$props();
	const session = useSession();
	const layout = $derived(session.view.seen);
	const ids = $derived(new Set(shown.containers.map((c) => c.id)));
	const every = $derived(new Set(layout.containers.map((c) => c.id)));
	const flows = $derived(session.model.path.outletLph);
	const mostLph = $derived(Math.max(1e-6, ...flows.values()));
	const owner = $derived(
		new Map(layout.outlets.map(({ nodeId, containerId }) => [nodeId, containerId]))
	);
	/** A run belongs to what its id begins with, or to the container it ends in. */
	const inFront = (run: { id: string; to: string }) => {
		const container = owner.get(run.to) ?? run.id.slice(0, run.id.lastIndexOf('.'));
		return ids.has(container) || !every.has(container);
	};
	const runs = $derived(layout.runs.filter(inFront));
	const returns = $derived(
		layout.returns.filter((run) => run.containerIds.some((id) => ids.has(id)))
	);
	const outlets = $derived(layout.outlets.filter((e) => ids.has(e.containerId)));
	const width = (mm: number) => Math.max(2, (mm / 1000) * frame.scale * 0.8);
	const line = (points: { xM: number; zM: number }[]) =>
		polygon(points.map((p) => [frame.x(p.xM), frame.z(p.zM)]));
	const choose = (id: string) => {
		session.view.selected = id;
		session.view.step = 'lines';
	};
	const level = $derived(Math.max(session.model.path.waterLevelM, layout.tank.floorM));
</script>

{#if layer === 'returns'}
	{#each returns as run (run.id)}
		{@const end = run.points.at(-1)!}
		{@const hose = run.way === 'level' && !run.level}
		{#if run.way !== 'drop' && !hose}
			<polyline
				class="return-wall"
				points={line(run.points)}
				style:stroke-width="{width(run.innerDiameterMm)}px"
			/>
		{/if}
		<polyline
			class={hose ? 'supply' : 'return'}
			class:selected={session.view.selected === run.id}
			points={line(run.points)}
			style:stroke-width={hose ? `${width(run.innerDiameterMm)}px` : undefined}
		/>
		<!-- by keyboard the sheet of the pipes has each run's figures -->
		<!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_static_element_interactions -->
		<polyline class="reach" points={line(run.points)} onclick={() => choose(run.id)} />
		{#if run.way === 'fall' || run.way === 'drop'}
			<polyline class="return" points={line([end, { ...end, zM: level }])} />
		{/if}
	{/each}
	{#each shown.containers.filter((c) => c.poolFront.length > 0 && c.form === 'pot') as pot (pot.id)}
		{@const x = pot.poolFront[3]![0] - 0.04}
		<polyline
			class="return spill"
			points={line([
				{ xM: x, zM: pot.zM + pot.poolMm / 1000 },
				{ xM: x, zM: pot.zM - 0.05 }
			])}
		/>
	{/each}
{:else}
	{#each runs as run (run.id)}
		<polyline
			class="supply {run.role}"
			class:shut={!run.open}
			class:selected={session.view.selected === run.id}
			points={line(run.points)}
			style:stroke-width="{run.role === 'stake' ? 1.5 : width(run.innerDiameterMm)}px"
		/>
		<!-- by keyboard the sheet of the pipes has each run's figures -->
		<!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_static_element_interactions -->
		<polyline class="reach" points={line(run.points)} onclick={() => choose(run.id)} />
	{/each}
	{#each outlets as outlet (outlet.id)}
		{@const q = flows.get(outlet.nodeId) ?? 0}
		{#if q < DRY_LPH}
			<path
				class="dry-mark"
				d="M{frame.x(outlet.xM) - 5} {frame.z(outlet.zM) - 5} l10 10 m0 -10 l-10 10"
			/>
		{:else}
			<circle
				class="drip"
				cx={frame.x(outlet.xM)}
				cy={frame.z(outlet.zM)}
				r={(1.5 + 3 * Math.sqrt(q / mostLph)) * Math.min(1, frame.scale / 90)}
			/>
		{/if}
	{/each}
{/if}

<style>
	.supply {
		fill: none;
		stroke: var(--supply);
		stroke-linejoin: round;
		stroke-linecap: round;
	}
	.supply.shut {
		stroke-dasharray: 2 4;
		opacity: 0.5;
	}
	.return-wall {
		fill: none;
		stroke: var(--return);
		opacity: 0.16;
	}
	.return {
		fill: none;
		stroke: var(--return);
		stroke-width: 2;
		stroke-dasharray: 7 4;
	}
	.spill {
		stroke-width: 1.4;
		stroke-dasharray: 4 3;
	}
	.selected {
		stroke-width: 5px !important;
	}
	.reach {
		fill: none;
		stroke: transparent;
		stroke-width: 9px;
		cursor: pointer;
		pointer-events: stroke;
	}
	.drip {
		fill: var(--supply);
	}
	.dry-mark {
		stroke: var(--dry);
		stroke-width: 2.4;
	}
</style>
