<script lang="ts">
	import { mixtureOf, type Medium, type OwnItem } from '$lib/core/shelf';
	import PickOne from '../control/PickOne.svelte';
	import TypedNumber from '../control/TypedNumber.svelte';
	import type { OwnDraft } from './own-draft.svelte';

	/** What a medium is mixed of, part by part. */
	interface Props {
		item: Extract<OwnItem, { kind: 'medium' }>;
		media: readonly Medium[];
		draft: OwnDraft;
	}
	const { item, media, draft }: Props = $props();
	let problem = $state<string | null>(null);
	const total = $derived(item.of.reduce((sum, part) => sum + part.percent, 0));
	const mixed = $derived(mixtureOf(item.of, media));
	const keep = (parts: typeof item.of) => draft.set('item.of', parts);
	/** What is missing to the whole, or a third of the most there is. */
	function addPart(): void {
		const missing = Math.round(100 - total);
		const unused = media.find(({ id }) => item.of.every((part) => part.mediumId !== id));
		const mediumId = (unused ?? media[0]!).id;
		const most = item.of.reduce((a, part, i) => (part.percent > item.of[a]!.percent ? i : a), 0);
		const percent = missing > 0 ? missing : Math.round(item.of[most]!.percent / 3);
		const rest = item.of.map((part, i) =>
			missing <= 0 && i === most ? { ...part, percent: part.percent - percent } : part
		);
		keep([...rest, { mediumId, percent }]);
	}
	const percent = (share: number) => `${Math.round(share * 100)} %`;
</script>

<fieldset>
	<legend>Mixed of</legend>
	{#each item.of as part, i (i)}
		<div class="part">
			<PickOne
				label="Part {i + 1}"
				shape="bare"
				value={part.mediumId}
				options={media}
				onpick={(mediumId) => void keep(item.of.with(i, { ...part, mediumId }))}
			/>
			<TypedNumber
				label="Share of part {i + 1}, %"
				shape="bare"
				of="percent"
				units={draft.units}
				min={0}
				max={100}
				value={part.percent}
				tell={(words) => (problem = words)}
				onvalue={(percent) => void keep(item.of.with(i, { ...part, percent: percent ?? 0 }))}
			/>
			%
			{#if item.of.length > 1}<button
					class="quiet"
					aria-label="Take part {i + 1} away"
					onclick={() => keep(item.of.filter((_, k) => k !== i))}>×</button
				>{/if}
		</div>
	{/each}
	{#if item.of.length < 6}<button class="quiet" onclick={addPart}>Add a part</button>{/if}
	{#if problem}<p class="off" role="alert">{problem}</p>{/if}
	<p class="soft" class:off={Math.abs(total - 100) > 0.01}>
		Together {Number(total.toFixed(1))} %: {percent(mixed.availableFraction)} of its volume is easy water,
		{percent(mixed.airFraction)} air after draining.
	</p>
</fieldset>

<style>
	fieldset {
		border: 0;
		padding: 4px 0;
		margin: 0;
	}
	.part {
		display: flex;
		gap: 6px;
		align-items: center;
		padding: 3px 0;
	}
	.part :global(select) {
		flex: 1;
		min-width: 0;
	}
	.part :global(input) {
		width: 64px;
		text-align: right;
	}
	.off {
		color: var(--dry);
	}
</style>
