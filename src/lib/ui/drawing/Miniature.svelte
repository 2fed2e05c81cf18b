<script lang="ts">
	import type { Design, Place } from '$lib/core/design';
	import { Chain } from '$lib/core/review';
	import { BUILT_IN_SHELF, CANOPY_SHARE, heightAt, pick, type Stage } from '$lib/core/shelf';
	import { tankShapeOf } from '$lib/core/layout';
	import { polygon } from './frame';
	import { shownOf } from './shown';
	import { leavesOf } from './plant-shape';

	/** A system small and true: the same layout, the same water, no words. */
	const {
		design,
		place,
		perMetre: wished = 70,
		most
	}: {
		design: Design;
		place: Place;
		perMetre?: number;
		/** The largest it may be, px; its scale then follows. */
		most?: { width: number; height: number };
	} = $props();
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
			...layout.sites.map(
				(s) => s.zM + (s.cropId && s.facingDeg === null ? tallM(s.cropId, s.stage) : 0.1)
			)
		) + 0.08
	);
	const perMetre = $derived(
		most
			? Math.min(
					(most.width - 2 * PAD) / Math.max(0.3, layout.extent.to.xM - from.xM),
					(most.height - 4) / Math.max(0.3, topM - Math.min(0, from.zM))
				)
			: wished
	);
	const width = $derived((layout.extent.to.xM - from.xM) * perMetre + 2 * PAD);
	const height = $derived((topM - Math.min(0, from.zM)) * perMetre + 4);
	const x = (m: number) => PAD + (m - from.xM) * perMetre;
	const z = (m: number) => height - 2 - (m - Math.min(0, from.zM)) * perMetre;
	const line = (points: { xM: number; zM: number }[]) =>
		polygon(points.map((p) => [x(p.xM), z(p.zM)]));
	const tank = $derived(layout.tank);
	const level = $derived(heightAt(tankShapeOf(design, BUILT_IN_SHELF), design.water.nowL) / 1000);
	const centre = $derived(x(tank.xM + tank.lengthM / 2));
	const half = (m: number) =>
		((tank.bottomLengthM + (tank.lengthM - tank.bottomLengthM) * (m / tank.heightM)) / 2) *
		perMetre;
	const shown = $derived(shownOf(chain, null));
	const plants = $derived(
		shown.sites
			.filter((s) => s.cropId && !shown.behind.has(s.id))
			.map((s, i) => {
				const crop = pick(BUILT_IN_SHELF.crops, s.cropId!);
				const out = s.facingDeg !== null;
				const tall = (out ? (0.8 * s.spreadMm) / 1000 : tallM(crop.id, s.stage)) * perMetre;
				return {
					site: s,
					leaves: leavesOf(crop.habit, (s.spreadMm / 1000) * perMetre, tall, i),
					stem: out ? 0 : tall,
					turn: out ? 52 * Math.sin((s.facingDeg! * Math.PI) / 180) : 0
				};
			})
	);
	const corners = (list: readonly (readonly [number, number])[]) =>
		polygon(list.map(([px, pz]) => [x(px), z(pz)]));
</script>

<svg {width} {height} viewBox="0 0 {width} {height}" aria-hidden="true">
	{#each layout.solids.filter((s) => s.role !== 'obstacle') as solid (solid.id)}
		<polygon
			class="timber {solid.role}"
			points={polygon(solid.front.map(([px, pz]) => [x(px), z(Math.max(pz, from.zM))]))}
		/>
	{/each}
	{#snippet leafy()}
		{#each plants as { site, leaves, stem, turn } (site.id)}
			<g transform={turn === 0 ? undefined : `rotate(${turn} ${x(site.xM)} ${z(site.zM)})`}>
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
			</g>
		{/each}
	{/snippet}
	{#if !shown.sides}{@render leafy()}{/if}
	{#each layout.returns as run (run.id)}
		{@const end = run.points.at(-1)!}
		<polyline
			class="return"
			points={line(
				run.way === 'waste' ? run.points : [...run.points, { ...end, zM: tank.floorM + level }]
			)}
		/>
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
	{#each shown.containers as b (b.id)}
		{#each b.inner as pot (pot.xM)}
			<polygon class="bucket" points={corners(pot.front)} />
		{/each}
		<polygon class="bucket" class:dry={shown.dry.has(b.id)} points={corners(b.front)} />
	{/each}
	{#if shown.sides}
		{#each shown.sites.filter((s) => s.opening && !shown.behind.has(s.id)) as site (site.id)}
			<polygon class="hole" points={corners(site.opening ?? [])} />
		{/each}
		{@render leafy()}
	{/if}
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
	.timber.lamp {
		fill: var(--amber);
		stroke: var(--ink);
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
	.hole {
		fill: var(--ink);
	}
	.dry {
		fill: var(--dry-pale);
		stroke: var(--dry);
	}
</style>
