<script lang="ts">
	import { format } from 'date-fns';
	import {
		bottleAsked,
		isOfPh,
		isProse,
		OFF_CAUSES,
		pours,
		type OffCause,
		type Step
	} from '$lib/core/procedure';
	import { bottleCard, mixCard } from '$lib/core/logbook';
	import { showNumber } from '$lib/core/quantity';
	import { BatchSession } from '$lib/ui/mixing/batch-session.svelte';
	import BottleQuestion from '$lib/ui/mixing/BottleQuestion.svelte';
	import { keepAwake } from '$lib/ui/mixing/awake';
	import PastBatches from '$lib/ui/mixing/PastBatches.svelte';
	import PrintedCard from '$lib/ui/mixing/PrintedCard.svelte';
	import ReadField from '$lib/ui/control/ReadField.svelte';
	import Wait from '$lib/ui/mixing/Wait.svelte';
	import StepLine from '$lib/ui/procedure/StepLine.svelte';
	import { told, WRITTEN_THEN } from '$lib/ui/procedure/words';
	import Line from '$lib/ui/sync/Line.svelte';
	import { provideSession } from '$lib/ui/workspace/context';
	import Stale from '$lib/ui/workspace/Stale.svelte';
	import { Session } from '$lib/ui/workspace/session.svelte';
	import type { PageData } from './$types';

	const { data }: { data: PageData } = $props();
	// svelte-ignore state_referenced_locally
	const session = provideSession(new Session(data));
	const card = new BatchSession(session);
	const model = $derived(session.model);
	const what = $derived(data.what);
	const steps = $derived(what === 'bottles' ? bottleCard(model) : mixCard(model));
	const batch = $derived(card.batch);
	const next = $derived(card.next);
	const at = $derived(batch && next ? batch.steps.findIndex(({ id }) => id === next.id) : 0);
	const { fills } = $derived(session.operation.mix);
	/** Where it is once the last step is done. */
	const IN_PLACE = {
		tank: 'It is in the tank',
		loop: 'It is in the tank',
		reserve: 'It is in the reserve',
		tub: 'It is in the tub, to be poured on'
	};
	const noted = $derived(batch?.what === 'fill' && (fills === 'tank' || fills === 'loop'));
	let read = $state<number | null>(null);
	let asking = $state(false);
	let waiting = $state(false);
	let seeing = $state(false);
	const clock = (since: number): string => format(since, 'HH:mm');
	const RANGE = { strength: { low: 0, high: 8 }, ph: { low: 3, high: 10 } };
	const off = $derived(
		next?.expect && read !== null && (read < next.expect.low || read > next.expect.high)
	);
	const said = $derived.by(() => {
		if (!next?.expect) return '';
		const { what, low, high } = next.expect;
		return what === 'ph'
			? `${low.toFixed(1)} to ${high.toFixed(1)}`
			: `${showNumber(low, 'strength', session.units)} to ${session.say(high, 'strength')}`;
	});
	const after = $derived(batch?.steps[at + 1] ?? null);
	/** A step within a sentence. */
	const inOne = (step: Step) => {
		const { text, amount } = told(step, session.units);
		return amount ? `${text} ${amount}` : text;
	};
	/** The bottle of this is to be named before its amount can be told. */
	const asks = $derived(what === 'fill' && model.pour ? bottleAsked(model.pour) : null);
	// what is poured for the pH is told for the bottle that is named now, whenever the card was begun
	$effect(() => {
		if (next && isOfPh(next) && batch?.what === 'fill') card.pourAnew(model);
	});

	function done(): void {
		const value = read;
		const what = next?.expect?.what;
		if (what === 'strength' && off) {
			asking = true;
			return;
		}
		read = null;
		card.tick(Date.now(), {
			...(value !== null && what === 'strength' && { msCm: value }),
			...(value !== null && what === 'ph' && { ph: value })
		});
	}
	function because(cause: OffCause): void {
		if (read === null) return;
		const value = read;
		read = null;
		asking = false;
		card.replan(model, value, cause);
	}
	$effect(() => (batch?.state === 'open' ? keepAwake() : undefined));
