<script lang="ts">
	import { drag, type Drag } from '../control/drag';
	import type { Area } from '$lib/core/design';
	import { show, type Units } from '$lib/core/quantity';
	import { doorShape, POINT_MARKS, type Spot } from './area-shapes';

	/** An area from above, as part of a drawing: its floor, doors, posts, sockets and taps. */
	interface Props {
		area: Area;
		units: Units;
		/** Where metres lie in the drawing, and how many pixels one is. */
		x: (m: number) => number;
		y: (m: number) => number;
		scale: number;
		/** What is drawn furthest to the left, m: its width is written beside that. */
		leftM?: number;
		/** Too small for words. */
		small?: boolean;
		/** What is chosen, and may be moved about. */
		chosen?: { list: string; index: number } | null;
		onchoose?: (list: 'obstacles' | 'doors' | 'points', index: number) => void;
		/** Moved to a spot; `done` when it is let go of. */
		onmove?: (list: 'obstacles' | 'points', index: number, to: Spot, done: boolean) => void;
	}
	const {
		area,
		units,
		x,
		y,
		scale,
		leftM = 0,
		small = false,
		chosen = null,
		onchoose,
		onmove
	}: Props = $props();
	const line = (spots: readonly Spot[]) =>
		spots.map(([a, b]) => `${x(a).toFixed(1)},${y(b).toFixed(1)}`).join(' ');
	const say = (m: number) => show(m, 'span', units);
	/** Open in front, unless it is said to be closed by what it is. */
	const walls = $derived(
		area.kind === 'yard' || area.kind === 'wall' || area.kind === 'balcony' ? 'open' : 'walled'
	);

	const snap = (m: number) => Math.round(m * 20) / 20;
	const inside = (list: string, index: number, [a, b]: Spot): Spot => {
		const o = list === 'obstacles' ? area.obstacles[index] : undefined;
		const [wide, deep] = [o?.lengthM ?? 0, o?.widthM ?? 0];
		return [
			Math.max(0, Math.min(area.lengthM - wide, snap(a))),
			Math.max(0, Math.min(area.widthM - deep, snap(b)))
		];
	};
	/** One of what stands or hangs in it, by where it was taken hold of. */
	const hand = (list: 'obstacles' | 'points', index: number): Drag<Spot> => {
		const to = ([a, b]: Spot, by: { x: number; y: number }, done: boolean) =>
			onmove?.(list, index, inside(list, index, [a + by.x / scale, b - by.y / scale]), done);
		return {
			take: (event) => {
				onchoose?.(list, index);
				if (!onmove || event.button !== 0) return null;
				const { xM, yM } = area[list][index]!;
				return [xM, yM];
			},
			move: (from, by) => to(from, by, false),
			keep: (from, by) => to(from, by, true),
			drop: (from) => to(from, { x: 0, y: 0 }, true)
		};
	};
	function nudge(event: KeyboardEvent, list: 'obstacles' | 'points', index: number): void {
		const by = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] }[
			event.key
		];
		if (!by || !onmove) return;
		event.preventDefault();
		onchoose?.(list, index);
		const { xM, yM } = area[list][index]!;
		const step = event.shiftKey ? 0.5 : 0.05;
		onmove(list, index, inside(list, index, [xM + step * by[0]!, yM + step * by[1]!]), true);
	}
	const on = (list: string, index: number) => chosen?.list === list && chosen.index === index;
</script>

<rect
	class="floor {walls}"
	x={x(0)}
	y={y(area.widthM)}
	width={area.lengthM * scale}
	height={area.widthM * scale}
