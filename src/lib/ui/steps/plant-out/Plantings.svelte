<script lang="ts">
	import When from '../../control/When.svelte';
	import type { Succession } from '$lib/core/design';
	import { daysBetween, type Round } from '$lib/core/model';
	import { dayOf } from '$lib/core/review';
	import { moved, refusedOn } from '../../clock/season-drag';
	import { useSession } from '../../workspace/context';

	/** The plantings of a crop by their dates; a date that is typed moves one. */
	interface Props {
		all: readonly Round[];
		rounds: readonly Round[];
		plan: Succession;
	}
	const { all, rounds, plan }: Props = $props();
	const session = useSession();
	const FIRST = 6;
	let whole = $state(false);
	let problem = $state<{ key: string; words: string } | null>(null);
	const nameOf = ({ batch, round }: Round) =>
		`Batch ${batch + 1}${plan.rounds > 1 ? `, planting ${round + 1}` : ''}`;

	/** @returns why it does not move, and then nothing does */
	function put(round: Round, date: string): string | null {
		if (!/^\d{4}-\d\d-\d\d$/.test(date)) return 'No date.';
		const by = daysBetween(round.plantOut, date);
		const words =
			refusedOn(all, round, date) ??
			(Math.abs((plan.moved[round.key] ?? 0) + by) > 365
				? 'A planting moves by a year at most.'
				: null);
		problem = words ? { key: round.key, words } : null;
		if (!words && by !== 0)
			session.press([moved(session, plan, round, by)], `${nameOf(round)} moved`);
		return words;
	}
</script>

<table>
	<thead
		><tr
			><th scope="col">Planting</th><th scope="col">Plant out</th><th scope="col">Sow, pick</th></tr
		></thead
	>
	<tbody>
		{#each whole ? rounds : rounds.slice(0, FIRST) as round (round.key)}
			{@const { key, sow, plantOut, pickFrom, until, emptyDays, siteIds } = round}
			<tr>
				<th scope="row">{nameOf(round)}<small>{siteIds.length} sites</small></th>
				<td
					><When
						type="date"
						shape="bare"
						label="{nameOf(round)}: plant out"
						invalid={problem?.key === key}
						value={plantOut}
						onvalue={(date) => put(round, date)}
					/></td
				>
				<td
					>{#if sow}{dayOf(sow[0])} to {dayOf(sow[1])}<br />{/if}{dayOf(pickFrom)} to {dayOf(until)}
					{#if emptyDays > 0}<small class:bad={emptyDays > plan.emptyDays}
							>empty {emptyDays} days before</small
						>{:else if emptyDays < 0}<small class="bad">waits {-emptyDays} days for its sites</small
						>{/if}</td
				>
			</tr>
			{#if problem?.key === key}<tr><td colspan="3"><p role="alert">{problem.words}</p></td></tr
				>{/if}
		{/each}
	</tbody>
</table>
{#if rounds.length > FIRST}<button class="quiet" onclick={() => (whole = !whole)}
		>{whole ? 'Only the first' : `All ${rounds.length} plantings`}</button
	>{/if}

<style>
	table {
		width: 100%;
		border-collapse: collapse;
		margin-top: 6px;
	}
	th {
		text-align: left;
		font: 400 13px var(--text);
		color: var(--soft);
	}
	th[scope='row'] {
		font: 600 13.5px var(--text);
		color: var(--ink);
	}
	td,
	th {
		padding: 4px 6px 4px 0;
		border-top: 1px solid var(--hair);
		vertical-align: top;
		font-size: 13.5px;
	}
	thead th {
		border-top: 0;
	}
	small {
		display: block;
		color: var(--soft);
	}
	.bad,
	[role='alert'] {
		color: var(--dry);
	}
	td :global(input) {
		width: 132px;
		padding: 4px 6px;
	}
</style>
