<script lang="ts">
	import { MOST_ZOOM } from '../workspace/view.svelte';
	import { NEXT_SIDE } from '$lib/core/layout';
	import { STRIP } from '../clock/day-drag';
	import { SURFACES } from '../steps';
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
	/** What the open step makes of the board. */
	const surface = $derived(SURFACES[session.view.step]);
	const Under = $derived(surface.hasUnder?.(session.model) === false ? undefined : surface.under);
	const stripped = $derived(Under !== undefined);
	/** Two fifths of the board stay the drawing's. */
	const under = $derived(
		Math.min(
			Math.max(STRIP, surface.underHigh?.(session.model) ?? 0),
			Math.max(STRIP, height * 0.6)
		)
	);
	const drawn = $derived(Math.max(stripped ? 225 : 300, stripped ? height - under : height));
	// by itself, so that a drag which moves no part does not draw the parts anew
	const layout = $derived(session.view.seen);
	/** Drawn larger than the board it is looked at through the board, and pushed about in it. */
	const zoom = $derived(session.view.zoom);
	const front = $derived(session.view.side === 'front');
	const asSeen = $derived(front ? 'the front' : `the ${session.view.side}`);
	const walkM = $derived(session.view.step === 'place' ? session.model.area.walkM : 0);
	const frame = $derived(frameOf(layout, width * zoom, drawn * zoom, !stripped, walkM));
	let board: HTMLElement;

	function wheel(event: WheelEvent): void {
		// with Ctrl held, or two fingers spread, as maps do
		if (!event.ctrlKey) return;
		event.preventDefault();
		session.view.zoomBy(event.deltaY < 0 ? 1.15 : 1 / 1.15);
	}
	let hold: { x: number; y: number; left: number; top: number } | null = null;
	function grab(event: PointerEvent): void {
		const bare =
			event.target === event.currentTarget || (event.target as Element).tagName === 'svg';
		if (zoom === 1 || !bare || event.button !== 0) return;
		hold = { x: event.clientX, y: event.clientY, left: board.scrollLeft, top: board.scrollTop };
		board.setPointerCapture(event.pointerId);
	}
	function push(event: PointerEvent): void {
		if (!hold) return;
		board.scrollLeft = hold.left + hold.x - event.clientX;
		board.scrollTop = hold.top + hold.y - event.clientY;
	}
	const bottom = $derived(
		Math.max(
			(frame.plan?.bottom ?? 0) + walkM * frame.planScale,
			frame.bars ? frame.bars.bottom + 14 : frame.z(0) + 32
		) + 8
	);
	const tall = $derived(Math.max(drawn * zoom, bottom));
</script>

<div class="frame" bind:clientWidth={width} bind:clientHeight={height}>
	<section
		class="board"
		class:zoomed={zoom > 1}
		bind:this={board}
		aria-label="Drawing to scale"
		onwheel={wheel}
		onpointerdown={grab}
		onpointermove={push}
		onpointerup={() => (hold = null)}
		onpointercancel={() => (hold = null)}
	>
		{#if surface.board}
			<surface.board width={width * zoom} height={drawn * zoom} />
		{:else}<svg
				width={width * zoom}
				height={tall}
				viewBox="0 0 {width * zoom} {tall}"
				role="group"
				aria-label="{session.design.name} from {asSeen} and from above"
			>
				{#if frame.head && front}<HeadLine {frame} head={frame.head} />{/if}
				<Elevation {frame} />
				{#if frame.plan}<PlanView {frame} plan={frame.plan} />{/if}
				{#if frame.bars && front}<FlowBars {frame} bars={frame.bars} />{/if}
				{#if frame.beside}<Unrolled {frame} beside={frame.beside} />{/if}
			</svg>{/if}
		{#if surface.over}<surface.over {frame} />{/if}
		{#if Under}<Under {width} tall={under} />{/if}
	</section>
	{#if !surface.board}
		<div class="near" style:bottom="{stripped ? under : 0}px">
			<button
				class="quiet"
				aria-label="Turn the drawing, now seen from {asSeen}"
				title="Seen from {asSeen}: turn it"
				onclick={() => (session.view.side = NEXT_SIDE[session.view.side])}>↻</button
			>
			<button
				class="quiet"
				aria-label="Closer"
				disabled={zoom >= MOST_ZOOM}
				onclick={() => session.view.zoomBy(1.5)}>+</button
			>
			<button
				class="quiet"
				aria-label="Further away"
				disabled={zoom <= 1}
				onclick={() => session.view.zoomBy(1 / 1.5)}>−</button
			>
		</div>
	{/if}
</div>

<style>
	.frame {
		position: relative;
		min-width: 0;
		min-height: 0;
		height: 100%;
	}
	.board {
		position: relative;
		height: 100%;
		overflow: hidden auto;
	}
	.zoomed {
		overflow: auto;
		cursor: grab;
	}
	.near {
		position: absolute;
		right: 2px;
		display: grid;
	}
	.near button {
		background: var(--ground);
		min-width: 32px;
		font-size: 17px;
	}
	svg {
		display: block;
		user-select: none;
	}
</style>
