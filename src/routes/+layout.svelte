<script lang="ts">
	import OfWhen from '$lib/ui/offline/OfWhen.svelte';
	import RefusedPress from '$lib/ui/workspace/RefusedPress.svelte';
	import '../app.css';
	import { onMount, type Snippet } from 'svelte';
	import { hasUnsaved, openOutbox } from '$lib/ui/sync';

	const { children }: { children: Snippet } = $props();

	// a page is drawn before its program has come: from here on a press does something
	onMount(() => {
		document.documentElement.dataset.live = '';
		return openOutbox();
	});

	/** The tab is about to be closed: what this device does not keep yet would go with it, whatever page it was made on. */
	function onbeforeunload(event: BeforeUnloadEvent): void {
		if (hasUnsaved()) event.preventDefault();
	}
</script>

<svelte:window {onbeforeunload} />
<OfWhen />
{@render children()}
<RefusedPress />
