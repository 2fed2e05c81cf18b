<script lang="ts">
	import type { BottleName } from '$lib/core/nutrients';
	import { lowerFirst, names, scaleOf, toShown } from '$lib/core/quantity';
	import { weighed } from '$lib/core/procedure';
	import { amountWords } from '../../procedure/words';
	import { useSession } from '../../workspace/context';
	import { coloursOf, shortOf, type Heap } from './bench';

	/** Two bottles as they are filled: what stands in which, layer on layer, and what must never meet. */
	interface Props {
		width: number;
		height: number;
		heaps: readonly Heap[];
	}
	const { width, height, heaps }: Props = $props();
	const session = useSession();
	const model = $derived(session.model);
	const made = $derived(model.bottles.stock);
	const colours = $derived(coloursOf(heaps));
	/** Lines of text under the drawing, px. */
	const under = $derived(
		(['A', 'B'] as const).reduce((lines, name) => {
			const kinds = (made?.result.bottles[name] ?? []).map(
				({ index }) =>
					model.weighing.items.find((one) => one.index === model.bottles.of[index])?.jug?.kind
			);
			return lines + 40 * new Set(kinds.filter(Boolean)).size;
		}, 0)
	);
	const ground = $derived(height - under - 46);
	const tall = $derived(Math.min(190, ground - 26));
	const WIDE = 84;
	const half = $derived(width / 2);
	/** Where each stands, so that its list has room beside it. */
	const xOf = (name: BottleName) => (name === 'A' ? 18 : half + 20);
	const shown = $derived(
		(['A', 'B'] as const).map((name) => {
			const list = made?.result.bottles[name] ?? [];
			const whole = list.reduce((sum, { grams }) => sum + grams, 0);
			let up = 0;
			const layers = list.map(({ index, grams, saturation }) => {
				const ingredient = model.bottles.of[index]!;
				// what is but a pinch is seen all the same
				const high = Math.max(5, ((tall * 0.62) / Math.max(whole, 1e-9)) * grams);
				const item = model.weighing.items.find((one) => one.index === ingredient);
				up += high;
				return {
					ingredient,
					grams,
					saturation,
					y: ground - up,
					high,
					name: shortOf(model.mix.ingredients[ingredient]!),
					// what goes into this bottle; what its trace solution is made of stands below by itself
					said: item ? (item.jug ? pinch(grams) : amountWords(weighed(item), session.units)) : '',
					weighed: item?.jug ? amountWords(weighed(item), session.units) : '',
					jug: item?.jug ?? null
				};
			});
			return { name, x: xOf(name), layers, whole };
		})
	);
	const pinch = (grams: number) => session.say(grams, grams < 1 ? 'trace' : 'salt');
	const JUG_NAMES = { calcium: 'Calcium', iron: 'Iron', other: 'Trace' };
	/** Solutions that are made apart for a bottle, each with what is weighed into it. */
	const solutions = $derived(
		shown.flatMap(({ name, layers }) =>
			Object.entries(JUG_NAMES).flatMap(([kind, called]) => {
				const list = layers.filter(({ jug }) => jug?.kind === kind);
				const [first] = list;
				if (!first) return [];
				const of = list.map((layer) => `${layer.weighed} of ${lowerFirst(layer.name)}`);
				return [{ key: `${name} ${kind}`, name, called, of, takeMl: first.jug!.takeMl }];
			})
		)
	);
	const litresA = $derived(toShown(1, 'perVolume', session.units));
	const dose = $derived(
		made
			? `${session.say(made.input.doseMlPerL * litresA, 'liquid')} ${scaleOf('perVolume', session.units).unit}`
			: ''
	);
</script>

<svg
	{width}
	height={height - under}
	viewBox="0 0 {width} {height - under}"
	role="img"
	aria-label="Two bottles of concentrate and what is in each"
>
	{#each shown as { name, x, layers } (name)}
		<path class="liquid" d="M{x} {ground} V{ground - tall * 0.78} H{x + WIDE} V{ground} Z" />
		{#each layers as layer (layer.ingredient)}
			<rect
				class="layer"
				{x}
				y={Math.max(ground - tall * 0.78, layer.y)}
				width={WIDE}
				height={Math.min(layer.high, tall)}
				style:fill="var({colours.get(layer.ingredient) ?? '--timber'})"
			/>
		{/each}
		<path
			class="glass"
			d="M{x} {ground} V{ground - tall * 0.82} Q{x} {ground - tall * 0.92} {x +
				WIDE * 0.3} {ground - tall * 0.92} V{ground - tall} H{x + WIDE * 0.7} V{ground -
				tall * 0.92} Q{x + WIDE} {ground - tall * 0.92} {x + WIDE} {ground -
				tall * 0.82} V{ground} Z"
		/>
		<text class="letter" x={x + WIDE / 2} y={ground - tall * 0.6}>{name}</text>
		{#each layers as layer, i (layer.ingredient)}
			<text
				class="line"
				x={x + WIDE + 14}
				y={ground - tall * 0.86 + Math.min(17, (tall * 0.86 - 8) / layers.length) * i}
				><tspan class="amount">{layer.said}</tspan>
				{layer.name}{layer.saturation !== null && layer.saturation > 0.4
					? ` · ${Math.round(100 * layer.saturation)} % of what dissolves`
					: ''}</text
			>
		{/each}
		<text class="under" x={x + WIDE / 2} y={ground + 18}>{dose}</text>
	{/each}
	<line class="apart" x1={half} x2={half} y1="18" y2={ground + 4} />
	<text class="never" x={half} y={ground + 36}
		>never mix A and B in one jug: calcium forms a white solid with what is in B</text
	>
	<line class="floor" x1="6" x2={width - 6} y1={ground} y2={ground} />
</svg>
{#each solutions as { key, name, called, of, takeMl } (key)}
	<p class="apart-from">
		<b>{called} solution for bottle {name}, made by itself:</b> dissolve {names(of, 12)} in 1 litre of
		water, then put only <b>{session.say(takeMl, 'liquid')}</b> of it into bottle {name}.
	</p>
{/each}

<style>
	svg {
		display: block;
	}
	text {
		font-size: 12.5px;
		fill: var(--soft);
	}
	.letter {
		font: 650 34px var(--head);
		text-anchor: middle;
		fill: var(--ink);
		paint-order: stroke;
		stroke: var(--water);
		stroke-width: 5px;
	}
	.apart-from {
		font-size: 13px;
		line-height: 19px;
		padding: 0 18px;
		color: var(--caution);
	}
	.amount {
		font: 650 14px var(--head);
		fill: var(--ink);
	}
	.under,
	.never {
		text-anchor: middle;
	}
	.under {
		font-weight: 650;
		fill: var(--ink);
	}
	.never {
		fill: var(--caution);
	}
	.liquid {
		fill: var(--water);
	}
	.layer {
		opacity: 0.9;
	}
	.glass {
		fill: none;
		stroke: var(--ink);
		stroke-width: 1.6;
	}
	.apart {
		stroke: var(--caution);
		stroke-dasharray: 4 3;
	}
	.floor {
		stroke: var(--ink);
		stroke-width: 1.8;
	}
</style>
