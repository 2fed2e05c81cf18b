<script lang="ts">
	import { addMonths, format, parseISO } from 'date-fns';
	import { scaleOf, toShown } from '$lib/core/quantity';
	import { provideSession } from '$lib/ui/workspace/context';
	import { Session } from '$lib/ui/workspace/session.svelte';
	import type { PageData } from './$types';

	/** Labels for the two bottles, to print and stick on. */
	const { data }: { data: PageData } = $props();
	// svelte-ignore state_referenced_locally
	const session = provideSession(new Session(data));
	const model = $derived(session.model);
	const stock = $derived(model.bottles.stock);
	const made = $derived(session.operation.mix.bottles?.madeOn ?? session.today);
	const day = (date: Date) => format(date, 'd MMM yyyy');
	const litresA = $derived(toShown(1, 'perVolume', session.units));
	const KEEPS_MONTHS = 3;
</script>

<svelte:head><title>Labels, {session.design.name} · Crelbo</title></svelte:head>

<nav class="no-print">
	<a href="/systems/{session.id}">Back to {session.design.name}</a>
	<button class="button main" onclick={() => print()}>Print the labels</button>
</nav>
<main>
	{#if stock}
		{#each ['A', 'B'] as const as name (name)}
			{#if stock.result.bottles[name].length > 0}
				<article>
					<b class="letter">{name}</b>
					<div>
						<h1>{session.design.name}, bottle {name}</h1>
						<p class="dose">
							{session.say(stock.input.doseMlPerL * litresA, 'liquid')}
							{scaleOf('perVolume', session.units).unit}
						</p>
						<p>
							{name === 'A' ? 'First. Stir, then bottle B.' : 'Second, when A is stirred in.'} Both together
							give {session.say(model.mix.expectedMsCm, 'strength')} in the water here.
						</p>
						<ul>
							{#each stock.result.bottles[name] as one (one.index)}<li>
									{session.say(one.grams, 'salt')}
									{model.mix.ingredients[model.bottles.of[one.index]!]!.name}
								</li>{/each}
						</ul>
						<p>
							Made on {day(parseISO(made))}, good to {day(addMonths(parseISO(made), KEEPS_MONTHS))} in
							the dark and sealed.
						</p>
						<p class="mind">
							Not for drinking. Keep from children, heat and frost. Never pour into bottle {name ===
							'A'
								? 'B'
								: 'A'}, never both in one jug.
						</p>
					</div>
				</article>
			{/if}
		{/each}
	{:else}
		<p>{model.bottles.why}</p>
	{/if}
</main>

<style>
	nav,
	main {
		max-width: 720px;
		margin: 0 auto;
		padding: 14px 18px;
	}
	nav {
		display: flex;
		justify-content: space-between;
		align-items: center;
	}
	article {
		display: grid;
		grid-template-columns: 90px 1fr;
		gap: 16px;
		border: 1.5px solid var(--ink);
		border-radius: 3px;
		padding: 14px 18px;
		margin-bottom: 18px;
		background: var(--sheet);
		break-inside: avoid;
	}
	.letter {
		font: 700 84px/1 var(--head);
		text-align: center;
	}
	h1 {
		font-size: 19px;
	}
	.dose {
		font: 650 22px var(--head);
		padding: 4px 0;
	}
	ul {
		columns: 2;
		padding-left: 18px;
		margin: 6px 0;
		font-size: 13px;
	}
	.mind {
		color: var(--caution);
		font-weight: 600;
	}
</style>