</script>

<svelte:head><title>Mixing, {session.design.name} · Crelbo</title></svelte:head>

<nav class="no-print">
	<a href="/systems/{session.id}">Back to {session.design.name}</a>
	<button class="quiet" onclick={() => print()} disabled={session.judging.waiting}
		>Print the card</button
	>
</nav>
<main class="no-print">
	{#if !card.takenFrom}<p class="line">
			<Line file={session.file} onsee={() => (seeing = true)} />
		</p>{/if}
	{#if session.operation.mix.fish}
		<h1>Nothing is dosed here</h1>
		<p>Fish live in this loop: salts and acids harm them.</p>
	{:else if !batch || batch.state !== 'open'}
		{#if batch?.state === 'done'}
			<h1>{batch.what === 'bottles' ? 'Both are made' : IN_PLACE[fills]}</h1>
			<p class="lead">
				{session.say(batch.litres, 'volume')}{batch.readMsCm !== null
					? ` at ${session.say(batch.readMsCm, 'strength')}`
					: ''}{batch.readPh !== null ? `, pH ${batch.readPh.toFixed(1)}` : ''}. {card.waits
					? 'Not noted yet: it is on its way.'
					: noted
						? 'Noted in the record, and taken off what is left on the shelf.'
						: 'Taken off what is left on the shelf.'}
			</p>
			<a class="button main" href="/systems/{session.id}/today">The tank today</a>
		{:else}
			<h1>
				{#if what === 'bottles'}Two bottles of concentrate{:else}{session.say(
						model.mix.litres,
						'volume'
					)} of {session.say(model.mix.expectedMsCm, 'strength')}{/if}
			</h1>
			<p class="lead">
				{steps.length} steps, one at a time. Lay out {what === 'fill' && model.bottles.made
					? 'both bottles and a jug'
					: 'the bags, the scale and a jug'}{what === 'fill' &&
				session.operation.mix.method === 'meter'
					? ', and the meter'
					: ''}. It may be put down at any step.
			</p>
		{/if}
		{#if asks}<BottleQuestion bottle={asks} large />{/if}
		<p>
			<button
				class="button main large"
				onclick={() => card.start(what)}
				disabled={session.judging.waiting}>{batch ? 'Mix another' : 'Begin'}</button
			>
		</p>
		<PastBatches batches={session.cards.batches} unreadable={data.unreadable} />
	{:else if card.takenFrom}
		<h1>Taken over on the {card.takenFrom.name}</h1>
		<p class="lead">
			It has been open there since {clock(card.takenFrom.since)}. What you did here since then is
			not in it.
		</p>
		<div class="ask">
			<button class="button main" onclick={() => card.settle('mine')}
				>Go on here, with what was done here</button
			>
			<button class="button" onclick={() => card.settle('theirs')}>Leave it there</button>
		</div>
	{:else if card.elsewhere && next}
		<h1>Open on the {card.elsewhere.name} since {clock(card.elsewhere.since)}</h1>
		<p class="lead">
			Step {at + 1} of {batch.steps.length} is next there: {inOne(next)}
		</p>
		{#if pours(next)}<p class="caution">
				The {card.elsewhere.name} may have done this step and not said so yet. Pour nothing twice: look
				there first.
			</p>{/if}
		<div class="ask">
			<button class="button main" onclick={() => card.takeOver()}
				>{pours(next) ? 'This step is still to be done: go on here' : 'Go on here'}</button
			>
			{#if pours(next)}<button
					class="button"
					onclick={() => {
						card.takeOver();
						card.tick(Date.now());
					}}>It is done already: go on here after it</button
				>{/if}
		</div>
	{:else if next}
		<p class="count">
			Step {at + 1} of {batch.steps.length}
			<progress max={batch.steps.length} value={at}></progress>
		</p>
		{#if isProse(batch)}<p class="soft">{WRITTEN_THEN}</p>{/if}
		<section aria-live="polite">
			{#if batch.waitUntil}
				<Wait until={batch.waitUntil} bind:waiting />
			{/if}
			<StepLine step={next} as="large" />
			{#if asks && isOfPh(next)}<BottleQuestion bottle={asks} large />{/if}
			{#if next.expect}
				{#key next.id}
					<ReadField
						label={next.expect.what === 'ph' ? 'The pH it shows' : 'What it shows'}
						of={next.expect.what === 'ph' ? 'ratio' : 'strength'}
						units={session.units}
						range={RANGE[next.expect.what]}
						near={next.expect.value}
						bind:value={read}
						unit={next.expect.what === 'ph' ? '' : undefined}
					/>
				{/key}
				<p class="soft">Right is {said}.</p>
			{/if}
			{#if asking}
				<div class="ask">
					<h2>
						That is {read! < next.expect!.low ? 'weaker' : 'stronger'} than it should be. What was it?
					</h2>
					{#each Object.entries(OFF_CAUSES) as [cause, words] (cause)}
						<button class="button" onclick={() => because(cause as OffCause)}
							>{words[0]!.toUpperCase()}{words.slice(1)}</button
						>
					{/each}
					<button class="quiet" onclick={() => (asking = false)}>I read it again</button>
				</div>
			{:else}
				{#if off && next.expect?.what === 'ph'}<p class="caution">
						Not there yet: a little more, stir, wait, and read again.
					</p>{/if}
				{#if after && !(next.expect && (read === null || off))}<p class="soft then">
						Then: {inOne(after)}
					</p>{/if}
				<button
					class="button main large"
					disabled={(next.expect !== null && read === null) ||
						(off === true && next.expect?.what === 'ph')}
					onclick={done}
					>{waiting ? 'Go on before the wait is over' : next.expect ? 'That is it' : 'Done'}</button
				>
			{/if}
		</section>
		<p class="foot">
			<button class="quiet" disabled={batch.done.length === 0} onclick={() => card.back()}
				>One step back</button
			>
			{#if next.expect}<button class="quiet" onclick={() => card.tick(Date.now())}
					>I have no meter here</button
				>{/if}
			<button class="quiet" onclick={() => card.drop()}>Give it up</button>
		</p>
	{/if}
	{#each card.others as other (other.id)}
		<p class="soft">
			Another card is half done, begun {other.on}.
			<button class="quiet" onclick={() => card.look(other.id)}>Look at it</button>
		</p>
	{/each}
</main>
<Stale bind:open={seeing} />
{#if !session.judging.waiting}
	<PrintedCard steps={batch?.state === 'open' ? batch.steps : steps} />
{/if}

<style>
	nav,
	main {
		max-width: 620px;
		margin: 0 auto;
		padding: 14px 18px;
	}
	nav {
		display: flex;
		justify-content: space-between;
		align-items: center;
	}
	h1 {
		font-size: 30px;
	}
	.lead {
		font-size: 17px;
		padding: 10px 0 14px;
	}
	.large {
		min-height: 58px;
		font-size: 19px;
		padding: 14px 26px;
		margin-top: 14px;
		align-items: center;
	}
	.then {
		padding-top: 18px;
	}
	.count {
		display: flex;
		align-items: center;
		gap: 12px;
		color: var(--soft);
		padding-bottom: 14px;
	}
	progress {
		flex: 1;
		height: 8px;
		accent-color: var(--growth);
	}
	section {
		min-height: 300px;
	}
	.ask {
		display: grid;
		gap: 10px;
		margin-top: 10px;
	}
	.ask .button {
		min-height: 52px;
		align-items: center;
	}
	.foot {
		display: flex;
		flex-wrap: wrap;
		gap: 6px 14px;
		border-top: 1px solid var(--hair);
		margin-top: 24px;
		padding-top: 10px;
	}
	.foot .quiet {
		min-height: 44px;
	}
	h2 {
		font-size: 17px;
		margin-top: 18px;
	}
	.line {
		min-height: 26px;
	}
	@media (max-width: 620px) {
		.large {
			width: 100%;
			justify-content: center;
		}
		section {
			min-height: 74dvh;
			display: flex;
			flex-direction: column;
		}
		.then {
			margin-top: auto;
		}
	}
</style>
