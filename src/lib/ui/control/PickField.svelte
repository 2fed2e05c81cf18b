<script lang="ts">
	import type { Snippet } from 'svelte';
	import { valueAt } from '$lib/core/design';
	import { useFields } from '../workspace/context';

	interface Props {
		label: string;
		path: string;
		options: readonly { id: string; name: string }[];
		/** What is chosen, where that is not simply what stands at the path. */
		chosen?: string;
		/** What a choice does, where it is not simply put at the path. */
		onpick?: (id: string) => void;
		/** A last choice that asks for more instead of being taken. */
		other?: { name: string; onpick: () => void };
		/** What stands beside the choice. */
		beside?: Snippet;
		/** Further changes that go with a choice. */
		and?: (id: string) => { path: string; value: unknown }[];
	}
	const { label, path, options, chosen, onpick, other, beside, and }: Props = $props();
	const fields = useFields();
	const uid = $props.id();
	const value = $derived(chosen ?? String(valueAt(fields.parts, path)));
	const assumed = $derived(fields.assumed(path));
	const OTHER = '+';
	let problem = $state<string | null>(null);
</script>

<div class="row">
	<label for={uid}
		>{label}{#if assumed}&nbsp;<em title="Filled in for you; change it or leave it">assumed</em
			>{/if}</label
	>
	<select
		id={uid}
		class="field"
		{value}
		onchange={(event) => {
			const id = event.currentTarget.value;
			if (id === OTHER && other) {
				event.currentTarget.value = value;
				return other.onpick();
			}
			if (onpick) return onpick(id);
			problem = fields.apply([{ path, value: id }, ...(and?.(id) ?? [])], label);
		}}
	>
		{#each options as option (option.id)}
			<option value={option.id}>{option.name}</option>
		{/each}
		{#if other}<option value={OTHER}>{other.name}</option>{/if}
	</select>
	{#if beside}<span class="beside">{@render beside()}</span>{/if}
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
	.beside {
		grid-column: 2;
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
