<script lang="ts">
	import { useSession } from '../workspace/context';
	import type { Frame } from './frame';
	import { dryOf } from '$lib/core/picture';

	/**
	 * The skin of a tower, slit at the back and laid flat: heights as they stand beside it, round the pipe drawn
	 * wider so that it can be read. The same pattern for every tower of the stand.
	 */
	const { frame, beside }: { frame: Frame; beside: NonNullable<Frame['beside']> } = $props();
	const session = useSession();
	const dry = $derived(dryOf(session.model));
	const unrolled = $derived.by(() => {
		const { layout, design } = session.model;
		const selected = layout.containers.find(
			(c) => c.id === session.view.selected || c.siteIds.includes(session.view.selected ?? '')
		);
		const i = Math.max(
			0,
			design.stands.findIndex((s) => s.id === selected?.standId)
		);
		const holes = layout.stands[i]?.holes;
		const tower =
			selected?.form === 'tower'
				? selected
				: layout.containers.find((c) => c.standId === design.stands[i]!.id && c.form === 'tower');
		if (!holes || !tower) return null;
		const { input, result } = holes;
		const sites = layout.sites.filter((s) => s.containerId === tower.id);
		const bySlot = new Map(sites.map((s, k) => [k, s]));
		const fromTop = 'markFrom' in design.stands[i]! && design.stands[i].markFrom === 'top';
		return {
			input,
			result,
			tower,
			fromTop,
			holes: result.sites.map((hole, k) => ({ hole, site: bySlot.get(k) }))
		};
	});
	/** Wide enough to read, and no wider than leaves a hole looking round. */
	const MOST_WIDER = 2.2;
	const width = $derived(
		Math.min(
			beside.right - beside.left - 46,
			((unrolled?.result.circumferenceMm ?? 0) / 1000) * frame.scale * MOST_WIDER
		)
	);
	const x = (aroundMm: number) =>
		beside.left + (aroundMm / unrolled!.result.circumferenceMm) * width;
	const z = (heightMm: number) => frame.z(unrolled!.tower.zM + heightMm / 1000);
	const wider = $derived(
		unrolled ? ((width / unrolled.result.circumferenceMm) * 1000) / frame.scale : 1
	);
	/** Room for a whole sentence over the skin. */
	const roomy = $derived(beside.right - beside.left > 230);
	const rings = $derived(
		unrolled
			? [...new Set(unrolled.result.sites.map((s) => s.heightMm))].filter(
					// labels keep a line's height between them
					(_, i, all) =>
						i %
							Math.max(
								1,
								Math.ceil(15 / Math.max(1, (((all[1] ?? 100) - all[0]!) * frame.scale) / 1000))
							) ===
						0
				)
			: []
	);
	/** Its two lines stand over the skin, and on the board. */
	const titleY = $derived(unrolled ? Math.max(12, z(unrolled.input.lengthMm) - 22) : 12);
	const say = (mm: number) => session.number(mm, 'size');
	const marked = (heightMm: number) =>
		unrolled!.fromTop ? unrolled!.input.lengthMm - heightMm : heightMm;
	const tape = $derived.by(() => {
		const round = unrolled?.result.circumferenceMm ?? 0;
		const step = [20, 50, 100, 200].find((s) => (s / round) * width > 34) ?? 500;
		return Array.from({ length: Math.floor(round / step) + 1 }, (_, i) => i * step);
	});
</script>

{#if unrolled && width > 60}
	{@const { input, result, tower, holes, fromTop } = unrolled}
	{@const r = (input.holeDiameterMm / 2000) * frame.scale}
	<g>
		<text class="title" x={beside.left} y={titleY}
			>Tower {tower.label} unrolled{roomy ? `, ${wider.toFixed(1)} × wider than high` : ''}</text
		>
		{#if z(input.lengthMm) > titleY + 17}<text class="title" x={beside.left} y={titleY + 15}
				>{result.siteCount} holes{roomy ? ` of ${session.say(input.holeDiameterMm, 'size')}` : ''};
				from the
				{fromTop ? 'upper' : 'lower'} end:</text
			>{/if}
		<rect
			class="skin"
			x={beside.left}
			y={z(input.lengthMm)}
			{width}
			height={z(0) - z(input.lengthMm)}
		/>
		{#each holes as { hole, site } (`${hole.ring}/${hole.index}`)}
			<!-- by keyboard the site's mark on the drawing chooses it -->
			<!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_static_element_interactions -->
			<g
				class="hole"
				class:dry={site && dry.has(site.id)}
				class:chosen={site && session.view.selected === site.id}
				onclick={() => site && (session.view.selected = site.id)}
			>
				<title
					>{site?.label}: {say(marked(hole.heightMm))} up, {session.say(hole.aroundMm, 'size')} round,
					{Math.round(hole.angleDeg)}°</title
				>
				<ellipse cx={x(hole.aroundMm)} cy={z(hole.heightMm)} rx={r * wider} ry={r} />
				<path d="M{x(hole.aroundMm) - 3} {z(hole.heightMm)} h6 m-3 -3 v6" />
			</g>
		{/each}
		{#each rings as height, i (i)}
			<text class="ring" x={beside.left + width + 10} y={z(height) + 4}>{say(marked(height))}</text>
		{/each}
		{#each tape as mm, i (i)}
			<line x1={x(mm)} x2={x(mm)} y1={z(0)} y2={z(0) + 6} />
			<text class="tape" x={x(mm)} y={z(0) + 18}>{say(mm)}</text>
		{/each}
		<text class="ring" x={beside.left + width + 10} y={z(0) + 18}
			>{session.say(result.circumferenceMm, 'size')} round</text
		>
	</g>
{/if}

<style>
	text {
		font-size: 12px;
		fill: var(--soft);
	}
	.tape {
		text-anchor: middle;
	}
	.skin {
		fill: var(--sheet);
		stroke: var(--ink);
		stroke-width: 1.6;
	}
	.hole {
		cursor: pointer;
	}
	ellipse {
		fill: var(--ground);
		stroke: var(--ink);
		stroke-width: 1.4;
	}
	.dry ellipse {
		fill: url(#dry-hatch);
		stroke: var(--dry);
	}
	.chosen ellipse {
		stroke: var(--supply);
		stroke-width: 3;
	}
	path,
	line {
		stroke: var(--ink);
	}
</style>
