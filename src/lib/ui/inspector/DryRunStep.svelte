<script lang="ts">
	import { fromShown, fieldNumber } from '$lib/core/quantity';
	import { outletWords } from '$lib/core/review';
	import Big from './Big.svelte';
	import DateField from '../control/DateField.svelte';
	import SetAside from './SetAside.svelte';
	import { useSession } from '../workspace/context';

	/** Half a minute at each outlet with a jug: long enough to read, short enough to do fourteen times. */
	const SECONDS = 30;
	const session = useSession();
	const model = $derived(session.model);
	const outlet = $derived(outletWords(model));
	const caught = $derived(session.record.caughtMl);
	const rows = $derived(
		model.layout.emissions.map((e) => {
			const expectedL = ((model.path.outletLph.get(e.nodeId) ?? 0) * SECONDS) / 3600;
			const ml = caught[e.id];
			const off = ml === undefined || expectedL === 0 ? null : ml / 1000 / expectedL - 1;
			return { e, expectedL, ml, off };
		})
	);
	const done = $derived(rows.filter((r) => r.ml !== undefined).length);
	/** Readings whose outlet a change of counts took away. */
	const gone = $derived.by(() => {
		const there = new Set(model.layout.emissions.map((e) => e.id));
		return Object.keys(caught).filter((id) => !there.has(id));
	});
	const a = (word: string) => `${/^[aeiou]/.test(word) ? 'an' : 'a'} ${word}`;
	const without = (ids: readonly string[]) =>
		Object.fromEntries(Object.entries(caught).filter(([id]) => !ids.includes(id)));
	let problem = $state<string | null>(null);

	function catchIt(id: string, text: string): void {
		const next = { ...caught };
		if (text.trim() === '') delete next[id];
		else
			next[id] = Number(
				(fromShown(Number(text.replace(',', '.')), 'dose', session.units) * 1000).toPrecision(10)
			);
		problem = session.set('record.caughtMl', next, 'caught in the dry run');
		if (problem) problem = `The jug must be a number from 0 to ${session.say(100, 'dose')}.`;
	}
	const CHECKS = [
		'Plain water, no feed. Swarf rinsed out of every pipe you cut.',
		'Every line end capped, every joint dry to the hand.',
		'Everything stands to the level as drawn, falling towards the tank.',
		'Air bled from the lines; each valve opened and shut once.',
		'Pump stopped: all that comes back stays under the brim.'
	];
</script>

<p class="soft">
	With plain water, before anything is planted. Catch each {outlet[0]} for {SECONDS} seconds.
</p>
<Big figure="{done} of {rows.length}" against="{outlet[1]} caught" />
<ul>
	{#each CHECKS as check (check)}<li>{check}</li>{/each}
</ul>
<table class="told">
	<thead
		><tr
			><th scope="col">{outlet[0][0]!.toUpperCase()}{outlet[0].slice(1)}</th><th scope="col"
				>Should give</th
			><th scope="col">Caught, {session.units.system === 'us' ? 'fl oz' : 'mL'}</th><th scope="col"
				>Verdict</th
			></tr
		></thead
	>
	<tbody>
		{#each rows as { e, expectedL, ml, off } (e.id)}
			<tr class:chosen={session.selected === e.containerId}>
				<th scope="row"
					><button class="quiet" onclick={() => (session.selected = e.containerId)}
						>{e.label}</button
					></th
				>
				<td>{session.say(expectedL, 'dose')}</td>
				<td
					><input
						class="field"
						inputmode="decimal"
						aria-label="Caught at {e.label}"
						value={ml === undefined ? '' : fieldNumber(ml / 1000, 'dose', session.units)}
						onchange={(ev) => catchIt(e.id, ev.currentTarget.value)}
					/></td
				>
				<td class:off={off !== null && Math.abs(off) > 0.25}
					>{off === null
						? ''
						: Math.abs(off) <= 0.25
							? 'fine'
							: off < 0
								? 'clogged?'
								: 'loose?'}</td
				>
			</tr>
		{/each}
	</tbody>
</table>
{#if problem}<p role="alert" class="problem">{problem}</p>{/if}
{#if gone.length > 0}
	<SetAside
		count={gone.length}
		what={gone.length === 1
			? `1 reading is of ${a(outlet[0])} that is gone.`
			: `${gone.length} readings are of ${outlet[1]} that are gone.`}
		ondrop={() => session.set('record.caughtMl', without(gone), 'readings dropped')}
	/>
{/if}
<DateField label="Dry run done on" path="record.dryRunOn" />

<style>
	ul {
		margin: 4px 0 10px;
		padding-left: 18px;
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
