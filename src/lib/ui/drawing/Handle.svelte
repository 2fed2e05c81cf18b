<script lang="ts">
	import { drag, type Drag } from '../control/drag';

	/** A grip on a physical thing: dragged with the pointer, nudged with the arrow keys. */
	interface Props {
		x: number;
		y: number;
		axis: 'x' | 'y';
		label: string;
		value: number;
		min: number;
		max: number;
		/** One nudge; with Shift ten. */
		step: number;
		/** The value so many pixels to the right, or up, of where it was taken hold of. */
		moved: (from: number, pixels: number) => number;
		text: string;
		ondrag: (value: number) => void;
		onkeep: () => void;
		ondrop: () => void;
		/** Pressed and let go without a move: what the grip belongs to is chosen. */
		onpick?: () => void;
	}
	const {
		x,
		y,
		axis,
		label,
		value,
		min,
		max,
		step,
		moved,
		text,
		ondrag,
		onkeep,
		ondrop,
		onpick
	}: Props = $props();

	let dragging = $state(false);
	let keeping: ReturnType<typeof setTimeout> | undefined;

	const fit = (v: number) => Math.min(max, Math.max(min, Math.round(v / step) * step));
	let grip: SVGGElement;
	const ended = (then?: () => void) => () => {
		dragging = false;
		then?.();
	};
	const hand = $derived<Drag<number>>({
		take: (event) => {
			grip.focus();
			event.preventDefault();
			dragging = true;
			return value;
		},
		move: (from, by) => ondrag(fit(moved(from, axis === 'x' ? by.x : -by.y))),
		keep: ended(onkeep),
		press: ended(onpick),
		drop: ended(ondrop)
	});
	const STEPS: Record<string, number> = {
		ArrowUp: 1,
		ArrowRight: 1,
		ArrowDown: -1,
		ArrowLeft: -1,
		PageUp: 10,
		PageDown: -10
	};
	function key(event: KeyboardEvent): void {
		if (event.key === 'Escape') return;
		const by = STEPS[event.key];
		const target =
			event.key === 'Home'
				? min
				: event.key === 'End'
					? max
					: by === undefined
						? undefined
						: value + by * step * (event.shiftKey ? 10 : 1);
		if (target === undefined) return;
		event.preventDefault();
		event.stopPropagation();
		ondrag(fit(target));
		// a run of nudges is one undo step
		clearTimeout(keeping);
		keeping = setTimeout(onkeep, 500);
	}
</script>

<g
	role="slider"
	tabindex="0"
	aria-label={label}
	aria-valuenow={value}
	aria-valuemin={min}
	aria-valuemax={max}
	aria-valuetext={text}
	aria-orientation={axis === 'x' ? 'horizontal' : 'vertical'}
	class="handle {axis}"
	class:dragging
	bind:this={grip}
	use:drag={hand}
	onkeydown={key}
	onblur={() => {
		if (!keeping) return;
		clearTimeout(keeping);
		keeping = undefined;
		onkeep();
	}}
>
	<title>{label}: {text}. Drag, or use the arrow keys.</title>
	<rect class="touch" x={x - 20} y={y - 20} width="40" height="40" />
	<rect class="grip" x={x - 8} y={y - 8} width="16" height="16" rx="3" />
	{#if axis === 'y'}
		<path d="M{x - 4} {y - 2} h8 M{x - 4} {y + 2} h8" />
	{:else}
		<path d="M{x - 2} {y - 4} v8 M{x + 2} {y - 4} v8" />
	{/if}
</g>

<style>
	.handle {
		touch-action: none;
		outline: none;
	}
	.handle.y {
		cursor: ns-resize;
	}
	.handle.x {
		cursor: ew-resize;
	}
	.touch {
		fill: transparent;
	}
	.grip {
		fill: var(--sheet);
		stroke: var(--ink);
		stroke-width: 1.4;
	}
	path {
		stroke: var(--ink);
		stroke-width: 1.4;
		fill: none;
	}
	.handle:focus-visible .grip,
	.dragging .grip {
		stroke: var(--supply);
		stroke-width: 3;
	}
</style>
