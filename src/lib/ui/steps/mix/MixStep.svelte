<script lang="ts">
	import { SALTS, SALT_IDS, USUAL_SALTS, type SaltId } from '$lib/core/shelf';
	import { showRange } from '$lib/core/quantity';
	import { mixingSteps, weighedAs } from '$lib/core/review';
	import Choice from '../../control/Choice.svelte';
	import NumberField from '../../control/NumberField.svelte';
	import Figure from '../../control/Figure.svelte';
	import Big from '../../inspector/Big.svelte';
	import MixElements from './MixElements.svelte';
	import ProductLabel from './ProductLabel.svelte';
	import { useSession } from '../../workspace/context';

	const session = useSession();
	const mix = $derived(session.model.mix);
	const acid = $derived(session.model.acid);
	const settings = $derived(session.operation.mix);
	const FILLS = $derived([
		{ id: 'tank' as const, name: 'the tank' },
		...(session.design.reserve ? [{ id: 'reserve' as const, name: 'the reserve' }] : []),
		{ id: 'loop' as const, name: 'all of the loop, the first time' }
	]);
	const source = $derived(settings.source);
	const byLabel = $derived(settings.method === 'label' && source.kind === 'product');
	const steps = $derived(mixingSteps(session.model));

	const PRODUCT = {
		kind: 'product' as const,
		name: 'One-bottle feed',
		form: 'liquid' as const,
		label: {
			...{ N: 6, NO3N: 5, NH4N: 1, P2O5: 4, K2O: 8, CaO: 4, MgO: 1.6, SO3: 3 },
			...{ Fe: 0.08, Mn: 0.03, Zn: 0.006, Cu: 0.003, B: 0.012, Mo: 0.002 }
		},
		densityKgL: 1.2,
		labelDosePerL: 4
	};
	const choose = (kind: 'salts' | 'product') =>
		session.apply(
			[
				{
					path: 'operation.mix.source',
					value: kind === 'salts' ? { kind, saltIds: USUAL_SALTS } : PRODUCT
				},
				...(kind === 'salts' ? [{ path: 'operation.mix.method', value: 'meter' }] : [])
			],
			'what it is mixed from'
		);
	function salt(id: SaltId, on: boolean): void {
		if (source.kind !== 'salts') return;
		const ids = on ? [...source.saltIds, id] : source.saltIds.filter((s) => s !== id);
		problem = session.set('operation.mix.source.saltIds', ids, 'salts');
	}
	let problem = $state<string | null>(null);
</script>

<p class="soft">
	{#if byLabel}By the label alone: expect {session.say(mix.expectedMsCm, 'strength')}, give or take {session.say(
			mix.uncertaintyMsCm,
			'strength'
		)}. A meter would make it sure.
	{:else}The crops on this loop take {showRange(
			mix.range.low,
			mix.range.high,
			'strength',
			session.units
		)}{mix.range.agree ? '' : ' at best'}; at their stage {session.say(
			mix.recommendedMsCm,
			'strength'
		)} suits.{/if}
</p>
<Choice
	label="Mixed for"
	value={settings.fills}
	options={FILLS}
	onpick={(fills) => session.set('operation.mix.fills', fills, 'what is filled')}
/>
<Big
	op="salts"
	rows={[]}
	figure={session.say(mix.expectedMsCm, 'strength')}
	against="in {session.say(mix.litres, 'volume')}"
/>
<ol>
	{#each steps as step, i (i)}
		<li class={step.kind}>
			<span
				>{step.text}{#if step.amount}<b>{step.amount}</b>{/if}</span
			>
		</li>
	{/each}
</ol>
<Figure
	label="Strength to expect"
	value={mix.expectedMsCm}
	kind="strength"
	op="salts"
	entry={mix.salts}
	rows={[
		{ name: 'volume', value: session.say(mix.litres, 'volume') },
		...mix.items.map((i) => ({
			name: i.name,
			value: session.say(i.amount, weighedAs(i))
		}))
	]}
/>
<Figure
	label="Give or take"
	value={mix.uncertaintyMsCm}
	kind="strength"
	op="salts"
	entry={mix.salts}
	rows={[]}
	note={byLabel
		? 'The print on the label, the spoon or cap and the water, added in squares.'
		: 'Your meter’s own error.'}
/>
<Figure
	label="pH to aim for"
	value={mix.ph.agree
		? `${mix.ph.low.toFixed(1)}–${mix.ph.high.toFixed(1)}`
		: `about ${mix.ph.aim.toFixed(2)}`}
	unit=""
	op="salts"
	rows={[]}
	note={mix.ph.agree
		? 'Where the ranges of these crops overlap.'
		: 'Their ranges do not meet: halfway between them.'}
/>
{#if acid}
	<Figure
		label="Phosphoric acid for it, to pH {acid.input.targetPh}"
		value={acid.result.acidMl}
		kind="liquid"
		op="acid"
		entry={acid}
		note="Of {acid.input.acid.molarity} mol/L; it brings {session.say(
			acid.result.addsMgL.P ?? 0,
			'concentration'
		)} of phosphorus. Half of it first, stir, measure, then the rest."
	/>
{/if}
<MixElements />
<h3>Mixed from</h3>
<Choice
	label="Mixed from"
	value={source.kind}
	options={[
		{ id: 'salts', name: 'salts from bags' },
		{ id: 'product', name: 'a labelled product' }
	]}
	onpick={choose}
/>
<NumberField
	label="Strength"
	path="operation.mix.strengthMsCm"
	empty={session.say(mix.recommendedMsCm, 'strength').split(' ')[0]}
/>
{#if source.kind === 'salts'}
	<details>
		<summary>{source.saltIds.length} salts on the shelf</summary>
		{#each SALT_IDS as id (id)}
			<label
				><input
					type="checkbox"
					checked={source.saltIds.includes(id)}
					onchange={(e) => salt(id, e.currentTarget.checked)}
				/>
				{SALTS[id].name}</label
			>
		{/each}
		{#if problem}<p role="alert" class="problem">{problem}</p>{/if}
	</details>
{:else}
	<Choice
		label="Dosed"
		value={settings.method}
		options={[
			{ id: 'meter', name: 'to a strength, with a meter' },
			{ id: 'label', name: 'by the label alone' }
		]}
		onpick={(id) => session.set('operation.mix.method', id, 'how it is dosed')}
	/>
	<ProductLabel />
{/if}

<style>
	ol {
		margin: 6px 0 10px;
		padding-left: 20px;
	}
	li {
		padding: 4px 0 4px 2px;
		border-top: 1px solid var(--hair);
	}
	li > span {
		display: flex;
		justify-content: space-between;
		align-items: baseline;
		gap: 12px;
	}
	li b {
		font: 650 16px var(--head);
		white-space: nowrap;
	}
	li.mind {
		color: var(--caution);
		list-style: none;
	}
	details label {
		display: flex;
		gap: 8px;
		padding: 2px 0;
	}
	summary {
		cursor: pointer;
		padding: 4px 0;
	}
	.problem {
		color: var(--dry);
	}
</style>
