<script lang="ts">
	import { drag, type Drag } from '../../control/drag';
	import { addDays, addMonths, format, parseISO, startOfMonth } from 'date-fns';
	import { daysBetween, roundsOf, successionOf, weeksOf, type Round } from '$lib/core/model';
	import { dayOf } from '$lib/core/review';
	import { pick } from '$lib/core/shelf';
	import { useSession } from '../../workspace/context';
	import { moved, refusedOn } from '../../clock/season-drag';

	/** The season as a row a group of sites: sown, planted, picked, and again; under it what each week asks for and gives. */
	const { width, tall }: { width: number; tall: number } = $props();
	const session = useSession();
	const on = $derived(session.record.plantOutOn ?? session.today);
	const rounds = $derived(roundsOf(session.model, on));
	/** One of each group of sites, crop by crop, the earliest first. */
	const rows = $derived.by(() => {
		const firsts = rounds.filter(({ round }) => round === 0);
		const order = [...new Set(firsts.map(({ cropId }) => cropId))];
		return firsts.sort(
			(a, b) => order.indexOf(a.cropId) - order.indexOf(b.cropId) || a.batch - b.batch
		);
	});
	const rowOf = $derived(new Map(rows.map(({ cropId, batch }, i) => [`${cropId}/${batch}`, i])));
	const weeks = $derived(weeksOf(rounds));
	const TOP = 40;
	const LANE = 40;
	/** As high as the room for them allows. */
	const ROW = $derived(
		Math.max(17, Math.min(24, Math.floor((tall - TOP - 2 * LANE - 34) / Math.max(1, rows.length))))
	);
	const left = 14;
	const right = $derived(width - 20);
	const foot = $derived(TOP + ROW * rows.length + 10);
	const height = $derived(foot + 2 * LANE + 30);
	const days = $derived(
		rounds
			.flatMap(({ sow, plantOut, pick: picked, until }) => [
				...(sow ?? []),
				plantOut,
				...(picked ?? []),
				until
			])
			.concat(session.today)
			.sort()
	);
	const from = $derived(days[0]!);
	const length = $derived(Math.max(14, daysBetween(from, days.at(-1)!) + 6));
	const perDay = $derived((right - left) / length);
	const x = (date: string) => left + daysBetween(from, date) * perDay;
	const months = $derived.by(() => {
		const list: string[] = [];
		const end = addDays(parseISO(from), length);
		for (let at = addMonths(startOfMonth(parseISO(from)), 1); at <= end; at = addMonths(at, 1))
			list.push(format(at, 'yyyy-MM-dd'));
		return list;
	});
	const many = $derived(new Set(rows.filter(({ batch }) => batch > 0).map((row) => row.cropId)));
	/** On a phone. */
	const narrow = $derived(width < 560);
	const shortOf = (round: Round) =>
		many.has(round.cropId) ? `batch ${round.batch + 1}` : round.plural;
	const nameOf = ({ cropId, plural, batch, siteIds }: Round) =>
		`${siteIds.length} ${plural}${many.has(cropId) ? `, batch ${batch + 1}` : ''}`;
	const said = (range: readonly [string, string]) => `${dayOf(range[0])} to ${dayOf(range[1])}`;
	const told = ({ sow, from: raised, plantOut, pickFrom, until, emptyDays }: Round) =>
		[
			...(sow ? [`${raised === 'cutting' ? 'cuttings' : 'sow'} ${said(sow)}`] : []),
			`plant out ${dayOf(plantOut)}`,
			`pick ${dayOf(pickFrom)} to ${dayOf(until)}`,
			...(emptyDays > 0 ? [`sites empty ${emptyDays} days before`] : []),
			...(emptyDays < 0 ? [`seedlings wait ${-emptyDays} days for their sites`] : [])
		].join(', ');
	const planFor = (round: Round) =>
		successionOf(session.model, pick(session.model.shelf.crops, round.cropId));

	let keeping: ReturnType<typeof setTimeout> | undefined;
	const keep = () => session.commit('a planting moved');
	const hand = (round: Round): Drag<{ round: Round; plan: ReturnType<typeof planFor> }> => ({
		take: () => ({ round, plan: planFor(round) }),
		move: (held, by) => shift(held.round, held.plan, Math.round(by.x / perDay)),
		keep,
		drop: () => session.revert()
	});
	function shift(round: Round, plan: ReturnType<typeof planFor>, by: number): void {
		const to = format(addDays(parseISO(round.plantOut), by), 'yyyy-MM-dd');
		if (refusedOn(rounds, round, to)) return;
		session.preview([moved(session, plan, round, by)]);
	}
	function key(event: KeyboardEvent, round: Round): void {
		const by = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0;
		if (by === 0) return;
		event.preventDefault();
		event.stopPropagation();
		shift(round, planFor(round), by * (event.shiftKey ? 7 : 1));
		clearTimeout(keeping);
		keeping = setTimeout(keep, 500);
	}
	const most = (of: (week: (typeof weeks)[number]) => number) => Math.max(1, ...weeks.map(of));
	const LANES = $derived([
		{ name: 'to sow', of: (w: (typeof weeks)[number]) => w.cubes + w.cuttings, kind: 'raised' },
		{ name: 'to pick from', of: (w: (typeof weeks)[number]) => w.picked, kind: 'picked' }
	]);
</script>

