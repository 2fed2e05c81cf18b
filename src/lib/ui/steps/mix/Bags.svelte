<script lang="ts">
	import { format, parseISO } from 'date-fns';
	import { lowerFirst } from '$lib/core/quantity';
	import TypedNumber from '../../control/TypedNumber.svelte';
	import { useSession } from '../../workspace/context';
	import { shortOf } from './bench';

	/** The bags and bottles on the shelf: price, what is left, and the scoop that goes with each. */
	const session = useSession();
	const mix = $derived(session.model.mix);
	const kept = $derived(session.model.shelf.kept);
	let problem = $state<string | null>(null);
	const COLUMNS = [
		['price', 'Price of', 0, 100_000],
		['left', 'Left of', 0, 1e6],
		['scoopG', 'Scoop of', 0.05, 500]
	] as const;
</script>

<table>
	<thead
		><tr
			><th scope="col">On the shelf</th><th scope="col">a kg or litre</th><th scope="col"
				>left, g or mL</th
			><th scope="col">scoop, g</th></tr
		></thead
	>
	<tbody>
		{#each mix.ingredients as { of, name, saltId } (of)}
			{@const bag = kept[of]}
			{@const bagOf = of}
			<tr>
				<th scope="row">{shortOf({ name, saltId })}</th>
				{#each COLUMNS as [field, words, min, max] (field)}
					<td
						><TypedNumber
							label="{words} {lowerFirst(name)}"
							shape="bare"
							of="count"
							units={session.units}
							{min}
							{max}
							empty=""
							value={bag?.[field] ?? null}
							tell={(said) => (problem = said)}
							onvalue={(value) => session.shelf.keepBag(bagOf, { [field]: value })}
						/></td
					>
				{/each}
			</tr>
			{#if bag?.left !== null && bag?.left !== undefined}
				<tr class="more"
					><td colspan="4"
						>{#if bag.openedOn}opened {format(parseISO(bag.openedOn), 'd MMM yyyy')}{:else}<button
								class="quiet"
								onclick={() => session.shelf.keepBag(of, { openedOn: session.today })}
								>opened today</button
							>{/if}</td
					></tr
				>
			{/if}
		{/each}
	</tbody>
</table>
{#if problem}<p role="alert">{problem}</p>{/if}
<p class="soft">A batch that ends in the tank is taken off what is left.</p>

<style>
	table {
		width: 100%;
		border-collapse: collapse;
	}
	th {
		font: 400 13px var(--text);
		text-align: right;
		color: var(--soft);
		padding: 2px 4px;
	}
	th[scope='row'],
	th:first-child {
		text-align: left;
		color: var(--ink);
	}
	td {
		text-align: right;
		padding: 2px;
	}
	td :global(input) {
		width: 66px;
		text-align: right;
		padding-inline: 5px;
	}
	.more td {
		font-size: 13px;
		color: var(--soft);
	}
	p[role='alert'] {
		color: var(--dry);
	}
</style>
