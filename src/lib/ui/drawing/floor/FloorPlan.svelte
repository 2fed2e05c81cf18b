<script lang="ts">
	import { grounds } from '$lib/core/layout';
	import AreaGround from '../../place/AreaGround.svelte';
	import { useSession } from '../../workspace/context';
	import { fitted } from './fit';
	import { FloorHand } from './floor-hand.svelte';
	import FloorBar from './FloorBar.svelte';
	import FloorGaps from './FloorGaps.svelte';
	import FloorStand from './FloorStand.svelte';
	import FloorThing from './FloorThing.svelte';

	/** The area from above, all of it: where stands and tank are put, turned, copied and taken away. */
	const { width, height }: { width: number; height: number } = $props();
	const session = useSession();
	const { layout, area } = $derived(session.model);
	const fit = $derived(fitted(layout, area, { width, height }));
	const { x, y, scale, flat } = $derived(fit);
	const hand = new FloorHand(session, () => scale);
	const { tank, reserve } = $derived(layout);
	const mains = $derived(layout.runs.filter((run) => run.role === 'main'));
	const lines = $derived(layout.runs.filter((run) => run.role === 'header' || run.role === 'row'));
	const chosen = $derived(hand.chosen === null ? null : hand.groundOf(hand.chosen));
	/** A stand narrower than this has no room for its name, px. */
	const LEAST_PX = 60;
	const vessels = $derived(grounds(layout).filter(({ id }) => id === 'tank' || id === 'reserve'));
</script>

<FloorBar {hand} />
<svg
	{width}
	{height}
	viewBox="0 0 {width} {height}"
	role="group"
	aria-label="{area.name} from above"
>
	<AreaGround {area} units={session.units} {x} {y} {scale} leftM={fit.leftM} />
	{#each layout.returns as run (run.id)}
		<polyline class="return" points={flat(run.points)} />
	{/each}
	<FloorThing id="tank" {hand}>
		<rect
			class="ground water"
			x={x(tank.xM)}
			y={y(tank.yM + tank.widthM)}
			width={tank.lengthM * scale}
			height={tank.widthM * scale}
			rx={tank.round ? (tank.lengthM * scale) / 2 : 3}
		/>
	</FloorThing>
	{#if reserve}
		<FloorThing id="reserve" {hand}>
			{#each reserve.vessels as { ground: one, round }, i (i)}
				<rect
					class="ground water"
					x={x(one.x0)}
					y={y(one.y1)}
					width={(one.x1 - one.x0) * scale}
					height={(one.y1 - one.y0) * scale}
					rx={round ? ((one.x1 - one.x0) * scale) / 2 : 3}
				/>
			{/each}
		</FloorThing>
		<polyline class="supply fine" points={flat(reserve.hose.points)} />
	{/if}
	{#each layout.stands as stand (stand.id)}
		<FloorThing id={stand.id} {hand} keys=", T turns it, C copies it, Delete takes it away">
			<FloorStand {stand} {fit} />
		</FloorThing>
	{/each}
	{#each lines as run (run.id)}<polyline class="supply fine" points={flat(run.points)} />{/each}
	{#each mains as run (run.id)}<polyline class="supply" points={flat(run.points)} />{/each}
	{#if chosen}<FloorGaps ground={chosen} {fit} />{/if}
	{#each vessels as { id, ground } (id)}
		<text class="tag label" x={x(ground.x0)} y={y(ground.y1) - 5}>{hand.named(id)}</text>
	{/each}
	{#each layout.stands as { id, ground } (id)}
		{#if (ground.x1 - ground.x0) * scale > LEAST_PX}
			<text class="tag label" x={x(ground.x0) + 5} y={y(ground.y1) - 5}>{hand.named(id)}</text>
		{/if}
	{/each}
</svg>

<style>
	svg {
		display: block;
		user-select: none;
	}
	.water {
		fill: var(--water);
		stroke: var(--ink);
		stroke-width: 1.4;
	}
	.return {
		fill: none;
		stroke: var(--return);
		stroke-width: 2;
		stroke-dasharray: 7 4;
		pointer-events: none;
	}
	.supply {
		fill: none;
		stroke: var(--supply);
		stroke-width: 2.4;
		pointer-events: none;
	}
	.fine {
		stroke-width: 1.1;
		opacity: 0.6;
	}
	svg :global(text.tag) {
		font-size: 12px;
		text-anchor: middle;
		fill: var(--ink);
		paint-order: stroke;
		stroke: var(--sheet);
		stroke-width: 3px;
		pointer-events: none;
	}
	svg :global(text.side),
	svg .label {
		text-anchor: start;
	}
	.label {
		font-weight: 600;
	}
</style>
