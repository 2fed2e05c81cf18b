<script lang="ts">
	import Choice from '../../control/Choice.svelte';
	import NumberField from '../../control/NumberField.svelte';
	import Figure from '../../control/Figure.svelte';
	import Slide from '../../control/Slide.svelte';
	import PumpChart from './PumpChart.svelte';
	import BenchTest from './BenchTest.svelte';
	import PumpChooser from './PumpChooser.svelte';
	import Big from '../../inspector/Big.svelte';
	import { outletNeeds } from '$lib/core/model';
	import { scaleOf } from '$lib/core/quantity';
	import { outletWords } from '$lib/core/review';
	import { pick } from '$lib/core/shelf';
	import { useSession } from '../../workspace/context';

	const session = useSession();
	const model = $derived(session.model);
	const source = $derived(session.design.source);
	const pump = $derived(source.kind === 'pump' ? pick(model.shelf.pumps, source.partId) : null);
	const result = $derived(model.path.result);
	const needed = $derived([...outletNeeds(model).values()].reduce((a, b) => a + b, 0));
	const lift = $derived(
		Math.max(...model.layout.outlets.map((e) => e.zM)) - model.path.waterLevelM
	);
	const driest = $derived.by(() => {
		const list = model.layout.outlets.map((e) => ({
			label: e.label,
			q: model.path.outletLph.get(e.nodeId) ?? 0
		}));
		return list.reduce((a, b) => (b.q < a.q ? b : a));
	});
	const energy = $derived(model.pumpEnergy);
	/** The pump last used here, to come back to from gravity. */
	let last = $state<string | null>(null);
	function move(kind: 'pump' | 'gravity'): void {
		if (source.kind === 'pump') last = source.partId;
		const back = { kind: 'pump', partId: last ?? 'pump-900' };
		session.put(
			'design.source',
			kind === 'pump' ? back : { kind },
			kind === 'pump' ? 'a pump' : 'gravity'
		);
	}
	let open = $state<'test' | 'other' | null>(null);
</script>

<p class="soft">
	{#if pump && source.kind === 'pump'}{pump.name}, dial at {Math.round(
			session.operation.dial * 100
		)} %. It has to lift {session.say(lift, 'head')} above the water as it stands.
	{:else}Fed by gravity from the tank's own height.{/if}
</p>
<Big
	op="network"
	title="The pump gives"
	entry={session.model.path}
	rows={[]}
	figure={session.say(result.source.flowLph, 'flow')}
	against={needed > 0 ? `of ${session.say(needed, 'flow')} needed` : ''}
/>
<Choice
	label="What moves the water"
	value={source.kind}
	options={[
		{ id: 'pump', name: 'a pump' },
		{ id: 'gravity', name: 'the tank’s own height' }
	]}
	onpick={move}
/>
{#if source.kind === 'pump'}
	<PumpChart />
	<NumberField label="Dial" path="operation.dial" />
	<Slide
		label="Pump dial"
		min={10}
		max={100}
		step={1}
		value={Math.round(session.operation.dial * 100)}
		ontry={(percent) => session.preview([{ path: 'operation.dial', value: percent / 100 }])}
		onkeep={() => session.commit('pump dial')}
	/>
{/if}
<Figure
	label="Driest {outletWords(model)[0]}, {driest.label}"
	value={driest.q}
	kind="flow"
	op="network"
	entry={session.model.path}
	rows={[]}
/>
<Figure
	label="Evenness, lowest quarter"
	value={result.uniformity.lowQuarterPercent}
	kind="percent"
	op="network"
	entry={session.model.path}
	rows={[]}
/>
<Figure
	label="All flow down to"
	value={model.lowestFlowingL}
	kind="volume"
	unit="{scaleOf('volume', session.units).unit} in tank"
	op="network"
	entry={session.model.path}
	rows={[]}
	note="The level in the tank is lowered until the first outlet stops."
/>
{#if pump}<Figure
		label="Pump's head"
		value={result.source.headM}
		kind="head"
		op="pump-curve"
		entry={session.model.curve}
	/>{/if}
{#if pump}
	<Figure
		label="Warms the water by"
		value={energy?.result.warmingCPerDay ?? 0}
		kind="warming"
		op="pump-energy"
		entry={energy}
		note="Nearly all of a pump's watts end in the water."
	/>
	<Figure
		label="Power"
		value={pump.watts}
		kind="power"
		op="pump-energy"
		entry={energy}
		note="At the price of electricity of your place."
	/>
	<div class="verbs">
		<button
			class="button"
			aria-expanded={open === 'test'}
			onclick={() => (open = open === 'test' ? null : 'test')}>Bench-test it</button
		>
		<button
			class="button"
			aria-expanded={open === 'other'}
			onclick={() => (open = open === 'other' ? null : 'other')}>Choose another</button
		>
	</div>
	{#if open === 'test'}<BenchTest onclose={() => (open = null)} />{/if}
	{#if open === 'other'}<PumpChooser onclose={() => (open = null)} />{/if}
{/if}

<style>
	.verbs {
		display: flex;
		gap: 10px;
		margin-top: 12px;
	}
</style>
