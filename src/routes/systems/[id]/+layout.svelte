<script lang="ts">
	import type { Snippet } from 'svelte';
	import { page } from '$app/state';
	import Broken from '$lib/ui/workspace/Broken.svelte';

	/** A system that cannot be read or drawn is said as such, on whichever of its pages, with the ways out. */
	const { children }: { children: Snippet } = $props();
	const broken = $derived(page.data.broken as { name: string; why: string } | null);
	const name = $derived((page.data.stored as { design?: { name: string } } | null)?.design?.name);
</script>

{#if broken}
	<Broken id={page.params.id!} name={broken.name} why={broken.why} />
{:else}
	<svelte:boundary onerror={(fault) => console.warn(fault)}>
		{@render children()}
		{#snippet failed()}
			<Broken
				id={page.params.id!}
				name={name ?? 'This system'}
				why="Crelbo cannot draw it as it stands."
			/>
		{/snippet}
	</svelte:boundary>
{/if}
