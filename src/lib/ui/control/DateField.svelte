<script lang="ts">
	import { valueAt } from '$lib/core/design';
	import { useSession } from '../workspace/context';
	import When from './When.svelte';

	/** A date in the document. */
	const { label, path }: { label: string; path: string } = $props();
	const session = useSession();
	const value = $derived((valueAt(session.parts, path) as string | null) ?? '');
	const set = (text: string): void => session.put(path, text === '' ? null : text, label);
</script>

<div class="row">
	<When type="date" {label} {value} onvalue={set} />
	{#if value === ''}<button class="quiet" onclick={() => set(session.today)}>Today</button>{/if}
</div>

<style>
	.row {
		display: flex;
		gap: 8px;
		align-items: center;
		flex-wrap: wrap;
		padding: 4px 0;
	}
</style>
