<script lang="ts">
	import { valueAt } from '$lib/core/design';
	import { useSession } from '../workspace/context';
	import type { Of } from '../workspace/session.svelte';

	const { label, path, of = 'design' }: { label: string; path: string; of?: Of } = $props();
	const session = useSession();
</script>

<label>
	<input
		type="checkbox"
		checked={valueAt(session[of], path) === true}
		onchange={(event) => session.set(path, event.currentTarget.checked, label, of)}
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
