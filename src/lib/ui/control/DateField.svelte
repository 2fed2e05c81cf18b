<script lang="ts">
	import { valueAt } from '$lib/core/design';
	import { whenLeft } from './when-left';
	import { useSession } from '../workspace/context';

	const { label, path }: { label: string; path: string } = $props();
	const session = useSession();
	const uid = $props.id();
	const value = $derived((valueAt(session.parts, path) as string | null) ?? '');
	function set(text: string): void {
		if (text !== value) session.put(path, text === '' ? null : text, label);
	}
</script>

<div class="row">
	<label for={uid}>{label}</label>
	<input id={uid} type="date" class="field" {value} {...whenLeft(set)} />
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
	label {
		flex: 1;
	}
</style>
