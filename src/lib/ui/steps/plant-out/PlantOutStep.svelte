<script lang="ts">
	import { containerWords, dayOf } from '$lib/core/review';
	import { handWaterSteps } from '$lib/core/logbook';
	import { daysBetween, entriesOf, roundsOf, shifted, weeksOf } from '$lib/core/model';
	import { calendarOf } from '../../clock/calendar';
	import HandWater from '../../procedure/HandWater.svelte';
	import Big from '../../inspector/Big.svelte';
	import DateField from '../../control/DateField.svelte';
	import { saveText } from '../../save-text';
	import { useSession } from '../../workspace/context';
	import Successions from './Successions.svelte';

	const session = useSession();
	const on = $derived(session.record.plantOutOn);
	/** Counted from today where no day is set. */
	const rounds = $derived(roundsOf(session.model, on ?? session.today));
	/** What is asked for from this week on. */
	const weeks = $derived(
		weeksOf(rounds).filter(
			({ monday, cubes, cuttings, plantedOut, picked }) =>
				monday >= session.today.slice(0, 8) && cubes + cuttings + plantedOut + picked > 0
		)
	);
	const byHand = $derived(handWaterSteps(session.model, on ?? session.today));
	/** Days the slowest of the first batches stands in its cubes. */
	const raisedDays = $derived(
		Math.max(
			0,
			...rounds
				.filter(({ key }) => key === '0.0')
				.flatMap(({ sow, plantOut }) =>
					sow
						? [Math.round((daysBetween(sow[0], plantOut) + daysBetween(sow[1], plantOut)) / 2)]
						: []
				)
		)
	);
	const sowToday = () =>
		session.put('record.plantOutOn', shifted(session.today, raisedDays), 'sown today');
	const FIRST = 8;
	let all = $state(false);
	let failed = $state(false);
	async function calendar(): Promise<void> {
		try {
			const text = await calendarOf(entriesOf(rounds, session.design.name));
			saveText(text, 'season.ics', 'text/calendar');
			failed = false;
		} catch {
			failed = true;
		}
	}
</script>

<p class="soft">
	Move a plant when its roots come through the cube and it has two true leaves; the days are only a
	middle.
</p>
<Big
	figure={on ? dayOf(on) : 'no date yet'}
	against={on ? `into the ${containerWords(session.model)[1]}` : ''}
/>
<DateField label="Planted out on" path="record.plantOutOn" />
<p class="note">
	First fill at part strength for young plants: set their stage under Plants and the mix follows.
</p>
<HandWater steps={byHand} />
{#if rounds.length > 0}
	{#if !on}<p class="soft">
			The dates below: were the first planted out today.
			{#if raisedDays > 0}<button class="quiet" onclick={sowToday}>Sow the first today</button>{/if}
		</p>{/if}
	<Successions {rounds} />
	<h3>Week by week</h3>
	{#if weeks.length === 0}<p class="soft">Nothing is due from this week on.</p>{:else}
		<table>
			<thead
				><tr
					><th scope="col">Week of</th><th scope="col" title="Two seeds in each">Cubes to sow</th
					><th scope="col">Plant out</th><th scope="col">Pick from</th></tr
				></thead
			>
			<tbody>
				{#each all ? weeks : weeks.slice(0, FIRST) as { monday, cubes, cuttings, plantedOut, picked } (monday)}
					<tr>
						<th scope="row">{dayOf(monday)}</th>
						<td
							>{[cubes > 0 && String(cubes), cuttings > 0 && `${cuttings} cuttings`]
								.filter(Boolean)
								.join(', ') || '–'}</td
						>
						<td>{plantedOut || '–'}</td>
						<td>{picked || '–'}</td>
					</tr>
				{/each}
			</tbody>
		</table>
		{#if weeks.length > FIRST}<button class="quiet" onclick={() => (all = !all)}
				>{all ? 'Only the next weeks' : `All ${weeks.length} weeks`}</button
			>{/if}
		<p class="soft">Two seeds in each cube, thinned to the stronger when both stand.</p>
	{/if}
	<p><button class="quiet" onclick={() => void calendar()}>As a calendar (.ics)</button></p>
	{#if failed}<p role="alert">The calendar could not be made. Try again.</p>{/if}
{:else}<p class="soft">Nothing is planted yet: choose crops under Plants.</p>{/if}

<style>
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
		font: 600 14.5px var(--text);
		color: var(--ink);
	}
	td,
	th {
		padding: 4px 6px 4px 0;
		border-top: 1px solid var(--hair);
	}
	thead th {
		border-top: 0;
	}
	.note {
		margin-top: 8px;
	}
</style>
