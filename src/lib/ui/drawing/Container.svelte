<script lang="ts">
	import type { Container, Corner } from '$lib/core/layout';
	import { polygon } from '$lib/core/picture';
	import { type Frame } from './frame';

	interface Props {
		frame: Frame;
		container: Container;
		dry: boolean;
		behind?: boolean;
	}
	const { frame, container, dry, behind = false }: Props = $props();
	const points = (corners: readonly Corner[]) =>
		polygon(corners.map(([x, z]) => [frame.x(x), frame.z(z)]));
	/** Pots and trays are open above, so their wall goes down one side and up the other. */
	const open = $derived(container.form === 'pot' || container.form === 'tray');
	const wall = $derived.by(() => {
		const [bottomLeft, topLeft, topRight, bottomRight] = container.front;
		return open ? [topLeft!, bottomLeft!, bottomRight!, topRight!] : [];
	});
	const rim = $derived([container.front[1]!, container.front[2]!]);
	/** Water on its way down inside a tower. */
	const falls = $derived.by(() => {
		if (container.form !== 'tower' || dry || behind) return [];
		const [left, right] = [frame.x(container.front[0]![0]), frame.x(container.front[3]![0])];
		return [0.22, 0.78].map((share) => left + (right - left) * share);
	});
</script>

<g class={container.form} class:dry class:behind>
	<polygon class="body" points={points(container.front)} />
	{#if !behind}
		{#if container.mediumFront.length > 0}
			<polygon class="medium" points={points(container.mediumFront)} />
		{/if}
		{#each container.inner as pot, i (i)}
			<polygon class="body" points={points(pot.front)} />
			<polygon class="medium" points={points(pot.mediumFront)} />
			<polygon class="inner" points={points(pot.front)} />
		{/each}
		{#if container.poolFront.length > 0}
			<polygon class="pool" points={points(container.poolFront)} />
		{/if}
		{#each falls as x, i (i)}
			<line
				class="falling"
				x1={x}
				x2={x}
				y1={frame.z(container.zM + container.heightMm / 1000 - 0.05)}
				y2={frame.z(container.zM)}
			/>
		{/each}
		{#if open}
			<polyline class="wall" points={points(wall)} />
			<line
				class="rim"
				x1={frame.x(rim[0]![0]) - 1.5}
				x2={frame.x(rim[1]![0]) + 1.5}
				y1={frame.z(rim[0]![1])}
				y2={frame.z(rim[1]![1])}
			/>
		{:else}
			<polygon class="wall" points={points(container.front)} />
		{/if}
		{#if container.form === 'tower'}
			<!-- its cap -->
			<line
				class="cap"
				x1={frame.x(rim[0]![0]) - 3}
				x2={frame.x(rim[1]![0]) + 3}
				y1={frame.z(rim[0]![1])}
				y2={frame.z(rim[1]![1])}
			/>
		{/if}
	{/if}
</g>

<style>
	.body {
		fill: var(--sheet);
	}
	.medium {
		fill: url(#grains);
	}
	.pool {
		fill: var(--water);
	}
	.falling {
		stroke: var(--water-line);
		stroke-width: 1.2;
		stroke-dasharray: 2 5;
	}
	.inner {
		fill: none;
		stroke: var(--ink);
		stroke-width: 1.2;
	}
	.tray .pool {
		opacity: 0.7;
	}
	.wall,
	.rim {
		fill: none;
		stroke: var(--ink);
		stroke-width: 1.5;
	}
	.cap {
		stroke: var(--ink);
		stroke-width: 4;
	}
	.dry .medium {
		fill: url(#dry-hatch);
	}
	.dry .pool {
		fill: var(--sheet);
	}
	.dry .wall,
	.dry .rim {
		stroke: var(--dry);
	}
	.behind .body {
		fill: var(--ground);
		stroke: var(--hair);
	}
</style>
