<script lang="ts">
	import { crownOf, type StandLayout } from '$lib/core/layout';
	import { useSession } from '../../workspace/context';
	import type { Fit } from './fit';

	/** A stand from above: its ground, what carries, its pots, and how far its plants spread. */
	const { stand, fit }: { stand: StandLayout; fit: Fit } = $props();
	const session = useSession();
	const layout = $derived(session.model.layout);
	const CARRIES = ['top', 'lid', 'board', 'wall'];
	const carrying = $derived(
		layout.solids.filter((solid) => solid.standId === stand.id && CARRIES.includes(solid.role))
	);
	const grown = $derived(layout.sites.filter((site) => site.standId === stand.id && site.cropId));
	const vessels = $derived(layout.containers.filter((c) => c.standId === stand.id));
</script>

<rect
	class="ground"
	x={fit.x(stand.ground.x0)}
	y={fit.y(stand.ground.y1)}
	width={(stand.ground.x1 - stand.ground.x0) * fit.scale}
	height={(stand.ground.y1 - stand.ground.y0) * fit.scale}
/>
{#each carrying as solid (solid.id)}
	<polygon class="top" points={fit.outline(solid.above)} />
{/each}
{#each grown as site (site.id)}
	{@const crown = crownOf(site)}
	<circle class="spread" cx={fit.x(crown.xM)} cy={fit.y(crown.yM)} r={crown.radiusM * fit.scale} />
{/each}
{#each vessels as c (c.id)}
	{#if c.radiusM !== null}
		<circle class="vessel" cx={fit.x(c.xM)} cy={fit.y(c.yM)} r={c.radiusM * fit.scale} />
	{:else}
		<polygon class="vessel" points={fit.outline(c.above)} />
	{/if}
{/each}

<style>
	.ground {
		fill: var(--ground);
		fill-opacity: 0.6;
		stroke: var(--hair);
	}
	.top {
		fill: none;
		stroke: var(--timber);
		stroke-width: 1.5;
	}
	.spread {
		fill: var(--growth-pale);
		opacity: 0.45;
	}
	.vessel {
		fill: var(--sheet);
		stroke: var(--ink);
		stroke-width: 1.2;
	}
</style>
