<script lang="ts">
	import { DRY_LPH } from '$lib/core/hydraulics';
	import type { Step } from '$lib/core/review';
	import { pick } from '$lib/core/shelf';
	import { useSession } from '../workspace/context';
	import { polygon, type Frame } from './frame';
	import Bucket from './Bucket.svelte';
	import Grips from './Grips.svelte';
	import MarginNotes from './MarginNotes.svelte';
	import Plant from './Plant.svelte';
	import Ruler from './Ruler.svelte';
	import Tank from './Tank.svelte';

	const { frame }: { frame: Frame } = $props();
	const session = useSession();
	const layout = $derived(session.chain.layout);
	const selectedBucket = $derived(
		layout.containers.find(
			(c) => c.id === session.selected || c.siteIds.includes(session.selected ?? '')
		)
	);
	/** The row that stands in front on the drawing: the first, or the one that holds what is selected. */
	const frontRow = $derived(selectedBucket?.row ?? 0);
	const buckets = $derived(layout.containers.filter((c) => c.row === frontRow));
	const sites = $derived(layout.sites.filter((site) => site.row === frontRow && site.cropId));
	const flows = $derived(session.chain.path.outletLph);
	const mostLph = $derived(Math.max(1e-6, ...flows.values()));
	const front = (id: string) => buckets.some((bucket) => id.startsWith(`${bucket.id}.`));
	const runs = $derived(
		layout.runs.filter((run) => run.role === 'main' || run.role === 'header' || front(run.id))
	);
	const returns = $derived(
		layout.returns.filter((run) => run.containerIds.some((id) => buckets.some((b) => b.id === id)))
	);
	const outlets = $derived(
		layout.emissions.filter((e) => buckets.some((b) => b.id === e.containerId))
	);
	const isDry = (containerId: string) =>
		layout.emissions
			.filter((e) => e.containerId === containerId)
			.every((e) => (flows.get(e.nodeId) ?? 0) < DRY_LPH);
	const width = (mm: number) => Math.max(2, (mm / 1000) * frame.scale * 0.8);
	const line = (points: { xM: number; zM: number }[]) =>
		polygon(points.map((p) => [frame.x(p.xM), frame.z(p.zM)]));
	const low = $derived(frame.z(Math.min(0, layout.extent.from.zM)));

	/** Chooses a thing that has a grip, and hands the arrow keys to that grip. */
	function take(id: string, step: Step, grip: string): void {
		session.selected = id;
		session.step = step;
		document.querySelector<SVGElement>(`[role="slider"][aria-label="${grip}"]`)?.focus();
	}
	const chooseLine = (id: string) => {
		session.selected = id;
		session.step = 'lines';
	};
	function choose(id: string): void {
		session.selected = session.selected === id ? null : id;
	}
</script>

