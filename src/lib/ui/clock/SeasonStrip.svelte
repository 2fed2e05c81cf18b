<script lang="ts">
	import {
		addDays,
		differenceInCalendarDays,
		format,
		parseISO,
		startOfMonth,
		addMonths
	} from 'date-fns';
	import { seasonOf } from '$lib/core/model';
	import { dayOf } from '$lib/core/review';
	import { useSession } from '../workspace/context';

	/** The season as a bar a crop: sown, planted out, picked; ranges fade, for the plant's look decides. */
	const { width }: { width: number } = $props();
	const session = useSession();
	const on = $derived(session.record.plantOutOn ?? session.today);
	const season = $derived(seasonOf(session.model, on));
	const ROW = 24;
	const TOP = 44;
	const height = $derived(TOP + ROW * season.length + 26);
	const left = 14;
	const right = $derived(width - 20);
	const span = $derived.by(() => {
		const days = season.flatMap(({ sow, plantOut, pick }) => [
			...(sow ?? []),
			plantOut,
			...(pick ?? [])
		]);
		const sorted = [...days, session.today].sort();
		return { from: sorted[0]!, to: sorted.at(-1)! };
	});
	const length = $derived(
		Math.max(14, differenceInCalendarDays(parseISO(span.to), parseISO(span.from)) + 6)
	);
	const x = (date: string) =>
		left +
		(differenceInCalendarDays(parseISO(date), parseISO(span.from)) / length) * (right - left);
	const months = $derived.by(() => {
		const list: string[] = [];
		const end = addDays(parseISO(span.from), length);
		for (let at = addMonths(startOfMonth(parseISO(span.from)), 1); at <= end; at = addMonths(at, 1))
			list.push(format(at, 'yyyy-MM-dd'));
		return list;
	});
	const said = (range: readonly [string, string]) => `${dayOf(range[0])} to ${dayOf(range[1])}`;
</script>

{#if season.length > 0}
	<svg
		{width}
		{height}
		viewBox="0 0 {width} {height}"
		role="group"
		aria-label="The season, crop by crop"
	>
		{#each months as month (month)}
			<line class="month" x1={x(month)} x2={x(month)} y1={TOP - 8} y2={height - 20} />
			<text class="name" x={x(month) + 4} y={TOP - 12}>{format(parseISO(month), 'MMM')}</text>
		{/each}
		{#each season as { cropId, plural, sites, sow, plantOut, pick }, i (cropId)}
			{@const y = TOP + i * ROW}
			{@const end = pick ? pick[1] : format(addDays(parseISO(plantOut), 30), 'yyyy-MM-dd')}
			<g>
				<title
					>{plural}: {sow ? `sow ${said(sow)}, ` : ''}plant out {dayOf(plantOut)}{pick
						? `, first picking ${said(pick)}`
						: ''}</title
				>
				{#if sow}
					<rect class="maybe" x={x(sow[0])} width={x(sow[1]) - x(sow[0])} {y} height={ROW - 7} />
					<rect class="raised" x={x(sow[1])} width={x(plantOut) - x(sow[1])} {y} height={ROW - 7} />
				{/if}
				<rect
					class="grows"
					x={x(plantOut)}
					width={Math.max(0, x(pick ? pick[0] : end) - x(plantOut))}
					{y}
					height={ROW - 7}
				/>
				{#if pick}<rect
						class="picked"
						x={x(pick[0])}
						width={x(pick[1]) - x(pick[0])}
						{y}
						height={ROW - 7}
					/>{/if}
				<text class="crop" x={x(plantOut) + 6} y={y + 12.5}>{sites} {plural}</text>
			</g>
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
			>Raised, grown, first picking; pale: between the earliest and the latest.</text
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
	.grows {
		fill: var(--growth-pale);
		stroke: var(--growth);
		stroke-width: 0.8;
	}
	.picked {
		fill: var(--growth);
		opacity: 0.55;
	}
	.today {
		stroke: var(--ink);
		stroke-width: 1.6;
	}
</style>
