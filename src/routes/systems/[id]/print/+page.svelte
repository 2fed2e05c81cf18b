<script lang="ts">
	import { partsOf } from '$lib/core/construction';
	import { amountOf } from '$lib/ui/inspector/part-words';
	import { mixCard } from '$lib/core/logbook';
	import StepLine from '$lib/ui/procedure/StepLine.svelte';
	import { cautionsOf, FILL_NAMES } from '$lib/ui/procedure/words';
	import Elevation from '$lib/ui/drawing/Elevation.svelte';
	import FlowBars from '$lib/ui/drawing/FlowBars.svelte';
	import { frameOf } from '$lib/ui/drawing/frame';
	import HeadLine from '$lib/ui/drawing/HeadLine.svelte';
	import PlanView from '$lib/ui/drawing/PlanView.svelte';
	import Unrolled from '$lib/ui/drawing/Unrolled.svelte';
	import DayAndSeason from '$lib/ui/print/DayAndSeason.svelte';
	import { provideSession } from '$lib/ui/workspace/context';
	import { Session } from '$lib/ui/workspace/session.svelte';
	import { stepName } from '$lib/ui/workspace/step-names';
	import { clockOf } from '$lib/ui/clock/day-drag';
	import type { PageData } from './$types';

	const { data }: { data: PageData } = $props();
	// svelte-ignore state_referenced_locally
	const session = provideSession(new Session(data));
	const model = $derived(session.model);
	const width = 730;
	const frame = $derived(frameOf(model.layout, width, 392, true));
	const height = $derived((frame.plan?.bottom ?? 460) + 6);
	const parts = $derived(partsOf(session.design, model.layout, model.shelf));
	/** The most urgent, and the electricity, which is not for a screen alone. */
	const minded = $derived([
		...session.judging.findings.filter((f) => f.code !== 'electricity-near-water').slice(0, 2),
		...session.judging.findings.filter((f) => f.code === 'electricity-near-water')
	]);
	const mixing = $derived(mixCard(model));
	/** What is wrong with the mix stands on paper as on the screen. */
	const ofTheMix = $derived(
		session.judging.findings
			.filter(({ step, severity }) => step === 'mix' && severity !== 'caution')
			.map(({ message }) => message)
	);
	const feeds = $derived(model.feed?.plan.events ?? []);
	/** How the timer is set: a repeat by its spacing, all else by the clock. */
	const timer = $derived.by(() => {
		const { school, repeatEveryMin, repeatFromMin } = session.operation.feed;
		if (school === 'continuous') return 'The pump runs all day.';
		const relay = session.operation.feed.relay;
		const on = `${model.feed?.onMin ?? 0} min${relay ? ` (${relay.onS} s on, ${relay.offS} s off)` : ''}`;
		if (school === 'repeat')
			return `${on} every ${repeatEveryMin} min, day and night, from ${clockOf(repeatFromMin)}.`;
		return `${on} at ${feeds.map((e) => clockOf(e.startMin)).join(', ')}`;
	});
	/** Every second where they are many, as on the bench. */
	const marks = $derived(
		model.tank.result.marks.filter((_, i, all) => i % 2 === 1 || all.length < 10)
	);
</script>

<svelte:head><title>{session.design.name}, to print · Crelbo</title></svelte:head>

<nav class="no-print">
	<a href="/systems/{session.id}">Back to {session.design.name}</a>
	<button class="button main" onclick={() => print()} disabled={session.judging.waiting}
		>Print this page</button
	>
