<script lang="ts">
	import type { Component } from 'svelte';
	import { provideSession } from '$lib/ui/workspace/context';
	import type { Session } from '$lib/ui/workspace/session.svelte';

	/** Any piece of the workspace on a session, as the page would hold it. */
	const {
		session,
		view: View,
		props
	}: { session: Session; view: Component; props: Record<string, unknown> } = $props();
	// svelte-ignore state_referenced_locally
	provideSession(session);
</script>

<View {...props} />