/>
{#if area.walkM > 0 && !small}
	<polyline
		class="walk"
		points={line([
			[0, Math.min(area.walkM, area.widthM)],
			[area.lengthM, Math.min(area.walkM, area.widthM)]
		])}
	/>
	<text class="soft" x={x(area.lengthM)} y={y(0) + 20}>{say(area.walkM)} to walk</text>
{/if}
{#each area.doors as door, i (door.id)}
	{@const shape = doorShape(area, door)}
	<!-- by keyboard its line in the list of doors chooses it -->
	<!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_static_element_interactions -->
	<g class="door" class:chosen={on('doors', i)} onclick={() => onchoose?.('doors', i)}>
		<polyline class="gap" points={line(shape.gap)} />
		{#if shape.swing.length > 0}<polygon class="swing" points={line(shape.swing)} />{/if}
		<title>{door.name}</title>
	</g>
{/each}
{#each area.obstacles as o, i (i)}
	<!-- it can be reached only where it is a button that moves -->
	<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
	<g
		class="obstacle"
		class:chosen={on('obstacles', i)}
		class:loose={onmove}
		role={onmove ? 'button' : undefined}
		tabindex={onmove ? 0 : undefined}
		aria-label={onmove
			? `${o.name}, ${say(o.xM)} from the left, ${say(o.yM)} from the front`
			: undefined}
		use:drag={hand('obstacles', i)}
		onkeydown={(event) => nudge(event, 'obstacles', i)}
	>
		<rect
			x={x(o.xM)}
			y={y(o.yM + o.widthM)}
			width={Math.max(3, o.lengthM * scale)}
			height={Math.max(3, o.widthM * scale)}
		/>
		{#if !small}<text x={x(o.xM + o.lengthM / 2)} y={y(o.yM + o.widthM) - 5}>{o.name}</text>{/if}
	</g>
{/each}
{#each area.points as point, i (point.id)}
	<!-- it can be reached only where it is a button that moves -->
	<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
	<g
		class="point"
		class:chosen={on('points', i)}
		class:loose={onmove}
		role={onmove ? 'button' : undefined}
		tabindex={onmove ? 0 : undefined}
		aria-label={onmove
			? `${point.what}, ${say(point.xM)} from the left, ${say(point.yM)} from the front`
			: undefined}
		transform="translate({x(point.xM)},{y(point.yM)})"
		use:drag={hand('points', i)}
		onkeydown={(event) => nudge(event, 'points', i)}
	>
		<path class={point.what} d={POINT_MARKS[point.what]} />
		{#if !small}<text
				x={point.xM > area.lengthM / 2 ? -11 : 11}
				y="4"
				class:end={point.xM > area.lengthM / 2}>{point.what}</text
			>{/if}
	</g>
{/each}
{#if !small}
	<text class="measure" x={x(area.lengthM / 2)} y={y(0) + 20}>{say(area.lengthM)}, the front</text>
	<text class="measure" transform="translate({x(leftM) - 12},{y(area.widthM / 2)}) rotate(-90)"
		>{say(area.widthM)}</text
	>
{/if}

<style>
	.floor {
		fill: var(--sheet);
		stroke: var(--ink);
		stroke-width: 3;
	}
	.floor.open {
		stroke-width: 1.6;
		stroke-dasharray: 7 4;
	}
	.walk {
		fill: none;
		stroke: var(--hair);
		stroke-dasharray: 4 3;
	}
	.gap {
		stroke: var(--sheet);
		stroke-width: 5;
	}
	.swing {
		fill: none;
		stroke: var(--soft);
		stroke-width: 1.3;
	}
	.obstacle rect {
		fill: var(--timber);
		stroke: var(--ink);
		stroke-width: 1.2;
	}
	.loose {
		cursor: grab;
		touch-action: none;
	}
	.point path {
		fill: var(--sheet);
		stroke: var(--ink);
		stroke-width: 1.5;
	}
	.point .tap {
		fill: var(--water);
	}
	.chosen :is(rect, path, .swing) {
		stroke-width: 3;
	}
	text {
		font-size: 12px;
		fill: var(--ink);
		text-anchor: middle;
	}
	.point text {
		text-anchor: start;
	}
	.point text.end {
		text-anchor: end;
	}
	.soft {
		fill: var(--soft);
		text-anchor: end;
	}
	.measure {
		fill: var(--soft);
		font-size: 12.5px;
	}
</style>
