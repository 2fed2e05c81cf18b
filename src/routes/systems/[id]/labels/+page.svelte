<script lang="ts">
	import { format, parseISO } from 'date-fns';
	import { labelsOf } from '$lib/core/logbook';
	import type { BottleLabel } from '$lib/core/procedure';
	import { capital, scaleOf, toShown } from '$lib/core/quantity';
	import { amountWords, substanceWords } from '$lib/ui/procedure/words';
	import { provideSession } from '$lib/ui/workspace/context';
	import { Session } from '$lib/ui/workspace/session.svelte';
	import type { PageData } from './$types';

	/** Labels for the two bottles, to print and stick on. */
	const { data }: { data: PageData } = $props();
	// svelte-ignore state_referenced_locally
	const session = provideSession(new Session(data));
	const model = $derived(session.model);
	const labels = $derived(labelsOf(model, session.today));
	const day = (date: string) => format(parseISO(date), 'd MMM yyyy');
	const litresA = $derived(toShown(1, 'perVolume', session.units));
	const other = { A: 'B', B: 'A' };
	const TURNS: Record<BottleLabel['turn'], string> = {
		first: 'First. Stir, then bottle B. Both together give',
		second: 'Second, once A is stirred in. Both together give',
		alone: 'By itself. It gives'
	};
</script>

<svelte:head><title>Labels, {session.design.name} · Crelbo</title></svelte:head>

<nav class="no-print">
	<a href="/systems/{session.id}">Back to {session.design.name}</a>
	<button class="button main" onclick={() => print()}>Print the labels</button>
</nav>
<main>
	{#each labels as { bottle, turn, doseMlPerL, strengthMsCm, holds, madeOn, goodUntil } (bottle)}
		<article>
			<b class="letter">{bottle}</b>
			<div>
				<h1>{session.design.name}, bottle {bottle}</h1>
				<p class="dose">
					{session.say(doseMlPerL * litresA, 'liquid')}
					{scaleOf('perVolume', session.units).unit}
				</p>
				<p>{TURNS[turn]} {session.say(strengthMsCm, 'strength')} in the water here.</p>
				<ul>
					{#each holds as { what, amount }, i (i)}<li>
							{amountWords(amount, session.units)}
							{capital(substanceWords(what))}
						</li>{/each}
				</ul>
				<p>Made on {day(madeOn)}, good until {day(goodUntil)} in the dark and sealed.</p>
				<p class="mind">
					Not for drinking. Keep from children, heat and frost.
					{#if turn !== 'alone'}Never pour into bottle {other[bottle]}, never both in one jug.{/if}
				</p>
			</div>
		</article>
	{:else}
		<p>{model.bottles.why}</p>
	{/each}
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
