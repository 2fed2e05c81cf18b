<script lang="ts">
	import { capital } from '$lib/core/quantity';
	import { fieldsOf, kindOf, standPath } from '$lib/core/design';
	import { isPlaced } from '$lib/core/layout';
	import { useSession } from '../workspace/context';
	import type { Frame } from './frame';
	import Handle from './Handle.svelte';

	const { frame }: { frame: Frame } = $props();
	const session = useSession();
	const layout = $derived(session.view.seen);
	const keep = (label: string) => () => session.commit(label);
	const drop = () => session.revert();
	interface Grip {
		key: string;
		label: string;
		x: number;
		y: number;
		axis: 'x' | 'y';
		path: string;
		value: number;
		step: number;
		/** What a pixel is worth. */
		perPixel: number;
		text: string;
		/** A dimension line from here to the grip. */
		from?: number;
		note?: string;
	}
	/** Whatever of a stand can be taken hold of: its fall, its height, its spacing. */
	const grips = $derived(
		session.design.stands.flatMap((stand, i): Grip[] => {
			const placed = layout.stands[i]!;
			// stands that stand anywhere in the area overlap from the front, and one seen from its end has no length
			const put = isPlaced(session.design);
			if (put && (i !== session.view.standIndex || placed.turns % 2 === 1)) return [];
			const { fallPercent, lowEndHeightMm, pitchMm } = fieldsOf(stand);
			const what = kindOf(stand).words.stand;
			const path = (field: string) => standPath(stand, field);
			const top = layout.solids.find((solid) => solid.id === `${stand.id}.top`);
			const row = layout.containers.filter((c) => c.standId === stand.id && c.row === 0);
			const list: Grip[] = [];
			const mm = 1000 / frame.scale;
			if (top && fallPercent !== undefined) {
				const [x, z] = top.front[1]!;
				list.push({
					key: `${stand.id}.fall`,
					label: `Fall of the ${what}`,
					x: frame.x(x) + 10,
					y: frame.z(z) + 3,
					axis: 'y',
					path: path('fallPercent'),
					value: fallPercent,
					step: 0.1,
					perPixel: 100 / (placed.lengthM * frame.scale),
					text: `${fallPercent} %`
				});
			}
			if (top && lowEndHeightMm !== undefined) {
				const [x, z] = top.front[1]!;
				const in28 = placed.lengthM * 0.28;
				list.push({
					key: `${stand.id}.height`,
					label: `Height of the ${what}`,
					x: frame.x(x - in28),
					y: frame.z(z - (in28 * (fallPercent ?? 0)) / 100) + 3,
					axis: 'y',
					path: path('lowEndHeightMm'),
					value: lowEndHeightMm,
					step: 5,
					perPixel: mm,
					text: session.say(lowEndHeightMm, 'size'),
					note: `${session.say(lowEndHeightMm, 'size')} at the low end`
				});
			}
			const columns = [...row].sort((a, b) => a.xM - b.xM || a.row - b.row);
			const others = layout.containers.filter((c) => c.standId === stand.id && c.row === 1);
			const first = columns[0];
			const second = columns[1] ?? others[0];
			if (pitchMm !== undefined && first && second && second.xM - first.xM > 0.02) {
				const word = kindOf(stand).words.container[0];
				list.push({
					key: `${stand.id}.pitch`,
					label: `${capital(word)} spacing`,
					x: frame.x(second.xM),
					// under a sunk tank, not across it
					y: frame.z(Math.min(0, layout.extent.from.zM)) + 19,
					axis: 'x',
					path: path('pitchMm'),
					value: pitchMm,
					step: 5,
					perPixel: mm,
					text: session.say(pitchMm, 'size'),
					from: frame.x(first.xM)
				});
			}
			return list;
		})
	);
</script>

{#each grips as grip (grip.key)}
	{#if grip.from !== undefined}
		{@const tight = grip.x - grip.from < 66}
		<path
			class="dimension"
			d="M{grip.from} {grip.y - 5} v10 M{grip.from} {grip.y} H{grip.x} M{grip.x} {grip.y - 5} v10"
		/>
		<!-- where there is no room between the marks: beside the grip -->
		<text
			x={tight ? grip.x + 14 : (grip.from + grip.x) / 2}
			y={tight ? grip.y + 4 : grip.y - 4}
			class="paper"
			class:middle={!tight}>{grip.text}</text
		>
	{/if}
	{@const bounds = session.bounds(grip.path)}
	<Handle
		x={grip.x}
		y={grip.y}
		axis={grip.axis}
		label={grip.label}
		value={grip.value}
		min={bounds?.min ?? 0}
		max={bounds?.max ?? 0}
		step={grip.step}
		moved={(from, px) => from + px * grip.perPixel}
		text={grip.text}
		ondrag={(v) => session.preview([{ path: grip.path, value: Number(v.toFixed(1)) }])}
		onkeep={keep(grip.label.toLowerCase())}
		ondrop={drop}
	/>
	{#if grip.note && !frame.small}
		<text x={grip.x} y={grip.y + 23} class="middle">{grip.note}</text>
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
