<script lang="ts">
	import type { School } from '$lib/core/design';
	import type { SchoolRun } from '$lib/core/model';
	import Cards from '../../control/Cards.svelte';
	import { Asked } from '../../workspace/asked.svelte';
	import { useSession } from '../../workspace/context';

	/** The ways of feeding, each run through the same three hot days; one press takes it. */
	const session = useSession();
	const settings = $derived(session.operation.feed);
	const SCHOOLS: { id: School; name: string; words: string }[] = [
		{ id: 'soak', name: 'A few long soaks', words: 'as often as the thirstiest needs, no more' },
		{ id: 'pulse', name: 'Many short pulses', words: 'through the day, some by night' },
		{ id: 'repeat', name: 'A repeat without a clock', words: 'round the clock, day and night' },
		{ id: 'continuous', name: 'A steady trickle', words: 'the pump never stops' },
		{ id: 'fixed', name: 'By hand, at set times', words: 'when you water, or as the timer is set' }
	];
	// a drag would plan and run five ways of feeding at every step: it waits until the drag ends
	const of = $derived(session.kept);
	const asked = new Asked<{ schools: SchoolRun[] }>('schools');
	$effect(() => void asked.ask({ ...of.parts, shelf: session.shelf.own, today: session.today }));

	const runs = $derived(new Map(asked.told?.schools.map((run) => [run.school, run])));
	const [WIDE, HIGH] = [320, 26];
	const STRESS = 0.3;
	const points = (course: readonly number[]) =>
		course
			.map(
				(s, k) =>
					`${((k / Math.max(1, course.length - 1)) * WIDE).toFixed(1)},${(2 + (1 - s) * (HIGH - 4)).toFixed(1)}`
			)
			.join(' ');
	const hours = (minutes: number) => session.say(minutes / 60, 'hours');
	function sum({ feeds, overSlots, stressMin }: SchoolRun): string {
		if (!feeds) return 'no plan';
		const run =
			feeds.onMin * feeds.count >= 1440 ? 'all day' : `${feeds.count} × ${feeds.onMin} min`;
		if (overSlots) return `${run}, more than the timer holds`;
		return stressMin > 0 ? `${run}, ${hours(stressMin)} of stress` : run;
	}
	const details = (run: SchoolRun): string =>
		[
			`${run.feeds!.pumpMinutes} min of pump a day`,
			...(run.kwhPerDay > 0 ? [session.say(run.kwhPerDay, 'energy')] : []),
			`${session.say(run.drainedLPerDay, 'volume')} run through`,
			`wet through ${session.say(run.soakedH, 'hours')} a day`,
			run.stressMin === 0
				? 'no stress on hot days'
				: run.commonStressMin === 0
					? `${hours(run.stressMin)} of stress in three hot days, none on common ones`
					: `${hours(run.stressMin)} of stress in three hot days, ${hours(run.commonStressMin)} in common ones`,
			...(run.hoursToWilt === null
				? []
				: [`without power they wilt in ${session.say(run.hoursToWilt, 'hours')}`])
		].join(', ');
</script>

<fieldset aria-busy={asked.share !== null}>
	<legend class="visually-hidden">How to feed</legend>
	<Cards
		dot
		value={settings.school}
		options={SCHOOLS}
		onpick={(id) =>
			session.put('operation.feed.school', id, SCHOOLS.find((s) => s.id === id)!.name)}
	>
		{#snippet card({ id, name, words })}
			{@const run = runs.get(id)}
			<span class="what">
				<span class="head"
					><b>{name}</b>{#if run?.because}<em>advised</em>{/if}
					<span class="sum" class:bad={run && (run.stressMin > 0 || run.overSlots)}
						>{run ? sum(run) : words}</span
					></span
				>
				{#if run?.feeds}
					<svg viewBox="0 0 {WIDE} {HIGH}" preserveAspectRatio="none" aria-hidden="true">
						<line
							x1="0"
							x2={WIDE}
							y1={2 + (1 - STRESS) * (HIGH - 4)}
							y2={2 + (1 - STRESS) * (HIGH - 4)}
						/>
						<polyline points={points(run.course)} />
					</svg>
					{#if settings.school === id || run.because}<small
							>{run.because && settings.school !== id
								? `Advised: ${run.because}.`
								: `${details(run)}.`}</small
						>{/if}
				{/if}
			</span>
		{/snippet}
	</Cards>
</fieldset>
{#if asked.share && asked.share < 1 && !asked.told}
	<p class="soft" role="status">
		<progress value={asked.share} max="1"></progress> Running three hot days for each …
		<button class="quiet" onclick={asked.stop}>Stop</button>
	</p>
{/if}
<p class="soft">
	Each line: the driest site through the same three hot days, full at its top, stress below the
	dashes.
</p>

<style>
	fieldset {
		border: 0;
		padding: 0;
		margin: 6px 0 4px;
	}
	fieldset :global(.card) {
		display: grid;
		grid-template-columns: auto 1fr;
		gap: 10px;
		padding: 5px 0;
		border-top: 1px solid var(--hair);
	}
	fieldset :global(.card > input) {
		align-self: start;
		margin-top: 4px;
	}
	.head {
		display: flex;
		flex-wrap: wrap;
		gap: 2px 8px;
		align-items: baseline;
	}
	fieldset :global(.on b) {
		text-decoration: underline;
		text-underline-offset: 3px;
	}
	svg {
		display: block;
		width: 100%;
		height: 26px;
		margin-top: 2px;
	}
	polyline {
		fill: none;
		stroke: var(--soft);
		stroke-width: 1.5;
		vector-effect: non-scaling-stroke;
	}
	fieldset :global(.on polyline) {
		stroke: var(--supply);
	}
	line {
		stroke: var(--dry);
		stroke-dasharray: 4 3;
		vector-effect: non-scaling-stroke;
	}
	small {
		display: block;
		color: var(--soft);
		font-size: 13px;
	}
	em {
		font-style: normal;
		font-size: 13px;
		color: var(--growth);
	}
	.sum {
		margin-left: auto;
		color: var(--soft);
		font-size: 13.5px;
	}
	.bad {
		color: var(--dry);
	}
</style>
