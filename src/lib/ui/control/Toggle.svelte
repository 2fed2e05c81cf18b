<script lang="ts">
	import { valueAt } from '$lib/core/design';
	import { useFields } from '../workspace/context';
	import Tick from './Tick.svelte';

	/** Yes or no, in the document. */
	const { label, path }: { label: string; path: string } = $props();
	const fields = useFields();
</script>

<Tick
	{label}
	checked={valueAt(fields.parts, path) === true}
	onpick={(yes) => fields.put(path, yes, label)}
/>
