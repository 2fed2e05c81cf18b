<script lang="ts">
	import type { Container } from '$lib/core/layout';
	import { polygon, type Frame } from './frame';

	interface Props {
		frame: Frame;
		bucket: Container;
		dry: boolean;
		behind?: boolean;
	}
	const { frame, bucket, dry, behind = false }: Props = $props();
	const half = (mm: number) => {
		const share = mm / bucket.heightMm;
		return (
			((bucket.bottomDiameterMm + (bucket.topDiameterMm - bucket.bottomDiameterMm) * share) /
				2000) *
			frame.scale
		);
	};
	const at = (mm: number) => frame.z(bucket.zM + mm / 1000);
	const x = $derived(frame.x(bucket.xM));
	const slice = (from: number, to: number) =>
		polygon([
			[x - half(from), at(from)],
			[x - half(to), at(to)],
			[x + half(to), at(to)],
			[x + half(from), at(from)]
		]);
</script>

<g class:dry class:behind>
	<polygon class="body" points={slice(0, bucket.heightMm)} />
	{#if !behind}
		<polygon class="medium" points={slice(bucket.poolMm, bucket.fillMm)} />
		<polygon class="pool" points={slice(0, bucket.poolMm)} />
		<polyline
			class="wall"
			points={polygon([
				[x - half(bucket.heightMm), at(bucket.heightMm)],
				[x - half(0), at(0)],
				[x + half(0), at(0)],
				[x + half(bucket.heightMm), at(bucket.heightMm)]
			])}
		/>
		<line
			class="rim"
			x1={x - half(bucket.heightMm) - 1.5}
			x2={x + half(bucket.heightMm) + 1.5}
			y1={at(bucket.heightMm)}
			y2={at(bucket.heightMm)}
		/>
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
	.wall,
	.rim {
		fill: none;
		stroke: var(--ink);
		stroke-width: 1.5;
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
