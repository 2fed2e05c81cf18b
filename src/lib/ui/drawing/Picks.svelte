<script lang="ts">
	import { capital } from '$lib/core/quantity';
	import { boxOf, type Container } from '$lib/core/layout';
	import { kindOf, standOf } from '$lib/core/design';
	import { useSession } from '../workspace/context';
	import { cropDrop } from './crop-drop';
	import type { Frame } from './frame';
	import type { Shown } from '$lib/core/picture';

	/** Every container in front can be chosen by pointer and keyboard, and takes a crop dropped on it. */
	const { frame, shown }: { frame: Frame; shown: Shown } = $props();
	const session = useSession();
	const word = (container: Container) => {
		const stand = standOf(session.design, container.standId);
		const [one] = stand ? kindOf(stand).words.container : ['container'];
		return capital(one);
	};
	const boxes = $derived(
		shown.containers.map((container) => {
			const { x0, x1, z0, z1 } = boxOf(container.front);
			return {
				container,
				x: frame.x(x0),
				y: frame.z(z1),
				w: (x1 - x0) * frame.scale,
				h: (z1 - z0) * frame.scale
			};
		})
	);
	function choose(id: string): void {
		session.view.selected = session.view.selected === id ? null : id;
	}
</script>

{#each boxes as { container, x, y, w, h } (container.id)}
	<g
		role="button"
		tabindex="0"
		aria-label="{word(container)} {container.label}"
		aria-pressed={shown.chosen?.id === container.id}
		class="pick"
		onclick={() => choose(container.id)}
		onkeydown={(event) => {
			if (event.key === 'Enter' || event.key === ' ') {
				event.preventDefault();
				choose(container.id);
			}
		}}
		use:cropDrop={{ session, siteIds: container.siteIds, name: container.label }}
	>
		<rect
			x={x - 5}
			y={y - 6}
			width={w + 10}
			height={h + 12}
			rx="3"
			class:chosen={shown.chosen?.id === container.id}
		/>
	</g>
{/each}

<style>
	.pick {
		cursor: pointer;
		outline: none;
	}
	.pick rect {
		fill: transparent;
		stroke: none;
	}
	.pick rect.chosen,
	.pick:focus-visible rect {
		stroke: var(--ink);
		stroke-width: 1.5;
		stroke-dasharray: 3 3;
	}
	.pick:focus-visible rect,
	.pick:global(.over) rect {
		stroke: var(--supply);
		stroke-width: 2;
	}
	.pick:global(.over) rect {
		stroke: var(--growth);
		stroke-width: 3;
	}
</style>
