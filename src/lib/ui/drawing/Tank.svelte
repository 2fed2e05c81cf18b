<script lang="ts">
	import { boxOf, brimLitresOf, brimMmOf, tankShapeOf } from '$lib/core/layout';
	import { heightAt, litresAt, pick, shapeHeightMm } from '$lib/core/shelf';
	import { useSession } from '../workspace/context';
	import { polygon } from '$lib/core/picture';
	import { type Frame } from './frame';
	import Handle from './Handle.svelte';

	/** The vessel stands behind what is beside it; its figures and its grip in front. */
	const { frame, layer }: { frame: Frame; layer: 'vessel' | 'figures' } = $props();
	const session = useSession();
	const tank = $derived(session.view.seen.tank);
	const shape = $derived(tankShapeOf(session.design, session.model.shelf));
	const height = $derived(shapeHeightMm(shape));
	const brim = $derived(brimMmOf(session.design, session.model.shelf));
	const fullL = $derived(brimLitresOf(session.design, session.model.shelf));
	/** The brim in whole steps of the grip. */
	const mostL = $derived(Math.floor(fullL * 2) / 2);
	const centre = $derived(frame.x(tank.xM + tank.lengthM / 2));
	const half = (mm: number) =>
		((tank.bottomLengthM + (tank.lengthM - tank.bottomLengthM) * (mm / height)) / 2) * frame.scale;
	const at = (mm: number) => frame.z(tank.floorM + mm / 1000);
	const now = $derived(heightAt(shape, Math.min(fullL, session.model.nowL)));
	const highest = $derived((session.model.drainBack.highestM - tank.floorM) * 1000);
	const marks = $derived(
		[
			{ mm: brim, text: `full ${session.say(fullL, 'volume')}` },
			{
				mm: heightAt(shape, session.model.tank.pumpMinimumL),
				text: `${session.design.source.kind === 'pump' ? 'pump' : 'tap'} ${session.say(session.model.tank.pumpMinimumL, 'volume')}`
			}
		]
			// a mark as high as the water itself would stand in its figure's way
			.filter((mark) => Math.abs(at(mark.mm) - at(now)) > 13)
	);
	const pumpX = $derived(frame.x(session.view.seen.pump.xM));
	const pumpHeight = $derived(
		session.design.source.kind === 'pump'
			? pick(session.model.shelf.pumps, session.design.source.partId).heightMm
			: 0
	);
	/** Where something stands close beside the tank, its marks yield; the tank's own sheet has them all. */
	const MARK_PX = 62;
	const roomy = $derived(
		session.view.seen.containers.every((c) => {
			const box = boxOf(c.front);
			const above = box.z0 >= tank.brimM || box.z1 <= tank.floorM;
			const away = frame.x(box.x0) - (centre + half(height));
			return above || away < -half(height) || away > MARK_PX;
		})
	);
	const handleX = $derived(centre + half(now));

	/** The surface follows the pointer through the tank's true shape. */
	const moved = (litres: number, pixels: number) =>
		litresAt(shape, Math.max(0, heightAt(shape, litres) + (pixels * 1000) / frame.scale));
	const choose = () => {
		session.view.selected = 'tank';
		session.view.step = 'tank';
	};
	// moved it is chosen, but not by the Tab key passing over it: what was chosen stays chosen
	const drag = (litres: number) => {
		session.view.selected = 'tank';
		session.preview([{ path: 'record.nowL', value: Math.min(fullL, litres) }]);
	};
</script>

<g>
	{#if layer === 'vessel'}
		<polygon
			class="water"
			points={polygon([
				[centre - half(0), at(0)],
				[centre - half(now), at(now)],
				[centre + half(now), at(now)],
				[centre + half(0), at(0)]
			])}
		/>
		<line
			class="back"
			x1={centre - half(highest)}
			x2={centre + half(highest)}
			y1={at(highest)}
			y2={at(highest)}
		/>
		<line class="level" x1={centre - half(now)} x2={centre + half(now)} y1={at(now)} y2={at(now)} />
		<polyline
			class="wall"
			class:selected={session.view.selected === 'tank'}
			points={polygon([
				[centre - half(height), at(height)],
				[centre - half(0), at(0)],
				[centre + half(0), at(0)],
				[centre + half(height), at(height)]
			])}
		/>
		<!-- the tank itself can be chosen with the pointer; by keyboard its water level stands for it -->
		<!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_static_element_interactions -->
		<rect
			class="hit"
			x={centre - half(height)}
			y={at(height)}
			width={2 * half(height)}
			height={at(0) - at(height)}
			onclick={() => {
				choose();
				// the arrow keys now move its level
				document
					.querySelector<SVGElement>('[role="slider"][aria-label="Water level in the tank"]')
					?.focus();
			}}
		/>
		{#if pumpHeight > 0}
			<rect
				class="pump"
				class:selected={session.view.selected === 'pump'}
				x={pumpX - 10}
				y={at(pumpHeight)}
				width="20"
				height={at(0) - at(pumpHeight) - 1}
				rx="2"
			/>
		{/if}
	{:else}
		{#if !frame.small && roomy}
			{#each marks as mark, i (i)}
				<line
					class="mark"
					x1={centre + half(mark.mm) - 12}
					x2={centre + half(mark.mm)}
					y1={at(mark.mm)}
					y2={at(mark.mm)}
				/>
				<text x={centre + half(mark.mm) + 8} y={Math.min(at(mark.mm) + 4, at(0) - 5)}
					>{mark.text}</text
				>
			{/each}
		{/if}
		<text class="now" x={centre + half(now) + 14} y={at(now) + 4}
			>{session.say(session.model.nowL, 'volume')}</text
		>
		<Handle
			x={handleX}
			y={at(now)}
			axis="y"
			label="Water level in the tank"
			value={Math.min(mostL, session.model.nowL)}
			min={0}
			max={mostL}
			step={0.5}
			{moved}
			text={session.say(session.model.nowL, 'volume')}
			ondrag={drag}
			onkeep={() => session.commit('water level')}
			ondrop={() => session.revert()}
			onpick={choose}
		/>
	{/if}
</g>

<style>
	.water {
		fill: var(--water);
	}
	.level {
		stroke: var(--water-line);
		stroke-width: 1.6;
	}
	.back {
		stroke: var(--return);
		stroke-width: 1.2;
		stroke-dasharray: 4 3;
	}
	.wall {
		fill: none;
		stroke: var(--ink);
		stroke-width: 2.4;
	}
	.selected {
		stroke: var(--supply);
		stroke-width: 3.4;
	}
	.hit {
		fill: transparent;
		cursor: pointer;
	}
	.pump {
		fill: var(--ink);
		pointer-events: none;
	}
	.mark {
		stroke: var(--soft);
		stroke-width: 1;
	}
	text {
		font-size: 11.5px;
		fill: var(--soft);
		paint-order: stroke;
		stroke: var(--ground);
		stroke-width: 3px;
		pointer-events: none;
	}
	.now {
		fill: var(--ink);
		font-weight: 600;
		font-size: 12.5px;
	}
</style>
