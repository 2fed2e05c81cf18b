<script lang="ts">
	import { handWaterSteps } from '$lib/core/logbook';
	import { stageWeeks } from '$lib/core/model';
	import { dayOf } from '$lib/core/review';
	import HandWater from '../../procedure/HandWater.svelte';
	import Explain from '../../explain/Explain.svelte';
	import { useSession } from '../../workspace/context';

	/** From planting out until they are full grown: by hand at first, then the timer by stage. */
	const session = useSession();
	let open = $state(false);
	const on = $derived(session.record.plantOutOn);
	const from = $derived(on ?? session.today);
	const byHand = $derived(handWaterSteps(session.model, from));
	// each stage is planned as if all were of it: a drag waits for its end
	const weeks = $derived(open ? stageWeeks(session.kept, from) : []);
</script>

<details bind:open>
	<summary>The first weeks</summary>
	<HandWater steps={byHand} />
	{#if weeks.some(({ feeds }) => feeds)}
		<table>
			<thead
				><tr
					><th scope="col">Plants are</th><th scope="col">From about</th><th scope="col">Timer</th
					><th scope="col">All drink</th></tr
				></thead
			>
			<tbody>
				{#each weeks as { stage, from: date, feeds, drinksLPerDay } (stage)}
					<tr>
						<th scope="row">{stage === 'full' ? 'full grown' : stage}</th>
						<td>{dayOf(date)}</td>
						<td
							>{!feeds
								? 'no plan'
								: feeds.overSlots
									? 'by hand: more feeds than it holds'
									: `${feeds.count} × ${feeds.onMin} min`}</td
						>
						<td>{session.say(drinksLPerDay, 'use')}</td>
					</tr>
				{/each}
			</tbody>
		</table>
		<p class="soft">
			<Explain op="feed-plan" entry={null} title="The first weeks" rows={[]}
				>Each is planned as if all were of it.</Explain
			> Go by the plants: say under Plants how far they are, and the plan follows.
		</p>
	{/if}
	{#if !on}<p class="soft">Counted as if planted out today.</p>{/if}
</details>

<style>
	details {
		border-top: 1px solid var(--hair);
		padding: 6px 0;
	}
	summary {
		cursor: pointer;
		font: 600 15px var(--head);
	}
	table {
		width: 100%;
		border-collapse: collapse;
		margin: 6px 0;
	}
	th,
	td {
		text-align: left;
		padding: 3px 6px 3px 0;
		border-top: 1px solid var(--hair);
		font-size: 13.5px;
	}
	th {
		font-weight: 400;
		color: var(--soft);
	}
	th[scope='row'] {
		color: var(--ink);
	}
	thead th {
		border-top: 0;
	}
</style>
