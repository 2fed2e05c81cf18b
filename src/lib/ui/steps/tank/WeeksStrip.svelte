<script lang="ts">
	import { addDays, format, parseISO } from 'date-fns';
	import { daysBetween, tankAhead, type TankPoint } from '$lib/core/model';
	import { useSession } from '../../workspace/context';
	import { STRIP } from '../../clock/day-drag';

	/** Three weeks of the tank, from today: its level, its strength against what these crops bear, and what is due when. */
	const { width }: { width: number } = $props();
	const session = useSession();
	const model = $derived(session.model);
	const run = $derived(model.run);
	const left = 44;
	const right = $derived(width - 66);
	const LEVEL = { top: 26, bottom: 96 };
	const EC = { top: 122, bottom: 172 };
	const { points, fed, leastL } = $derived(tankAhead(run));
	const days = $derived(run.result.days.length);
	const x = (day: number) => left + (day / days) * (right - left);
	const fullL = $derived(Math.max(1, model.tank.fullL));
	const level = (litres: number) => LEVEL.bottom - (litres / fullL) * (LEVEL.bottom - LEVEL.top);
	const range = $derived(model.strength.range);
	/** What they bear as far as they will be on; where nothing is known of the days, as they stand. */
	const bands = $derived(
		run.days.length > 0
			? run.days.map(({ band }, i) => ({ day: i, band: band ?? range }))
			: [{ day: 0, band: range }]
	);
	const bandLine = (of: (band: { low: number; high: number }) => number) => {
		const list = bands.map(({ day, band }) => `${x(day).toFixed(1)},${ec(of(band)).toFixed(1)}`);
		return [...list, `${right},${ec(of(bands.at(-1)!.band)).toFixed(1)}`];
	};
	const hot = $derived.by(() => {
		if (!run.hotWeek) return null;
		const [from, to] = run.hotWeek.map((date) => daysBetween(session.today, date));
		const warmest = Math.max(...run.days.slice(from, to! + 1).map(({ tMaxC }) => tMaxC));
		return { from: from!, to: Math.min(days, to! + 1), warmest };
	});
	/** Strength from a little under to a little over all that is drawn. */
	const span = $derived.by(() => {
		const all = [
			...fed.map(({ msCm }) => msCm),
			...bands.flatMap(({ band }) => [band.low, band.high])
		];
		const [low, high] = [Math.min(...all), Math.max(...all)];
		const room = Math.max(0.1, 0.1 * (high - low));
		return { low: Math.max(0, low - room), high: high + room };
	});
	const ec = (msCm: number) =>
		EC.bottom - ((msCm - span.low) / (span.high - span.low)) * (EC.bottom - EC.top);
	const line = (y: (point: TankPoint) => number, list: readonly TankPoint[] = points) =>
		list.map((point) => `${x(point.day).toFixed(1)},${y(point).toFixed(1)}`).join(' ');
	const date = (day: number) => format(addDays(parseISO(session.today), day), 'd MMM');
	const refills = $derived(
		run.input.topUp.kind === 'refill'
			? run.result.days.filter(({ addedL }) => addedL > 0).map(({ day }) => day)
			: []
	);
	const dry = $derived(run.result.firstDayBelowPump);
	const empty = $derived(run.result.reserveEmptyDay);
	/** Said where they do not run into one another. */
	const marks = $derived(
		[
			...run.result.changes.map(({ day }) => ({ day, word: 'change all', bad: false })),
			...(dry === null ? [] : [{ day: dry, word: 'under the pump', bad: true }]),
			...(empty === null ? [] : [{ day: empty, word: 'reserve empty', bad: true }])
		].sort((a, b) => a.day - b.day)
	);
	/** Said before its line where the next one stands close behind it. */
	const before = (i: number): boolean => {
		const next = marks[i + 1];
		return next !== undefined && Math.abs(x(next.day) - x(marks[i]!.day)) < 110;
	};
</script>

<svg
	{width}
	height={STRIP}
	viewBox="0 0 {width} {STRIP}"
	role="img"
	aria-label="The tank over three weeks from today: level, strength, and what is due"
