<script lang="ts">
	import { scaleOf, toShown } from '$lib/core/quantity';
	import { outletWords } from '$lib/core/review';
	import { useSession } from '../workspace/context';
	import { polygon } from '$lib/core/picture';
	import { type Frame } from './frame';
	import { shownOf } from '$lib/core/picture';

	const { frame, head }: { frame: Frame; head: NonNullable<Frame['head']> } = $props();
	const session = useSession();
	/** Pressure left at each stake of the row in front, in the order of the drawing. */
	const points = $derived.by(() => {
		const { layout, path } = session.model;
		const pressure = new Map(path.result.nodes.map((node) => [node.id, node.pressureM]));
		const inRow = new Set(
			shownOf(session.model, session.view.selected).containers.map((c) => c.id)
		);
		return layout.outlets
			.filter((e) => inRow.has(e.containerId))
			.map((e) => ({ xM: e.xM, leftM: pressure.get(e.nodeId) ?? 0 }))
			.sort((a, b) => a.xM - b.xM);
	});
	const most = $derived(Math.max(0.05, ...points.map((p) => p.leftM)) * 1.35);
	const least = $derived(Math.min(0, ...points.map((p) => p.leftM)));
	const y = (m: number) => head.bottom - ((m - least) / (most - least)) * (head.bottom - head.top);
	const labelled = $derived(
		[...new Set([0, Math.floor((points.length - 1) / 2), points.length - 1])]
			.map((i) => points[i])
			.filter((p) => p !== undefined)
	);
	const unit = $derived(scaleOf('head', session.units).unit);
	const label = (m: number) => toShown(m, 'head', session.units).toFixed(2);
</script>

<g>
	<text class="title" x={frame.small ? 4 : frame.left - 34} y={head.top - 18}
		>{points.length === 1
			? `Head left at the ${outletWords(session.model)[0]}: ${label(points[0]!.leftM)} ${unit}`
			: `Head left at the ${outletWords(session.model)[1]}, ${unit}`}</text
	>
	{#if points.length > 1}
		<polygon
			class="area"
			points={polygon([
				[frame.x(points[0]!.xM), y(0)],
				...points.map((p): [number, number] => [frame.x(p.xM), y(p.leftM)]),
				[frame.x(points.at(-1)!.xM), y(0)]
			])}
		/>
		<line class="zero" x1={frame.left} x2={frame.right} y1={y(0)} y2={y(0)} />
		<polyline class="line" points={polygon(points.map((p) => [frame.x(p.xM), y(p.leftM)]))} />
		{#each labelled as p, i (i)}
			<circle cx={frame.x(p.xM)} cy={y(p.leftM)} r="2.6" class:dry={p.leftM <= 0} />
			<text class="value" class:dry={p.leftM <= 0} x={frame.x(p.xM)} y={y(Math.max(0, p.leftM)) - 7}
				>{label(p.leftM)}</text
			>
		{/each}
	{/if}
</g>

<style>
	.area {
		fill: var(--water);
		opacity: 0.55;
	}
	.line {
		fill: none;
		stroke: var(--supply);
		stroke-width: 2;
	}
	.zero {
		stroke: var(--hair);
	}
	circle {
		fill: var(--supply);
	}
	circle.dry {
		fill: var(--dry);
	}
	text {
		font-size: 12px;
		fill: var(--soft);
	}
	.value {
		fill: var(--supply);
		text-anchor: middle;
		font-weight: 600;
		paint-order: stroke;
		stroke: var(--ground);
		stroke-width: 3px;
	}
	.value.dry {
		fill: var(--dry);
	}
</style>
