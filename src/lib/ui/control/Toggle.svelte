<script lang="ts">
	import { valueAt } from '$lib/core/design';
	import { useFields } from '../workspace/context';

	const { label, path }: { label: string; path: string } = $props();
	const fields = useFields();
</script>

<label>
	<input
		type="checkbox"
		checked={valueAt(fields.parts, path) === true}
		onchange={(event) => fields.put(path, event.currentTarget.checked, label)}
	/>
	{label}
</label>

<style>
	label {
		display: flex;
		gap: 8px;
		align-items: center;
		padding: 3px 0;
		cursor: pointer;
	}
</style>
