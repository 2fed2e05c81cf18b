<script lang="ts">
	import { intoView } from '../../control/into-view';
	import { benchOf } from '$lib/core/design';
	import { scaleOf } from '$lib/core/quantity';
	import TypedNumber from '../../control/TypedNumber.svelte';
	import { useSession } from '../../workspace/context';

	const { onclose }: { onclose: () => void } = $props();
	const session = useSession();
	const source = $derived(session.design.source);
	const span = $derived(scaleOf('span', session.units).unit);
	const volume = $derived(scaleOf('volume', session.units).unit);
	type Row = { liftM: number | null; litres: number | null; seconds: number | null };
	const EMPTY: Row = { liftM: null, litres: null, seconds: null };
	const start = () => {
		const rows: Row[] = (benchOf(session.design, session.record) ?? []).map((r) => ({ ...r }));
		while (rows.length < 3) rows.push({ ...EMPTY });
		return rows;
	};
	const COLUMNS = [
		['liftM', 'Lift', 'span', 0, 50],
		['litres', 'Jug', 'volume', 0, 1000],
		['seconds', 'Seconds', 'seconds', 0.1, 36_000]
	] as const;
	let rows = $state(start());
	let problem = $state<string | null>(null);
	let wrong = $state(false);
	function tell(words: string | null): void {
		problem = words;
		wrong = words !== null;
	}

	function use(): void {
		// a field that cannot be taken says so itself
		if (wrong) return;
		const bench = rows
			.map((row) => ({ ...row }))
			.filter((row) => Object.values(row).some((v) => v !== null));
		if (bench.length < 2) {
			problem =
				'Two readings at least: one low, one near the height at which the water only just comes.';
			return;
		}
		if (bench.some((row) => Object.values(row).some((v) => v === null))) {
			problem = `Each reading needs a lift in ${span}, an amount in ${volume} and seconds.`;
			return;
		}
		if (source.kind !== 'pump') return;
		const test = { pumpId: source.partId, readings: bench };
		problem = session.set('record.pumpTest', test, 'bench test of the pump');
		if (!problem) onclose();
	}
</script>

<div class="test" {@attach intoView}>
	<p>
		Hold the hose at a height above the water, fill a jug and time it. Zero in the jug marks the
		height at which nothing comes any more.
	</p>
	<table>
		<thead>
			<tr
				><th scope="col">Lift, {span}</th><th scope="col">Jug, {volume}</th><th scope="col"
					>Seconds</th
				></tr
			>
		</thead>
		<tbody>
			{#each rows as row, i (i)}
				<tr>
					{#each COLUMNS as [key, name, of, min, max] (key)}
						<td
							><TypedNumber
								label="{name} of reading {i + 1}"
								shape="bare"
								{of}
								units={session.units}
								{min}
								{max}
								empty=""
								{tell}
								bind:value={row[key]}
							/></td
						>
					{/each}
				</tr>
			{/each}
		</tbody>
	</table>
	{#if problem}<p class="problem" role="alert">{problem}</p>{/if}
	<div class="verbs">
		<button class="button main" onclick={use}>Use these readings</button>
		<button class="quiet" onclick={() => (rows = [...rows, { ...EMPTY }])}>One more</button>
		{#if benchOf(session.design, session.record)}
			<button
				class="quiet"
				onclick={() => {
					session.put('record.pumpTest', null, 'nameplate of the pump');
					onclose();
				}}>Back to the nameplate</button
			>
		{/if}
	</div>
</div>

<style>
	.test {
		border-top: 1px solid var(--hair);
		margin-top: 12px;
		padding-top: 10px;
		display: grid;
		gap: 8px;
	}
	table {
		border-collapse: collapse;
	}
	th {
		text-align: left;
		font: 400 13px var(--text);
		color: var(--soft);
	}
	td {
		padding: 2px 6px 2px 0;
	}
	td :global(input) {
		width: 84px;
		text-align: right;
	}
	.problem {
		color: var(--dry);
	}
	.verbs {
		display: flex;
		gap: 8px;
		flex-wrap: wrap;
	}
</style>