</nav>
{#if session.judging.waiting}
	<main class="page">
		<h1>{session.design.name}</h1>
		<p class="soft" role="status">Being worked out …</p>
	</main>
{:else}
	<main class="page">
		<header>
			<h1>{session.design.name}</h1>
			<p>{session.place.name}, {model.area.name} · {session.today}</p>
		</header>
		<dl class="tape">
			{#each session.judging.steps.filter((s) => s.step !== 'dry-run' && s.step !== 'plant-out' && s.step !== 'run') as { step, headline } (step)}
				<div>
					<dt>{stepName(step, session.design)}</dt>
					<dd>{headline}</dd>
				</div>
			{/each}
		</dl>
		<svg
			{width}
			{height}
			viewBox="0 0 {width} {height}"
			role="img"
			aria-label="The system to scale"
		>
			{#if frame.head}<HeadLine {frame} head={frame.head} />{/if}
			<Elevation {frame} />
			{#if frame.bars}<FlowBars {frame} bars={frame.bars} />{/if}
			{#if frame.plan}<PlanView {frame} plan={frame.plan} />{/if}
			{#if frame.beside}<Unrolled {frame} beside={frame.beside} />{/if}
		</svg>
		<div class="columns">
			<section>
				<h2>To buy and cut</h2>
				<ul>
					{#each parts as part (part.id)}<li>
							<span class="part">{part.name}</span><b>{amountOf(part, session.units)}</b>
						</li>{/each}
				</ul>
			</section>
			<section>
				<h2>
					Mix, {session.say(model.mix.litres, 'volume')} for {FILL_NAMES[model.operation.mix.fills]}
				</h2>
				<ol>
					{#each mixing as step (step.id)}<li><StepLine {step} as="paper" /></li>{/each}
				</ol>
				<h2>When mixing</h2>
				<ul class="mind">
					{#each ofTheMix as words (words)}<li><b>{words}</b></li>{/each}
					{#each cautionsOf(mixing, session.units) as caution (caution)}<li>{caution}</li>{/each}
				</ul>
			</section>
			<section>
				<h2>Timer</h2>
				<p>
					{timer}
				</p>
				<h2>Tank tape</h2>
				<p>
					{marks
						.map((m) => `${session.say(m.litres, 'volume')} at ${session.say(m.heightMm, 'size')}`)
						.join(' · ')}
				</p>
				<h2>Mind</h2>
				<ul class="mind">
					{#each minded as finding, i (i)}<li>{finding.message}</li>{/each}
				</ul>
			</section>
		</div>
		<DayAndSeason {width} />
	</main>
{/if}

<style>
	nav {
		display: flex;
		justify-content: space-between;
		align-items: center;
		max-width: 770px;
		margin: 14px auto;
		padding: 0 20px;
	}
	.page {
		width: 770px;
		max-width: 100%;
		margin: 0 auto 40px;
		padding: 20px;
		background: var(--sheet);
		overflow-x: auto;
	}
	header {
		display: flex;
		justify-content: space-between;
		align-items: baseline;
	}
	h1 {
		font-size: 24px;
	}
	h2 {
		font-size: 14px;
		margin-top: 8px;
	}
	.tape {
		display: flex;
		border: 1px solid var(--ink);
		margin: 8px 0;
	}
	.tape div {
		flex: 1 1 auto;
		padding: 4px 8px;
		border-left: 1px solid var(--hair);
	}
	dt {
		font-size: 11.5px;
		color: var(--soft);
	}
	dd {
		margin: 0;
		font: 650 12.5px var(--head);
		white-space: nowrap;
	}
	.columns {
		display: grid;
		grid-template-columns: 1fr 1.12fr 1fr;
		gap: 18px;
		font-size: 11.5px;
		line-height: 1.3;
	}
	.columns section {
		min-width: 0;
	}
	ul,
	ol {
		margin: 2px 0 0;
		padding: 0;
		list-style: none;
	}
	li {
		display: flex;
		justify-content: space-between;
		gap: 8px;
		border-top: 1px solid var(--hair);
		padding: 1px 0;
	}
	li :global(b),
	li b {
		white-space: nowrap;
	}
	.mind li {
		display: list-item;
	}
	.mind li b {
		white-space: normal;
	}
	svg :global(.handle),
	svg :global(.pick) {
		display: none;
	}
	@media print {
		.no-print {
			display: none;
		}
		.page {
			margin: 0;
			padding: 0;
			width: auto;
			background: none;
		}
		@page {
			size: auto;
			margin: 10mm;
		}
	}
</style>
