<script lang="ts">
	import { watersOf } from '$lib/core/model';
	import { lowerFirst } from '$lib/core/quantity';
	import { weighed, weighedAs } from '$lib/core/procedure';
	import { heightAt } from '$lib/core/shelf';
	import { tankShapeOf } from '$lib/core/layout';
	import { amountWords } from '../../procedure/words';
	import Handle from '../../drawing/Handle.svelte';
	import { useSession } from '../../workspace/context';
	import type { Heap } from './bench';

	/** Plain water, what goes into it in order, and the tank with its mark; an amount is dragged where it stands. */
	interface Props {
		width: number;
		height: number;
		heaps: readonly Heap[];
	}
	const { width, height, heaps }: Props = $props();
	const session = useSession();
	const model = $derived(session.model);
	const mix = $derived(model.mix);
	const source = $derived(model.sourceWater);
	/** What it is thinned with. */
	const soft = $derived(watersOf(session.place, session.operation)[1]);
	/** Where everything stands. */
	const ground = $derived(height - 48);
	const tall = $derived(Math.min(150, ground - 34));
	const TUB = 92;
	const left = 22;
	const right = $derived(width - TUB - 26);
	const step = $derived((right - (left + TUB) - 24) / Math.max(1, heaps.length));
	const at = (i: number) => left + TUB + 12 + step * (i + 0.5);
	const wide = $derived(Math.min(50, step * 0.72));
	/** While one is dragged the others keep their measure. */
	const most = $derived(
		Math.max(
			1e-6,
			...session.kept.weighing.items.filter(({ jug }) => !jug).map(({ weigh }) => weigh),
			...(session.kept === model ? [] : [0])
		)
	);
	const LEAST = 16;
	const room = $derived(tall - LEAST - 26);
	const highOf = (amount: number) => LEAST + room * Math.sqrt(Math.min(1.2, amount / most));
	const amountAt = (high: number) => most * Math.max(0, (high - LEAST) / room) ** 2;
	const said = (heap: Heap): string =>
		heap.kind === 'jug'
			? session.say(heap.amount, 'liquid')
			: heap.items[0]!.scoops === null
				? amountWords(weighed(heap.items[0]!), session.units)
				: `${heap.items[0]!.scoops} sc`;
	const markMm = $derived(heightAt(tankShapeOf(session.design, model.shelf), mix.litres));
	const level = $derived(ground - tall * 0.62);

	/** Holds an ingredient at so much of the whole fill; the others are fitted round it. */
	function hold(heap: Heap, amount: number): void {
		const { index } = heap.items[0]!;
		const { of, gramsPerUnit } = mix.ingredients[index]!;
		const gramsPerL = Math.min(50, (amount * gramsPerUnit) / model.weighing.litres);
		session.preview([
			{
				path: 'operation.mix.held',
				value: { ...session.operation.mix.held, [of]: Number(gramsPerL.toPrecision(6)) }
			}
		]);
	}
	function free(heap: Heap): void {
		const held = { ...session.operation.mix.held };
		for (const { index } of heap.items) delete held[mix.ingredients[index]!.of];
		session.put('operation.mix.held', held, 'an amount fitted again');
	}
	const tub = (x: number, top = tall) =>
		`M${x - 4} ${ground - top} L${x + 6} ${ground} H${x + TUB - 6} L${x + TUB + 4} ${ground - top}`;
	const filled = (x: number, y: number) => {
		const lean = (10 * (ground - y)) / tall;
		return `M${x + 6 - lean} ${y} L${x + 6} ${ground} H${x + TUB - 6} L${x + TUB - 6 + lean} ${y} Z`;
	};
</script>

<svg
	{width}
	{height}
	viewBox="0 0 {width} {height}"
	role="group"
	aria-label="The bench: what goes into the tank, in order"
