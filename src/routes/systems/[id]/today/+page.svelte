<script lang="ts">
	import { onMount } from 'svelte';
	import type { Reading } from '$lib/core/design';
	import { todayPlan } from '$lib/core/logbook';
	import StepLine from '$lib/ui/procedure/StepLine.svelte';
	import { BECAUSE, changeWords, doubtWords, sentenceOf } from '$lib/ui/procedure/today-words';
	import { costWords } from '$lib/ui/procedure/words';
	import BottleQuestion from '$lib/ui/mixing/BottleQuestion.svelte';
	import { LiveMeter } from '$lib/ui/mixing/live-meter.svelte';
	import NoMeter from '$lib/ui/mixing/NoMeter.svelte';
	import RigFields from '$lib/ui/mixing/RigFields.svelte';
	import ReadField from '$lib/ui/control/ReadField.svelte';
	import Symptoms from '$lib/ui/mixing/Symptoms.svelte';
	import Line from '$lib/ui/sync/Line.svelte';
	import { provideSession } from '$lib/ui/workspace/context';
	import { Session } from '$lib/ui/workspace/session.svelte';
	import Stale from '$lib/ui/workspace/Stale.svelte';
	import type { PageData } from './$types';

	/** Three numbers in, one sentence out. */
	const { data }: { data: PageData } = $props();
	// svelte-ignore state_referenced_locally
	const session = provideSession(new Session(data));
	const model = $derived(session.model);
	// svelte-ignore state_referenced_locally
	const meter = new LiveMeter(data.id);
	let litres = $state<number | null>(null);
	let msCm = $state<number | null>(null);
	let ph = $state<number | null>(null);
	let waterC = $state<number | null>(null);
	let sure = $state(false);
	/** What is typed was given to be noted, and may be on its way yet. */
	let kept = $state(false);
	let seeing = $state(false);
	const onItsWay = $derived(session.file.view.state !== 'still');
	const notedWords = $derived(
		!kept ? 'Note it' : onItsWay ? 'Not noted yet' : session.file.refused ? 'Note it' : 'Noted'
	);
	let refused = $state<string | null>(null);
	/** Fields in which something is typed that cannot be read yet. */
	let unsure = $state({ litres: false, msCm: false, ph: false, waterC: false });
	const doubtful = $derived(Object.values(unsure).some(Boolean));

	const last = session.record.reading;
	const reading = $derived<Reading>({
		...{ on: session.today, litres, msCm, ph, waterC },
		meters: session.record.meters
	});
	const typed = $derived(litres !== null || msCm !== null || ph !== null);
	const plan = $derived(typed ? todayPlan(model, reading, last, sure) : null);
	const due = $derived(session.judging.findings.find(({ code }) => code === 'meter-due'));
	onMount(() => {
		void meter.poll();
		return () => meter.stop();
	});
	$effect(() => {
		const { shown } = meter;
		if (!meter.live || !shown) return;
		[litres, msCm, ph, waterC] = [shown.litres, shown.msCm, shown.ph, shown.waterC];
	});
	$effect(() => {
		void [litres, msCm, ph];
		kept = false;
	});
	function keep(): void {
		const changes = [
			{ path: 'record.reading', value: reading },
			...(litres === null ? [] : [{ path: 'record.nowL', value: litres }]),
			...(waterC === null ? [] : [{ path: 'record.waterC', value: waterC }])
		];
		refused = session.apply(changes, 'read the tank');
		kept = refused === null;
	}
</script>

<svelte:head><title>Today, {session.design.name} · Crelbo</title></svelte:head>

<nav>
	<a href="/systems/{session.id}">Back to {session.design.name}</a>
	<a href="/systems/{session.id}/mix">Mix a fill</a>
