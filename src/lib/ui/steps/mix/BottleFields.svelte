<script lang="ts">
	import { lowerFirst, scaleOf, toShown } from '$lib/core/quantity';
	import { CONCENTRATE_KEEPS_MONTHS } from '$lib/core/procedure';
	import { shortSalt } from '$lib/core/shelf';
	import DateField from '../../control/DateField.svelte';
	import Figure from '../../control/Figure.svelte';
	import NumberField from '../../control/NumberField.svelte';
	import { useSession } from '../../workspace/context';

	/** How the two bottles are made: their size, their dose, the cold they must bear. */
	const session = useSession();
	const stock = $derived(session.model.bottles.stock);
	const litresA = $derived(toShown(1, 'perVolume', session.units));
	const [liquid, per] = $derived([
		scaleOf('liquid', session.units).unit,
		scaleOf('perVolume', session.units).unit
	]);
	/** Of a unit of both in a unit of water, mS/cm. */
	const adds = $derived(
		stock
			? (session.model.mix.expectedMsCm - session.model.sourceWater.ecMsCm) /
					stock.input.doseMlPerL /
					toShown(1, 'liquid', session.units) /
					litresA
			: 0
	);
	/** A sealed concentrate in the dark keeps so long; chelates fade first. */
</script>

<NumberField label="A bottle holds" path="operation.mix.bottles.bottleL" />
<NumberField
	label="Dose of each"
	path="operation.mix.bottles.doseMlPerL"
	times={litresA}
	unit="{liquid} {per}"
/>
<NumberField label="Coldest they stand" path="operation.mix.bottles.shedC" />
<DateField label="Made on" path="operation.mix.bottles.madeOn" />
{#if stock}
	<Figure label="They make" value={stock.result.readyL} kind="volume" op="stock" entry={stock} />
	<Figure
		label="Each {liquid} of both adds"
		value={toShown(adds, 'strength', session.units).toPrecision(3)}
		unit="{scaleOf('strength', session.units).unit} to {per}"
		op="salts"
		entry={session.model.mix.salts}
		note="The strength of the mix less that of the water, by the dose."
		rows={[]}
	/>
	{#if stock.result.worstSaturation !== null}
		<Figure
			label="Fullest of {lowerFirst(shortSalt(stock.result.worstSalt!))}"
			value={Math.round(100 * stock.result.worstSaturation)}
			unit="% of what dissolves"
			op="stock"
			entry={stock}
			state={stock.result.worstSaturation > 1
				? 'stop'
				: stock.result.worstSaturation > 0.75
					? 'look'
					: null}
		/>
	{/if}
	<p class="soft">
		An in-line doser is set to 1 : {Math.round(stock.result.factor)}, one for each bottle. In the
		dark and sealed they keep about {CONCENTRATE_KEEPS_MONTHS} months; iron fades first. Away from children.
		<a href="/systems/{session.id}/mix?of=bottles">Make them, step by step</a> ·
		<a href="/systems/{session.id}/labels">Print their labels</a>
	</p>
{/if}
