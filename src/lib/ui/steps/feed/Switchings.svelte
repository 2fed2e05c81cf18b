<script lang="ts">
	import { guardMin, switchingsCsv, switchingsJson, switchingsOf } from '$lib/core/feeding';
	import { eventsOf } from '$lib/core/model';
	import { clockOf } from '../../clock/day-drag';
	import { saveText } from '../../save-text';
	import { useSession } from '../../workspace/context';

	/** The timer as it is set: on and off by the clock, and as a table for a program that switches. */
	const session = useSession();
	const feed = $derived(session.model.feed);
	const list = $derived(feed ? switchingsOf(eventsOf(feed)) : []);
	const relay = $derived(session.operation.feed.relay);
	const step = $derived(session.operation.feed.timer.resolutionMin);
</script>

{#if list.length > 0}
	<details>
		<summary>The timer’s table, {list.length} {list.length === 1 ? 'line' : 'lines'}</summary>
		<table>
			<thead
				><tr
					><th scope="col">On</th><th scope="col">Off</th><th scope="col">min</th
					>{#if step >= 15}<th scope="col">Pins in</th>{/if}</tr
				></thead
			>
			<tbody>
				{#each list as { onMin, offMin, minutes } (onMin)}
					<tr
						><td>{clockOf(onMin)}</td><td>{clockOf(offMin)}</td><td>{minutes}</td>
						{#if step >= 15}<td>{Math.ceil(minutes / step)}</td>{/if}</tr
					>
				{/each}
			</tbody>
		</table>
		{#if relay}<p>
				In each feed the relay is on {relay.onS} s and off {relay.offS} s, all through.
			</p>{/if}
		<p class="soft">
			A pump that runs longer than {guardMin(list)} min on end is stuck on: have whatever switches it
			turn it off then.
		</p>
		<p>
			<button
				class="quiet"
				onclick={() => saveText(switchingsCsv(list, relay), 'feeds.csv', 'text/csv')}>As CSV</button
			>
			<button
				class="quiet"
				onclick={() => saveText(switchingsJson(list, relay), 'feeds.json', 'application/json')}
				>As JSON</button
			>
		</p>
	</details>
{/if}

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
		font-variant-numeric: tabular-nums;
	}
	th,
	td {
		text-align: left;
		padding: 2px 0;
	}
	th {
		color: var(--soft);
		font-weight: 400;
	}
</style>
