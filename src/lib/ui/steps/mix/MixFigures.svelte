<script lang="ts">
	import { costOf } from '$lib/core/model';
	import { ELEMENT_NAME, NUTRIENTS } from '$lib/core/nutrients';
	import { capital, lowerFirst, scaleOf, showNumber, toShown } from '$lib/core/quantity';
	import { bottleCalled, whyNoAmount } from '$lib/core/review';
	import Figure from '../../control/Figure.svelte';
	import { useSession } from '../../workspace/context';
	import { shortOf } from './bench';

	/** The figures of a mix: how near it comes, what measuring makes of it, what it costs, and its pH. */
	const session = useSession();
	const model = $derived(session.model);
	const mix = $derived(model.mix);
	const settings = $derived(session.operation.mix);
	const weighing = $derived(model.weighing);
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
	const cost = $derived(costOf(mix.items, mix.ingredients, model.shelf.kept));
	const priceWords = ({ index, amount }: (typeof mix.items)[number]) => {
		const price = model.shelf.kept[mix.ingredients[index]!.of]?.price ?? null;
		return price === null ? 'no price' : ((price * amount) / 1000).toFixed(2);
	};
	const worst = $derived(weighing.worst === null ? null : weighing.items[weighing.worst]!);
	const way = $derived(model.acid ?? model.base);
	const pouring = $derived(model.pour);
	const whyNone = $derived(pouring && whyNoAmount(pouring, session.say));
	const stock = $derived(model.bottles.stock);
</script>

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
		unit="{scaleOf('liquid', session.units).unit} {scaleOf('perVolume', session.units).unit}, each"
		op="stock"
		entry={stock}
	/>
{/if}