</nav>
<main>
	<h1>{session.design.name} today</h1>
	{#if session.judging.known}
		{#if due}<p class="caution">{due.message}</p>{/if}
		<div class="fields">
			<ReadField
				label="In the tank, by its tape"
				of="volume"
				units={session.units}
				range={{ low: 0, high: model.tank.fullL }}
				near={last?.litres ?? model.nowL}
				bind:value={litres}
				bind:unsure={unsure.litres}
			/>
			<ReadField
				label="Strength"
				of="strength"
				units={session.units}
				range={{ low: 0, high: 8 }}
				near={last?.msCm ?? model.mix.strengthMsCm}
				bind:value={msCm}
				bind:unsure={unsure.msCm}
			/>
			<ReadField
				label="pH"
				of="ratio"
				unit=""
				units={session.units}
				range={{ low: 3, high: 10 }}
				near={last?.ph ?? model.mix.ph.aim}
				bind:value={ph}
				bind:unsure={unsure.ph}
			/>
			{#if !session.record.meters.compensates}
				<ReadField
					label="Water"
					of="temperature"
					units={session.units}
					range={{ low: 0, high: 45 }}
					near={session.record.waterC}
					bind:value={waterC}
					bind:unsure={unsure.waterC}
				/>
			{/if}
		</div>
		{#if meter.name}
			<p class="meter">
				{#if meter.live}
					<button class="button" onclick={() => meter.stop()}>Stop listening</button>
					<span aria-live="off">the {meter.name} is read as it goes</span>
				{:else}
					<button class="button" onclick={() => meter.listen()}>Read the {meter.name}</button>
				{/if}
				{#if meter.problem}<span role="alert">{meter.problem}</span>{/if}
			</p>
		{/if}
		<section aria-live={meter.live ? 'off' : 'polite'}>
			{#if doubtful}
				<p class="soft lead">
					Answer the question at the reading first. Nothing is worked out until then.
				</p>
			{:else if plan}
				<p class="sentence">{sentenceOf(plan, session.units)}</p>
				{#each plan.doubts as doubt (doubt.doubt)}
					<p class="caution">{doubtWords(doubt, session.units)}</p>
				{/each}
				{#if plan.doubts.length > 0 && !sure}
					<button class="button" onclick={() => (sure = true)}>I looked again: it is right</button>
				{:else}
					{#if plan.because}<p class="soft">{BECAUSE[plan.because]}</p>{/if}
					{#if plan.change}<p class="caution">{changeWords(plan, session.units)}</p>{/if}
					<ol>
						{#each plan.steps as step (step.id)}
							<li><StepLine {step} /></li>
						{/each}
					</ol>
					{#if plan.asks}<BottleQuestion bottle={plan.asks} large />{/if}
					{#if plan.phAfter !== null}<p class="soft">
							By itself it comes to pH {plan.phAfter.toFixed(1)}.
						</p>{/if}
				{/if}
				<p class="verbs">
					<button
						class="button main"
						disabled={kept || meter.live || (plan.doubts.length > 0 && !sure)}
						onclick={keep}>{notedWords}</button
					>
					{#if refused}<span role="alert">{refused}</span>{/if}
					<Line file={session.file} onsee={() => (seeing = true)} />
					<span class="soft"
						>To change the tank takes {costWords(plan.changeCost, session.units)}.</span
					>
				</p>
			{:else}
				<p class="soft lead">
					Type what you can read: the litres alone say how much water goes in, the strength says
					whether with or without feed, the pH whether it wants acid.
				</p>
			{/if}
		</section>
		{#if meter.name}
			<details>
				<summary>The {meter.name}</summary>
				<RigFields systemId={session.id} />
			</details>
		{/if}
		<details>
			<summary>No meter at hand</summary>
			<NoMeter />
		</details>
		<details>
			<summary>The leaves show something</summary>
			<Symptoms />
		</details>
	{:else}
		<p class="soft" role="status">Being worked out …</p>
	{/if}
</main>
<Stale bind:open={seeing} />

<style>
	nav,
	main {
		max-width: 620px;
		margin: 0 auto;
		padding: 12px 18px;
	}
	nav {
		display: flex;
		justify-content: space-between;
	}
	h1 {
		font-size: 28px;
	}
	.fields {
		display: flex;
		flex-wrap: wrap;
		gap: 2px 26px;
		padding: 8px 0;
	}
	.sentence {
		font: 650 clamp(21px, 5.6vw, 27px) / 1.25 var(--head);
		padding: 10px 0;
		text-wrap: pretty;
	}
	.meter {
		display: flex;
		flex-wrap: wrap;
		gap: 10px;
		align-items: center;
		color: var(--soft);
	}
	ol {
		padding-left: 22px;
	}
	li {
		padding: 6px 0;
		border-top: 1px solid var(--hair);
	}
	li :global(b) {
		margin-left: 0.35em;
		font: 650 18px var(--head);
		white-space: nowrap;
	}
	.verbs {
		display: flex;
		flex-wrap: wrap;
		gap: 12px;
		align-items: center;
		padding: 10px 0;
	}
	.button {
		min-height: 46px;
		align-items: center;
	}
	.lead {
		font-size: 16px;
		padding: 8px 0 14px;
	}
	summary {
		cursor: pointer;
		padding: 12px 0;
		border-top: 1px solid var(--hair);
		font-weight: 600;
	}
</style>
