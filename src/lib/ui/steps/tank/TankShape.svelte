<script lang="ts">
	import { litresAt, heightAt, shapeHeightMm } from '$lib/core/shelf';
	import { tankShapeOf } from '$lib/core/layout';
	import { scaleOf, showNumber } from '$lib/core/quantity';
	import Explain from '../../explain/Explain.svelte';
	import { useSession } from '../../workspace/context';

	/** The tank's side with a strip of tape on it: litres to copy, each with its height from the floor. */
	const session = useSession();
	const tank = $derived(session.model.tank);
	const shape = $derived(tankShapeOf(session.design, session.model.shelf));
	const layout = $derived(session.model.layout.tank);
	const full = $derived(shapeHeightMm(shape));
	const H = 176;
	const y = (mm: number) => 8 + (1 - mm / full) * (H - 20);
	const half = (mm: number) =>
		62 *
		((layout.bottomLengthM + (layout.lengthM - layout.bottomLengthM) * (mm / full)) /
			layout.lengthM);
	const water = $derived(heightAt(shape, Math.min(tank.fullL, session.model.nowL)));
	const pump = $derived(heightAt(shape, tank.pumpMinimumL));
	const fill = $derived(heightAt(shape, Math.min(tank.fullL, session.operation.fillL)));
	const back = $derived(
		heightAt(shape, Math.min(litresAt(shape, full), session.model.drainBack.result.restingL))
	);
	const size = $derived(scaleOf('size', session.units).unit);
</script>

<svg
	width="100%"
	height={H}
	viewBox="0 0 340 {H}"
	role="img"
	aria-label="Marks to copy onto a strip of tape"
>
	<path
		class="water"
		d="M{70 - half(0)} {y(0)} L{70 - half(water)} {y(water)} H{70 + half(water)} L{70 + half(0)} {y(
			0
		)} Z"
	/>
	<path
		class="wall"
		d="M{70 - half(full)} {y(full)} L{70 - half(0)} {y(0)} H{70 + half(0)} L{70 + half(full)} {y(
			full
		)}"
	/>
	<line class="back" x1={70 - half(back)} x2={70 + half(back)} y1={y(back)} y2={y(back)} />
	<line class="fill" x1={70 - half(fill)} x2={70 + half(fill)} y1={y(fill)} y2={y(fill)} />
	<line class="pump" x1={70 - half(pump)} x2={70 + half(pump)} y1={y(pump)} y2={y(pump)} />
	<rect class="tape" x="150" y={y(full)} width="26" height={y(0) - y(full)} />
	{#each tank.result.marks as mark, i (mark.litres)}
		<line
			class="mark"
			x1="150"
			x2={i % 2 === 1 || tank.result.marks.length < 10 ? 166 : 159}
			y1={y(mark.heightMm)}
			y2={y(mark.heightMm)}
		/>
		{#if i % 2 === 1 || tank.result.marks.length < 10}
			<text x="182" y={y(mark.heightMm) + 4}
				>{session.say(mark.litres, 'volume')}
				<tspan class="at">at {showNumber(mark.heightMm, 'size', session.units)} {size}</tspan></text
			>
		{/if}
	{/each}
	{#if session.model.drainBack.result.returnsL > 0}
		<text class="name" x="70" y={y(back) - 4}
			>{session.model.drainBack.result.spills ? 'spills here' : 'after it stops'}</text
		>
	{/if}
	<text class="name low" x="70" y={y(pump) + 12}
		>{session.design.source.kind === 'pump' ? 'pump’s minimum' : 'the tap'}</text
	>
</svg>
<p class="soft">
	<Explain op="tank-level" entry={tank} title="Marks on the tape"
		>Stick a tape from the floor of the tank up</Explain
	> and copy these marks.
</p>

<style>
	svg {
		display: block;
		margin-top: 6px;
	}
	.water {
		fill: var(--water);
	}
	.wall {
		fill: none;
		stroke: var(--ink);
		stroke-width: 2.2;
	}
	.back {
		stroke: var(--return);
		stroke-width: 1.6;
		stroke-dasharray: 5 3;
	}
	.fill {
		stroke: var(--supply);
		stroke-width: 1.6;
	}
	.pump {
		stroke: var(--ink);
		stroke-width: 1.2;
	}
	.tape {
		fill: var(--day);
		stroke: var(--soft);
	}
	.mark {
		stroke: var(--ink);
	}
	text {
		font-size: 12px;
		fill: var(--ink);
		font-weight: 600;
	}
	.at {
		font-weight: 400;
		fill: var(--soft);
	}
	.name {
		font-weight: 400;
		text-anchor: middle;
		fill: var(--return);
	}
	.low {
		fill: var(--ink);
	}
	p {
		font-size: 13.5px;
		margin: 4px 0 8px;
	}
</style>
