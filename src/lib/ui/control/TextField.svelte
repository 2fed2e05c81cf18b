<script lang="ts">
	import { valueAt } from '$lib/core/design';
	import { useFields } from '../workspace/context';

	interface Props {
		label: string;
		path: string;
		rows?: number;
	}
	const { label, path, rows = 1 }: Props = $props();
	const fields = useFields();
	const uid = $props.id();
	const value = $derived(String(valueAt(fields.parts, path) ?? ''));
	let problem = $state<string | null>(null);
	const take = (text: string) => (problem = text === value ? null : fields.set(path, text, label));
</script>

<div class="row" class:tall={rows > 1}>
	<label for={uid}>{label}</label>
	{#if rows > 1}
		<textarea id={uid} class="field" {rows} {value} onchange={(e) => take(e.currentTarget.value)}
		></textarea>
	{:else}
		<input id={uid} class="field" {value} onchange={(e) => take(e.currentTarget.value.trim())} />
	{/if}
	{#if problem}<p role="alert">{problem}</p>{/if}
</div>

<style>
	.row {
		display: grid;
		grid-template-columns: minmax(90px, 0.7fr) 1fr;
		gap: 8px;
		align-items: center;
		padding: 3px 0;
	}
	.tall {
		grid-template-columns: 1fr;
	}
	p {
		grid-column: 1 / -1;
		color: var(--dry);
	}
</style>