<g class="elevation">
	<defs>
		<pattern id="grains" width="7" height="7" patternUnits="userSpaceOnUse">
			<circle cx="1.6" cy="2" r="0.9" class="grain" />
			<circle cx="5" cy="5.4" r="0.9" class="grain" />
		</pattern>
		<pattern
			id="dry-hatch"
			width="6"
			height="6"
			patternUnits="userSpaceOnUse"
			patternTransform="rotate(45)"
		>
			<line x1="0" y1="0" x2="0" y2="6" class="hatch" />
		</pattern>
		<pattern
			id="ground"
			width="9"
			height="9"
			patternUnits="userSpaceOnUse"
			patternTransform="rotate(45)"
		>
			<line x1="0" y1="0" x2="0" y2="9" class="earth" />
		</pattern>
	</defs>
	<Ruler {frame} />
	<rect
		x={frame.left - 26}
		y={frame.z(0)}
		width={frame.right - frame.left + 70}
		height="9"
		fill="url(#ground)"
	/>
	<line
		class="floor"
		x1={frame.left - (frame.small ? 6 : 40)}
		x2={frame.right + (frame.small ? 22 : 56)}
		y1={frame.z(0)}
		y2={frame.z(0)}
	/>

	{#each layout.solids as solid (solid.id)}
		<!-- by keyboard its grip stands for the bench -->
		<!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_static_element_interactions -->
		<polygon
			class="solid {solid.role}"
			class:selected={session.selected === solid.id}
			points={polygon(solid.front.map(([x, z]) => [frame.x(x), Math.min(low, frame.z(z))]))}
			onclick={() => solid.role === 'top' && take(solid.id, 'sites', 'Height of the bench')}
		/>
	{/each}
	{#each sites as site, i (site.id)}
		{@const crop = pick(session.chain.shelf.crops, site.cropId ?? '')}
		<Plant
			{crop}
			x={frame.x(site.xM)}
			y={frame.z(site.zM)}
			top={frame.z(frame.topM) + 4}
			spread={(site.spreadMm / 1000) * frame.scale}
			height={((crop.heightMm * (site.spreadMm / Math.max(1, site.matureSpreadMm))) / 1000) *
				frame.scale}
			seed={i}
		/>
	{/each}
	{#each returns as run (run.id)}
		<polyline
			class="return-wall"
			points={line(run.points)}
			style:stroke-width="{width(run.innerDiameterMm)}px"
		/>
		<polyline
			class="return"
			class:selected={session.selected === run.id}
			points={line(run.points)}
		/>
		<!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_static_element_interactions -->
		<polyline class="reach" points={line(run.points)} onclick={() => chooseLine(run.id)} />
		{@const end = run.points.at(-1)!}
		<polyline
			class="return"
			points={line([
				end,
				{ ...end, zM: Math.max(session.chain.path.waterLevelM, layout.tank.floorM) }
			])}
		/>
	{/each}
	<Tank {frame} />
	{#each buckets as bucket (bucket.id)}
		<Bucket {frame} {bucket} dry={isDry(bucket.id)} />
		<polyline
			class="return drop"
			points={line([
				{ xM: bucket.xM + bucket.bottomDiameterMm / 3000, zM: bucket.zM + bucket.poolMm / 1000 },
				{ xM: bucket.xM + bucket.bottomDiameterMm / 3000, zM: bucket.zM - 0.05 }
			])}
		/>
	{/each}
	{#each runs as run (run.id)}
		<polyline
			class="supply {run.role}"
			class:shut={!run.open}
			class:selected={session.selected === run.id}
			points={line(run.points)}
			style:stroke-width="{run.role === 'stake' ? 1.5 : width(run.innerDiameterMm)}px"
		/>
		<!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_static_element_interactions -->
		<polyline class="reach" points={line(run.points)} onclick={() => chooseLine(run.id)} />
	{/each}
	{#each outlets as outlet (outlet.id)}
		{@const q = flows.get(outlet.nodeId) ?? 0}
		{#if q < DRY_LPH}
			<path
				class="dry-mark"
				d="M{frame.x(outlet.xM) - 5} {frame.z(outlet.zM) - 5} l10 10 m0 -10 l-10 10"
			/>
		{:else}
			<circle
				class="drip"
				cx={frame.x(outlet.xM)}
				cy={frame.z(outlet.zM)}
				r={1.5 + 3 * Math.sqrt(q / mostLph)}
			/>
		{/if}
	{/each}
	{#each buckets as bucket (bucket.id)}
		{@const r = (bucket.topDiameterMm / 2000) * frame.scale}
		<g
			role="button"
			tabindex="0"
			aria-label="Bucket {bucket.label}"
			aria-pressed={selectedBucket?.id === bucket.id}
			class="pick"
			onclick={() => choose(bucket.id)}
			onkeydown={(event) => {
				if (event.key === 'Enter' || event.key === ' ') {
					event.preventDefault();
					choose(bucket.id);
				}
			}}
		>
			<rect
				x={frame.x(bucket.xM) - r - 5}
				y={frame.z(bucket.zM + bucket.heightMm / 1000) - 6}
				width={2 * r + 10}
				height={(bucket.heightMm / 1000) * frame.scale + 12}
				rx="3"
				class:chosen={selectedBucket?.id === bucket.id}
			/>
		</g>
	{/each}
	<MarginNotes {frame} />
	<Grips {frame} />
</g>

<style>
	:global(.grain) {
		fill: var(--medium);
	}
	:global(.hatch) {
		stroke: var(--dry);
		stroke-width: 1.6;
	}
	:global(.earth) {
		stroke: var(--hair);
		stroke-width: 2;
	}
	.floor {
		stroke: var(--ink);
		stroke-width: 1.8;
	}
	.solid {
		fill: var(--timber);
	}
	.solid.obstacle {
		fill: var(--hair);
	}
	.supply {
		fill: none;
		stroke: var(--supply);
		stroke-linejoin: round;
		stroke-linecap: round;
	}
	.supply.shut {
		stroke-dasharray: 2 4;
		opacity: 0.5;
	}
	.return-wall {
		fill: none;
		stroke: var(--return);
		opacity: 0.16;
	}
	.return {
		fill: none;
		stroke: var(--return);
		stroke-width: 2;
		stroke-dasharray: 7 4;
	}
	.drop {
		stroke-width: 1.4;
		stroke-dasharray: 4 3;
	}
	.selected {
		stroke-width: 5px !important;
	}
	.reach {
		fill: none;
		stroke: transparent;
		stroke-width: 9px;
		cursor: pointer;
		pointer-events: stroke;
	}
	.solid.top {
		cursor: pointer;
	}
	.solid.selected {
		fill: var(--supply);
		stroke: none;
	}
	.drip {
		fill: var(--supply);
	}
	.dry-mark {
		stroke: var(--dry);
		stroke-width: 2.4;
	}
	.pick {
		cursor: pointer;
		outline: none;
	}
	.pick rect {
		fill: transparent;
		stroke: none;
	}
	.pick rect.chosen,
	.pick:focus-visible rect {
		stroke: var(--ink);
		stroke-width: 1.5;
		stroke-dasharray: 3 3;
	}
	.pick:focus-visible rect {
		stroke: var(--supply);
		stroke-width: 2;
	}
</style>
