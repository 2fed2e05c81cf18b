<script lang="ts">
	import { drag, type Drag } from '../../control/drag';
	import { showNumber } from '$lib/core/quantity';
	import { pick } from '$lib/core/shelf';
	import { useSession } from '../../workspace/context';
	import { clockOf } from '../../clock/day-drag';
	import { dayCourses, EVERY_MIN, temperatures } from '../../clock/day-course';

	/** How the medium dries between feeds and what the water's warmth does meanwhile, under the clock of the day. */
	const { left, right }: { left: number; right: number } = $props();
	const session = useSession();
	const x = (min: number) => left + (min / 1440) * (right - left);
	const cutMin = $derived(session.view.cutMin ?? session.judged.powerCut?.atMin ?? null);
	/** Sites of what is chosen in the drawing. */
	const chosenIds = $derived.by(() => {
		const id = session.view.selected;
		const { containers } = session.model.layout;
		const container = containers.find((c) => c.id === id || c.siteIds.includes(id ?? ''));
		return container ? (container.id === id ? container.siteIds : [id!]) : [];
	});
	const courses = $derived(dayCourses(session.model, cutMin, chosenIds, session.judged));
	const warmth = $derived(temperatures(session.model));
	const MOIST = { top: 86, bottom: 150 };
	const WARM = { top: 170, bottom: 202 };
	const FOOT = 220;

	const line = (values: Float64Array, y: (value: number) => number, from = 0) =>
		Array.from(values, (value, k): [number, number] => [x(k * EVERY_MIN), y(value)])
			.slice(Math.ceil(from / EVERY_MIN))
			.map(([px, py]) => `${px.toFixed(1)},${py.toFixed(1)}`)
			.join(' ');
	const moist = (share: number) => MOIST.bottom - share * (MOIST.bottom - MOIST.top);
	const degrees = $derived.by(() => {
		const all = [...warmth.tank, ...warmth.air];
		const [low, high] = [Math.min(...all), Math.max(...all)];
		return (c: number) =>
			WARM.bottom - ((c - low) / Math.max(1, high - low)) * (WARM.bottom - WARM.top);
	});
	const span = (values: Float64Array) =>
		`${showNumber(Math.min(...values), 'temperature', session.units)} to ${session.say(Math.max(...values), 'temperature')}`;
	/** "A5, sweet pepper". */
	function called(id: string): string {
		const site = session.model.layout.sites.find((one) => one.id === id);
		if (!site) return id;
		const crop = site.cropId ? pick(session.model.shelf.crops, site.cropId).name : '';
		return [site.label, crop].filter(Boolean).join(', ');
	}

	const STEP = 15;
	const to = (min: number) =>
		(session.view.cutMin = Math.min(1439, Math.max(0, Math.round(min / EVERY_MIN) * EVERY_MIN)));
	const nothing = () => undefined;
	const hand = $derived<Drag<number>>({
		take: () => cutMin ?? 0,
		move: (from, by) => void to(from + (by.x * 1440) / (right - left)),
		keep: nothing,
		drop: (from) => void to(from)
	});
	function key(event: KeyboardEvent): void {
		const by = { ArrowRight: STEP, ArrowLeft: -STEP, PageUp: 60, PageDown: -60 }[event.key];
		if (event.key === 'Home') to(0);
		else if (event.key === 'End') to(1439);
		else if (by !== undefined) to((cutMin ?? 0) + by);
		else return;
		event.preventDefault();
		event.stopPropagation();
	}
</script>

