<script lang="ts">
	import DayStrip from '../clock/DayStrip.svelte';
	import { timedSites } from '$lib/core/review';
	import { useSession } from '../workspace/context';
	import Elevation from './Elevation.svelte';
	import FlowBars from './FlowBars.svelte';
	import { frameOf } from './frame';
	import HeadLine from './HeadLine.svelte';
	import PlanView from './PlanView.svelte';
	import Unrolled from './Unrolled.svelte';

	const session = useSession();
	let width = $state(800);
	let height = $state(560);
	/** The feed step puts the day where flow and plan else stand. */
	const feeding = $derived(session.step === 'feed' && timedSites(session.chain).size > 0);
	const STRIP = 176;
	const drawn = $derived(Math.max(300, feeding ? height - STRIP : height));
	// by itself, so that a drag which moves no part does not draw the parts anew
	const layout = $derived(session.chain.layout);
	const frame = $derived(frameOf(layout, width, drawn, !feeding));
	const bottom = $derived(
		Math.max(frame.plan?.bottom ?? 0, frame.bars ? frame.bars.bottom + 14 : frame.z(0) + 32) + 8
	);
</script>

<section
	class="board"
	bind:clientWidth={width}
	bind:clientHeight={height}
	aria-label="Drawing to scale"
>
	<svg
		{width}
		height={Math.max(drawn, bottom)}
		viewBox="0 0 {width} {Math.max(drawn, bottom)}"
		role="group"
		aria-label="{session.design.name} from the front and from above"
	>
		{#if frame.head}<HeadLine {frame} head={frame.head} />{/if}
		<Elevation {frame} />
		{#if frame.bars}<FlowBars {frame} bars={frame.bars} />{/if}
		{#if frame.plan}<PlanView {frame} plan={frame.plan} />{/if}
		{#if frame.beside}<Unrolled {frame} beside={frame.beside} />{/if}
	</svg>
	{#if feeding}<DayStrip {width} />{/if}
</section>

<style>
	.board {
		min-width: 0;
		min-height: 0;
		height: 100%;
		overflow: hidden auto;
	}
	svg {
		display: block;
		user-select: none;
	}
</style>
