<script lang="ts">
	import { intoView } from '../../control/into-view';
	import { benchOf } from '$lib/core/design';
	import { fromShown, scaleOf, toShown } from '$lib/core/quantity';
	import { useSession } from '../../workspace/context';

	const { onclose }: { onclose: () => void } = $props();
	const session = useSession();
	const source = $derived(session.design.source);
	const span = $derived(scaleOf('span', session.units).unit);
	const volume = $derived(scaleOf('volume', session.units).unit);
	const tidy = (v: number) => String(Number(v.toPrecision(5)));
	const start = () => {
		const bench = benchOf(session.design, session.record);
		const rows = (bench ?? []).map((r) => ({
			lift: tidy(toShown(r.liftM, 'span', session.units)),
			litres: tidy(toShown(r.litres, 'volume', session.units)),
			seconds: tidy(r.seconds)
		}));
		while (rows.length < 3) rows.push({ lift: '', litres: '', seconds: '' });
		return rows;
	};
	let rows = $state(start());
	let problem = $state<string | null>(null);

	function use(): void {
		const filled = rows.filter((r) => r.lift !== '' || r.litres !== '' || r.seconds !== '');
		const number = (text: string) => Number(text.trim().replace(',', '.') || NaN);
		const bench = filled.map((r) => ({
			liftM: fromShown(number(r.lift), 'span', session.units),
			litres: fromShown(number(r.litres), 'volume', session.units),
			seconds: number(r.seconds)
		}));
		if (bench.length < 2) {
			problem =
				'Two readings at least: one low, one near the height at which the water only just comes.';
			return;
		}
		if (bench.some((r) => Object.values(r).some((v) => !Number.isFinite(v)))) {
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
					<td
						><input
							class="field"
							inputmode="decimal"
							aria-label="Lift of reading {i + 1}"
							bind:value={row.lift}
						/></td
					>
					<td
						><input
							class="field"
							inputmode="decimal"
							aria-label="Jug of reading {i + 1}"
							bind:value={row.litres}
						/></td
					>
					<td
						><input
							class="field"
							inputmode="decimal"
							aria-label="Seconds of reading {i + 1}"
							bind:value={row.seconds}
						/></td
					>
				</tr>
			{/each}
		</tbody>
	</table>
	{#if problem}<p class="problem" role="alert">{problem}</p>{/if}
	<div class="verbs">
		<button class="button main" onclick={use}>Use these readings</button>
		<button class="quiet" onclick={() => (rows = [...rows, { lift: '', litres: '', seconds: '' }])}
			>One more</button
		>
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
	input {
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
