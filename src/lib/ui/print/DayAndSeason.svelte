<script lang="ts">
	import { switchingsOf } from '$lib/core/feeding';
	import { handWaterSteps } from '$lib/core/logbook';
	import { eventsOf, roundsOf, timedSites, weeksOf } from '$lib/core/model';
	import { dayOf } from '$lib/core/review';
	import { clockOf } from '../clock/day-drag';
	import DayStrip from '../steps/feed/DayStrip.svelte';
	import WeeksStrip from '../steps/tank/WeeksStrip.svelte';
	import HandWater from '../procedure/HandWater.svelte';
	import { useSession } from '../workspace/context';

	/** The second printed page: the day with its timer, three weeks of the tank, and what the next weeks ask for. */
	const { width }: { width: number } = $props();
	const session = useSession();
	const model = $derived(session.model);
	const feed = $derived(model.feed);
	const timed = $derived(timedSites(model).size > 0);
	const list = $derived(feed ? switchingsOf(eventsOf(feed)) : []);
	const { relay, timer } = $derived(session.operation.feed);
	const from = $derived(session.record.plantOutOn ?? session.today);
	const hand = $derived(handWaterSteps(model, from));
	const weeks = $derived(
		weeksOf(roundsOf(model, from))
			.filter(
				({ monday, cubes, cuttings, plantedOut, picked }) =>
					monday >= session.today && cubes + cuttings + plantedOut + picked > 0
			)
			.slice(0, 10)
	);
	const COLUMNS = 4;
	const rows = $derived(Math.ceil(list.length / COLUMNS));
</script>

<section class="second">
	{#if timed}
		<h2>The day</h2>
		<DayStrip {width} />
		{#if list.length > 0}
			<h2>Timer, {list.length} {list.length === 1 ? 'feed' : 'feeds'} a day</h2>
			<div class="feeds">
				{#each Array.from( { length: COLUMNS }, (_, c) => list.slice(c * rows, (c + 1) * rows) ) as column, c (c)}
					{#if column.length > 0}<table>
							<thead
								><tr
									><th scope="col">On</th><th scope="col">Off</th><th scope="col">min</th
									>{#if timer.resolutionMin >= 15}<th scope="col">Pins</th>{/if}</tr
								></thead
							>
							<tbody>
								{#each column as { onMin, offMin, minutes } (onMin)}
									<tr
										><td>{clockOf(onMin)}</td><td>{clockOf(offMin)}</td><td>{minutes}</td
										>{#if timer.resolutionMin >= 15}<td
												>{Math.ceil(minutes / timer.resolutionMin)}</td
											>{/if}</tr
									>
								{/each}
							</tbody>
						</table>{/if}
				{/each}
			</div>
			{#if relay}<p>
					In each feed the relay is on {relay.onS} s and off {relay.offS} s, all through.
				</p>{/if}
		{/if}
	{/if}
	<HandWater steps={hand} />
	<h2>The tank, three weeks from {dayOf(session.today)}</h2>
	<WeeksStrip {width} />
	{#if weeks.length > 0}
		<h2>The next weeks</h2>
		<table>
			<thead
				><tr
					><th scope="col">Week of</th><th scope="col">Cubes to sow, two seeds each</th><th
						scope="col">Plant out</th
					><th scope="col">Plants to pick from</th></tr
				></thead
			>
			<tbody>
				{#each weeks as { monday, cubes, cuttings, plantedOut, picked } (monday)}
					<tr
						><td>{dayOf(monday)}</td><td
							>{cubes || '–'}{cuttings > 0 ? `, ${cuttings} cuttings` : ''}</td
						><td>{plantedOut || '–'}</td><td>{picked || '–'}</td></tr
					>
				{/each}
			</tbody>
		</table>
	{/if}
</section>

<style>
	.second {
		break-before: page;
		margin-top: 18px;
		font-size: 11.5px;
		line-height: 1.3;
	}
	h2 {
		font-size: 14px;
		margin: 10px 0 2px;
	}
	.feeds {
		display: grid;
		grid-template-columns: repeat(4, 1fr);
		gap: 14px;
		align-items: start;
	}
	table {
		width: 100%;
		border-collapse: collapse;
	}
	th,
	td {
		text-align: left;
		padding: 1px 4px 1px 0;
		border-top: 1px solid var(--hair);
		font-weight: 400;
	}
	th {
		color: var(--soft);
		border-top: 0;
	}
	p {
		margin-top: 4px;
	}
	.second :global(.verbs) {
		display: none;
	}
</style>
