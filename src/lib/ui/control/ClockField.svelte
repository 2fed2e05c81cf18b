<script lang="ts">
	import { valueAt } from '$lib/core/design';
	import { clockOf, minutesOf } from '../clock/day-drag';
	import { useFields } from '../workspace/context';
	import When from './When.svelte';

	/** A time of day in the document. */
	interface Props {
		label: string;
		/** Where the minutes past midnight stand, its part's name first. */
		path: string;
		/** What it is where none is set, min, and how that is called. */
		else?: number;
		called?: string;
	}
	const { label, path, else: usual, called }: Props = $props();
	const fields = useFields();
	const stored = $derived(valueAt(fields.parts, path) as number | null);
	function set(text: string): void {
		const at = minutesOf(text);
		if (at !== null && at !== (stored ?? usual)) fields.put(path, at, label);
	}
</script>

<div class="row">
	<When
		type="time"
		{label}
		value={stored === null && usual === undefined ? '' : clockOf(stored ?? usual ?? 0)}
		onvalue={set}
	/>
	{#if called && stored === null}<small>{called}</small>
	{:else if called}<button class="quiet" onclick={() => fields.put(path, null, label)}
			>{called}</button
		>{/if}
</div>

<style>
	.row {
		display: flex;
		gap: 8px;
		align-items: center;
		flex-wrap: wrap;
		padding: 4px 0;
	}
	small {
		color: var(--soft);
	}
</style>
