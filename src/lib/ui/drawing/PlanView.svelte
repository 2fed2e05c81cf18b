<script lang="ts">
	import { boxOf, crownOf } from '$lib/core/layout';
	import { useSession } from '../workspace/context';
	import { cropDrop } from './crop-drop';
	import { polygon } from '$lib/core/picture';
	import { type Frame } from './frame';
	import { darkOf } from './dark';
	import { dryOf } from '$lib/core/picture';

	const { frame, plan }: { frame: Frame; plan: NonNullable<Frame['plan']> } = $props();
	const session = useSession();
	const layout = $derived(session.view.seen);
	const flat = (points: { xM: number; yM: number }[]) =>
		polygon(points.map((p) => [frame.planX(p.xM), frame.y(p.yM)]));
	const dry = $derived(dryOf(session.model));
	const r = (mm: number) => (mm / 2000) * frame.planScale;
	const tops = $derived(
		layout.solids.filter((solid) => ['top', 'lid', 'board', 'wall', 'lamp'].includes(solid.role))
	);
	/** A number on each container, where it can be read. */
	const named = (widthM: number) => widthM * frame.planScale > 26;
	/** Drawn while sites are looked at, where there is sun. */
	const shade = $derived(session.view.step === 'sites' ? session.model.shade : null);
	/** While the place is looked at: what is kept free in front, to the same scale. */
	const walk = $derived.by(() => {
		const m = session.model.area.walkM;
		if (session.view.step !== 'place' || m === 0) return null;
		const { from, to } = layout.drawn;
		const x = frame.planX(from.xM);
		return {
			m,
			x,
			y: frame.y(from.yM),
			width: frame.planX(to.xM) - x,
			height: m * frame.planScale
		};
	});
	const hatch = $derived(session.design.tank.hatch ? layout.tank.hatch : null);
	const pipes = $derived(layout.runs.filter((run) => run.role === 'header' || run.role === 'row'));
	interface Label {
		id: string;
		label: string;
		xM: number;
		yM: number;
		/** Room for it, m. */
		acrossM: number;
	}
	/** What is named from above: a container, or where several pots stand in one, each pot by its site. */
	const labels = $derived(
		layout.containers.flatMap((container): Label[] => {
			const { id, label, xM, yM, radiusM } = container;
			if (radiusM !== null) return [{ id, label, xM, yM, acrossM: 2 * radiusM }];
			const box = boxOf(container.above);
			const [wide, deep] = [box.x1 - box.x0, box.z1 - box.z0];
			if (container.inner.length < 2)
				return [{ id, label, xM, yM, acrossM: 1.6 * Math.min(wide, deep) }];
			return layout.sites
				.filter((site) => site.containerId === id)
				.map((site, _, pots) => ({ ...site, acrossM: wide / pots.length }));
		})
	);
</script>

<g>
	<text
		class="title"
		x={plan.beside ? plan.left : frame.small ? 4 : frame.left - 34}
		y={plan.top - (plan.beside ? 8 : 4)}>From above</text
	>
	{#if walk}
		<rect class="walk" x={walk.x} y={walk.y} width={walk.width} height={walk.height} />
		<text class="title" x={walk.x + 6} y={walk.y + walk.height - 6}
			>{session.say(walk.m, 'span')} in front to walk</text
		>
	{/if}
	{#each tops as top (top.id)}
		<polygon
			class="bench"
			points={polygon(top.above.map(([x, y]) => [frame.planX(x), frame.y(y)]))}
		/>
	{/each}
	<rect
		class="tank"
		x={frame.planX(layout.tank.xM)}
		y={frame.y(layout.tank.yM + layout.tank.widthM)}
		width={layout.tank.lengthM * frame.planScale}
		height={layout.tank.widthM * frame.planScale}
		rx={layout.tank.round ? (layout.tank.lengthM * frame.planScale) / 2 : 3}
	/>
	{#each layout.reserve?.vessels ?? [] as { ground, round }, i (i)}
		<rect
			class="tank"
			x={frame.planX(ground.x0)}
			y={frame.y(ground.y1)}
			width={(ground.x1 - ground.x0) * frame.planScale}
			height={(ground.y1 - ground.y0) * frame.planScale}
			rx={round ? ((ground.x1 - ground.x0) * frame.planScale) / 2 : 3}
		/>
	{/each}
	{#if layout.reserve}<polyline class="supply" points={flat(layout.reserve.hose.points)} />{/if}
	{#if hatch}
		<rect
			class="hatch"
			x={frame.planX(hatch.xM - hatch.sizeM / 2)}
			y={frame.y(hatch.yM + hatch.sizeM / 2)}
			width={hatch.sizeM * frame.planScale}
			height={hatch.sizeM * frame.planScale}
		/>
	{/if}
	{#each layout.sites.filter((site) => site.cropId) as site (site.id)}
		{@const crown = crownOf(site)}
		<circle
			class="spread"
			cx={frame.planX(crown.xM)}
			cy={frame.y(crown.yM)}
			r={crown.radiusM * frame.planScale}
		/>
	{/each}
	{#if shade}
		{#each darkOf(layout, shade) as { id, label, lost, xM, yM, spreadMm } (id)}
			<circle
				class="shade"
				cx={frame.planX(xM)}
				cy={frame.y(yM)}
				r={Math.max(4, r(spreadMm))}
				opacity={0.75 * lost}
			>
				<title>{label}: {Math.round(100 * lost)} % of the sun lost to neighbours</title>
			</circle>
		{/each}
	{/if}
	{#each layout.returns as run (run.id)}
		<polyline class="return" points={flat(run.points)} />
	{/each}
	{#each layout.containers as container (container.id)}
		<!-- by keyboard the same container on the drawing from the front chooses it -->
		<!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_static_element_interactions -->
		<g
			class="container"
			class:dry={dry.has(container.id)}
			class:chosen={session.view.selected === container.id}
			onclick={() => (session.view.selected = container.id)}
			use:cropDrop={{ session, siteIds: container.siteIds, name: container.label }}
		>
			{#if container.radiusM !== null}
				<circle
					cx={frame.planX(container.xM)}
					cy={frame.y(container.yM)}
					r={container.radiusM * frame.planScale}
				/>
			{:else}
				<polygon points={polygon(container.above.map(([x, y]) => [frame.planX(x), frame.y(y)]))} />
			{/if}
			{#each container.inner as pot, i (i)}
				<circle cx={frame.planX(pot.xM)} cy={frame.y(pot.yM)} r={pot.radiusM * frame.planScale} />
			{/each}
		</g>
	{/each}
	{#each pipes as run (run.id)}
		<polyline class="supply" points={flat(run.points)} />
	{/each}
	{#each labels as { id, label, xM, yM, acrossM } (id)}
		{#if named(acrossM)}
			<text x={frame.planX(xM)} y={frame.y(yM) + 4}>{label}</text>
		{/if}
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
	.shade {
		fill: var(--ink);
	}
	.walk {
		fill: var(--sheet);
		stroke: var(--hair);
		stroke-dasharray: 4 3;
	}
	.hatch {
		fill: none;
		stroke: var(--ink);
		stroke-dasharray: 3 2;
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
	.container {
		cursor: pointer;
	}
	.container :is(circle, polygon) {
		fill: var(--sheet);
		stroke: var(--ink);
		stroke-width: 1.3;
	}
	.container.dry :is(circle, polygon) {
		fill: url(#dry-hatch);
		stroke: var(--dry);
	}
	.container.chosen :is(circle, polygon) {
		stroke-width: 3;
	}
</style>
