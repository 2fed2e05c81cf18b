<script lang="ts">
	import { USUAL_TUB_L } from '$lib/core/design';
	import { costOf, USUAL_BOTTLES } from '$lib/core/model';
	import { isPartStrength } from '$lib/core/logbook';
	import { ELEMENT_NAME, NUTRIENTS } from '$lib/core/nutrients';
	import { bottleAsked, weighedAs } from '$lib/core/procedure';
	import { capital, lowerFirst, scaleOf, showNumber, showRange, toShown } from '$lib/core/quantity';
	import { bottleCalled, dosedBy, whyNoAmount } from '$lib/core/review';
	import Choice from '../../control/Choice.svelte';
	import Figure from '../../control/Figure.svelte';
	import NumberField from '../../control/NumberField.svelte';
	import Toggle from '../../control/Toggle.svelte';
	import TypedNumber from '../../control/TypedNumber.svelte';
	import BottleQuestion from '../../mixing/BottleQuestion.svelte';
	import Big from '../../inspector/Big.svelte';
	import { useSession } from '../../workspace/context';
	import { FILL_NAMES } from '../../procedure/words';
	import Bags from './Bags.svelte';
	import { shortOf } from './bench';
	import BottleFields from './BottleFields.svelte';
	import LetDown from './LetDown.svelte';
	import Meters from './Meters.svelte';
	import MixElements from './MixElements.svelte';
	import PhWay from './PhWay.svelte';
	import Ramp from './Ramp.svelte';
	import SourceFields from './SourceFields.svelte';

	const session = useSession();
	const model = $derived(session.model);
	const mix = $derived(model.mix);
	const settings = $derived(session.operation.mix);
	const weighing = $derived(model.weighing);
	const FILLS = $derived([
		{ id: 'tank' as const, name: FILL_NAMES.tank },
		...(session.design.reserve ? [{ id: 'reserve' as const, name: FILL_NAMES.reserve }] : []),
		{ id: 'loop' as const, name: FILL_NAMES.loop },
		{ id: 'tub' as const, name: FILL_NAMES.tub }
	]);
	const furthest = $derived.by(() => {
		const holds = mix.salts.result.elementsMgL;
		const [most] = NUTRIENTS.map((e) => ({
			e,
			percent: 100 * (holds[e] / mix.targetsMgL[e] - 1)
		})).sort((a, b) => Math.abs(b.percent) - Math.abs(a.percent));
		return most!;
	});
	/** Litres in what a dose is counted by. */
	const litresA = $derived(toShown(1, 'perVolume', session.units));
	/** A chart that nobody looks at is not drawn. */
	let phOpen = $state(false);
	let rampOpen = $state(false);
	let sourceOpen = $state(session.operation.mix.source.kind !== 'salts');
	const young = $derived(isPartStrength(model));
	const cost = $derived(costOf(mix.items, mix.ingredients, model.shelf.kept));
	const priceWords = ({ index, amount }: (typeof mix.items)[number]) => {
		const price = model.shelf.kept[mix.ingredients[index]!.of]?.price ?? null;
		return price === null ? 'no price' : ((price * amount) / 1000).toFixed(2);
	};
	const worst = $derived(weighing.worst === null ? null : weighing.items[weighing.worst]!);
	const way = $derived(model.acid ?? model.base);
	const pouring = $derived(model.pour);
	const asked = $derived(pouring && bottleAsked(pouring));
	const whyNone = $derived(pouring && whyNoAmount(pouring, session.say));
	const stock = $derived(model.bottles.stock);
	const rows = $derived([
		{ name: 'volume', value: session.say(mix.litres, 'volume') },
		...mix.items.map((i) => ({
			name: i.name,
			value: session.say(i.amount, weighedAs(i.unit, i.amount))
		})),
		{ name: 'source water', value: session.say(mix.waterMsCm, 'strength') },
		...Object.entries(mix.phDose?.addsMgL ?? {}).map(([e, mgL]) => ({
			name: `${e} of the ${dosedBy(mix)}`,
			value: session.say(mgL, 'concentration')
		}))
	]);
</script>

