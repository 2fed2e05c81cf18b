<script lang="ts">
	import { useSession } from '../workspace/context';
	import type { Frame } from './frame';
	import Handle from './Handle.svelte';

	const { frame }: { frame: Frame } = $props();
	const session = useSession();
	const layout = $derived(session.chain.layout);
	const keep = (label: string) => () => session.commit(label);
	const drop = () => session.revert();
	const stands = $derived(
		session.design.stands.map((stand, i) => {
			const top = layout.solids.find((solid) => solid.id === `${stand.id}.top`)!;
			const right = top.front[1]!;
			const row = layout.containers.filter((c) => c.standId === stand.id && c.row === 0);
			return { stand, i, right, first: row[0], second: row[1], placed: layout.stands[i]! };
		})
	);
</script>

{#each stands as { stand, i, right, first, second, placed } (stand.id)}
	{@const x = frame.x(right[0])}
	{@const y = frame.z(right[1])}
	{@const slope = frame.x(right[0] - placed.lengthM * 0.28)}
	{@const heightAt = frame.z(right[1] - (placed.lengthM * 0.28 * stand.fallPercent) / 100)}
	<Handle
		x={x + 10}
		y={y + 3}
		axis="y"
		label="Fall of the bench"
		value={stand.fallPercent}
		min={0}
		max={6}
		step={0.1}
		moved={(from, px) => from + px * (100 / (placed.lengthM * frame.scale))}
		text="{stand.fallPercent} %"
		ondrag={(v) =>
			session.preview([{ path: `stands.${i}.fallPercent`, value: Number(v.toFixed(1)) }])}
		onkeep={keep('fall of the bench')}
		ondrop={drop}
	/>
	<Handle
		x={slope}
		y={heightAt + 3}
		axis="y"
		label="Height of the bench"
		value={stand.lowEndHeightMm}
		min={100}
		max={1600}
		step={5}
		moved={(from, px) => from + px * (1000 / frame.scale)}
		text={session.say(stand.lowEndHeightMm, 'size')}
		ondrag={(v) => session.preview([{ path: `stands.${i}.lowEndHeightMm`, value: v }])}
		onkeep={keep('height of the bench')}
		ondrop={drop}
	/>
	{#if !frame.small}
		<text x={slope} y={heightAt + 26} class="middle"
			>{session.say(stand.lowEndHeightMm, 'size')} at the low end</text
		>
	{/if}
	{#if first && second}
		{@const from = frame.x(first.xM)}
		{@const to = frame.x(second.xM)}
		{@const line = frame.z(0) + 19}
		{@const tight = to - from < 66}
		<path class="dimension" d="M{from} {line - 5} v10 M{from} {line} H{to} M{to} {line - 5} v10" />
		<!-- where there is no room between the marks: beside the grip -->
		<text
			x={tight ? to + 14 : (from + to) / 2}
			y={tight ? line + 4 : line - 4}
			class="paper"
			class:middle={!tight}>{session.say(stand.pitchMm, 'size')}</text
		>
		<Handle
			x={to}
			y={line}
			axis="x"
			label="Bucket spacing"
			value={stand.pitchMm}
			min={200}
			max={900}
			step={5}
			moved={(from, px) => from + px * (1000 / frame.scale)}
			text={session.say(stand.pitchMm, 'size')}
			ondrag={(v) => session.preview([{ path: `stands.${i}.pitchMm`, value: v }])}
			onkeep={keep('bucket spacing')}
			ondrop={drop}
		/>
	{/if}
{/each}

<style>
	text {
		font-size: 12px;
		fill: var(--soft);
	}
	text {
		paint-order: stroke;
		stroke: var(--ground);
		stroke-width: 3px;
	}
	.middle {
		text-anchor: middle;
	}
	.paper {
		fill: var(--ink);
		font-weight: 600;
		paint-order: stroke;
		stroke: var(--ground);
		stroke-width: 3px;
	}
	.dimension {
		stroke: var(--soft);
		fill: none;
	}
</style>