>
	{#if hot}
		<rect
			class="hot"
			x={x(hot.from)}
			width={x(hot.to) - x(hot.from)}
			y={LEVEL.top}
			height={EC.bottom - LEVEL.top}
		/>
		<text class="word" x={x(hot.from) + 4} y={EC.top - 6}
			>warmest week, to {session.say(hot.warmest, 'temperature')}</text
		>
	{/if}
	<text class="title" x={left} y="14"
		>In the tank <tspan dx="8">{session.say(points[0]!.litres, 'volume')} today</tspan></text
	>
	<line class="edge" x1={left} x2={right} y1={level(fullL)} y2={level(fullL)} />
	<text class="end" x={left - 6} y={level(fullL) + 4}>full</text>
	<line class="least" x1={left} x2={right} y1={level(leastL)} y2={level(leastL)} />
	<text class="end" x={left - 6} y={level(leastL) + 4}
		>{session.design.source.kind === 'pump' ? 'pump' : 'tap'}</text
	>
	<polygon
		class="water"
		points="{left},{LEVEL.bottom} {line(({ litres }) => level(litres))} {right},{LEVEL.bottom}"
	/>
	<polyline class="level" points={line(({ litres }) => level(litres))} />
	{#each refills as day (day)}<line
			class="refill"
			x1={x(day)}
			x2={x(day)}
			y1={LEVEL.bottom}
			y2={LEVEL.bottom + 7}><title>Filled up on {date(day)}</title></line
		>{/each}
	{#each marks as { day, word, bad }, i (i)}
		<line class="mark" class:bad x1={x(day)} x2={x(day)} y1="20" y2={EC.bottom} />
		<text
			class="word"
			class:bad
			class:before={before(i)}
			x={before(i) ? x(day) - 4 : Math.min(right - 34, x(day) + 4)}
			y={LEVEL.top + 14}>{word}</text
		>
	{/each}
	<text class="title" x={left} y={EC.top - 6}
		>Strength <tspan dx="8"
			>{session.say(fed.at(-1)!.msCm, 'strength')} on {date(fed.at(-1)!.day)}</tspan
		></text
	>
	{#if session.model.waterUse.crops.length > 0}
		<polygon
			class="band"
			points={[...bandLine(({ high }) => high), ...bandLine(({ low }) => low).reverse()].join(' ')}
		/>
		<text x={right + 4} y={(ec(bands.at(-1)!.band.high) + ec(bands.at(-1)!.band.low)) / 2 + 4}
			>{[bands.at(-1)!.band.low, bands.at(-1)!.band.high]
				.map((msCm) => session.number(msCm, 'strength'))
				.join('–')}</text
		>
	{/if}
	<polyline class="ec" points={line(({ msCm }) => ec(msCm), fed)} />
	{#each [0, 7, 14, 21] as day (day)}
		{#if day <= days}
			<line class="tick" x1={x(day)} x2={x(day)} y1={EC.bottom} y2={EC.bottom + 6} />
			<text class="date" x={x(day)} y={EC.bottom + 20}>{day === 0 ? 'today' : date(day)}</text>
		{/if}
	{/each}
	<line class="axis" x1={left} x2={right} y1={EC.bottom} y2={EC.bottom} />
	<text class="title" x={left} y={EC.bottom + 42}
		>{refills.length > 0 ? `Strokes: filled up by hand. ` : ''}Band: what these crops bear.</text
	>
</svg>

<style>
	svg {
		display: block;
	}
	text {
		font-size: 12px;
		fill: var(--soft);
	}
	.end {
		text-anchor: end;
	}
	.word {
		text-anchor: start;
	}
	.date {
		text-anchor: middle;
	}
	/* lines of days go past behind what is written */
	.title,
	.word {
		paint-order: stroke;
		stroke: var(--ground);
		stroke-width: 3px;
	}
	.word {
		fill: var(--ink);
	}
	.word.before {
		text-anchor: end;
	}
	.word.bad {
		fill: var(--dry);
	}
	.water {
		fill: var(--water);
		opacity: 0.6;
	}
	.level {
		fill: none;
		stroke: var(--supply);
		stroke-width: 1.8;
	}
	.ec {
		fill: none;
		stroke: var(--growth);
		stroke-width: 1.8;
	}
	.band {
		fill: var(--growth-pale);
		/* where what one crop bears ends as another's begins there is but a line */
		stroke: var(--growth-pale);
		stroke-width: 3;
		opacity: 0.5;
	}
	.hot {
		fill: var(--amber);
		opacity: 0.14;
	}
	.edge,
	.axis,
	.tick {
		stroke: var(--hair);
	}
	.least {
		stroke: var(--dry);
		stroke-dasharray: 4 3;
	}
	.refill {
		stroke: var(--supply);
		stroke-width: 2;
	}
	.mark {
		stroke: var(--ink);
		stroke-dasharray: 2 3;
	}
	.mark.bad {
		stroke: var(--dry);
	}
</style>