{#if rows.length > 0}
	<svg
		{width}
		{height}
		viewBox="0 0 {width} {height}"
		role="group"
		aria-label="The season, group by group"
	>
		<defs>
			<pattern id="two-at-once" width="6" height="6" patternUnits="userSpaceOnUse">
				<path d="M0 6 L6 0" class="crossing" />
			</pattern>
		</defs>
		{#each months as month (month)}
			<line class="month" x1={x(month)} x2={x(month)} y1={TOP - 8} y2={height - 20} />
			<text class="name" x={x(month) + 4} y={TOP - 12}>{format(parseISO(month), 'MMM')}</text>
		{/each}
		{#each rounds as round (`${round.cropId}/${round.key}`)}
			{@const { sow, plantOut, pickFrom, until, emptyDays } = round}
			{@const y = TOP + rowOf.get(`${round.cropId}/${round.batch}`)! * ROW}
			<g
				role="slider"
				tabindex="0"
				class="round"
				aria-label="{nameOf(round)}, planting {round.round + 1}"
				aria-valuenow={daysBetween(from, plantOut)}
				aria-valuemin={0}
				aria-valuemax={length}
				aria-valuetext={told(round)}
				use:drag={hand(round)}
				onkeydown={(event) => key(event, round)}
			>
				<title
					>{nameOf(round)}: {told(round)}. Drag it, or arrow keys: a day, with Shift a week.</title
				>
				{#if sow && round.round === 0}
					<rect class="maybe" x={x(sow[0])} width={x(sow[1]) - x(sow[0])} {y} height={ROW - 6} />
					<rect class="raised" x={x(sow[1])} width={x(plantOut) - x(sow[1])} {y} height={ROW - 6} />
				{:else if sow}
					<line class="sown" x1={x(sow[0])} x2={x(plantOut)} y1={y + ROW - 5} y2={y + ROW - 5} />
				{/if}
				<rect
					class="grows"
					x={x(plantOut)}
					width={Math.max(0, x(pickFrom) - x(plantOut))}
					{y}
					height={ROW - 6}
				/>
				<rect
					class="picked"
					x={x(pickFrom)}
					width={Math.max(1, x(until) - x(pickFrom))}
					{y}
					height={ROW - 6}
				/>
				{#if emptyDays > 0}
					<line
						class="gap"
						x1={x(plantOut) - emptyDays * perDay}
						x2={x(plantOut)}
						y1={y + (ROW - 6) / 2}
						y2={y + (ROW - 6) / 2}
					/>
				{:else if emptyDays < 0}
					<rect class="two" x={x(plantOut)} width={-emptyDays * perDay} {y} height={ROW - 6} />
				{/if}
				{#if round.round === 0}<text class="crop" x={x(plantOut) + 6} y={y + (ROW + 1) / 2}
						>{narrow ? shortOf(round) : nameOf(round)}</text
					>{/if}
			</g>
		{/each}
		{#each LANES as { name, of, kind }, lane (name)}
			{@const base = foot + (lane + 1) * LANE - 6}
			<line class="month" x1={left} x2={right} y1={base} y2={base} />
			<!-- sowing ends before picking does: each lane is named where it is empty -->
			<text
				class={kind === 'picked' ? 'name' : 'lane'}
				x={kind === 'picked' ? left : right}
				y={base - 6}>{name}, a week</text
			>
			{#each weeks as week (week.monday)}
				{@const count = of(week)}
				{#if count > 0}
					{@const high = Math.max(2, (count / most(of)) * 18)}
					<rect
						class={kind}
						x={x(week.monday) + 1}
						width={Math.max(1, 7 * perDay - 2)}
						y={base - high}
						height={high}><title>Week of {dayOf(week.monday)}: {count} {name}</title></rect
					>
					{#if 7 * perDay > 20}<text
							class="count"
							x={x(week.monday) + 3.5 * perDay}
							y={base - high - 3}>{count}</text
						>{/if}
				{/if}
			{/each}
		{/each}
		<line
			class="today"
			x1={x(session.today)}
			x2={x(session.today)}
			y1={TOP - 10}
			y2={height - 20}
		/>
		<text class="name" x={Math.min(right - 30, x(session.today) + 4)} y={height - 6}>today</text>
		<text class="key" x={left} y="12"
			>{narrow
				? 'Raised, grown, picked. Drag a planting to move it.'
				: 'Raised, grown, picked; pale: between the earliest and the latest. Drag a planting to move it.'}</text
		>
	</svg>
{/if}

<style>
	svg {
		display: block;
	}
	text {
		font-size: 12px;
		fill: var(--soft);
	}
	.crop {
		fill: var(--ink);
		pointer-events: none;
	}
	.lane {
		text-anchor: end;
	}
	.count {
		text-anchor: middle;
		fill: var(--ink);
	}
	.round {
		cursor: ew-resize;
		touch-action: none;
	}
	.round:focus-visible {
		outline-offset: 0;
	}
	.month {
		stroke: var(--hair);
	}
	.maybe {
		fill: var(--growth-pale);
		opacity: 0.45;
	}
	.raised {
		fill: var(--growth-pale);
	}
	.sown {
		stroke: var(--growth);
		stroke-width: 3;
		opacity: 0.55;
	}
	.grows {
		fill: var(--growth-pale);
		stroke: var(--growth);
		stroke-width: 0.8;
	}
	.picked {
		fill: var(--growth);
		opacity: 0.55;
	}
	.gap {
		stroke: var(--dry);
		stroke-dasharray: 2 3;
		stroke-width: 1.6;
	}
	.two {
		fill: url('#two-at-once');
	}
	.crossing {
		stroke: var(--dry);
		stroke-width: 1.4;
	}
	.today {
		stroke: var(--ink);
		stroke-width: 1.6;
	}
</style>
