<script lang="ts">
	import type { Miniature } from '$lib/core/picture';

	/** A small drawing from its shapes. */
	const { shapes }: { shapes: Miniature } = $props();
	const { width, height } = $derived(shapes);
</script>

<svg {width} {height} viewBox="0 0 {width} {height}" aria-hidden="true">
	{#each shapes.solids as { id, role, points } (id)}
		<polygon class="timber {role}" {points} />
	{/each}
	{#snippet leafy()}
		{#each shapes.plants as { id, x, z, leaves, stem, turn } (id)}
			<g transform={turn === 0 ? undefined : `rotate(${turn} ${x} ${z})`}>
				<line class="stem" x1={x} x2={x} y1={z} y2={z - stem} />
				{#each leaves as leaf, i (i)}
					<ellipse
						cx={x + leaf.cx}
						cy={z - leaf.cy}
						rx={leaf.rx}
						ry={leaf.ry}
						transform="rotate({leaf.turn} {x + leaf.cx} {z - leaf.cy})"
					/>
				{/each}
			</g>
		{/each}
	{/snippet}
	{#if !shapes.sides}{@render leafy()}{/if}
	{#each shapes.returns as { id, points } (id)}<polyline class="return" {points} />{/each}
	<polygon class="water" points={shapes.water} />
	<polyline class="tank" points={shapes.tank} />
	{#each shapes.reserve as { wall, water }, i (i)}
		<polygon class="water" points={water} />
		<polygon class="tank" points={wall} />
	{/each}
	{#each shapes.supply as { id, points } (id)}<polyline class="supply" {points} />{/each}
	{#each shapes.vessels as { id, inner, points, dry } (id)}
		{#each inner as pot, i (i)}<polygon class="bucket" points={pot} />{/each}
		<polygon class="bucket" class:dry {points} />
	{/each}
	{#if shapes.sides}
		{#each shapes.holes as { id, points } (id)}<polygon class="hole" {points} />{/each}
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
