<script lang="ts">
	import { untrack } from 'svelte';
	import { Popover } from 'bits-ui';
	import { timedSites } from '$lib/core/model';
	import { counted } from '$lib/core/quantity';
	import SettleAll from './SettleAll.svelte';
	import SettledList from './SettledList.svelte';
	import StateMark from './StateMark.svelte';
	import { useSession } from './context';
	import { stepName } from './step-names';

	const session = useSession();
	const { judging } = session;
	const list = $derived(judging.findings);
	const index = $derived(judging.shown);
	const finding = $derived(judging.finding);
	/** Of what is shown nothing is said yet: what stands here is of what was shown before. */
	const waiting = $derived(judging.waiting);

	const fixes = $derived(finding ? judging.fixesOf(finding) : []);

	// fixes are tried beside the page: those of what is shown, once it stands still and is judged
	$effect(() => {
		const { kept } = session;
		if (finding && kept && !waiting) untrack(() => void judging.prove(finding));
	});

	/** As high as it once had to be: what comes later moves nothing under the hand. */
	let high = $state(0);
	let wide = $state(0);
	let tallest = $state({ px: 0, at: 0 });
	$effect(() => {
		const [px, at] = [high, wide];
		untrack(() => {
			if (at !== tallest.at) tallest = { px: 0, at };
			else if (px > tallest.px) tallest = { px, at };
		});
	});

	function turn(by: number): void {
		judging.shown = (index + by + list.length) % list.length;
		look();
	}
	let open = $state(false);
	let settling = $state(false);
	const grave = $derived(list.filter((f) => f.severity !== 'caution').length);
	function settleAll(): void {
		open = false;
		settling = true;
	}
	/** From the list of all: this one, and what it is about. */
	function choose(at: number): void {
		judging.shown = at;
		open = false;
		look();
	}
	const settled = $derived(session.record.settled.length + session.place.settled.length);
	const timed = $derived(timedSites(session.model).size > 0);
	/** Opens the step and selects what the finding is about. */
	function look(): void {
		if (!finding) return;
		session.view.step = finding.step;
		session.view.selected = finding.subject;
	}
</script>

<section
	class="bar {finding?.severity ?? 'fine'}"
	class:waiting
	aria-label="Findings"
	aria-busy={waiting}
	bind:clientHeight={high}
	bind:clientWidth={wide}
	style:min-height="{tallest.px}px"
