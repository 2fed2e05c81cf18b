<script lang="ts">
	import type { Parts } from '$lib/core/design';
	import type { Shelf } from '$lib/core/shelf';
	import { miniatureOf, type MiniatureSize } from '$lib/core/picture';
	import Shapes from './MiniatureShapes.svelte';

	const { parts, shelf, ...size }: { parts: Parts; shelf: Shelf } & MiniatureSize = $props();
	const shapes = $derived(miniatureOf(parts, shelf, size));
</script>

<Shapes {shapes} />
