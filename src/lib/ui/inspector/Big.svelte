<script lang="ts">
	import type { Snippet } from 'svelte';

	/** The one large figure of a sheet, against what is needed. */
	const {
		figure,
		against = '',
		children
	}: { figure: string; against?: string; children?: Snippet } = $props();
</script>

<p class="big"><b>{figure}</b> <span>{against}</span>{@render children?.()}</p>

<style>
	.big {
		display: flex;
		flex-wrap: wrap;
		align-items: baseline;
		gap: 0 9px;
		margin: 10px 0 4px;
	}
	b {
		font: 650 32px/1.05 var(--head);
		letter-spacing: -0.01em;
	}
	span {
		font: 600 15px/1.2 var(--head);
		color: var(--soft);
	}
</style>
