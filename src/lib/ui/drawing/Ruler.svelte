<script lang="ts">
	import { fromShown, scaleOf, toShown } from '$lib/core/quantity';
	import { useSession } from '../workspace/context';
	import type { Frame } from './frame';

	const { frame }: { frame: Frame } = $props();
	const session = useSession();
	const x = $derived(frame.left - (frame.small ? 8 : 34));
	/** So far apart at least are two figures, pixels. */
	const APART = 16;
	/** Ticks at round figures of the grower's unit: tenths of a metre, or half feet; fewer where it is drawn small. */
	const ticks = $derived.by(() => {
		const { factor } = scaleOf('span', session.units);
		const coarse = factor > 2;
		const unitPx = frame.scale / factor;
		const figure = (coarse ? [1, 2, 5, 10] : [0.5, 1, 2, 5]).find((m) => m * unitPx >= APART) ?? 10;
		const major = coarse ? 2 : 5;
		const every = figure / major;
		const top = toShown(frame.topM, 'span', session.units);
		return Array.from({ length: Math.floor(top / every) + 1 }, (_, i) => ({
			y: frame.z(fromShown(i * every, 'span', session.units)),
			major: i % major === 0,
			label: figure < 1 ? (i * every).toFixed(1) : `${Math.round(i * every)}`
		}));
	});
</script>

<g class="ruler" aria-hidden="true">
	<line x1={x} x2={x} y1={frame.z(0)} y2={ticks.at(-1)?.y} />
	{#each ticks as tick, i (i)}
		<line x1={x - (tick.major ? 9 : 4)} x2={x} y1={tick.y} y2={tick.y} />
		{#if tick.major}<text x={x - 13} y={tick.y + 4}>{tick.label}</text>{/if}
	{/each}
</g>

<style>
	line {
		stroke: var(--soft);
		stroke-width: 1;
	}
	text {
		fill: var(--soft);
		font-size: 12px;
		text-anchor: end;
	}
</style>
