<script lang="ts">
	import type { Area } from '$lib/core/design';
	import type { Units } from '$lib/core/quantity';
	import AreaGround from './AreaGround.svelte';
	import type { Spot } from './area-shapes';

	interface Props {
		area: Area;
		units: Units;
		width: number;
		height: number;
		/** Room about it for its measures, px. */
		margin?: number;
		/** What is chosen, and may be moved about. */
		chosen?: { list: string; index: number } | null;
		onchoose?: (list: 'obstacles' | 'doors' | 'points', index: number) => void;
		/** Moved by so much, m; `done` when it is let go of. */
		onmove?: (list: 'obstacles' | 'points', index: number, to: Spot, done: boolean) => void;
	}
	const {
		area,
		units,
		width,
		height,
		margin = 44,
		chosen = null,
		onchoose,
		onmove
	}: Props = $props();
	const scale = $derived(
		Math.max(1, Math.min((width - 2 * margin) / area.lengthM, (height - 2 * margin) / area.widthM))
	);
	const left = $derived((width - area.lengthM * scale) / 2);
	const bottom = $derived((height + area.widthM * scale) / 2);
	const x = (m: number) => left + m * scale;
	const y = (m: number) => bottom - m * scale;
</script>

<svg
	{width}
	{height}
	viewBox="0 0 {width} {height}"
	role="group"
	aria-label="{area.name} from above"
>
	<AreaGround {area} {units} {x} {y} {scale} small={width < 260} {chosen} {onchoose} {onmove} />
</svg>

<style>
	svg {
		display: block;
		user-select: none;
		max-width: 100%;
	}
</style>
