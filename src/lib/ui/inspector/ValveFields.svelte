<script lang="ts">
	import { fieldsOf, kindOf, rowLetter, valveId } from '$lib/core/design';
	import { VALVES } from '$lib/core/hydraulics';
	import NumberField from '../control/NumberField.svelte';
	import PickOne from '../control/PickOne.svelte';
	import PickField from '../control/PickField.svelte';
	import Tick from '../control/Tick.svelte';
	import { useSession } from '../workspace/context';

	/** Valves of rows, shut or part open, and of single outlets or towers that are throttled. */
	const session = useSession();
	const stand = $derived(session.design.stands[session.view.standIndex]!);
	const known = $derived(fieldsOf(stand));
	const { shutValves, valves: partOpen } = $derived(session.operation);
	const kinds = Object.entries(VALVES).map(([id, name]) => ({ id, name }));
	/** Rows fed by small tubes have a valve each, lettered as on the drawing. */
	const rows = $derived.by(() => {
		if (known.feedAboveRimMm === undefined) return [];
		const { containers } = session.model.layout;
		return Array.from({ length: known.rows ?? 1 }, (_, row) => {
			const first = containers.find((c) => c.standId === stand.id && c.row === row);
			return {
				id: valveId(stand.id, row),
				letter: /^[A-Z]+/.exec(first?.label ?? '')?.[0] ?? rowLetter(row)
			};
		});
	});
	const outlets = $derived(
		kindOf(stand).feeding === 'pump'
			? session.model.layout.outlets.filter(({ standId }) => standId === stand.id)
			: []
	);
	const [one] = $derived(kindOf(stand).words.outlet);
	const throttled = $derived(outlets.filter(({ id }) => id in partOpen));
	function shut(id: string, open: boolean): void {
		const next = open ? shutValves.filter((other) => other !== id) : [...shutValves, id];
		session.put('operation.shutValves', next, 'row valve');
	}
	/** Ids have slashes in them: the record of valves is set as a whole. */
	function throttle(id: string, valve: { kind: string; open: number } | undefined): void {
		const others = Object.fromEntries(Object.entries(partOpen).filter(([known]) => known !== id));
		session.put(
			'operation.valves',
			valve ? { ...others, [id]: valve } : others,
			valve ? 'valve part open' : 'valve open'
		);
	}
</script>

{#snippet part(id: string, name: string)}
	<div class="part">
		<PickField label="It is a" path="operation.valves.{id}.kind" options={kinds} />
		<NumberField label="{name} open to" path="operation.valves.{id}.open" />
		<button class="quiet" onclick={() => throttle(id, undefined)}>Open it all the way</button>
	</div>
{/snippet}

{#each rows as { id, letter } (id)}
	<Tick
		label="Valve of row {letter} open"
		checked={!shutValves.includes(id)}
		onpick={(open) => shut(id, open)}
	/>
	{#if !shutValves.includes(id)}
		{#if id in partOpen}
			{@render part(id, `Row ${letter}`)}
		{:else}
			<button class="quiet" onclick={() => throttle(id, { kind: 'ball', open: 0.5 })}
				>Throttle row {letter}</button
			>
		{/if}
	{/if}
{/each}
{#each throttled as { id, label } (id)}
	<p class="soft">{label} has a valve of its own.</p>
	{@render part(id, label)}
{/each}
{#if outlets.length > 1 && outlets.length > throttled.length}
	<PickOne
		label="A valve at one {one}"
		ask="which"
		again
		options={outlets
			.filter(({ id }) => !(id in partOpen))
			.map(({ id, label }) => ({ id, name: label }))}
		onpick={(id) => throttle(id, { kind: 'needle', open: 0.5 })}
	/>
{/if}

<style>
	.part {
		border-left: 3px solid var(--hair);
		padding-left: 10px;
	}
</style>
