<script lang="ts">
	import { valueAt } from '$lib/core/design';
	import { useFields } from '../workspace/context';
	import Words from './Words.svelte';

	/** Words of the document. */
	interface Props {
		label: string;
		path: string;
		rows?: number;
	}
	const { label, path, rows = 1 }: Props = $props();
	const fields = useFields();
</script>

<Words
	{label}
	{rows}
	value={String(valueAt(fields.parts, path) ?? '')}
	onvalue={(text) => fields.set(path, text, label)}
/>
