<script lang="ts">
	import { aheadOf, monthsAhead, MOST_DAYS } from '$lib/core/model';
	import { MONTH_NAMES } from '$lib/core/design';
	import { scaleOf, toShown } from '$lib/core/quantity';
	import Chart from '../../chart/Chart.svelte';
	import Explain from '../../explain/Explain.svelte';
	import { useSession } from '../../workspace/context';

	/** A year of the tank, month by month, worked out when it is opened. */
	const session = useSession();
	let open = $state(false);
	const ahead = $derived(open ? aheadOf(session.kept, session.today, MOST_DAYS) : null);
	const months = $derived(ahead ? monthsAhead(session.kept, ahead) : []);
	const nameOf = (month: string) => MONTH_NAMES[Number(month.slice(5)) - 1]!;
	const unit = $derived(scaleOf('volume', session.units).unit);
	const shown = (litres: number) => toShown(litres, 'volume', session.units);
	const points = (of: (month: (typeof months)[number]) => number) =>
		months.map((month, x) => ({ x, y: shown(of(month)) }));
	const sum = (of: (month: (typeof months)[number]) => number) =>
		months.reduce((total, month) => total + of(month), 0);
	const figure = (value: number) => value.toLocaleString('en-GB', { maximumSignificantDigits: 3 });
</script>

<details bind:open>
	<summary>A year of it, month by month</summary>
	{#if ahead}
		<p class="soft">
			{#if ahead.course}Weather as the place’s months say, plants growing on as they are planned.
			{:else if session.model.area.climate.setting === 'indoors'}Indoors every day is alike; the
				plants grow on.
			{:else}Every day as the typical one: say what the months are like under Place, and each has
				its own.{/if}
		</p>
		<p>
			<Explain op="reservoir-run" entry={ahead} title="The year of the tank" rows={[]}
				>How it is worked out</Explain
			>
		</p>
		<Chart
			title="Litres a month"
			across={{
				name: '',
				labels: months.map(({ month }) => nameOf(month).slice(0, 3)),
				say: String
			}}
			up={{ name: unit, min: 0, say: figure }}
			series={[
				{
					name: 'leave the tank',
					colour: '--supply',
					kind: 'bar',
					points: points(({ leavesL }) => leavesL)
				},
				{
					name: 'filled in',
					colour: '--growth',
					kind: 'bar',
					points: points(({ filledL }) => filledL)
				}
			]}
		/>
		<table>
			<thead
				><tr
					><th scope="col">Month</th><th scope="col">Fill in</th><th scope="col">Salts</th><th
						scope="col">Changes</th
					><th scope="col">Power</th></tr
				></thead
			>
			<tbody>
				{#each months as { month, days, filledL, saltG, changes, kwh, cost } (month)}
					<tr
						><th scope="row">{nameOf(month)}{days < 28 ? ` (${days} d)` : ''}</th>
						<td>{session.say(filledL, 'volume')}</td>
						<td>{session.say(saltG, 'salt')}</td>
						<td>{changes || '–'}</td>
						<td>{session.say(kwh, 'work')}{cost > 0 ? `, ${cost.toFixed(2)}` : ''}</td></tr
					>
				{/each}
			</tbody>
			<tfoot
				><tr
					><th scope="row">Year</th>
					<td
						>{session.say(
							sum(({ filledL }) => filledL),
							'volume'
						)}</td
					>
					<td
						>{session.say(
							sum(({ saltG }) => saltG),
							'salt'
						)}</td
					>
					<td>{sum(({ changes }) => changes) || '–'}</td>
					<td
						>{session.say(
							sum(({ kwh }) => kwh),
							'work'
						)}{sum(({ cost }) => cost) > 0 ? `, ${sum(({ cost }) => cost).toFixed(2)}` : ''}</td
					></tr
				></tfoot
			>
		</table>
		<p class="soft">
			Power with its cost at your price. The salts are those of your mix; what the source water
			brings is not weighed.
		</p>
	{/if}
</details>

<style>
	details {
		margin: 12px 0 4px;
	}
	summary {
		cursor: pointer;
		font: 650 15px var(--head);
		padding: 4px 0;
	}
	table {
		width: 100%;
		border-collapse: collapse;
	}
	th {
		text-align: left;
		font: 400 13px var(--text);
		color: var(--soft);
	}
	th[scope='row'] {
		color: var(--ink);
	}
	td,
	th {
		padding: 3px 6px 3px 0;
		border-top: 1px solid var(--hair);
		font-size: 13.5px;
	}
	tfoot * {
		font-weight: 650;
	}
</style>
