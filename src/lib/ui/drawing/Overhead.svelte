<script lang="ts">
	import { boxOf } from '$lib/core/layout';
	import { pick } from '$lib/core/shelf';
	import { useSession } from '../workspace/context';
	import { polygon } from '$lib/core/picture';
	import { type Frame } from './frame';
	import type { Shown } from '$lib/core/picture';

	/** What is over the plants: the cones of lamps with the light they give, strings and the beam they hang from. */
	const { frame, shown }: { frame: Frame; shown: Shown } = $props();
	const session = useSession();
	const hung = $derived(session.view.seen.solids.filter((solid) => solid.role === 'lamp'));
	const low = $derived(Math.min(...session.view.seen.sites.map((site) => site.zM), Infinity));
	const cones = $derived(
		session.design.lamps.map((lamp, i) => {
			const { x0, x1 } = boxOf(hung[i]?.above ?? []);
			const reach =
				Math.max(0, lamp.heightM - low) * Math.tan((Math.min(lamp.spreadDeg, 150) * Math.PI) / 360);
			return {
				lamp,
				points: [
					[frame.x(x0), frame.z(lamp.heightM)],
					[frame.x(x0 - reach), frame.z(low)],
					[frame.x(x1 + reach), frame.z(low)],
					[frame.x(x1), frame.z(lamp.heightM)]
				] as [number, number][]
			};
		})
	);
	const climbers = $derived(
		session.design.support.kind === 'strings'
			? shown.sites.filter(
					(site) => site.cropId && pick(session.model.shelf.crops, site.cropId).habit === 'climber'
				)
			: []
	);
	const beamM = $derived(Math.min(session.design.support.heightM, frame.topM));
	const lit = $derived(session.view.step === 'place' ? shown.sites.filter((s) => s.cropId) : []);
</script>

<!-- light reaches further than the drawing of what stands under it -->
<clipPath id="under-lamps">
	<rect x={frame.left} y="0" width={frame.right - frame.left + 24} height={frame.height} />
</clipPath>
{#each cones as { lamp, points } (lamp.id)}
	<polygon class="cone" points={polygon(points)} clip-path="url(#under-lamps)" />
{/each}
{#if climbers.length > 0}
	{@const xs = climbers.map((site) => frame.x(site.xM))}
	<line
		class="beam"
		x1={Math.min(...xs) - 16}
		x2={Math.max(...xs) + 16}
		y1={frame.z(beamM)}
		y2={frame.z(beamM)}
	/>
	{#each climbers as site (site.id)}
		<line
			class="string"
			x1={frame.x(site.xM)}
			x2={frame.x(site.xM)}
			y1={frame.z(site.zM)}
			y2={frame.z(beamM)}
		/>
	{/each}
{/if}
{#each lit as site (site.id)}
	{@const light = session.model.light.bySite.get(site.id)}
	{#if light}
		<text x={frame.x(site.xM)} y={frame.z(site.zM) + 13}>{Math.round(light.ppfdUmol)}</text>
	{/if}
{/each}

<style>
	.cone {
		fill: var(--amber);
		opacity: 0.13;
		pointer-events: none;
	}
	.beam {
		stroke: var(--timber);
		stroke-width: 5;
	}
	.string {
		stroke: var(--soft);
		stroke-width: 1;
		stroke-dasharray: 1 3;
	}
	text {
		font-size: 11.5px;
		text-anchor: middle;
		fill: var(--caution);
		font-weight: 650;
		paint-order: stroke;
		stroke: var(--sheet);
		stroke-width: 3px;
		pointer-events: none;
	}
</style>
