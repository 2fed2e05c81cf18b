<script lang="ts">
	import type { OwnItem } from '$lib/core/shelf';
	import NumberField from '../control/NumberField.svelte';
	import type { OwnDraft } from './own-draft.svelte';

	/** What a pump gives at some heads, off its data sheet; with none its nameplate is bent to a curve. */
	interface Props {
		item: Extract<OwnItem, { kind: 'pump' }>;
		/** The pump it was begun from: its flow goes with the root of how high it lifts. */
		like: Extract<OwnItem, { kind: 'pump' }>;
		draft: OwnDraft;
	}
	const { item, like, draft }: Props = $props();
	const guess = () =>
		draft.set(
			'item.maxFlowLph',
			Math.round(like.maxFlowLph * Math.sqrt(item.maxHeadM / like.maxHeadM))
		);
	const add = () => {
		const points =
			item.points.length > 0
				? [...item.points, { ...item.points.at(-1)! }]
				: [
						{ headM: 0, flowLph: item.maxFlowLph },
						{ headM: item.maxHeadM, flowLph: 0 }
					];
		draft.set('item.points', points);
	};
</script>

<button class="quiet" onclick={guess}>Only how high it lifts is known: guess what it gives</button>
{#each item.points.keys() as i (i)}
	<NumberField label="Point {i + 1}, head" path="item.points.{i}.headM" />
	<NumberField label="Point {i + 1}, flow" path="item.points.{i}.flowLph" />
{/each}
<button class="quiet" onclick={add}
	>{item.points.length > 0 ? 'One more point' : 'It has a data sheet: add points of it'}</button
>
{#if item.points.length > 0}
	<button
		class="quiet"
		onclick={() => draft.set('item.points', item.points.length > 2 ? item.points.slice(0, -1) : [])}
		>Drop the last</button
	>
{/if}

<style>
	.quiet {
		padding-left: 0;
		text-align: left;
	}
</style>
