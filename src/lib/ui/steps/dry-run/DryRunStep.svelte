<script lang="ts">
	import { capital, scaleOf } from '$lib/core/quantity';
	import { CATCH_S, catchesOf, dryRunChecks, type Catch, type Verdict } from '$lib/core/logbook';
	import { outletWords } from '$lib/core/review';
	import StepLine from '../../procedure/StepLine.svelte';
	import Big from '../../inspector/Big.svelte';
	import DateField from '../../control/DateField.svelte';
	import SetAside from '../../inspector/SetAside.svelte';
	import JugField from './JugField.svelte';
	import { useSession } from '../../workspace/context';

	const session = useSession();
	const model = $derived(session.model);
	const outlet = $derived(outletWords(model));
	const rows = $derived(catchesOf(model));
	const done = $derived(rows.filter((r) => r.caughtL !== null).length);
	/** Readings whose outlet a change of counts took away. */
	const gone = $derived.by(() => {
		const there = new Set(model.layout.outlets.map((e) => e.id));
		return Object.keys(session.record.caughtMl).filter((id) => !there.has(id));
	});
	const a = (word: string) => `${/^[aeiou]/.test(word) ? 'an' : 'a'} ${word}`;
	const without = (ids: readonly string[]) =>
		Object.fromEntries(Object.entries(session.record.caughtMl).filter(([id]) => !ids.includes(id)));
	let problem = $state<string | null>(null);
	const VERDICTS: Record<Verdict, string> = { fine: 'fine', clogged: 'clogged?', loose: 'loose?' };
	/** How far any of them may be off before it is said. */
	const within = $derived([...new Set(rows.map((row: Catch) => Math.round(100 * row.within)))]);
	const checks = $derived(dryRunChecks(session));
</script>

<p class="soft">
	With plain water, before anything is planted. Catch each {outlet[0]} for {CATCH_S} seconds, one after
	the other along the rows, and type it on the drawing or here.
</p>
<Big figure="{done} of {rows.length}" against="{outlet[1]} caught" />
<ul>
	{#each checks as step (step.id)}<li><StepLine {step} /></li>{/each}
</ul>
<table class="told">
	<thead
		><tr
			><th scope="col">{capital(outlet[0])}</th><th scope="col">Should give</th><th scope="col"
				>Caught, {scaleOf('dose', session.units).unit}</th
			><th scope="col">Verdict</th></tr
		></thead
	>
	<tbody>
		{#each rows as row (row.id)}
			<tr class:chosen={session.view.selected === row.containerId}>
				<th scope="row"
					><button class="quiet" onclick={() => (session.view.selected = row.containerId)}
						>{row.label}</button
					></th
				>
				<td>{session.say(row.expectedL, 'dose')}</td>
				<td
					><JugField
						label="Caught at {row.label}"
						outletId={row.id}
						caughtL={row.caughtL}
						tell={(words) => (problem = words)}
					/></td
				>
				<td class:off={row.verdict === 'clogged' || row.verdict === 'loose'}
					>{row.verdict ? VERDICTS[row.verdict] : ''}</td
				>
			</tr>
		{/each}
	</tbody>
</table>
{#if rows.length > 0}<p class="soft">
		Up to {within.join(' or ')} % more or less is the jug and what {outlet[1]} of one make differ by.
	</p>{/if}
{#if problem}<p role="alert" class="problem">{problem}</p>{/if}
{#if gone.length > 0}
	<SetAside
		count={gone.length}
		what={gone.length === 1
			? `1 reading is of ${a(outlet[0])} that is gone.`
			: `${gone.length} readings are of ${outlet[1]} that are gone.`}
		ondrop={() => session.put('record.caughtMl', without(gone), 'readings dropped')}
	/>
{/if}
<DateField label="Dry run done on" path="record.dryRunOn" />

<style>
	ul {
		margin: 4px 0 10px;
		padding-left: 18px;
	}
	td :global(input) {
		width: 84px;
	}
	td,
	th {
		padding: 2px 0;
	}
	.off,
	.problem {
		color: var(--dry);
	}
</style>
