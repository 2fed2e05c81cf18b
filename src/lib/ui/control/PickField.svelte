<script lang="ts">
	import { valueAt } from '$lib/core/design';
	import { useFields } from '../workspace/context';

	interface Props {
		label: string;
		path: string;
		options: readonly { id: string; name: string }[];
		/** What is chosen, where that is not simply what stands at the path. */
		chosen?: string;
		/** Further changes that go with a choice. */
		and?: (id: string) => { path: string; value: unknown }[];
	}
	const { label, path, options, chosen, and }: Props = $props();
	const fields = useFields();
	const uid = $props.id();
	const value = $derived(chosen ?? String(valueAt(fields.parts, path)));
	const assumed = $derived(fields.assumed(path));
	let problem = $state<string | null>(null);
</script>

<div class="row">
	<label for={uid}
		>{label}{#if assumed}<em title="Filled in for you; change it or leave it">assumed</em
			>{/if}</label
	>
	<select
		id={uid}
		class="field"
		{value}
		onchange={(event) => {
			const id = event.currentTarget.value;
			problem = fields.apply([{ path, value: id }, ...(and?.(id) ?? [])], label);
		}}
	>
		{#each options as option (option.id)}
			<option value={option.id}>{option.name}</option>
		{/each}
	</select>
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
	select {
		width: 100%;
	}
	em {
		font-style: normal;
		font-size: 13px;
		color: var(--caution);
		margin-left: 6px;
	}
	p {
		grid-column: 1 / -1;
		color: var(--dry);
	}
</style>