>
	<path class="water" d={filled(left, ground - tall * 0.8)} />
	<path class="tub" d={tub(left)} />
	<text class="big" x={left + TUB / 2} y={ground - tall * 0.5}
		>{session.say(mix.litres * 0.8, 'volume')}</text
	>
	<text x={left + TUB / 2} y={ground - tall * 0.5 + 17}
		>{session.say(source.ecMsCm, 'strength')}</text
	>
	<text x={left + TUB / 2} y={ground - tall * 0.5 + 33}>pH {source.ph.toFixed(1)}</text>
	<text class="order" x={left + TUB / 2} y={ground + 18}>1 plain water</text>
	{#if soft}<text x={left + TUB / 2} y={ground + 33}
			>{Math.round(100 * soft.part)}% {lowerFirst(soft.water.name)}</text
		>{/if}
	{#each heaps as heap, i (heap.id)}
		{@const x = at(i)}
		{@const high = heap.kind === 'heap' || heap.kind === 'liquid' ? highOf(heap.amount) : 44}
		{#if heap.last && i > 0}
			<line
				class="apart"
				x1={x - step / 2}
				x2={x - step / 2}
				y1={ground - tall - 4}
				y2={ground + 6}
			/>
			<text class="alone" x={x - step / 2 - 4} y={ground - tall - 10}>last, and alone</text>
		{/if}
		<g class="one">
			<title
				>{heap.items
					.map(
						(item) =>
							`${item.name}: ${amountWords(weighed(item), session.units)}${item.jug ? `, ${item.jug.times} times over in a litre` : ''}`
					)
					.join('; ')}</title
			>
			{#if heap.kind === 'heap'}
				<path
					class="heap"
					style:fill="var({heap.colour})"
					d="M{x - wide / 2} {ground} V{ground - high + 6} Q{x} {ground - high - 7} {x +
						wide / 2} {ground - high + 6} V{ground} Z"
				/>
			{:else if heap.kind === 'liquid'}
				<path
					class="heap"
					style:fill="var({heap.colour})"
					d="M{x - wide / 2} {ground} V{ground - high + 12} Q{x - wide / 2} {ground - high} {x -
						7} {ground - high} V{ground - high - 8} H{x + 7} V{ground - high} Q{x +
						wide / 2} {ground - high} {x + wide / 2} {ground - high + 12} V{ground} Z"
				/>
			{:else}
				<path
					class="jug"
					d="M{x - wide / 2} {ground - 40} V{ground} H{x + wide / 2} V{ground - 46} M{x +
						wide / 2} {ground - 36} q12 4 0 24"
				/>
				<path
					class="heap"
					style:fill="var({heap.colour})"
					d="M{x - wide / 2} {ground - 24} V{ground} H{x + wide / 2} V{ground - 24} Z"
				/>
			{/if}
			<text
				class="big"
				class:held={heap.held}
				{x}
				y={ground - high - (heap.kind === 'liquid' ? 16 : 10)}>{said(heap)}</text
			>
			<text class="order" {x} y={ground + 18}>{i + 2}</text>
			{#each heap.name as line, k (k)}<text {x} y={ground + 32 + 13 * k}>{line}</text>{/each}
			{#if heap.kind !== 'jug'}
				{@const item = heap.items[0]!}
				<g class="grip">
					<Handle
						{x}
						y={ground - high + 4}
						axis="y"
						label="Amount of {item.name}"
						value={Number(item.amount.toPrecision(4))}
						min={0}
						max={Number((most * 1.4).toPrecision(2))}
						step={Number((most / 200).toPrecision(1))}
						moved={(from, pixels) => amountAt(highOf(from) + pixels)}
						text={session.say(item.amount, weighedAs(item.unit, item.amount))}
						ondrag={(amount) => hold(heap, amount)}
						onkeep={() => session.commit(`amount of ${item.name}`.slice(0, 80))}
						ondrop={() => session.revert()}
					/>
				</g>
			{/if}
		</g>
		{#if heap.held}
			<a
				class="free"
				href="#free"
				aria-label="Fit {heap.items[0]!.name} again"
				onclick={(event) => {
					event.preventDefault();
					free(heap);
				}}><text class="free" {x} y={ground - high - 26}>held ×</text></a
			>
		{/if}
	{/each}
	<path class="pour" d="M{right - 22} {ground - tall * 0.98} q16 -22 34 8" />
	<path class="water" d={filled(right, level)} />
	<path class="tub" d={tub(right, tall * 0.9)} />
	<line class="mark" x1={right - 6} x2={right + TUB + 6} y1={level} y2={level} />
	<text class="big" x={right + TUB / 2} y={level + 34}>{session.say(mix.litres, 'volume')}</text>
	{#if session.operation.mix.fills === 'tank'}<text x={right + TUB / 2} y={level + 51}
			>{session.say(markMm, 'size')} deep</text
		>{/if}
	<text class="order" x={right + TUB / 2} y={ground + 18}>{heaps.length + 2} to the mark, read</text
	>
	<line class="floor" x1="6" x2={width - 6} y1={ground} y2={ground} />
</svg>

<style>
	svg {
		display: block;
	}
	text {
		text-anchor: middle;
		font-size: 12px;
		fill: var(--soft);
	}
	.big {
		font: 650 15px var(--head);
		fill: var(--ink);
	}
	.order {
		font-weight: 650;
		fill: var(--ink);
	}
	.held {
		fill: var(--supply);
	}
	.alone {
		text-anchor: end;
		fill: var(--caution);
	}
	.apart {
		stroke: var(--caution);
		stroke-dasharray: 4 3;
	}
	.floor {
		stroke: var(--ink);
		stroke-width: 1.8;
	}
	.tub,
	.jug {
		fill: none;
		stroke: var(--ink);
		stroke-width: 1.6;
	}
	.water {
		fill: var(--water);
	}
	.heap {
		stroke: var(--ink);
		stroke-width: 1;
	}
	.mark {
		stroke: var(--supply);
		stroke-width: 1.6;
	}
	.pour {
		fill: none;
		stroke: var(--supply);
		stroke-width: 1.6;
	}
	.grip {
		opacity: 0;
	}
	.one:hover .grip,
	.grip:focus-within {
		opacity: 1;
	}
	@media (hover: none) {
		.grip {
			opacity: 0.75;
		}
	}
	a.free {
		cursor: pointer;
	}
	text.free {
		fill: var(--supply);
		text-decoration: underline;
	}
</style>
