<script lang="ts">
	import type { Design, Place } from '$lib/core/design';
	import { Chain, containerWords, findingsOf } from '$lib/core/review';
	import { BUILT_IN_SHELF } from '$lib/core/shelf';
	import Miniature from '../drawing/Miniature.svelte';
	import StateMark from '../workspace/StateMark.svelte';

	interface Props {
		id: string;
		design: Design;
		place: Place;
		ondelete: () => void;
	}
	const { id, design, place, ondelete }: Props = $props();
	const chain = $derived(new Chain(design, place, BUILT_IN_SHELF));
	const finding = $derived(findingsOf(chain)[0]);
	const state = $derived(!finding || finding.severity === 'caution' ? 'fine' : finding.severity);
	/** What it is made of, in its own word. */
	const holds = $derived.by(() => {
		const [one, many] = containerWords(chain);
		const count = chain.layout.containers.length;
		return `${count} ${count === 1 ? one : many}`;
	});
	const sentence = $derived(
		finding
			? `${finding.message.split(/(?<=[.:]) /)[0]?.replace(/:$/, '.')}`
			: 'Nothing stands against it.'
	);
</script>

<article>
	<a href="/systems/{id}" aria-label="Open {design.name}"
		><Miniature {design} {place} perMetre={118} /></a
	>
	<div class="words">
		<h2><a href="/systems/{id}">{design.name}</a></h2>
		<p class="soft">
			{chain.area.name} · {holds} · {chain.thirst.bySite.size} plants
		</p>
		<p class="finding"><StateMark {state} /> <span>{sentence}</span></p>
		<button class="quiet" onclick={ondelete}>Delete</button>
	</div>
</article>

<style>
	article > a {
		padding-left: 24px;
	}
	article {
		display: flex;
		flex-direction: column;
		justify-content: flex-end;
		min-width: 0;
	}
	a {
		text-decoration: none;
		display: block;
	}
	h2 {
		font-size: 18px;
	}
	h2 a:hover {
		text-decoration: underline;
	}
	.words {
		padding: 12px 0 0;
		border-top: 5px solid var(--ink);
		padding-left: 24px;
		display: grid;
		gap: 4px;
		justify-items: start;
		grid-template-rows: auto auto 1fr auto;
		height: 152px;
	}
	.finding {
		display: flex;
		gap: 8px;
	}
	.finding :global(svg) {
		flex: none;
		margin-top: 4px;
	}
	.quiet {
		margin-left: -6px;
		font-size: 13.5px;
	}
</style>