>
	{#if finding}
		<div class="count">
			<button
				class="quiet"
				aria-label="Previous finding"
				onclick={() => turn(-1)}
				disabled={list.length < 2}>‹</button
			>
			<Popover.Root bind:open>
				<Popover.Trigger class="all-findings" title="All findings, gravest first">
					{index + 1} of {list.length}
				</Popover.Trigger>
				<Popover.Portal>
					<Popover.Content
						class="slip findings-sheet"
						side="top"
						align="start"
						sideOffset={12}
						collisionPadding={12}
					>
						<h3>All findings</h3>
						{#if grave > 0}
							<button class="button settle-all" onclick={settleAll} disabled={waiting}
								>Settle all that can be</button
							>
						{/if}
						<ul>
							{#each list as each, at (`${at} ${each.code}`)}
								<li>
									<button
										class:chosen={at === index}
										aria-current={at === index}
										onclick={() => choose(at)}
									>
										<StateMark
											state={each.severity === 'stop'
												? 'stop'
												: each.severity === 'look'
													? 'look'
													: 'open'}
										/>
										<b>{stepName(each.step, session.design)}</b>
										<span>{each.message}</span>
									</button>
								</li>
							{/each}
						</ul>
						<SettledList />
					</Popover.Content>
				</Popover.Portal>
			</Popover.Root>
			<button
				class="quiet"
				aria-label="Next finding"
				onclick={() => turn(1)}
				disabled={list.length < 2}>›</button
			>
		</div>
		<p>
			<button class="step" onclick={look} title="Show it in the drawing"
				>{stepName(finding.step, session.design)}</button
			>
			<span class="said" aria-live="polite">{finding.message}</span>
			{#if waiting}<small class="trying">being worked out</small>{/if}
			{@render unjudged()}
		</p>
		<div class="fixes">
			{#if !fixes && !waiting}<small class="trying">trying what would help</small>{/if}
			{#each fixes ?? [] as fix, i (`${i} ${fix.label}`)}
				<button class="button" class:main={i === 0} onclick={() => session.fix(finding, fix)}>
					{fix.label} <small>{fix.effect}</small>
				</button>
			{/each}
			{#if finding.acknowledge}
				{@const { label } = finding.acknowledge}
				<button class="button seen" onclick={() => session.acknowledge(finding)} disabled={waiting}>
					{label} <small>mark as done</small>
				</button>
			{/if}
		</div>
	{:else if waiting}
		<p role="status">Being worked out …</p>
	{:else if judging.failed.length > 0}
		<p>{@render unjudged()}</p>
	{:else}
		<p>
			No problems found: water reaches every plant, {timed
				? 'the tank has room for the drain-back, and the timer can do every watering.'
				: 'and the valves keep the level.'}
		</p>
		{#if settled > 0}
			<Popover.Root>
				<Popover.Trigger class="all-findings">What I have settled ({settled})</Popover.Trigger>
				<Popover.Portal>
					<Popover.Content
						class="slip findings-sheet"
						side="top"
						align="end"
						sideOffset={12}
						collisionPadding={12}><SettledList /></Popover.Content
					>
				</Popover.Portal>
			</Popover.Root>
		{/if}
	{/if}
</section>
{#snippet unjudged()}
	{#if judging.failed.length > 0}
		<small class="failed"
			>{counted(judging.failed.length, ['judgement', 'judgements'])} could not be made ({judging.failed.join(
				', '
			)}).</small
		>
	{/if}
{/snippet}
<SettleAll bind:open={settling} />

<style>
	.bar {
		display: grid;
		grid-template-columns: auto minmax(200px, 1fr) auto;
		gap: 10px 16px;
		align-items: center;
		padding: 9px 14px;
		background: var(--caution-pale);
		min-height: 64px;
	}
	/* what is said is of what was there before */
	.waiting .said,
	.waiting .count {
		opacity: 0.4;
	}
	.failed {
		color: var(--dry);
	}
	.bar.fine {
		background: var(--sheet);
		grid-template-columns: 1fr;
	}
	.bar.caution {
		background: var(--sheet);
		border: 1px solid var(--hair);
	}
	.bar.stop {
		border-left: 6px solid var(--dry);
	}
	.count {
		display: flex;
		align-items: center;
		white-space: nowrap;
		font: 600 13.5px var(--head);
		color: var(--caution);
	}
	.caution .count {
		color: var(--soft);
	}
	:global(.all-findings) {
		background: none;
		border: 0;
		padding: 6px 2px;
		font: inherit;
		color: inherit;
		cursor: pointer;
		text-decoration: underline dotted 1px;
		text-underline-offset: 4px;
	}
	:global(.findings-sheet) {
		width: min(620px, calc(100vw - 24px));
		max-height: min(70vh, 560px);
	}
	:global(.findings-sheet) ul {
		list-style: none;
		margin: 6px 0 0;
		padding: 0;
	}
	li + li {
		border-top: 1px solid var(--hair);
	}
	li button {
		display: grid;
		grid-template-columns: 20px 78px 1fr;
		gap: 4px 8px;
		align-items: baseline;
		width: 100%;
		min-height: 44px;
		padding: 8px 4px;
		text-align: left;
		background: none;
		border: 0;
		font: inherit;
		font-size: 14px;
		line-height: 1.35;
		color: inherit;
		cursor: pointer;
	}
	li button:hover,
	li button.chosen {
		background: var(--caution-pale);
	}
	.count .quiet {
		font-size: 20px;
		line-height: 1;
		padding: 4px 8px 6px;
		color: inherit;
	}
	p {
		font-size: 14.5px;
		line-height: 1.35;
		max-width: 92ch;
	}
	.step {
		background: none;
		border: 0;
		padding: 0;
		margin-right: 4px;
		font: 650 14.5px var(--head);
		text-decoration: underline;
		text-underline-offset: 3px;
		cursor: pointer;
	}
	:global(.settle-all) {
		margin: 6px 0 2px;
	}
	.fixes .seen {
		border-style: dashed;
	}
	.fixes {
		display: flex;
		flex-wrap: wrap;
		gap: 8px;
		justify-content: flex-end;
		max-width: 700px;
	}
	/* most are tried before one could read it */
	.trying {
		align-self: center;
		color: var(--soft);
		animation: said 0.2s 0.6s both;
	}
	@keyframes said {
		from {
			opacity: 0;
		}
	}
	.fixes .button {
		flex-direction: column;
		gap: 1px;
		padding: 6px 11px;
		max-width: 230px;
	}
	@media (max-width: 900px) {
		.bar {
			grid-template-columns: 1fr;
		}
		.fixes {
			justify-content: flex-start;
			max-width: none;
		}
		.fixes .button {
			max-width: none;
			min-height: 44px;
		}
	}
</style>
