<script lang="ts">
	import { scaleOf, showNumber, type Quantity } from '$lib/core/quantity';
	import { containerWords } from '$lib/core/review';
	import { useSession } from '../workspace/context';
	import { barsOf, columnsOf } from './bars';
	import type { Frame } from './frame';

	const { frame, bars }: { frame: Frame; bars: NonNullable<Frame['bars']> } = $props();
	const session = useSession();
	const all = $derived(barsOf(session.model));
	const items = $derived(all.bars);
	/** Columns of the drawing, or side by side where the bars stand beside it. */
	const pitch = $derived.by(() => {
		if (bars.left !== null) return (bars.right - bars.left) / items.length;
		const xs = [...new Set(items.map((item) => item.container.xM))].sort((a, b) => a - b);
		const gaps = xs.slice(1).map((x, i) => x - xs[i]!);
		return (gaps.length > 0 ? Math.min(...gaps) : 0.4) * frame.scale;
	});
	const column = $derived(columnsOf(items));
	const perColumn = $derived(bars.left === null ? Math.max(...column) + 1 : 1);
	const bar = $derived(
		Math.min(
			26,
			bars.left === null ? Math.max(2, (pitch - 14) / perColumn - 3) : Math.max(3, pitch * 0.65)
		)
	);
	const most = $derived(Math.max(1e-6, ...items.map((item) => Math.max(item.value, item.need))));
	const height = (q: number) => (q / most) * (bars.bottom - bars.top - 16);
	const roomy = $derived(bar >= 21);
	const x = (i: number) => {
		const { xM } = items[i]!.container;
		return bars.left === null
			? frame.x(xM) + (column[i]! - (perColumn - 1) / 2) * (bar + 4) - bar / 2
			: bars.left + (i + 0.5) * pitch - bar / 2;
	};
	const word = $derived(containerWords(session.model)[0]);
	const worst = $derived(items.reduce((a, b) => (a.value <= b.value ? a : b)));
	const flowing = $derived(all.kind === 'flow');
	const kind = $derived<Quantity>(flowing ? 'flow' : 'size');
	const unit = $derived(scaleOf(kind, session.units).unit);
	/** Beside the drawing there may be room for few words. */
	const narrow = $derived(bars.left !== null && bars.right - bars.left < 190);
	const titleX = $derived(bars.left ?? (frame.small ? 4 : frame.left - 34));
</script>

<g>
	<text class="title" x={titleX} y={bars.top + (narrow ? -12 : 2)}
		>{flowing ? 'Flow at' : 'Water in'} each {word}, {unit}
		<tspan class="needs" x={narrow ? titleX : null} dy={narrow ? 14 : null}
			>– – {flowing ? 'need' : 'valve’s depth'}</tspan
		></text
	>
	{#each items as { container, value, need, state }, i (container.id)}
		{@const left = x(i)}
		{@const chosen = session.view.selected === container.id}
		<!-- by keyboard its container on the drawing chooses it -->
		<!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_static_element_interactions -->
		<g class="item {state}" class:chosen onclick={() => (session.view.selected = container.id)}>
			<title
				>{container.label}: {session.say(value, kind)}, {flowing ? 'needs' : 'set to'}
				{session.say(need, kind)}</title
			>
			<rect
				class="bar"
				x={left}
				width={bar}
				y={bars.bottom - Math.max(1.5, height(value))}
				height={Math.max(1.5, height(value))}
			/>
			{#if need > 0}
				<line
					class="need"
					x1={left - 2}
					x2={left + bar + 2}
					y1={bars.bottom - height(need)}
					y2={bars.bottom - height(need)}
				/>
			{/if}
			{#if roomy || chosen || (worst.container.id === container.id && state !== 'fine')}
				<text x={left + bar / 2} y={bars.bottom + 13}
					>{state === 'dry' ? 'dry' : showNumber(value, kind, session.units)}</text
				>
			{/if}
		</g>
	{/each}
</g>

<style>
	text {
		font-size: 11.5px;
		fill: var(--ink);
		text-anchor: middle;
	}
	.title {
		fill: var(--soft);
		text-anchor: start;
		font-size: 12px;
	}
	.needs {
		fill: var(--dry);
	}
	.bar {
		fill: var(--supply);
	}
	.item {
		cursor: pointer;
	}
	.short .bar {
		fill: var(--amber);
	}
	.short text {
		font-weight: 700;
	}
	.dry .bar {
		fill: var(--dry);
	}
	.dry text {
		fill: var(--dry);
		font-weight: 700;
	}
	.chosen .bar {
		stroke: var(--ink);
		stroke-width: 2;
	}
	.need {
		stroke: var(--dry);
		stroke-width: 1.6;
		stroke-dasharray: 4 2;
	}
</style>
