<script lang="ts">
	import type { Site } from '$lib/core/layout';
	import { useSession } from '../workspace/context';
	import { cropDrop } from './crop-drop';
	import { polygon } from '$lib/core/picture';
	import { type Frame } from './frame';
	import type { Shown } from '$lib/core/picture';

	/** Holes, cups and pockets: each is a site of its own. The arrow keys go from one to the next. */
	const { frame, shown }: { frame: Frame; shown: Shown } = $props();
	const session = useSession();
	const open = $derived(
		shown.sites.filter((site) => site.opening !== null && !shown.behind.has(site.id))
	);
	const current = $derived(open.find((s) => s.id === session.view.selected) ?? open[0]);

	const WAYS: Record<string, [number, number]> = {
		ArrowUp: [0, 1],
		ArrowDown: [0, -1],
		ArrowLeft: [-1, 0],
		ArrowRight: [1, 0]
	};
	/** The nearest site in a direction; sideways counts double, so that a column is followed. */
	function next(from: Site, [dx, dz]: [number, number]): Site | undefined {
		let best: Site | undefined;
		let least = Infinity;
		for (const site of open) {
			const [x, z] = [site.xM - from.xM, site.zM - from.zM];
			const along = x * dx + z * dz;
			if (along < 0.01) continue;
			const cost = along + 2 * Math.abs(x * dz - z * dx);
			if (cost < least) [best, least] = [site, cost];
		}
		return best;
	}
	function key(event: KeyboardEvent, site: Site): void {
		const way = WAYS[event.key];
		if (event.key === 'Enter' || event.key === ' ') session.view.selected = site.id;
		else if (way) {
			const to = next(site, way);
			if (!to) return;
			session.view.selected = to.id;
			document.querySelector<SVGElement>(`[data-site="${to.id}"]`)?.focus();
		} else return;
		event.preventDefault();
		event.stopPropagation();
	}
</script>

{#each open as site (site.id)}
	<g
		role="button"
		tabindex={current?.id === site.id ? 0 : -1}
		data-site={site.id}
		aria-label="Site {site.label}"
		aria-pressed={session.view.selected === site.id}
		class="site"
		class:dry={shown.dry.has(site.id)}
		class:chosen={session.view.selected === site.id}
		onclick={() => (session.view.selected = session.view.selected === site.id ? null : site.id)}
		onkeydown={(event) => key(event, site)}
		use:cropDrop={{ session, siteIds: [site.id], name: site.label }}
	>
		<circle class="touch" cx={frame.x(site.xM)} cy={frame.z(site.zM)} r="11" />
		<polygon points={polygon((site.opening ?? []).map(([x, z]) => [frame.x(x), frame.z(z)]))} />
	</g>
{/each}

<style>
	.site {
		cursor: pointer;
		outline: none;
	}
	.touch {
		fill: transparent;
	}
	polygon {
		fill: var(--ink);
		stroke: var(--ink);
	}
	.dry polygon {
		fill: url(#dry-hatch);
		stroke: var(--dry);
		stroke-width: 1.6;
	}
	.chosen polygon,
	.site:focus-visible polygon {
		stroke: var(--supply);
		stroke-width: 3;
	}
	.site:global(.over) polygon {
		stroke: var(--growth);
		stroke-width: 4;
	}
</style>
