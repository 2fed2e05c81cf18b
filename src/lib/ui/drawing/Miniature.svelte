<script lang="ts">
	import type { Design, Place } from '$lib/core/design';
	import { DRY_LPH } from '$lib/core/hydraulics';
	import { Chain } from '$lib/core/review';
	import { BUILT_IN_SHELF, CANOPY_SHARE, heightAt, pick, type Stage } from '$lib/core/shelf';
	import { tankShapeOf } from '$lib/core/layout';
	import { polygon } from './frame';
	import { leavesOf } from './plant-shape';

	/** A system small and true: the same layout, the same water, no words. */
	const {
		design,
		place,
		perMetre = 70
	}: { design: Design; place: Place; perMetre?: number } = $props();
	/** Room for leaves beyond the bench. */
	const PAD = 22;
	const chain = $derived(new Chain(design, place, BUILT_IN_SHELF));
	const layout = $derived(chain.layout);
	const from = $derived(layout.extent.from);
	const tallM = (cropId: string, stage: Stage | null) =>
		(pick(BUILT_IN_SHELF.crops, cropId).heightMm / 1000) * Math.sqrt(CANOPY_SHARE[stage ?? 'full']);
	const topM = $derived(
		Math.max(
			layout.extent.to.zM,
			...layout.sites.map((s) => s.zM + (s.cropId ? tallM(s.cropId, s.stage) : 0))
		) + 0.08
	);
	const width = $derived((layout.extent.to.xM - from.xM) * perMetre + 2 * PAD);
	const height = $derived(topM * perMetre + 4);
	const x = (m: number) => PAD + (m - from.xM) * perMetre;
	const z = (m: number) => height - 2 - m * perMetre;
	const line = (points: { xM: number; zM: number }[]) =>
		polygon(points.map((p) => [x(p.xM), z(p.zM)]));
	const tank = $derived(layout.tank);
	const level = $derived(heightAt(tankShapeOf(design, BUILT_IN_SHELF), design.water.nowL) / 1000);
	const centre = $derived(x(tank.xM + tank.lengthM / 2));
	const half = (m: number) =>
		((tank.bottomLengthM + (tank.lengthM - tank.bottomLengthM) * (m / tank.heightM)) / 2) *
		perMetre;
	const buckets = $derived(layout.containers.filter((c) => c.row === 0));
	const plants = $derived(
		layout.sites
			.filter((s) => s.row === 0 && s.cropId)
			.map((s, i) => {
				const crop = pick(BUILT_IN_SHELF.crops, s.cropId!);
				const tall = tallM(crop.id, s.stage) * perMetre;
				return {
					site: s,
					leaves: leavesOf(crop.habit, (s.spreadMm / 1000) * perMetre, tall, i),
					stem: tall
				};
			})
	);
	const dry = (id: string) =>
		layout.emissions
			.filter((e) => e.containerId === id)
			.every((e) => (chain.path.outletLph.get(e.nodeId) ?? 0) < DRY_LPH);
</script>

<svg {width} {height} viewBox="0 0 {width} {height}" aria-hidden="true">
	{#each layout.solids.filter((s) => s.role !== 'obstacle') as solid (solid.id)}
		<polygon class="timber" points={polygon(solid.front.map(([px, pz]) => [x(px), z(pz)]))} />
	{/each}
	{#each plants as { site, leaves, stem } (site.id)}
		<line class="stem" x1={x(site.xM)} x2={x(site.xM)} y1={z(site.zM)} y2={z(site.zM) - stem} />
		{#each leaves as leaf, i (i)}
			<ellipse
				cx={x(site.xM) + leaf.cx}
				cy={z(site.zM) - leaf.cy}
				rx={leaf.rx}
				ry={leaf.ry}
				transform="rotate({leaf.turn} {x(site.xM) + leaf.cx} {z(site.zM) - leaf.cy})"
			/>
		{/each}
	{/each}
	{#each layout.returns as run (run.id)}
		{@const end = run.points.at(-1)!}
		<polyline class="return" points={line([...run.points, { ...end, zM: tank.floorM + level }])} />
	{/each}
	<polygon
		class="water"
		points={polygon([
			[centre - half(0), z(tank.floorM)],
			[centre - half(level), z(tank.floorM + level)],
			[centre + half(level), z(tank.floorM + level)],
			[centre + half(0), z(tank.floorM)]
		])}
	/>
	<polyline
		class="tank"
		points={polygon([
			[centre - half(tank.heightM), z(tank.floorM + tank.heightM)],
			[centre - half(0), z(tank.floorM)],
			[centre + half(0), z(tank.floorM)],
			[centre + half(tank.heightM), z(tank.floorM + tank.heightM)]
		])}
	/>
	{#each layout.runs.filter((r) => r.role !== 'stake') as run (run.id)}<polyline
			class="supply"
			points={line(run.points)}
		/>{/each}
	{#each buckets as b (b.id)}
		<polygon
			class="bucket"
			class:dry={dry(b.id)}
			points={polygon([
				[x(b.xM - b.topDiameterMm / 2000), z(b.zM + b.heightMm / 1000)],
				[x(b.xM - b.bottomDiameterMm / 2000), z(b.zM)],
				[x(b.xM + b.bottomDiameterMm / 2000), z(b.zM)],
				[x(b.xM + b.topDiameterMm / 2000), z(b.zM + b.heightMm / 1000)]
			])}
		/>
	{/each}
</svg>

<style>
	svg {
		display: block;
		max-width: 100%;
		height: auto;
	}
	.timber {
		fill: var(--timber);
	}
	ellipse {
		fill: var(--growth-pale);
		stroke: var(--growth);
		stroke-width: 0.6;
	}
	.stem {
		stroke: var(--growth);
	}
	.water {
		fill: var(--water);
	}
	.tank {
		fill: none;
		stroke: var(--ink);
		stroke-width: 1.6;
	}
	.supply {
		fill: none;
		stroke: var(--supply);
		stroke-width: 1.6;
	}
	.return {
		fill: none;
		stroke: var(--return);
		stroke-width: 1.4;
		stroke-dasharray: 4 3;
	}
	.bucket {
		fill: var(--sheet);
		stroke: var(--ink);
		stroke-width: 1.1;
	}
	.dry {
		fill: var(--dry-pale);
		stroke: var(--dry);
	}
</style>
