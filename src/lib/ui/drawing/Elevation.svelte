<script lang="ts">
	import type { Step } from '$lib/core/review';
	import { useSession } from '../workspace/context';
	import { shownOf } from '$lib/core/picture';
	import { polygon } from '$lib/core/picture';
	import { type Frame } from './frame';
	import Container from './Container.svelte';
	import Grips from './Grips.svelte';
	import Overhead from './Overhead.svelte';
	import MarginNotes from './MarginNotes.svelte';
	import Patterns from './Patterns.svelte';
	import Picks from './Picks.svelte';
	import Pipes from './Pipes.svelte';
	import Plants from './Plants.svelte';
	import Reserve from './Reserve.svelte';
	import Ruler from './Ruler.svelte';
	import SiteMarks from './SiteMarks.svelte';
	import Tank from './Tank.svelte';

	const { frame }: { frame: Frame } = $props();
	const session = useSession();
	const layout = $derived(session.view.seen);
	const shown = $derived(shownOf(session.model, session.view.selected, session.view.seen));
	const low = $derived(frame.z(Math.min(0, layout.extent.from.zM)));

	/** Chooses a thing that has a grip, and hands the arrow keys to that grip. */
	function take(id: string, step: Step, grip: string): void {
		session.view.selected = id;
		session.view.step = step;
		document.querySelector<SVGElement>(`[role="slider"][aria-label^="${grip}"]`)?.focus();
	}
</script>

<g class="elevation">
	<Patterns />
	<Ruler {frame} />
	<rect
		x={frame.left - 26}
		y={frame.z(0)}
		width={frame.right - frame.left + 70}
		height="9"
		fill="url(#ground)"
	/>
	<line
		class="floor"
		x1={frame.left - (frame.small ? 6 : 40)}
		x2={frame.right + (frame.small ? 22 : 56)}
		y1={frame.z(0)}
		y2={frame.z(0)}
	/>
	{#each layout.solids as solid (solid.id)}
		<!-- by keyboard its grip stands for it -->
		<!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_static_element_interactions -->
		<polygon
			class="solid {solid.role}"
			class:selected={session.view.selected === solid.id}
			points={polygon(solid.front.map(([x, z]) => [frame.x(x), Math.min(low, frame.z(z))]))}
			onclick={() => solid.role === 'top' && take(solid.id, 'sites', 'Height of')}
		/>
	{/each}
	<Reserve {frame} />
	<Plants {frame} sites={shown.sites.filter((site) => shown.behind.has(site.id))} faint />
	{#if !shown.sides}<Plants {frame} sites={shown.sites} />{/if}
	<Pipes {frame} {shown} layer="returns" />
	<Tank {frame} layer="vessel" />
	{#each shown.containers as container (container.id)}
		<Container {frame} {container} dry={shown.dry.has(container.id)} />
	{/each}
	<Pipes {frame} {shown} layer="supply" />
	<Picks {frame} {shown} />
	{#if shown.sides}
		<SiteMarks {frame} {shown} />
		<Plants {frame} sites={shown.sites.filter((site) => !shown.behind.has(site.id))} />
	{/if}
	<Overhead {frame} {shown} />
	<Tank {frame} layer="figures" />
	<MarginNotes {frame} />
	{#if session.view.side === 'front'}<Grips {frame} />{/if}
</g>

<style>
	.floor {
		stroke: var(--ink);
		stroke-width: 1.8;
	}
	.solid {
		fill: var(--timber);
	}
	.solid.obstacle {
		fill: var(--hair);
	}
	.solid.lid {
		fill: var(--ink);
	}
	.solid.board,
	.solid.pipe {
		fill: var(--sheet);
		stroke: var(--ink);
	}
	.solid.wall {
		fill: url(#ground);
		stroke: var(--hair);
	}
	.solid.lamp {
		fill: var(--amber);
		stroke: var(--ink);
		stroke-width: 1;
	}
	.solid.top {
		cursor: pointer;
	}
	.solid.selected {
		fill: var(--supply);
		stroke: none;
	}
</style>
