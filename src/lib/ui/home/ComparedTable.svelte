<script lang="ts">
	import { show, showNumber, type Units } from '$lib/core/quantity';
	import type { Comparison } from '$lib/core/edit';
	import type { Differing } from './differences';

	/** What two variants come to, which is better by it, and what is built differently. */
	interface Props {
		rows: readonly Comparison[];
		settings: readonly Differing[];
		/** What the second variant is called. */
		name: string;
		units: Units;
	}
	const { rows, settings, name, units }: Props = $props();
	const say = (value: number | null, row: Comparison) =>
		value === null
			? 'not known'
			: row.unit === undefined
				? show(value, row.kind, units)
				: `${value < 20 ? value.toFixed(1) : showNumber(value, row.kind, units)} ${row.unit}`;
</script>

<table>
	<thead>
		<tr>
			<th scope="col">What it comes to</th>
			<th scope="col">As it stands</th>
			<th scope="col">{name}</th>
		</tr>
	</thead>
	<tbody>
		{#each rows as row, i (`${i} ${row.name}`)}
			<tr>
				<th scope="row">{row.name}</th>
				{#each ['a', 'b'] as const as side (side)}
					<td class:better={row.wins === side}
						>{say(row[side], row)}{#if row.wins === side}<span class="visually-hidden"
								>, better</span
							>{/if}</td
					>
				{/each}
			</tr>
		{/each}
	</tbody>
	{#if settings.length > 0}
		<tbody>
			<tr class="head"><th scope="col">What is built differently</th><td></td><td></td></tr>
			{#each settings as row, i (`${i} ${row.name}`)}
				<tr><th scope="row">{row.name}</th><td>{row.mine}</td><td>{row.theirs}</td></tr>
			{/each}
		</tbody>
	{/if}
</table>

<style>
	table {
		width: 100%;
		border-collapse: collapse;
		margin: 22px 0;
	}
	th,
	td {
		text-align: left;
		padding: 6px 10px 6px 0;
		border-top: 1px solid var(--hair);
		font-weight: 400;
		vertical-align: baseline;
	}
	th {
		width: 34%;
		color: var(--soft);
	}
	thead th,
	.head th {
		font: 600 15px var(--head);
		color: var(--ink);
		border-top: 0;
	}
	.head th,
	.head td {
		padding-top: 20px;
	}
	td {
		font: 500 15px var(--head);
	}
	.better {
		font-weight: 700;
		color: var(--growth);
	}
	.better::before {
		content: '▲ ';
		font-size: 11.5px;
	}
</style>