{#if courses}
	<text class="title" x={left} y={MOIST.top - 5}
		>{right > 560 ? 'Water in the medium on a hot day' : 'In the medium'}
		<tspan class="driest" dx="10">driest: {called(courses.driest.id)}</tspan
		>{#if right > 560 && courses.wettest.id !== courses.driest.id}<tspan class="wettest" dx="10"
				>wettest: {called(courses.wettest.id)}</tspan
			>{/if}{#if courses.chosen}<tspan class="chosen" dx="10"
				>chosen: {called(courses.chosen.id)}</tspan
			>{/if}</text
	>
	<line class="full" x1={left} x2={right} y1={moist(1)} y2={moist(1)} />
	<line
		class="stress"
		x1={left}
		x2={right}
		y1={moist(courses.stressShare)}
		y2={moist(courses.stressShare)}
	/>
	<text class="below" x={right} y={moist(courses.stressShare) - 4}>stress below here</text>
	{#if courses.chosen}<polyline class="chosen" points={line(courses.chosen.share, moist)} />{/if}
	<polyline class="wettest" points={line(courses.wettest.share, moist)} />
	<polyline class="driest" points={line(courses.driest.share, moist)} />
	{#if courses.cut && cutMin !== null}
		<polyline class="cut" points={line(courses.cut, moist, cutMin)} />
	{/if}
{/if}
<polyline class="air" points={line(warmth.air, degrees)} />
<polyline class="tank" points={line(warmth.tank, degrees)} />
<text class="title" x={left} y={WARM.top - 4}
	>On a warm day <tspan class="tank-word" dx="10">tank {span(warmth.tank)}</tspan>
	<tspan dx="10">air {span(warmth.air)}</tspan></text
>
{#if courses && cutMin !== null}
	<g
		role="slider"
		tabindex="0"
		class="off"
		aria-label="Power off"
		aria-valuemin={0}
		aria-valuemax={1439}
		aria-valuenow={cutMin}
		aria-valuetext={clockOf(cutMin)}
		use:drag={hand}
		onkeydown={key}
	>
		<title>Power off at {clockOf(cutMin)}: drag along the day, or the arrow keys.</title>
		<line x1={x(cutMin)} x2={x(cutMin)} y1="16" y2={FOOT - 14} />
		<rect class="touch" x={x(cutMin) - 8} y="50" width="16" height={FOOT - 50} />
		<rect
			class="flag"
			x={Math.min(right - 108, Math.max(left, x(cutMin) - 54))}
			y={FOOT - 16}
			width="108"
			height="20"
			rx="3"
		/>
		<text class="word" x={Math.min(right - 54, Math.max(left + 54, x(cutMin)))} y={FOOT - 2}
			>power off {clockOf(cutMin)}</text
		>
	</g>
{/if}

<style>
	text {
		font-size: 12px;
		fill: var(--soft);
		paint-order: stroke;
		stroke: var(--ground);
		stroke-width: 3px;
	}
	.driest {
		fill: var(--supply);
	}
	.tank-word {
		fill: var(--supply);
	}
	polyline {
		fill: none;
		stroke-width: 1.8;
	}
	polyline.driest,
	polyline.tank {
		fill: none;
		stroke: var(--supply);
	}
	polyline.wettest,
	polyline.air {
		stroke: var(--soft);
	}
	.chosen {
		fill: var(--growth);
	}
	polyline.chosen {
		fill: none;
		stroke: var(--growth);
	}
	polyline.cut {
		stroke: var(--dry);
		stroke-dasharray: 4 3;
	}
	.full {
		stroke: var(--hair);
	}
	.stress {
		stroke: var(--dry);
		stroke-dasharray: 4 3;
	}
	.below {
		fill: var(--dry);
		text-anchor: end;
	}
	.off {
		cursor: ew-resize;
		touch-action: none;
		outline: none;
	}
	.off line {
		stroke: var(--ink);
		stroke-width: 1.6;
	}
	.touch {
		fill: transparent;
	}
	.flag {
		fill: var(--ink);
	}
	.word {
		fill: var(--sheet);
		text-anchor: middle;
		font-weight: 600;
		stroke: none;
	}
	.off:focus-visible .flag {
		stroke: var(--supply);
		stroke-width: 3;
	}
</style>
