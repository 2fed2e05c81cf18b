<script lang="ts">
	import { guessedIons, HARDNESS_UNITS, RAIN, type Place } from '$lib/core/design';
	import NumberField from '../control/NumberField.svelte';
	import PickOne from '../control/PickOne.svelte';
	import TextField from '../control/TextField.svelte';
	import { useFields } from '../workspace/context';
	import WaterReport from './WaterReport.svelte';

	/** What comes out of the tap, the butt, the filter: one of a place's waters. */
	const { water }: { water: Place['waters'][number] } = $props();
	const fields = useFields();
	const at = $derived(`place.waters[id=${water.id}]`);
	const rain = () => {
		const { id, name } = water;
		fields.put(at, { id, name, ...RAIN }, 'rain water');
	};
	type HardnessUnit = keyof typeof HARDNESS_UNITS;
	const SAID: Record<HardnessUnit, string> = {
		'meq/l': 'meq/L',
		'mg/l caco3': 'mg/L CaCO₃',
		'°dh': '°dH',
		'°f': '°f'
	};
	let unit = $state<HardnessUnit>('meq/l');
	/** Guessed ions follow the two figures that are known. */
	const guess = (ecMsCm: number, alkalinityMeqL: number) =>
		water.guessed
			? Object.entries(guessedIons(ecMsCm, alkalinityMeqL)).map(([ion, value]) => ({
					path: `${at}.${ion}`,
					value
				}))
			: [];
	const TREATED = {
		none: undefined,
		softener: { kind: 'softener' },
		osmosis: { kind: 'osmosis', holdsBack: 0.95, yields: 0.3 }
	} as const;
	const IONS = [
		['Calcium', 'Ca'],
		['Magnesium', 'Mg'],
		['Sodium', 'Na'],
		['Chloride', 'Cl'],
		['Sulfur', 'S']
	] as const;
	const RARE = [
		['Potassium', 'K'],
		['Nitrate nitrogen', 'NO3N'],
		['Boron', 'B']
	] as const;
</script>

<TextField label="Called" path="{at}.name" />
<NumberField
	label="Strength"
	path="{at}.ecMsCm"
	and={(value) => guess(value, water.alkalinityMeqL)}
/>
<NumberField label="pH" path="{at}.ph" />
<NumberField
	label="Alkalinity"
	path="{at}.alkalinityMeqL"
	times={1 / HARDNESS_UNITS[unit]}
	unit={SAID[unit]}
	and={(value) => guess(water.ecMsCm, value)}
/>
<PickOne
	label="Alkalinity is told in"
	options={Object.entries(SAID).map(([id, name]) => ({ id: id as HardnessUnit, name }))}
	bind:value={unit}
/>
<PickOne
	label="Known of its ions"
	value={water.guessed ? 'guessed' : 'told'}
	options={[
		{ id: 'told', name: 'a report, or typed below' },
		{ id: 'guessed', name: 'only strength and a drop test' }
	]}
	onpick={(id) =>
		fields.press(
			[
				{ path: `${at}.guessed`, value: id === 'guessed' || undefined },
				...(id === 'guessed'
					? Object.entries(guessedIons(water.ecMsCm, water.alkalinityMeqL)).map(([ion, value]) => ({
							path: `${at}.${ion}`,
							value
						}))
					: [])
			],
			'what is known of the water'
		)}
/>
{#if water.guessed}
	<p class="soft">
		Guessed from strength and alkalinity: calcium about {water.Ca} mg/L, magnesium {water.Mg}, give
		or take two fifths. A supplier’s report makes it sure.
	</p>
{:else}
	{#each IONS as [label, ion] (ion)}<NumberField {label} path="{at}.{ion}" />{/each}
	{#each RARE as [label, ion] (ion)}
		{#if water[ion] !== undefined}<NumberField {label} path="{at}.{ion}" />{:else}<button
				class="quiet"
				onclick={() => fields.put(`${at}.${ion}`, 0, label)}>{label} too</button
			>{/if}
	{/each}
{/if}
<WaterReport {water} />
<PickOne
	label="Before the tank stands"
	value={water.treated?.kind ?? 'none'}
	options={[
		{ id: 'none', name: 'nothing' },
		{ id: 'softener', name: 'a softener with salt' },
		{ id: 'osmosis', name: 'a reverse-osmosis filter' }
	]}
	onpick={(id) => fields.put(`${at}.treated`, TREATED[id], 'what stands before the tank')}
/>
{#if water.treated?.kind === 'softener'}
	<p class="soft">
		It puts sodium in place of calcium and magnesium: plants get less of both and too much sodium.
		Take the water before the softener where you can.
	</p>
{:else if water.treated}
	<NumberField label="It holds back" path="{at}.treated.holdsBack" />
	<NumberField label="Of what goes in comes out" path="{at}.treated.yields" />
	<p class="soft">
		For each litre {((1 - water.treated.yields) / water.treated.yields).toFixed(1)} run to the drain:
		good for lawns and buckets to scrub with.
	</p>
{/if}
<button class="quiet" onclick={rain}>It is rain or filtered water: take its usual figures</button>

<style>
	.quiet {
		margin-left: -6px;
		text-align: left;
	}
</style>
