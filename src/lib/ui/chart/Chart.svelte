<script lang="ts" module>
	/** A line or columns over the same axis. */
	export interface Series {
		name: string;
		/** A colour of the theme, such as `--supply`. */
		colour: string;
		kind: 'line' | 'bar';
		points: readonly { x: number; y: number }[];
		dashed?: boolean;
	}
	/** An axis with what its figures are called and how one is said. */
	export interface Axis {
		name: string;
		min?: number;
		max?: number;
		/** In place of figures: one name for each, from nought. */
		labels?: readonly string[];
		say(value: number): string;
	}
	/** What lies between two heights all along. */
	export interface Band {
		name: string;
		from: number;
		to: number;
		colour: string;
	}
	/** A point to look at; to drag along x where somebody takes it. */
	export interface Point {
		name: string;
		x: number;
		y: number;
		drag?: {
			min: number;
			max: number;
			step: number;
			say(x: number): string;
			ontry(x: number): void;
			onkeep(): void;
		};
	}
</script>

<script lang="ts">
	import Slide from '../control/Slide.svelte';
	import { onMount } from 'svelte';
	import type { Chart as Drawn, ChartConfiguration, Plugin } from 'chart.js';

	interface Props {
		/** What it shows, for those who do not see it. */
		title: string;
		across: Axis;
		up: Axis;
		series: readonly Series[];
		bands?: readonly Band[];
		point?: Point;
		height?: number;
	}
	const { title, across, up, series, bands = [], point, height = 190 }: Props = $props();
	let canvas: HTMLCanvasElement;
	let chart: Drawn | null = null;
	let theme = $state(0);
	const FONT = { family: 'Hanken Grotesk Variable, sans-serif', size: 12 };

	const colours = (): ((name: string) => string) => {
		// a colour of light-dark() is only known where it is used
		const probe = document.createElement('span');
		canvas.parentElement!.append(probe);
		const known: Record<string, string> = {};
		const of = (name: string) => {
			probe.style.color = `var(${name})`;
			known[name] ??= getComputedStyle(probe).color;
		};
		for (const name of ['--soft', '--hair', '--ink', '--sheet', '--supply']) of(name);
		for (const { colour } of [...series, ...bands]) of(colour);
		probe.remove();
		return (name) => known[name] ?? 'currentColor';
	};

	const px = (at: Drawn, axis: 'x' | 'y', value: number) =>
		at.scales[axis]!.getPixelForValue(value);
	/** Bands behind, the point and the names of the lines before what is drawn. */
	const marks = (colour: (name: string) => string): Plugin => ({
		id: 'marks',
		beforeDatasetsDraw(at) {
			const { ctx, chartArea } = at;
			ctx.save();
			for (const { from, to, colour: of } of bands) {
				ctx.globalAlpha = 0.45;
				ctx.fillStyle = colour(of);
				const top = px(at, 'y', to);
				ctx.fillRect(chartArea.left, top, chartArea.width, px(at, 'y', from) - top);
			}
			ctx.restore();
		},
		afterDatasetsDraw(at) {
			const { ctx, chartArea } = at;
			ctx.save();
			ctx.font = `12px ${FONT.family}`;
			ctx.lineWidth = 3;
			ctx.strokeStyle = colour('--sheet');
			const words = (text: string, x: number, y: number, of: string) => {
				const wide = ctx.measureText(text).width;
				const left = Math.min(Math.max(x, chartArea.left + 2), chartArea.right - wide - 2);
				const high = Math.min(Math.max(y, chartArea.top + 11), chartArea.bottom - 4);
				ctx.strokeText(text, left, high);
				ctx.fillStyle = of;
				ctx.fillText(text, left, high);
			};
			if (series.length > 1 && series.every(({ kind }) => kind === 'line'))
				for (const { name, points, colour: of } of series) {
					const seen = points.filter(
						(one) => one.y > (up.min ?? 0) + 0.12 * ((up.max ?? one.y) - (up.min ?? 0))
					);
					const end = seen.at(-1);
					if (end)
						words(
							name,
							px(at, 'x', end.x) - ctx.measureText(name).width,
							px(at, 'y', end.y) - 8,
							colour(of)
						);
				}
			if (point) {
				const [x, y] = [px(at, 'x', point.x), px(at, 'y', point.y)];
				ctx.beginPath();
				ctx.arc(x, y, point.drag ? 7 : 6, 0, 2 * Math.PI);
				ctx.fillStyle = colour('--sheet');
				ctx.fill();
				ctx.strokeStyle = colour('--supply');
				ctx.stroke();
				ctx.strokeStyle = colour('--sheet');
				ctx.font = `600 12px ${FONT.family}`;
				// on the side the line does not go on to
				const next = series[0]?.points.find((one) => one.x > point.x);
				const falls = next !== undefined && next.y < point.y;
				// pushed back from the edge it would lie on the line again
				const pushed = x + 13 + ctx.measureText(point.name).width > at.chartArea.right;
				const above = pushed ? y - 36 : y - 13;
				words(point.name, x + 11, falls ? above : y + 19, colour('--supply'));
			}
			ctx.restore();
		}
	});

	const axis = (of: Axis, colour: (name: string) => string, grid: boolean) => ({
		type: of.labels ? ('category' as const) : ('linear' as const),
		...(of.labels && { labels: [...of.labels] }),
		min: of.labels ? undefined : of.min,
		max: of.labels ? undefined : of.max,
		title: { display: true, text: of.name, color: colour('--soft'), font: FONT },
		grid: { display: grid, color: colour('--hair') },
		border: { color: colour('--soft') },
		ticks: {
			color: colour('--soft'),
			font: FONT,
			maxRotation: 0,
			maxTicksLimit: of.labels ? 12 : 5,
			// an end that is no round figure is not marked
			includeBounds: false,
			...(!of.labels && { callback: (value: number | string) => of.say(Number(value)) })
		}
	});

	function config(colour: (name: string) => string): ChartConfiguration {
		const bars = series.some(({ kind }) => kind === 'bar');
		return {
			type: bars ? 'bar' : 'line',
			data: {
				datasets: series.map(({ name, kind, points, colour: of, dashed }) => ({
					type: kind,
					label: name,
					data: points.map(({ x, y }) => ({ x, y })),
					borderColor: colour(of),
					backgroundColor: colour(of),
					borderWidth: kind === 'line' ? 2.2 : 0,
					...(kind === 'line' && { pointRadius: 0, tension: 0 }),
					...(dashed && { borderDash: [5, 4] })
				}))
			},
			options: {
				animation: false,
				responsive: true,
				maintainAspectRatio: false,
				interaction: { mode: bars ? 'index' : 'nearest', intersect: false },
				layout: { padding: { top: 4, right: 6 } },
				scales: { x: axis(across, colour, false), y: axis(up, colour, true) },
				plugins: {
					legend: {
						display: bars && series.length > 1,
						labels: { color: colour('--ink'), font: FONT, boxWidth: 10 }
					},
					tooltip: {
						callbacks: {
							title: (items) =>
								items[0]
									? (across.labels?.[items[0].dataIndex] ?? across.say(items[0].parsed.x ?? 0))
									: '',
							label: (item) => `${item.dataset.label}: ${up.say(item.parsed.y ?? 0)}`
						}
					}
				}
			},
			plugins: [marks(colour)]
		} as ChartConfiguration;
	}

	let library: typeof import('./library') | null = $state.raw(null);
	onMount(() => {
		void import('./library').then((loaded) => (library = loaded));
		const seen = new MutationObserver(() => (theme += 1));
		seen.observe(document.documentElement, { attributeFilter: ['data-theme'] });
		const dark = matchMedia('(prefers-color-scheme: dark)');
		const changed = () => (theme += 1);
		dark.addEventListener('change', changed);
		return () => {
			seen.disconnect();
			dark.removeEventListener('change', changed);
			chart?.destroy();
		};
	});
	$effect(() => {
		void theme;
		const { type, ...made } = config(colours()) as ChartConfiguration & { type: 'line' | 'bar' };
		if (!library) return;
		// its own plugin draws what is shown now, so a changed one is drawn anew
		chart?.destroy();
		chart = library.draw(canvas, { type, ...made });
	});

	let held = false;
	const within = ({ min, max, step }: NonNullable<Point['drag']>, x: number) =>
		Math.min(max, Math.max(min, Math.round(x / step) * step));
	function move(event: PointerEvent): void {
		if (!held || !chart || !point?.drag) return;
		const x = chart.scales.x!.getValueForPixel(event.offsetX);
		if (x !== undefined) point.drag.ontry(within(point.drag, x));
	}
	function hold(event: PointerEvent): void {
		if (!chart || !point?.drag) return;
		const [x, y] = [px(chart, 'x', point.x), px(chart, 'y', point.y)];
		if (Math.hypot(event.offsetX - x, event.offsetY - y) > 22) return;
		canvas.setPointerCapture(event.pointerId);
		held = true;
	}
	function drop(): void {
		if (held) point?.drag?.onkeep();
		held = false;
	}
	/** Of a line with many points every so many are told. */
	const told = (points: Series['points']) =>
		points.filter((_, i) => i % Math.max(1, Math.ceil(points.length / 12)) === 0);
