<script lang="ts">
	import { broughtBy } from '$lib/core/model';
	import { ELEMENT_NAME, NUTRIENTS } from '$lib/core/nutrients';
	import { capital } from '$lib/core/quantity';
	import { useSession } from '../../workspace/context';
	import { coloursOf, shortOf, type Heap } from './bench';

	/** Each element as it is brought, one source on the other, against the band of these crops. */
	interface Props {
		width: number;
		height: number;
		heaps: readonly Heap[];
	}
	const { width, height, heaps }: Props = $props();
	const session = useSession();
	const mix = $derived(session.model.mix);
	const colours = $derived(coloursOf(heaps));
	const bands = $derived(mix.bandsMgL);
	const rows = $derived(width < 560 ? 2 : 1);
	const perRow = $derived(NUTRIENTS.length / rows);
	const step = $derived(width / perRow);
	const tall = $derived(height / rows);
	/** So many times what is wanted fit on a column. */
	const MOST = 2.05;
	const base = (row: number) => row * tall + tall - 40;
	const unit = $derived((tall - 58) / MOST);
	const mgL = (value: number) =>
		value.toFixed(value < 0.095 ? 3 : value < 0.995 ? 2 : value < 9.95 ? 1 : 0);
	const bars = $derived(
		NUTRIENTS.map((e, i) => {
			const row = Math.floor(i / perRow);
			const wanted = mix.targetsMgL[e];
			const holds = mix.salts.result.elementsMgL[e];
			const high = (value: number) => Math.min(MOST, value / wanted) * unit;
			let up = 0;
			const parts = broughtBy(mix, e).map(({ by, mgL: brings }) => {
				const from = Math.min(MOST * unit, up);
				up += (brings / wanted) * unit;
				const to = Math.min(MOST * unit, up);
				const place = heaps.findIndex((heap) => heap.items.some((item) => item.index === by));
				return { by, brings, y: base(row) - to, height: to - from, number: place + 2 };
			});
			const { low, high: most } = bands[e];
			const state = holds < low * 0.995 ? 'short' : holds > most * 1.005 ? 'over' : null;
			return {
				e,
				x: (i % perRow) * step + step / 2,
				y: base(row),
				parts,
				holds,
				state,
				band: { top: base(row) - high(most), height: high(most) - high(low) },
				past: holds / wanted > MOST
			};
		})
	);
	const wide = $derived(Math.min(46, step * 0.66));
	const bar = $derived(Math.min(28, step * 0.42));
	const SAID = { water: 'your water', acid: 'the acid', base: 'the base' };
	const said = (by: (typeof bars)[number]['parts'][number]['by']) =>
		typeof by === 'string' ? SAID[by] : shortOf(mix.ingredients[by]!);
</script>

<svg {width} {height} viewBox="0 0 {width} {height}" role="img" aria-labelledby="bars-title">
	<title id="bars-title">What the plants find of each element, mg/L, and what they take</title>
	<defs>
		<pattern
			id="brought"
			width="5"
			height="5"
			patternUnits="userSpaceOnUse"
			patternTransform="rotate(45)"
		>
			<rect width="5" height="5" fill="var(--water)" />
			<line x1="0" y1="0" x2="0" y2="5" stroke="var(--supply)" stroke-width="1.2" />
		</pattern>
	</defs>
	{#each bars as { e, x, y, parts, holds, state, band, past } (e)}
		<g>
			<title
				>{capital(ELEMENT_NAME[e] ?? e)}: {mgL(holds)} mg/L; {parts
					.map(({ by, brings }) => `${said(by)} ${mgL(brings)}`)
					.join(', ')}; these crops take {mgL(bands[e].low)} to {mgL(bands[e].high)}</title
			>
			<rect
				class="band"
				x={x - wide / 2}
				y={band.top}
				width={wide}
				height={Math.max(1, band.height)}
			/>
			{#each parts as part (part.by)}
				<rect
					class="part"
					x={x - bar / 2}
					y={part.y}
					width={bar}
					height={part.height}
					fill={part.by === 'water'
						? 'url(#brought)'
						: typeof part.by === 'string'
							? 'var(--caution)'
							: `var(${colours.get(part.by) ?? '--timber'})`}
				/>
				{#if typeof part.by === 'number' && part.height > 14}<text
						class="in"
						{x}
						y={part.y + part.height / 2 + 4}>{part.number}</text
					>{/if}
			{/each}
			{#if past}<path
					class="past"
					d="M{x - bar / 2} {y - MOST * unit} l{bar / 2} -6 l{bar / 2} 6"
				/>{/if}
			<line class="floor" x1={x - step * 0.4} x2={x + step * 0.4} y1={y} y2={y} />
			<text class="name" class:off={state} {x} y={y + 16}>{e}</text>
			<text class="value" class:off={state} {x} y={y + 32}
				>{mgL(holds)}{state === 'short' ? ' ▾' : state === 'over' ? ' ▴' : ''}</text
			>
		</g>
	{/each}
</svg>
<table class="visually-hidden">
	<caption>Elements of the mix, mg/L</caption>
	<thead
		><tr
			><th scope="col">Element</th><th scope="col">holds</th><th scope="col">these crops take</th
			><th scope="col">brought by</th></tr
		></thead
	>
	<tbody>
		{#each bars as { e, holds, parts, state } (e)}
			<tr
				><th scope="row">{ELEMENT_NAME[e] ?? e}</th><td>{mgL(holds)}{state ? `, ${state}` : ''}</td
				><td>{mgL(bands[e].low)} to {mgL(bands[e].high)}</td><td
					>{parts.map(({ by, brings }) => `${said(by)} ${mgL(brings)}`).join(', ') || 'nothing'}</td
				></tr
			>
		{/each}
	</tbody>
</table>

<style>
	svg {
		display: block;
	}
	text {
		text-anchor: middle;
		font-size: 12px;
		fill: var(--soft);
	}
	.name {
		font: 650 14px var(--head);
		fill: var(--ink);
	}
	.in {
		font-weight: 600;
		fill: var(--sheet);
	}
	.off {
		fill: var(--caution);
		font-weight: 650;
	}
	.band {
		fill: var(--growth-pale);
		opacity: 0.65;
	}
	.part {
		stroke: var(--ground);
		stroke-width: 0.75;
	}
	.past {
		fill: none;
		stroke: var(--caution);
		stroke-width: 1.8;
	}
	.floor {
		stroke: var(--ink);
	}
</style>
