<script lang="ts">
	import type { Snippet } from 'svelte';
	import { valueAt } from '$lib/core/design';
	import { useFields } from '../workspace/context';
	import PickOne from './PickOne.svelte';

	/** One of a list, in the document. */
	interface Props {
		label: string;
		path: string;
		options: readonly { id: string; name: string }[];
		/** What is chosen, where that is not simply what stands at the path. */
		chosen?: string;
		/** What a choice does, where it is not simply put at the path. */
		onpick?: (id: string) => string | null | void;
		/** A last choice that asks for more instead of being taken. */
		other?: { name: string; onpick: () => void };
		/** What stands beside the choice. */
		beside?: Snippet;
		/** Further changes that go with a choice. */
		and?: (id: string) => { path: string; value: unknown }[];
	}
	const { label, path, options, chosen, onpick, other, beside, and }: Props = $props();
	const fields = useFields();
	function put(id: string): string | null {
		return fields.apply([{ path, value: id }, ...(and?.(id) ?? [])], label);
	}
</script>

<PickOne
	{label}
	{options}
	{other}
	{beside}
	value={chosen ?? String(valueAt(fields.parts, path))}
	assumed={fields.assumed(path)}
	onpick={onpick ?? put}
/>
