<script lang="ts">
	import { counted, names } from '$lib/core/quantity';
	import { useSession } from '../workspace/context';
	import { sharing, type SharedPart } from '../workspace/shared';

	/** Whose it is: what is changed here changes the others that share it, unless it is made one's own. */
	interface Props {
		/** In the middle of a sentence: tap, yard. */
		what: string;
		part: SharedPart;
		/** Makes it this system's own; left out where it cannot be. */
		ononly?: () => void;
	}
	const { what, part, ononly }: Props = $props();
	const session = useSession();
	const others = $derived(sharing(session.others, session.place, part));
</script>

{#if others.length > 0}
	<p class="shared">
		{what} of {counted(others.length + 1, ['system', 'systems'])}: what you change here changes {names(
			others.map(({ name }) => name)
		)} too.
		{#if ononly}<button class="quiet" onclick={ononly}>Only here</button>{/if}
	</p>
{/if}

<style>
	.shared {
		font-size: 13.5px;
		color: var(--caution);
		padding: 2px 0 4px;
	}
</style>
