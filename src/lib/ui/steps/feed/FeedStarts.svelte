<script lang="ts">
	import When from '../../control/When.svelte';
	import X from '@lucide/svelte/icons/x';
	import { clockOf, minutesOf, runsInto } from '../../clock/day-drag';
	import { useSession } from '../../workspace/context';

	/** When somebody waters by hand: clock times, as many as there are. */
	const session = useSession();
	const starts = $derived([...session.operation.feed.startsMin].sort((a, b) => a - b));
	const keep = (next: readonly number[]): void =>
		void session.put('operation.feed.startsMin', next, 'when it is watered');

	const onMin = $derived(session.model.feed?.onMin ?? 0);
	const over = $derived(runsInto(starts, onMin));
	let problem = $state<string | null>(null);
	/** @returns why it stays where it is, and then it does */
	function move(index: number, text: string): string | null {
		const to = minutesOf(text);
		if (to === null) return 'No time.';
		problem = starts.includes(to)
			? `There is a feed at ${clockOf(to)} already: choose another time, or drop one.`
			: null;
		if (!problem) keep(starts.map((at, i) => (i === index ? to : at)));
		return problem;
	}
	/** In the middle of the longest time without one. */
	function add(): void {
		const gaps = starts.map((at, i) => (starts[i + 1] ?? starts[0]! + 1440) - at);
		const longest = gaps.indexOf(Math.max(...gaps));
		keep([...starts, Math.round(starts[longest]! + gaps[longest]! / 2) % 1440]);
	}
</script>

<div class="starts" role="group" aria-label="Watered at">
	<span>Watered at</span>
	<ul>
		{#each starts as at, i (i)}
			<li>
				<When
					type="time"
					shape="bare"
					label="Watering {i + 1}"
					value={clockOf(at)}
					invalid={over.has(at)}
					onvalue={(text) => move(i, text)}
				/>
				<button
					class="quiet"
					aria-label="Drop watering {i + 1}"
					disabled={starts.length < 2}
					onclick={() => keep(starts.filter((_, k) => k !== i))}><X size={14} /></button
				>
			</li>
		{/each}
		<li><button class="quiet" onclick={add}>One more</button></li>
	</ul>
	{#if problem}<p role="alert">{problem}</p>{/if}
	{#each over as [at, next] (at)}
		<p role="alert">
			The feed at {clockOf(at)} runs {onMin} min, into the one at {clockOf(next)}: begin it at {clockOf(
				next - onMin
			)} or before, or drop one.
		</p>
	{/each}
</div>

<style>
	.starts {
		padding: 6px 0;
		border-top: 1px solid var(--hair);
	}
	ul {
		list-style: none;
		display: flex;
		flex-wrap: wrap;
		gap: 6px 10px;
		margin: 4px 0 0;
		padding: 0;
	}
	li {
		display: flex;
		align-items: center;
	}
	li :global(input) {
		font: inherit;
	}
	p {
		color: var(--dry);
		font-size: 13.5px;
	}
</style>