</script>

<figure>
	<div style:height="{height}px">
		<canvas
			bind:this={canvas}
			class:grip={point?.drag}
			aria-hidden="true"
			onpointerdown={hold}
			onpointermove={move}
			onpointerup={drop}
			onpointercancel={drop}
		></canvas>
	</div>
	{#if point?.drag}
		{@const { min, max, step, say, ontry, onkeep } = point.drag}
		<Slide
			label="{title}: {point.name}"
			hidden
			{min}
			{max}
			{step}
			value={point.x}
			words={say(point.x)}
			{ontry}
			{onkeep}
		/>
	{/if}
	<table class="visually-hidden">
		<caption>{title}{point ? `: ${point.name}` : ''}</caption>
		<thead
			><tr
				><th scope="col">Of</th><th scope="col">{across.name || 'At'}</th><th scope="col"
					>{up.name}</th
				></tr
			></thead
		>
		<tbody>
			{#each series as { name, points } (name)}
				{#each told(points) as { x, y }, i (i)}
					<tr
						><th scope="row">{name}</th><td>{across.labels?.[x] ?? across.say(x)}</td><td
							>{up.say(y)}</td
						></tr
					>
				{/each}
			{/each}
			{#each bands as { name, from, to } (name)}
				<tr><th scope="row">{name}</th><td>all along</td><td>{up.say(from)} to {up.say(to)}</td></tr
				>
			{/each}
		</tbody>
	</table>
</figure>

<style>
	figure {
		margin: 6px 0 2px;
		position: relative;
	}
	div {
		position: relative;
	}
	figure:has(:global(input:focus-visible)) div {
		outline: 2px solid var(--supply);
		outline-offset: 2px;
	}
	.grip {
		cursor: ew-resize;
		touch-action: pan-y;
	}
</style>
