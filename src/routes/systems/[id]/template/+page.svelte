<script lang="ts">
	import { partsIn } from '$lib/core/design';
	import { SystemModel } from '$lib/core/model';
	import { shelfWith } from '$lib/core/shelf';
	import { templatesOf } from '$lib/core/construction';
	import type { PageData } from './$types';

	/** Patterns in full size, cut into pages that are taped together: what is 100 mm here is 100 mm on paper. */
	const { data }: { data: PageData } = $props();
	const model = $derived(new SystemModel(partsIn(data.stored), shelfWith(data.stored.shelf)));
	const PAGE = { width: 186, height: 258 };
	const pages = $derived(
		templatesOf(model).flatMap((template) => {
			const across = Math.ceil(template.widthMm / PAGE.width);
			const down = Math.ceil(template.heightMm / PAGE.height);
			return Array.from({ length: across * down }, (_, i) => ({
				template,
				number: i + 1,
				of: across * down,
				x: (i % across) * PAGE.width,
				y: Math.floor(i / across) * PAGE.height
			}));
		})
	);
</script>

<svelte:head><title>{data.stored.design.name}, templates · Crelbo</title></svelte:head>

<nav class="no-print">
	<a href="/systems/{data.id}">Back to {data.stored.design.name}</a>
	<button class="button main" onclick={() => print()} disabled={pages.length === 0}
		>Print {pages.length} pages at 100 %</button
	>
</nav>
<main>
	<h1 class="visually-hidden">Templates of {data.stored.design.name}</h1>
	{#if pages.length === 0}
		<p class="no-print empty">
			This kind of system has no holes to mark round a pipe and no lid to drill.
		</p>
	{/if}
	{#each pages as { template, number, of, x, y } (`${template.id}/${number}`)}
		<section class="page">
			<p>
				<b>{template.name}</b>, page {number} of {of}. Measure the bar: it must be 100 mm.
			</p>
			<svg
				width="{PAGE.width}mm"
				height="{PAGE.height}mm"
				viewBox="{x} {y} {PAGE.width} {PAGE.height}"
				role="img"
				aria-label="{template.name}, page {number}"
			>
				<rect class="sheet" {x} {y} width={PAGE.width} height={PAGE.height} />
				<path class="bar" d="M{x + 6} {y + 252} h100 m0 -2 v4 m-100 -4 v4" />
				<text x={x + 8} y={y + 250}>100 mm</text>
				{#each template.outlines as outline, i (i)}
					{#if outline.kind === 'circle'}
						<circle class="outline" cx={outline.xMm} cy={outline.yMm} r={outline.radiusMm} />
					{:else}
						<rect
							class="outline"
							x={outline.xMm}
							y={outline.yMm}
							width={outline.widthMm}
							height={outline.heightMm}
						/>
					{/if}
				{/each}
				{#each template.holes as hole, i (i)}
					{#if hole.slit}
						<path
							class="hole"
							d="M{hole.xMm -
								hole.diameterMm /
									2} {hole.yMm} h{hole.diameterMm} m0 -2 v4 m{-hole.diameterMm} -4 v4"
						/>
					{:else}
						<circle class="hole" cx={hole.xMm} cy={hole.yMm} r={Math.max(0, hole.diameterMm / 2)} />
					{/if}
					<path class="cross" d="M{hole.xMm - 4} {hole.yMm} h8 m-4 -4 v8" />
					<text x={hole.xMm + hole.diameterMm / 2 + 2} y={hole.yMm + 1.5}>{hole.label}</text>
				{/each}
			</svg>
		</section>
	{/each}
</main>

<style>
	nav {
		display: flex;
		justify-content: space-between;
		align-items: center;
		max-width: 770px;
		margin: 14px auto;
		padding: 0 20px;
	}
	.empty {
		max-width: 770px;
		margin: 0 auto;
		padding: 0 20px;
	}
	.page {
		width: max-content;
		max-width: 100%;
		overflow: auto;
		margin: 0 auto 24px;
		background: #fff;
		color: #12261d;
		padding: 6mm;
		break-after: page;
	}
	p {
		margin: 0 0 2mm;
		font-size: 13px;
	}
	.sheet {
		fill: none;
		stroke: #c3cfc6;
		stroke-width: 0.3;
		stroke-dasharray: 2 2;
	}
	.outline,
	.hole,
	.cross,
	.bar {
		fill: none;
		stroke: #12261d;
		stroke-width: 0.4;
	}
	text {
		font-size: 4px;
		fill: #53665b;
	}
	@page {
		margin: 10mm;
	}
	@media print {
		.no-print {
			display: none;
		}
		.page {
			padding: 0;
			margin: 0;
		}
	}
</style>
