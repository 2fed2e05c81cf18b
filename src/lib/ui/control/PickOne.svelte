<script lang="ts" generics="T extends string | number">
	import type { Snippet } from 'svelte';

	/** One of a list. */
	interface Props {
		label: string;
		/** What is chosen; undefined: nothing yet. */
		value?: T;
		options: readonly { id: T; name: string }[];
		/** Said while nothing is chosen; it cannot be chosen again. */
		ask?: string;
		/** It goes back to what it asks as soon as something was chosen. */
		again?: boolean;
		shape?: 'row' | 'above' | 'bare';
		assumed?: boolean;
		disabled?: boolean;
		/** A last choice that asks for more instead of being taken. */
		other?: { name: string; onpick: () => void };
		/** What stands beside the choice. */
		beside?: Snippet;
		/** @returns why it is not taken, or nothing */
		onpick?: (id: T) => string | null | void;
	}
	let {
		label,
		value = $bindable(),
		options,
		ask,
		again = false,
		shape = 'row',
		assumed = false,
		disabled = false,
		other,
		beside,
		onpick
	}: Props = $props();
	const uid = $props.id();
	let problem = $state<string | null>(null);
	const [ASK, OTHER] = ['?', '+'];
	const at = $derived(again || value === undefined ? ASK : String(value));

	function take(event: Event & { currentTarget: HTMLSelectElement }): void {
		const chosen = event.currentTarget.value;
		// the field shows what is, until what was chosen is taken
		event.currentTarget.value = at;
		if (chosen === OTHER && other) return other.onpick();
		const option = options.find(({ id }) => String(id) === chosen);
		if (!option) return;
		if (onpick) problem = onpick(option.id) ?? null;
		else value = option.id;
	}
</script>

{#snippet field()}
	<select
		id={uid}
		class="field"
		value={at}
		{disabled}
		aria-label={shape === 'bare' ? label : undefined}
		onchange={take}
	>
		{#if ask !== undefined && at === ASK}<option value={ASK} disabled>{ask}</option>{/if}
		{#each options as { id, name } (id)}<option value={String(id)}>{name}</option>{/each}
		{#if other}<option value={OTHER}>{other.name}</option>{/if}
	</select>
{/snippet}

{#if shape === 'bare'}
	{@render field()}
	{#if problem}<p role="alert">{problem}</p>{/if}
{:else}
	<div class="row" class:above={shape === 'above'}>
		<label for={uid}
			>{label}{#if assumed}&nbsp;<em title="Filled in for you; change it or leave it">assumed</em
				>{/if}</label
		>
		{@render field()}
		{#if beside}<span class="beside">{@render beside()}</span>{/if}
		{#if problem}<p role="alert">{problem}</p>{/if}
	</div>
{/if}

<style>
	.row {
		display: grid;
		grid-template-columns: minmax(90px, 0.7fr) 1fr;
		gap: 8px;
		align-items: center;
		padding: 3px 0;
	}
	.row select {
		width: 100%;
		min-width: 0;
	}
	.above {
		grid-template-columns: minmax(0, 1fr);
		gap: 4px;
		padding: 0;
	}
	.above select {
		min-height: 40px;
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
	.row p {
		grid-column: 1 / -1;
	}
	[role='alert'] {
		color: var(--dry);
	}
</style>
