<script lang="ts">
	import type { Parts } from '$lib/core/design';
	import { miniatureOf, type MiniatureSize } from './miniature';
	import Shapes from './MiniatureShapes.svelte';

	const { parts, ...size }: { parts: Parts } & MiniatureSize = $props();
	const shapes = $derived(miniatureOf(parts, size));
</script>

<Shapes {shapes} />
