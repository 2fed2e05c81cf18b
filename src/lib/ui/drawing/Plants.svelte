<script lang="ts">
	import type { Site } from '$lib/core/layout';
	import { pick } from '$lib/core/shelf';
	import { useSession } from '../workspace/context';
	import type { Frame } from './frame';
	import Plant from './Plant.svelte';

	interface Props {
		frame: Frame;
		sites: readonly Site[];
		faint?: boolean;
	}
	const { frame, sites, faint = false }: Props = $props();
	const session = useSession();
	const planted = $derived(sites.filter((site) => site.cropId));
	/** Many plants are drawn with a leaf or two each, so that the drawing stays quick and quiet. */
	const simple = $derived(session.view.seen.sites.length > 120);
	/** Out of the side of something a plant hangs outwards before it turns up. */
	const turnOf = ({ facingDeg }: Site) =>
		facingDeg === null ? 0 : 52 * Math.sin((facingDeg * Math.PI) / 180);
</script>

{#each planted as site, i (site.id)}
	{@const crop = pick(session.model.shelf.crops, site.cropId ?? '')}
	<Plant
		{crop}
		x={frame.x(site.xM)}
		y={frame.z(site.zM)}
		top={frame.z(frame.topM) + 4}
		spread={(site.spreadMm / 1000) * frame.scale}
		height={(site.tallMm / 1000) * frame.scale}
		seed={i}
		turn={turnOf(site)}
		{faint}
		{simple}
	/>
{/each}
