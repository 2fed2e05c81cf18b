<script lang="ts">
	import type { Step } from '$lib/core/procedure';
	import StepLine from '../procedure/StepLine.svelte';
	import { cautionsOf } from '../procedure/words';
	import { useSession } from '../workspace/context';

	/** The whole card on one sheet, with boxes to tick and lines to write the readings on. */
	const { steps }: { steps: readonly Step[] } = $props();
	const session = useSession();
	const cautions = $derived(cautionsOf(steps, session.units));
	const ofTheMix = $derived(
		session.judging.findings
			.filter(({ step, severity }) => step === 'mix' && severity !== 'caution')
			.map(({ message }) => message)
	);
</script>

<article class="card">
	<header>
		<h2>{session.design.name}: {session.say(session.model.mix.litres, 'volume')} to mix</h2>
		<p>{session.today}</p>
	</header>
	<ol>
		{#each steps as step (step.id)}
			<li>
				<span class="box" aria-hidden="true"></span>
				<StepLine {step} as="paper" />
				{#if step.expect}<span class="write">read:</span>{/if}
				{#if step.waitMin}<span class="soft">wait {step.waitMin} min first</span>{/if}
			</li>
		{/each}
	</ol>
	<h3>Mind</h3>
	<ul>
		{#each ofTheMix as words (words)}<li class="mind"><b>{words}</b></li>{/each}
		{#each cautions as caution (caution)}<li class="mind">{caution}</li>{/each}
		<li class="mind">Keep salts, acids and bases dry, cool, apart and away from children.</li>
	</ul>
</article>

<style>
	.card {
		display: none;
	}
	@media print {
		.card {
			display: block;
			font-size: 13pt;
		}
	}
	header {
		display: flex;
		justify-content: space-between;
		align-items: baseline;
	}
	ol {
		list-style: none;
		padding: 0;
	}
	ol li {
		display: flex;
		flex-wrap: wrap;
		align-items: baseline;
		gap: 10px;
		border-top: 1px solid var(--hair);
		padding: 7px 0;
		break-inside: avoid;
	}
	.box {
		width: 15px;
		height: 15px;
		border: 1.4px solid var(--ink);
		flex: none;
	}
	li :global(.text) {
		flex: 1;
		min-width: 50%;
	}
	.write {
		border-bottom: 1px solid var(--ink);
		min-width: 100px;
	}
	.mind {
		padding: 3px 0;
	}
</style>
