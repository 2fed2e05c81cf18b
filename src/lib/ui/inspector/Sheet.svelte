<script lang="ts">
	import { SURFACES } from '../steps';
	import { useSession } from '../workspace/context';
	import { stepName } from '../workspace/step-names';
	import Selected from './Selected.svelte';

	const session = useSession();
	const Surface = $derived(SURFACES[session.view.step].sheet);
	let sheet: HTMLElement;

	$effect(() => {
		void session.view.step;
		sheet.scrollTop = 0;
	});
</script>

<aside bind:this={sheet} aria-label={stepName(session.view.step, session.design)}>
	<Selected />
	<h2>{stepName(session.view.step, session.design)}</h2>
	<Surface />
</aside>

<style>
	aside {
		background: var(--sheet);
		border: 1px solid var(--hair);
		border-radius: 3px;
		padding: 14px 18px 18px;
		overflow: auto;
		min-height: 0;
		/* what is hidden from sight in it scrolls with it, not with the page */
		position: relative;
	}
	h2 {
		font-size: 19px;
		margin-bottom: 4px;
	}
	aside :global(h3) {
		font-size: 15px;
		margin: 16px 0 4px;
	}
</style>
