<script lang="ts">
	import { DRY_LPH } from '$lib/core/hydraulics';
	import { scaleOf, showNumber } from '$lib/core/quantity';
	import { useSession } from '../workspace/context';
	import type { Frame } from './frame';

	const { frame, bars }: { frame: Frame; bars: { top: number; bottom: number } } = $props();
	const session = useSession();
	const items = $derived.by(() => {
		const { layout, path, feed } = session.chain;
		return layout.containers.map((bucket) => {
			const flow = layout.emissions
				.filter((e) => e.containerId === bucket.id)
				.reduce((total, e) => total + (path.outletLph.get(e.nodeId) ?? 0), 0);
			const need = bucket.siteIds.reduce((total, id) => total + (feed?.needLph.get(id) ?? 0), 0);
			const state = flow < DRY_LPH ? 'dry' : flow < need * (1 - 1e-6) ? 'short' : 'fine';
			return { bucket, flow, need, state };
		});
	});
	const rows = $derived(Math.max(...items.map((item) => item.bucket.row)) + 1);
	const pitch = $derived((session.design.stands[0]!.pitchMm / 1000) * frame.scale);
	const bar = $derived(Math.min(26, Math.max(3, (pitch - 14) / rows - 3)));
	const most = $derived(Math.max(1e-6, ...items.map((item) => Math.max(item.flow, item.need))));
	const height = (q: number) => (q / most) * (bars.bottom - bars.top - 16);
	const roomy = $derived(bar >= 21);
	const x = (row: number, xM: number) => frame.x(xM) + (row - (rows - 1) / 2) * (bar + 4) - bar / 2;
	const worst = $derived(items.reduce((a, b) => (a.flow <= b.flow ? a : b)));
	const unit = $derived(scaleOf('flow', session.units).unit);
</script>

<g>
	<text class="title" x={frame.small ? 4 : frame.left - 34} y={bars.top + 2}
		>Flow at each bucket, {unit} <tspan class="needs">– – need</tspan></text
	>
	{#each items as { bucket, flow, need, state } (bucket.id)}
		{@const left = x(bucket.row, bucket.xM)}
		{@const chosen = session.selected === bucket.id}
		<!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_static_element_interactions -->
		<g class="item {state}" class:chosen onclick={() => (session.selected = bucket.id)}>
			<title>{bucket.label}: {session.say(flow, 'flow')}, needs {session.say(need, 'flow')}</title>
			<rect
				class="bar"
				x={left}
				width={bar}
				y={bars.bottom - Math.max(1.5, height(flow))}
				height={Math.max(1.5, height(flow))}
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
			{#if roomy || chosen || (worst.bucket.id === bucket.id && state !== 'fine')}
				<text x={left + bar / 2} y={bars.bottom + 13}
					>{state === 'dry' ? 'dry' : showNumber(flow, 'flow', session.units)}</text
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
