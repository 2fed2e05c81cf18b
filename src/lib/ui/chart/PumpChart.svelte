<script lang="ts">
	import { scaleLinear } from 'd3-scale';
	import { line } from 'd3-shape';
	import { atSpeed, headAt } from '$lib/core/hydraulics';
	import { dialled } from '$lib/core/model';
	import { scaleOf, toShown } from '$lib/core/quantity';
	import { systemCurve } from '$lib/core/model';
	import { useSession } from '../workspace/context';

	const session = useSession();
	let width = $state(360);
	const height = 190;
	const pad = { left: 34, right: 10, top: 18, bottom: 26 };
	const dial = $derived(session.design.source.kind === 'pump' ? session.operation.dial : 1);
	const curve = $derived.by(() => {
		if (!session.model.curve) return null;
		const at = dialled(session.model.curve, dial);
		return atSpeed(at.curve, at.speed);
	});
	const system = $derived(systemCurve(session.model));
	const { flowLph, headM } = $derived(session.model.path.result.source);
	const mostFlow = $derived(Math.max(flowLph * 3, 10));
	const mostHead = $derived(
		Math.max(curve?.shutOffHeadM ?? 0, ...system.map((p) => p.headM), 0.2) * 1.1
	);
	// the axes are in the grower's units, so that their marks are round in them
	const inUnits = (value: number, kind: 'flow' | 'head') => toShown(value, kind, session.units);
	const across = $derived(
		scaleLinear([0, inUnits(mostFlow, 'flow')], [pad.left, width - pad.right])
	);
	const up = $derived(scaleLinear([0, inUnits(mostHead, 'head')], [height - pad.bottom, pad.top]));
	const x = (flow: number) => across(inUnits(flow, 'flow'));
	const y = (head: number) => up(inUnits(head, 'head'));
	interface At {
		flowLph: number;
		headM: number;
	}
	const draw = $derived(
		line<At>()
			.x((p) => x(p.flowLph))
			.y((p) => y(p.headM))
			.defined((p) => p.headM >= -0.01 && p.flowLph <= mostFlow * 1.02)
	);
	const pumpPoints = $derived(
		curve
			? Array.from({ length: 40 }, (_, i) => {
					const q = (mostFlow * i) / 39;
					return { flowLph: q, headM: headAt(curve, q) };
				})
			: []
	);
	const flowUnit = $derived(scaleOf('flow', session.units).unit);
	const headUnit = $derived(scaleOf('head', session.units).unit);
	const tick = (v: number) => v.toLocaleString('en-GB', { maximumSignificantDigits: 3 });
	/** Where its name stands: as far right as the pump still lifts a good part of what is drawn. */
	const end = $derived(pumpPoints.findLast((p) => p.headM > 0.12 * mostHead));
	const last = $derived(system.filter((p) => p.flowLph <= mostFlow && p.headM <= mostHead).at(-1));
</script>

<figure bind:clientWidth={width}>
	<svg
		{width}
		{height}
		viewBox="0 0 {width} {height}"
		role="img"
		aria-label="Pump curve and what the lines ask for, crossing at {session.say(
			flowLph,
			'flow'
		)} and {session.say(headM, 'head')}"
	>
		<path class="axis" d="M{pad.left} {pad.top - 6} V{height - pad.bottom} H{width - pad.right}" />
		{#each up.ticks(4) as t (t)}
			<text class="tick" x={pad.left - 5} y={up(t) + 4} text-anchor="end">{tick(t)}</text>
		{/each}
		{#each across.ticks(4) as t (t)}
			<text class="tick" x={across(t)} y={height - 10} text-anchor="middle">{tick(t)}</text>
		{/each}
		<text class="tick" x={2} y={10}>{headUnit}</text>
		<text class="tick" x={width - pad.right} y={height - pad.bottom - 6} text-anchor="end"
			>{flowUnit}</text
		>
		<path class="system" d={draw(system)} />
		{#if last}<text
				class="name system-name"
				x={x(last.flowLph) - 8}
				y={Math.max(pad.top + 10, y(last.headM) + 4)}
				text-anchor="end">the lines</text
			>{/if}
		{#if pumpPoints.length > 0}
			<path class="pump" d={draw(pumpPoints)} />
			{#if end}<text class="name" x={x(end.flowLph)} y={y(end.headM) - 8} text-anchor="end"
					>this pump</text
				>{/if}
		{/if}
		<circle cx={x(flowLph)} cy={y(Math.max(0, headM))} r="6" />
		<text class="point" x={x(flowLph) + 10} y={y(Math.max(0, headM)) + 19}
			>{session.say(flowLph, 'flow')}, {session.say(headM, 'head')}</text
		>
	</svg>
</figure>

<style>
	figure {
		margin: 6px 0 2px;
	}
	svg {
		display: block;
	}
	.axis {
		fill: none;
		stroke: var(--soft);
	}
	.pump,
	.system {
		fill: none;
		stroke: var(--ink);
		stroke-width: 2.2;
	}
	.system {
		stroke: var(--supply);
	}
	circle {
		fill: var(--sheet);
		stroke: var(--supply);
		stroke-width: 3;
	}
	text {
		font-size: 12px;
		fill: var(--ink);
		paint-order: stroke;
		stroke: var(--sheet);
		stroke-width: 3px;
	}
	.tick {
		fill: var(--soft);
	}
	.system-name,
	.point {
		fill: var(--supply);
	}
	.point {
		font-weight: 600;
	}
</style>
