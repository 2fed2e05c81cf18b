<script lang="ts">
	import { useSession } from './context';
	import StateMark from './StateMark.svelte';
	import { STATE_WORDS, stepName } from './step-names';

	const session = useSession();
	const { judging } = session;
	let tape: HTMLElement;

	$effect(() => {
		// on a phone the open step is brought into sight, once the page is laid out; its words come with the verdict
		void judging.known;
		const open = `[data-step="${session.view.step}"]`;
		const frame = requestAnimationFrame(() =>
			tape.querySelector(open)?.scrollIntoView({ block: 'nearest', inline: 'center' })
		);
		return () => cancelAnimationFrame(frame);
	});
</script>

<nav bind:this={tape} aria-label="Steps of the job" aria-busy={judging.waiting}>
	<ol>
		{#each judging.steps as { step, state, headline } (step)}
			<li class:open={session.view.step === step} class:waiting={judging.waiting}>
				<button
					data-step={step}
					aria-current={session.view.step === step ? 'step' : undefined}
					onclick={() => (session.view.step = step)}
				>
					<span class="name"
						><StateMark state={judging.waiting ? 'waiting' : state} />{stepName(
							step,
							session.design
						)}<span class="visually-hidden"
							>, {STATE_WORDS[judging.waiting ? 'waiting' : state]}</span
						></span
					>
					<b>{headline || '…'}</b>
				</button>
			</li>
		{/each}
	</ol>
</nav>

<style>
	nav {
		overflow-x: auto;
		scrollbar-width: none;
		border: 1px solid var(--hair);
		border-radius: 3px;
		background: var(--sheet);
	}
	ol {
		display: flex;
		list-style: none;
		margin: 0;
		padding: 0;
		min-width: max-content;
	}
	li {
		flex: 1 0 auto;
		border-left: 1px solid var(--hair);
		position: relative;
	}
	li:first-child {
		border-left: 0;
	}
	/* the marks of a tape measure along the lower edge */
	li::after {
		content: '';
		position: absolute;
		inset: auto 0 0;
		height: 7px;
		background: repeating-linear-gradient(90deg, var(--soft) 0 1px, transparent 1px 10px);
		opacity: 0.55;
		pointer-events: none;
	}
	button {
		display: grid;
		gap: 3px;
		width: 100%;
		background: none;
		border: 0;
		padding: 8px 12px 15px;
		text-align: left;
		cursor: pointer;
		white-space: nowrap;
	}
	.name {
		display: flex;
		align-items: center;
		gap: 7px;
		font-size: 13px;
		color: var(--soft);
	}
	b {
		font: 650 15px/1.2 var(--head);
	}
	/* what was said before, of what is there no more */
	.waiting b {
		opacity: 0.4;
	}
	.open {
		background: var(--ink);
	}
	.open button {
		color: var(--on-ink);
	}
	.open .name {
		color: inherit;
		opacity: 0.85;
	}
	.open :global(.fine) {
		color: var(--fine-on-ink);
	}
	button:hover b {
		text-decoration: underline;
		text-underline-offset: 3px;
	}
	button:focus-visible {
		outline-offset: -3px;
	}
</style>
