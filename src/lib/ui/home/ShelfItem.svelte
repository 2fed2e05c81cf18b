<script lang="ts">
	import MiniatureShapes from '../drawing/MiniatureShapes.svelte';
	import { scaleOf, showBare, type Units } from '$lib/core/quantity';
	import StateMark from '../workspace/StateMark.svelte';
	import type { Card } from '$lib/core/picture';

	interface Props {
		id: string;
		name: string;
		card: Card | null;
		units: Units;
		/** Why there is no card. */
		why: string | null;
		ondelete: () => void;
		onback: () => void;
	}
	const { id, name, card, units, why, ondelete, onback }: Props = $props();
	/** A shelf's place, px; what is longer takes two or more. */
	const PLACE = 288;
	const places = $derived(card ? Math.min(4, Math.ceil((card.drawing.width + 24) / PLACE)) : 1);
	const size = $derived(
		card
			? [card.sizeM.length, card.sizeM.depth, card.sizeM.height]
					.map((m) => showBare(m, 'span', units))
					.join(' × ') + ` ${scaleOf('span', units).unit}`
			: ''
	);
</script>

<article style:--places={places}>
	{#if card}
		<a href="/systems/{id}" aria-label="Open {name}"><MiniatureShapes shapes={card.drawing} /></a>
	{:else}
		<p class="none">Cannot be drawn</p>
	{/if}
	<div class="words">
		<h2><a href="/systems/{id}">{name}</a></h2>
		{#if card}
			<p class="soft">
				{card.area} · {card.holds} · {card.plants} plants ·
				<span class="size" title="Long, deep and high">{size}</span>
			</p>
			<p class="finding">
				<StateMark state={card.state} />
				<span class="short">{card.later ? 'Once the plants are grown: ' : ''}{card.sentence}</span>
			</p>
			<button class="quiet" onclick={ondelete}>Delete</button>
		{:else}
			<p class="finding"><StateMark state="stop" /> <span>{why}</span></p>
			<p class="verbs">
				<a class="quiet" href="/systems/{id}">Open</a>
				<button class="quiet" onclick={onback}>Go back to the version before</button>
				<button class="quiet" onclick={ondelete}>Delete</button>
			</p>
		{/if}
	</div>
</article>

<style>
	article > a {
		padding-left: 24px;
	}
	article {
		/* drawing and words in the shelf's own rows, so that its boards meet */
		display: grid;
		grid-row: span 2;
		grid-template-rows: subgrid;
		align-items: end;
		min-width: 0;
	}
	@media (min-width: 640px) {
		article {
			grid-column: span var(--places);
		}
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
	.none {
		margin: 0 48px 0 24px;
		padding: 34px 0;
		text-align: center;
		color: var(--soft);
		border: 1.5px dashed var(--dry);
		border-bottom: 0;
	}
	.words {
		padding: 12px 20px 0 24px;
		border-top: 5px solid var(--ink);
		display: grid;
		gap: 4px;
		justify-items: start;
		grid-template-rows: auto auto 1fr auto;
		min-height: 152px;
		align-self: stretch;
		margin-bottom: 40px;
	}
	.size {
		white-space: nowrap;
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
	.verbs {
		display: flex;
		flex-wrap: wrap;
		gap: 2px 12px;
		align-items: center;
	}
	/* the first lines are the figure that decides; all of it stands at the system */
	.short {
		display: -webkit-box;
		-webkit-line-clamp: 3;
		line-clamp: 3;
		-webkit-box-orient: vertical;
		overflow: hidden;
	}
</style>
