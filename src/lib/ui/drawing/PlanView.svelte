<script lang="ts">
	import { DRY_LPH } from '$lib/core/hydraulics';
	import { useSession } from '../workspace/context';
	import { polygon, type Frame } from './frame';

	const { frame, plan }: { frame: Frame; plan: { top: number; bottom: number } } = $props();
	const session = useSession();
	const layout = $derived(session.chain.layout);
	const flat = (points: { xM: number; yM: number }[]) =>
		polygon(points.map((p) => [frame.x(p.xM), frame.y(p.yM)]));
	const dry = (containerId: string) =>
		layout.emissions
			.filter((e) => e.containerId === containerId)
			.every((e) => (session.chain.path.outletLph.get(e.nodeId) ?? 0) < DRY_LPH);
	const r = (mm: number) => (mm / 2000) * frame.scale;
	const tops = $derived(layout.solids.filter((solid) => solid.role === 'top'));
	const pipes = $derived(layout.runs.filter((run) => run.role === 'header' || run.role === 'row'));
</script>

<g>
	<text class="title" x={frame.small ? 4 : frame.left - 34} y={plan.top - 4}>From above</text>
	{#each tops as top (top.id)}
		<polygon class="bench" points={polygon(top.above.map(([x, y]) => [frame.x(x), frame.y(y)]))} />
	{/each}
	<rect
		class="tank"
		x={frame.x(layout.tank.xM)}
		y={frame.y(layout.tank.yM + layout.tank.widthM)}
		width={layout.tank.lengthM * frame.scale}
		height={layout.tank.widthM * frame.scale}
		rx={layout.tank.round ? (layout.tank.lengthM * frame.scale) / 2 : 3}
	/>
	{#each layout.sites.filter((site) => site.cropId) as site (site.id)}
		<circle class="spread" cx={frame.x(site.xM)} cy={frame.y(site.yM)} r={r(site.spreadMm)} />
	{/each}
	{#each layout.returns as run (run.id)}
		<polyline class="return" points={flat(run.points)} />
	{/each}
	{#each layout.containers as bucket (bucket.id)}
		<!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_static_element_interactions -->
		<g class="bucket" onclick={() => (session.selected = bucket.id)}>
			<circle
				class:dry={dry(bucket.id)}
				class:chosen={session.selected === bucket.id}
				cx={frame.x(bucket.xM)}
				cy={frame.y(bucket.yM)}
				r={r(bucket.topDiameterMm)}
			/>
			{#if r(bucket.topDiameterMm) > 13}
				<text x={frame.x(bucket.xM)} y={frame.y(bucket.yM) + 4}>{bucket.label}</text>
			{/if}
		</g>
	{/each}
	{#each pipes as run (run.id)}
		<polyline class="supply" points={flat(run.points)} />
	{/each}
</g>

<style>
	.title {
		fill: var(--soft);
		font-size: 12px;
		text-anchor: start;
	}
	text {
		font-size: 11.5px;
		text-anchor: middle;
		fill: var(--ink);
		pointer-events: none;
		paint-order: stroke;
		stroke: var(--sheet);
		stroke-width: 3px;
		font-weight: 600;
	}
	.title {
		stroke: none;
		font-weight: 400;
	}
	.bench {
		fill: none;
		stroke: var(--timber);
		stroke-width: 1.5;
	}
	.tank {
		fill: var(--water);
		stroke: var(--ink);
		stroke-width: 1.4;
		opacity: 0.8;
	}
	.spread {
		fill: var(--growth-pale);
		opacity: 0.45;
	}
	.return {
		fill: none;
		stroke: var(--return);
		stroke-width: 1.8;
		stroke-dasharray: 7 4;
	}
	.supply {
		fill: none;
		stroke: var(--supply);
		stroke-width: 1.2;
		opacity: 0.6;
		pointer-events: none;
	}
	.bucket {
		cursor: pointer;
	}
	.bucket circle {
		fill: var(--sheet);
		stroke: var(--ink);
		stroke-width: 1.3;
	}
	.bucket circle.dry {
		fill: url(#dry-hatch);
		stroke: var(--dry);
	}
	.bucket circle.chosen {
		stroke-width: 3;
	}
</style>
