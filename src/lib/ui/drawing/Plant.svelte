<script lang="ts">
	import type { Crop } from '$lib/core/shelf';
	import { leavesOf } from '$lib/core/picture';

	interface Props {
		crop: Crop;
		x: number;
		/** Root in pixels; the plant grows up from it, to `top` at most. */
		y: number;
		top: number;
		spread: number;
		height: number;
		seed: number;
		faint?: boolean;
		/** Degrees it leans out to the right. */
		turn?: number;
		/** One leaf for all, where there are very many. */
		simple?: boolean;
	}
	const {
		crop,
		x,
		y,
		top,
		spread,
		height,
		seed,
		faint = false,
		turn = 0,
		simple = false
	}: Props = $props();
	const drawn = $derived(Math.min(height, y - top));
	const cut = $derived(height > drawn + 1);
	const leaves = $derived(
		leavesOf(crop.habit, spread, height, seed).filter((leaf) => leaf.cy <= drawn + 1)
	);
	const stem = $derived(crop.habit === 'climber' || crop.habit === 'bush');
</script>

{#if simple}
	<ellipse
		class="plant"
		class:faint
		cx={x}
		cy={y - height * 0.45}
		rx={spread * 0.42}
		ry={height * 0.48}
		transform={turn === 0 ? undefined : `rotate(${turn} ${x} ${y})`}
	/>
{:else}
	<g class="plant" class:faint transform={turn === 0 ? undefined : `rotate(${turn} ${x} ${y})`}>
		{#if stem}
			<line x1={x} y1={y} x2={x} y2={y - drawn * (crop.habit === 'bush' ? 0.8 : 1)} />
		{/if}
		{#each leaves as leaf, i (i)}
			<ellipse
				cx={x + leaf.cx}
				cy={y - leaf.cy}
				rx={leaf.rx}
				ry={leaf.ry}
				transform="rotate({leaf.turn} {x + leaf.cx} {y - leaf.cy})"
			/>
		{/each}
		{#if cut}
			<path d="M{x - 9} {top + 2} q 4.5 -6 9 0 t 9 0" class="cut" />
		{/if}
	</g>
{/if}

<style>
	line {
		stroke: var(--growth);
		stroke-width: 1.6;
	}
	ellipse {
		fill: var(--growth-pale);
		stroke: var(--growth);
		stroke-width: 0.9;
	}
	.cut {
		fill: none;
		stroke: var(--growth);
		stroke-width: 1.4;
	}
	.plant {
		opacity: 0.92;
		pointer-events: none;
	}
	.faint {
		opacity: 0.35;
	}
</style>
