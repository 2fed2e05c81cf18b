<script lang="ts">
	import { valueAt } from '$lib/core/design';
	import type { OwnItem, OwnKind } from '$lib/core/shelf';
	import { useSession } from '../workspace/context';
	import OwnPart from './OwnPart.svelte';

	/** One of the shelf, or one of one's own: the last choice asks what that is. */
	interface Props {
		label: string;
		path: string;
		kind: OwnKind;
		options: readonly { id: string; name: string }[];
		/** Further changes that go with a choice. */
		and?: (id: string) => { path: string; value: unknown }[];
	}
	const { label, path, kind, options, and }: Props = $props();
	const session = useSession();
	const uid = $props.id();
	const value = $derived(String(valueAt(session.parts, path)));
	const assumed = $derived(session.assumed(path));
	const mine = $derived(session.own.find((item) => item.id === value && item.kind === kind));
	let open = $state<OwnItem | null>(null);
	let problem = $state<string | null>(null);
	const NEW = '+';

	const take = (id: string) =>
		(problem = session.apply([{ path, value: id }, ...(and?.(id) ?? [])], label));
	function keep(item: OwnItem): void {
		session.keepOwn(item);
		open = null;
		if (value !== item.id) take(item.id);
	}
</script>

<div class="row">
	<label for={uid}
		>{label}{#if assumed}<em title="Filled in for you; change it or leave it">assumed</em
			>{/if}</label
	>
	<span class="pick">
		<select
			id={uid}
			class="field"
			{value}
			onchange={(event) => {
				const id = event.currentTarget.value;
				if (id === NEW) {
					event.currentTarget.value = value;
					open = session.ownLike(kind, value);
				} else take(id);
			}}
		>
			{#each options as option (option.id)}
				<option value={option.id}>{option.name}</option>
			{/each}
			<option value={NEW}>My own …</option>
		</select>
		{#if mine && mine.kind !== 'price'}<button
				class="quiet"
				onclick={() => (open = mine as OwnItem)}>Change it</button
			>{/if}
	</span>
	{#if problem}<p role="alert">{problem}</p>{/if}
</div>
{#if open}
	<OwnPart
		item={open}
		shelf={session.model.shelf}
		units={session.units}
		known={open.id === mine?.id}
		onkeep={keep}
		onleave={() => (open = null)}
	/>
{/if}

<style>
	.row {
		display: grid;
		grid-template-columns: minmax(90px, 0.7fr) 1fr;
		gap: 8px;
		align-items: center;
		padding: 3px 0;
	}
	.pick {
		display: flex;
		flex-wrap: wrap;
		min-width: 0;
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