{#if settings.fish}
	<p>Fish live in this loop: nothing is dosed into it.</p>
	<Toggle label="Fish live in this loop and feed it" path="operation.mix.fish" />
{:else}
	<p class="soft">
		{#if mix.byLabel}By the label alone: expect {session.say(mix.expectedMsCm, 'strength')}, give or
			take {session.say(mix.uncertaintyMsCm, 'strength')}. A meter would make it sure.
		{:else}The crops on this loop take {showRange(
				mix.range.low,
				mix.range.high,
				'strength',
				session.units
			)}{mix.range.agree ? '' : ' at best'}; at their stage {session.say(
				mix.recommendedMsCm,
				'strength'
			)} suits{young ? ': part strength, for young plants; raise it as they grow' : ''}.{/if}
	</p>
	<Choice
		label="Mixed for"
		value={settings.fills}
		options={FILLS}
		onpick={(fills) => session.put('operation.mix.fills', fills, 'what is filled')}
	/>
	{#if settings.fills === 'tub'}
		<TypedNumber
			label="The tub holds"
			of="volume"
			units={session.units}
			{...session.bounds('operation.mix.tubL')!}
			value={settings.tubL ?? USUAL_TUB_L}
			assumed={settings.tubL === undefined}
			onvalue={(litres) => session.set('operation.mix.tubL', litres, 'size of the mixing tub')}
		/>
	{/if}
	<Big
		op="salts"
		title="Strength of the mix"
		entry={mix.salts}
		{rows}
		figure={session.say(mix.expectedMsCm, 'strength')}
		against="in {session.say(mix.litres, 'volume')}, ± {showNumber(
			mix.uncertaintyMsCm,
			'strength',
			session.units
		)}"
	/>
	<p class="verbs">
		<a class="button main" href="/systems/{session.id}/mix">Mix it, step by step</a>
		{#if model.bottles.made}
			<button
				class="button"
				onclick={() => session.put('operation.mix.bottles', null, 'mixed without bottles')}
				>Weigh each fill</button
			>
		{:else}
			<button
				class="button"
				disabled={!stock}
				onclick={() => session.put('operation.mix.bottles', USUAL_BOTTLES, 'two bottles')}
				>Make two bottles</button
			>
		{/if}
		<a class="button" href="/systems/{session.id}/today">The tank today</a>
	</p>
	{#if pouring && (asked || whyNone || pouring.pour.kind !== 'pour')}
		{#if asked}<BottleQuestion bottle={asked} />{:else}<p class="why">
				{whyNone ?? `${capital(bottleCalled(pouring.bottle))}: poured by the pH meter`}.
			</p>{/if}
	{/if}
	{#if model.bottles.made}<BottleFields />{/if}
	<Figure
		label="Furthest from what was asked"
		value={`${furthest.percent > 0 ? '+' : '−'}${Math.abs(Math.round(furthest.percent))}`}
		unit="% {ELEMENT_NAME[furthest.e]}"
		op={mix.recipe ? 'recipe' : 'salts'}
		entry={mix.recipe ?? mix.salts}
		rows={[
			{
				name: `${ELEMENT_NAME[furthest.e]} in the mix`,
				value: session.say(mix.salts.result.elementsMgL[furthest.e], 'concentration')
			},
			{
				name: 'its target',
				value: session.say(mix.targetsMgL[furthest.e], 'concentration')
			},
			{ name: 'off by', value: `${furthest.percent.toFixed(1)} %` }
		]}
		note="Of the twelve elements, the one that lies furthest from its target at this strength."
	/>
	{#if worst}
		<Figure
			label={worst.unit === 'mL'
				? 'A syringe changes most'
				: settings.measure.by === 'scale'
					? `A scale of ${session.say(settings.measure.stepG, settings.measure.stepG < 1 ? 'trace' : 'salt')} changes most`
					: 'Scoops change most'}
			value={`${worst.errorPercent >= 0 ? '+' : '−'}${Math.abs(worst.errorPercent).toFixed(1)}`}
			unit="% {lowerFirst(shortOf(worst))}"
			op="salts"
			entry={weighing.salts}
			rows={[]}
			note="What is too little to weigh goes by way of a jug: many times over in a litre, and a part of that. Weighed straight, everything is within a tenth from {session.say(
				weighing.smallestL,
				'volume'
			)} on."
		/>
	{/if}
	<Figure
		label="Costs"
		value={cost.unpriced.length === 0 ? cost.cost.toFixed(2) : '–'}
		unit={cost.unpriced.length === 0
			? `a fill, ${((100 * cost.cost) / mix.litres).toFixed(2)} per ${session.say(100, 'volume')}`
			: 'type prices below'}
		op="salts"
		entry={null}
		rows={mix.items.map((item) => ({
			name: item.name,
			value: priceWords(item)
		}))}
		note={cost.unpriced.length === 0
			? 'Grams of each times its price.'
			: `No price yet for ${cost.unpriced.join(', ')}.`}
	/>
	<Figure
		label="pH to aim for"
		value={mix.ph.agree
			? `${mix.ph.low.toFixed(1)}–${mix.ph.high.toFixed(1)}`
			: `about ${mix.ph.aim.toFixed(2)}`}
		unit=""
		op="salts"
		entry={null}
		rows={model.waterUse.crops.map(({ crop }) => ({
			name: crop.plural,
			value: `${crop.phLow}–${crop.phHigh}`
		}))}
		note={mix.ph.agree
			? 'Where the ranges of these crops overlap.'
			: 'Their ranges do not meet: halfway between them.'}
	/>
	{#if way && pouring?.pour.kind === 'pour' && whyNone === null}
		<Figure
			label="{capital(bottleCalled(pouring.bottle))}, to pH {way.input.targetPh}"
			value={pouring.pour.ml}
			kind="liquid"
			op={pouring.way}
			entry={way}
		/>
	{/if}
	{#if model.secondAcid && pouring?.then?.pour.kind === 'pour' && whyNone === null}
		<Figure
			label="{capital(bottleCalled(pouring.then.bottle))}, after it"
			value={pouring.then.pour.ml}
			kind="liquid"
			op="acid"
			entry={model.secondAcid}
		/>
	{/if}
	{#if stock && !model.bottles.made}
		<Figure
			label="As two bottles, {Math.round(stock.result.factor)} : 1"
			value={showNumber(stock.input.doseMlPerL * litresA, 'liquid', session.units)}
			unit="{scaleOf('liquid', session.units).unit} {scaleOf('perVolume', session.units)
				.unit}, each"
			op="stock"
			entry={stock}
		/>
	{/if}
	<NumberField
		label="Strength"
		path="operation.mix.strengthMsCm"
		empty={showNumber(mix.recommendedMsCm, 'strength', session.units)}
	/>
	<details bind:open={sourceOpen}>
		<summary>What it is mixed from</summary>
		<SourceFields />
	</details>
	<details bind:open={rampOpen}>
		<summary>Strength as they grow</summary>
		{#if rampOpen}<Ramp />{/if}
	</details>
	<details bind:open={phOpen}>
		<summary>pH: the way there, and after</summary>
		{#if phOpen}<PhWay />{/if}
	</details>
	<details>
		<summary>All twelve elements, targets and limits</summary>
		<MixElements />
	</details>
	<details>
		<summary>Scale and scoops</summary>
		<Choice
			label="Measured by"
			value={settings.measure.by}
			options={[
				{ id: 'scale', name: 'on a scale' },
				{ id: 'scoops', name: 'by level scoops' }
			]}
			onpick={(by) => session.put('operation.mix.measure.by', by, 'how it is measured')}
		/>
		{#if settings.measure.by === 'scale'}
			<NumberField label="The scale shows steps of" path="operation.mix.measure.stepG" />
		{:else}
			<p class="soft">
				Halves of a level scoop; how much yours hold stands with the bags below. A spoon is off by a
				tenth and more.
			</p>
		{/if}
	</details>
	<details>
		<summary>Bags and bottles on the shelf</summary>
		<Bags />
	</details>
	<details>
		<summary>Meters</summary>
		<Meters />
	</details>
	<details>
		<summary>A premix that is too strong</summary>
		<LetDown />
	</details>
	<Toggle label="Fish live in this loop and feed it" path="operation.mix.fish" />
{/if}

<style>
	.verbs {
		display: flex;
		flex-wrap: wrap;
		gap: 8px;
		padding: 6px 0 8px;
	}
	.why {
		color: var(--caution);
		font-weight: 600;
		padding: 4px 0;
	}
	summary {
		cursor: pointer;
		padding: 5px 0;
		border-top: 1px solid var(--hair);
		font-weight: 600;
	}
</style>
