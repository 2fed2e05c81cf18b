<script lang="ts">
	import { rinsed, saltAtSites } from '$lib/core/model';
	import { scaleOf, toShown } from '$lib/core/quantity';
	import Chart, { type Series } from '../../chart/Chart.svelte';
	import Figure from '../../control/Figure.svelte';
	import { useSession } from '../../workspace/context';

	/** Salt round the roots of what nothing comes back from, day by day, and what a rinse does. */
	const session = useSession();
	const model = $derived(session.kept);
	const states = $derived(model.saltInMedia);
	/** Looked at where no flush is set. */
	const TRIED_DAYS = 14;
	const every = $derived(session.operation.flushEveryDays ?? TRIED_DAYS);
	const label = (id: string) => model.layout.sites.find((site) => site.id === id)?.label ?? id;
	const shown = (msCm: number) => toShown(msCm, 'strength', session.units);
	const line = (days: readonly { day: number; msCm: number }[]) =>
		days.map(({ day, msCm }) => ({ x: day, y: shown(msCm) }));
	const drawn = $derived(
		states.map((state) => {
			const sites = saltAtSites(model, state);
			const worst = sites.reduce(
				(a, b) => (b.result.days.at(-1)!.msCm > a.result.days.at(-1)!.msCm ? b : a),
				sites[0]!
			);
			const unset = session.operation.flushEveryDays === null;
			const series: Series[] = [
				{ name: 'mean', colour: '--soft', kind: 'line', points: line(state.result.days) },
				...sites.map(({ siteId, which, result }): Series => ({
					name: `${label(siteId)}, ${which}`,
					colour: which === 'thirstiest' ? '--supply' : '--return',
					kind: 'line',
					points: line(result.days)
				})),
				...(unset && worst
					? [
							{
								name: 'rinsed',
								colour: '--growth',
								kind: 'line' as const,
								dashed: true,
								points: line(rinsed(model, worst.input, every).days)
							}
						]
					: [])
			];
			return { state, series, sites };
		})
	);
</script>

{#each drawn as { state, series, sites } (state.standId)}
	<h3>Salt round the roots</h3>
	<Chart
		title="Strength in the medium, day by day"
		across={{
			name: 'day',
			min: 0,
			max: state.result.days.length,
			say: (day) => String(Math.round(day))
		}}
		up={{
			name: scaleOf('strength', session.units).unit,
			min: 0,
			say: (value) => value.toLocaleString('en-GB', { maximumSignificantDigits: 3 })
		}}
		bands={state.input.limitMsCm === undefined
			? []
			: [
					{
						name: 'borne',
						from: shown(state.input.feedMsCm),
						to: shown(state.input.limitMsCm),
						colour: '--growth-pale'
					}
				]}
		{series}
	/>
	{#each sites as { siteId, which, input, result } (siteId)}
		<Figure
			label="{label(siteId)}, the {which}, in {result.days.length} days"
			value={result.days.at(-1)!.msCm}
			kind="strength"
			op="salt-build-up"
			entry={{ input, result }}
			state={result.dayOverLimit === null ? null : 'look'}
		/>
	{/each}
	<p class="soft">
		{session.operation.flushEveryDays === null
			? `Dashed: rinsed with plain water every ${session.say(every, 'days')}.`
			: `Rinsed with plain water every ${session.say(every, 'days')}.`} Band: up to what these crops bear.
	</p>
{/each}
