<script lang="ts">
	import type { StepOf } from '$lib/core/procedure';
	import { useSession } from '../workspace/context';
	import StepLine from './StepLine.svelte';

	/** How young plants are watered by hand, stand by stand where there are several. */
	const { steps }: { steps: readonly StepOf<'water'>[] } = $props();
	const session = useSession();
	const nameOf = (standId: string) => {
		const { stands } = session.design;
		return stands.length > 1 ? stands.find(({ id }) => id === standId)?.name : undefined;
	};
</script>

{#each steps as step (step.id)}
	<p>
		{#if nameOf(step.standId)}<b>{nameOf(step.standId)}:</b>{/if}
		<StepLine {step} as="paper" />
	</p>
{/each}
