<script lang="ts">
	import { refusal } from './refusal.svelte';

	/** Why a press was not done, where it was made; a press anywhere, or Escape, takes it away. */
	const WIDE = 320;
	const MARGIN = 8;
	const told = $derived(refusal.last);
	const left = $derived(
		told ? Math.max(MARGIN, Math.min(told.x, globalThis.innerWidth - WIDE - MARGIN)) : 0
	);
	const top = $derived(told ? Math.min(told.y + 6, globalThis.innerHeight - 96) : 0);
	const away = () => refusal.tell(null);
</script>

<svelte:window
	onpointerdown={() => told && away()}
	onkeydown={(event) => event.key === 'Escape' && told && away()}
/>
{#if told}
	<p role="alert" class="slip refused" style:left="{left}px" style:top="{top}px">{told.words}</p>
{/if}

<style>
	.refused {
		position: fixed;
		z-index: 60;
		max-width: 320px;
		padding: 8px 12px;
		color: var(--dry);
		font-weight: 600;
	}
</style>
