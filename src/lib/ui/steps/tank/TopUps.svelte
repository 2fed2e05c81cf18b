<script lang="ts">
	import type { TopUpRun } from '$lib/core/model';
	import Explain from '../../explain/Explain.svelte';
	import { Asked } from '../../workspace/asked.svelte';
	import { useSession } from '../../workspace/context';

	/** The ways of topping up, each run through the same three weeks; one press takes it. */
	const session = useSession();
	const topUp = $derived(session.operation.topUp);
	const mains = $derived(topUp.kind === 'float' && session.design.reserve === null);
	// a drag would run seven ways at every step: it waits until the drag ends
	const of = $derived(session.kept);
	const asked = new Asked<{ ways: TopUpRun[] }>('top-ups');
	$effect(() => void asked.ask({ ...of.parts, shelf: session.shelf.own, from: session.today }));

	const FROM = { hand: 'By hand', barrels: 'Float from barrels', mains: 'Float from the mains' };
	const WITH = { solution: 'solution', weak: 'weak solution', water: 'plain water' };
	const nameOf = ({ supply, with: ofWhat }: TopUpRun) => `${FROM[supply]}, ${WITH[ofWhat]}`;
	const isNow = ({ supply, with: ofWhat }: TopUpRun): boolean =>
		topUp.with === ofWhat &&
		supply === (topUp.kind === 'hand' ? 'hand' : mains ? 'mains' : 'barrels');
	const [WIDE, HIGH] = [150, 34];
	/** One scale for all, so that they can be compared. */
	const span = $derived.by(() => {
		const bands = of.run.days.flatMap(({ band }) => (band ? [band.low, band.high] : []));
		const all = [...(asked.told?.ways.flatMap(({ course }) => course) ?? []), ...bands];
		return { low: Math.min(...all), high: Math.max(...all, Math.min(...all) + 0.2) };
	});
	const y = (mSCm: number) => HIGH - 2 - ((mSCm - span.low) / (span.high - span.low)) * (HIGH - 4);
	const x = (day: number) => (day / Math.max(1, of.run.days.length - 1)) * WIDE;
	const line = (values: readonly number[]) =>
		values.map((value, day) => `${x(day).toFixed(1)},${y(value).toFixed(1)}`).join(' ');
	const band = $derived.by(() => {
		const days = of.run.days.flatMap(({ band: is }, day) => (is ? [{ day, is }] : []));
		return [
			...days.map(({ day, is }) => `${x(day).toFixed(1)},${y(is.high).toFixed(1)}`),
			...days.reverse().map(({ day, is }) => `${x(day).toFixed(1)},${y(is.low).toFixed(1)}`)
		].join(' ');
	});
	const sum = ({ daysOff, furthestMsCm, dryDay, reserveEmptyDay, everyDays }: TopUpRun): string =>
		[
			everyDays !== null && `every ${session.say(everyDays, 'days')}`,
			dryDay !== null
				? `dry on day ${dryDay}`
				: reserveEmptyDay !== null && `reserve empty on day ${reserveEmptyDay}`,
			daysOff > 0
				? `${session.say(daysOff, 'days')} off the band, by ${session.say(furthestMsCm, 'strength')}`
				: 'in the band'
		]
			.filter(Boolean)
			.join(', ');
</script>

<h3>
	<Explain op="top-ups" entry={of.run} title="Ways to top up" rows={[]}>Ways to top up</Explain>
</h3>
<p class="soft">
	Strength over the same three weeks, beside what these crops bear. By hand as rarely as the tank
	lasts.
</p>
<ul aria-busy={asked.share !== null}>
	{#each asked.told?.ways ?? [] as way (nameOf(way))}
		<li>
			<button
				class:on={isNow(way)}
				aria-pressed={isNow(way)}
				onclick={() => session.press(way.changes, nameOf(way))}
			>
				<span class="name"
					><b>{nameOf(way)}</b>{#if way.because}<em>advised</em>{/if}</span
				>
				<svg viewBox="0 0 {WIDE} {HIGH}" preserveAspectRatio="none" aria-hidden="true">
					<polygon points={band} />
					<polyline points={line(way.course)} />
				</svg>
				<small class:bad={way.dryDay !== null || way.daysOff > 0}>{sum(way)}</small>
				{#if way.handLPerWeek > 0}<small
						>{session.say(way.handLPerWeek, 'volume')} to carry a week</small
					>{/if}
				{#if way.because}<small>Advised: {way.because}.</small>{/if}
			</button>
		</li>
	{/each}
</ul>
{#if asked.share && asked.share < 1 && !asked.told}
	<p class="soft" role="status">
		<progress value={asked.share} max="1"></progress> Running three weeks for each …
		<button class="quiet" onclick={asked.stop}>Stop</button>
	</p>
{/if}

<style>
	ul {
		list-style: none;
		margin: 6px 0;
		padding: 0;
		display: grid;
		grid-template-columns: 1fr 1fr;
		gap: 0 14px;
	}
	li {
		display: grid;
		border-top: 1px solid var(--hair);
	}
	button {
		display: flex;
		flex-direction: column;
		justify-content: flex-start;
		width: 100%;
		padding: 6px 2px 8px;
		text-align: left;
		background: none;
		border: 0;
		cursor: pointer;
	}
	button.on b {
		text-decoration: underline;
		text-underline-offset: 3px;
	}
	button:hover b {
		text-decoration: underline dotted;
		text-underline-offset: 3px;
	}
	.name {
		display: flex;
		flex-wrap: wrap;
		gap: 0 8px;
		font-size: 13.5px;
		line-height: 1.25;
		min-height: 34px;
		align-content: start;
	}
	em {
		font-style: normal;
		font-size: 13px;
		color: var(--growth);
	}
	svg {
		display: block;
		width: 100%;
		height: 34px;
		margin: 2px 0;
	}
	polygon {
		fill: var(--growth-pale);
		stroke: var(--growth-pale);
		stroke-width: 3;
		vector-effect: non-scaling-stroke;
		opacity: 0.6;
	}
	polyline {
		fill: none;
		stroke: var(--soft);
		stroke-width: 1.6;
		vector-effect: non-scaling-stroke;
	}
	.on polyline {
		stroke: var(--supply);
	}
	small {
		display: block;
		font-size: 13px;
		line-height: 1.3;
		color: var(--soft);
	}
	.bad {
		color: var(--dry);
	}
</style>
