<script lang="ts">
	import { kindOf } from '$lib/core/design';
	import Choice from '../control/Choice.svelte';
	import { useSession } from '../workspace/context';

	/** Several stands on one loop: which of them the sheet is about. It follows what is selected. */
	const session = useSession();
	const stands = $derived(session.design.stands);
	const current = $derived(stands[session.view.standIndex]!);
</script>

{#if stands.length > 1}
	<Choice
		label="Stand"
		value={current.id}
		options={stands.map((stand) => ({ id: stand.id, name: stand.name }))}
		onpick={(id) => (session.view.selected = `${id}.top`)}
	/>
{/if}
<p class="soft">{current.name}: {kindOf(current).about}</p>
