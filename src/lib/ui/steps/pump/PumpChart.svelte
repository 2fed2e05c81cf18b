<script lang="ts">
	import { atSpeed, headAt } from '$lib/core/hydraulics';
	import { dialFor, dialled, systemCurve } from '$lib/core/model';
	import { fromShown, scaleOf, toShown } from '$lib/core/quantity';
	import { useSession } from '../../workspace/context';
	import Chart, { type Series } from '../../chart/Chart.svelte';

	/** What the pump lifts and what the lines ask for; where they cross it runs, and its dial moves that. */
	const session = useSession();
	const dial = $derived(session.design.source.kind === 'pump' ? session.operation.dial : 1);
	const curve = $derived.by(() => {
		if (!session.model.curve) return null;
		const at = dialled(session.model.curve, dial);
		return atSpeed(at.curve, at.speed);
	});
	const system = $derived(systemCurve(session.model));
	const { flowLph, headM } = $derived(session.model.path.result.source);
	// while the dial is turned the axes stay where they are
	const kept = $derived(session.kept.path.result.source);
	const mostFlow = $derived(Math.max(kept.flowLph * 3, 10));
	const mostHead = $derived(
		Math.max(
			session.kept.curve?.result.shutOffHeadM ?? 0,
			...systemCurve(session.kept).map((p) => p.headM),
			0.2
		) * 1.1
	);
	// the axes are in the grower's units, so that their marks are round in them
	const inUnits = (value: number, kind: 'flow' | 'head') => toShown(value, kind, session.units);
	const shown = (at: { flowLph: number; headM: number }) => ({
		x: inUnits(at.flowLph, 'flow'),
		y: inUnits(at.headM, 'head')
	});
	const within = (at: { flowLph: number; headM: number }) =>
		at.headM >= -0.01 && at.flowLph <= mostFlow * 1.001;
	const pump = $derived(
		curve
			? Array.from({ length: 40 }, (_, i) => {
					const q = (mostFlow * i) / 39;
					return { flowLph: q, headM: headAt(curve, q) };
				})
			: []
	);
	const series = $derived<Series[]>([
		{
			name: 'the lines',
			colour: '--supply',
			kind: 'line',
			points: system.filter((at) => within(at) && at.headM <= mostHead).map(shown)
		},
		...(pump.length > 0
			? [
					{
						name: 'this pump',
						colour: '--ink',
						kind: 'line' as const,
						points: pump.filter(within).map(shown)
					}
				]
			: [])
	]);
	const tick = (v: number) => v.toLocaleString('en-GB', { maximumSignificantDigits: 3 });
	const unit = (kind: 'flow' | 'head') => scaleOf(kind, session.units).unit;
	/** The least and the most it brings, by its dial. */
	function turn(x: number): void {
		const next = dialFor(session.model, fromShown(x, 'flow', session.units));
		if (next !== null) session.preview([{ path: 'operation.dial', value: next }]);
	}
	const point = $derived({
		name: `${session.say(flowLph, 'flow')}, ${session.say(headM, 'head')}`,
		...shown({ flowLph, headM: Math.max(0, headM) }),
		...(curve && {
			drag: {
				min: 0,
				max: inUnits(mostFlow, 'flow'),
				step: inUnits(mostFlow, 'flow') / 150,
				say: (x: number) =>
					`${session.say(fromShown(x, 'flow', session.units), 'flow')}, dial at ${Math.round(dial * 100)} %`,
				ontry: turn,
				onkeep: () => session.commit('pump dial')
			}
		})
	});
</script>

<Chart
	title="Pump curve and what the lines ask for"
	across={{ name: unit('flow'), min: 0, max: inUnits(mostFlow, 'flow'), say: tick }}
	up={{ name: unit('head'), min: 0, max: inUnits(mostHead, 'head'), say: tick }}
	{series}
	{point}
/>
{#if curve}<p class="soft">Drag the crossing, or its arrow keys: the dial follows.</p>{/if}
