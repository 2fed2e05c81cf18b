<script lang="ts">
	import { valueAt } from '$lib/core/design';
	import type { OwnItem, OwnKind } from '$lib/core/shelf';
	import PickField from '../control/PickField.svelte';
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
	const value = $derived(String(valueAt(session.parts, path)));
	const mine = $derived(
		session.shelf.own.find((item): item is OwnItem => item.id === value && item.kind === kind)
	);
	let open = $state<OwnItem | null>(null);

	function keep(item: OwnItem): void {
		session.shelf.put(item);
		open = null;
		if (value !== item.id)
			session.press([{ path, value: item.id }, ...(and?.(item.id) ?? [])], label);
	}
</script>

{#snippet change()}
	{#if mine}<button class="quiet" onclick={() => (open = mine)}>Change it</button>{/if}
{/snippet}
<PickField
	{label}
	{path}
	{options}
	{...and && { and }}
	other={{ name: 'My own …', onpick: () => (open = session.shelf.like(kind, value)) }}
	{...mine && { beside: change }}
/>
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
