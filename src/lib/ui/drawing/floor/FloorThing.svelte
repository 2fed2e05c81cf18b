<script lang="ts">
	import type { Snippet } from 'svelte';
	import { drag } from '../../control/drag';
	import { useSession } from '../../workspace/context';
	import type { FloorHand } from './floor-hand.svelte';

	/** Something that stands on the floor: taken hold of with the pointer, moved by the arrow keys. */
	interface Props {
		id: string;
		hand: FloorHand;
		/** What else its keys do. */
		keys?: string;
		children: Snippet;
	}
	const { id, hand, keys = '', children }: Props = $props();
	const session = useSession();
	const say = (m: number) => session.say(m, 'span');
	const loose = $derived(hand.isLoose(id));
	const ground = $derived(hand.groundOf(id));
	const label = $derived(
		ground &&
			`${hand.named(id)}, ${say(ground.x0)} from the left, ${say(ground.y0)} from the front. Arrow keys move it${keys}.`
	);
	let thing: SVGGElement;
	$effect(() => {
		if (hand.came === id) thing.focus();
	});
</script>

<!-- it can be reached only where it is a button that moves -->
<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
<g
	bind:this={thing}
	class="thing"
	class:chosen={hand.chosen === id}
	class:loose
	data-thing={id}
	role={loose ? 'button' : undefined}
	tabindex={loose ? 0 : undefined}
	aria-label={label}
	use:drag={hand.dragOf(id)}
	onkeydown={(event) => hand.key(event, id)}
>
	{@render children()}
</g>

<style>
	.thing {
		outline: none;
	}
	.loose {
		cursor: grab;
		touch-action: none;
	}
	.chosen :global(.ground),
	.thing:focus-visible :global(.ground) {
		stroke: var(--supply);
		stroke-width: 2.4;
	}
</style>
