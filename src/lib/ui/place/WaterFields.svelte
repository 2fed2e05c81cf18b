<script lang="ts">
	import { guessedIons, HARDNESS_UNITS, usualWater, type Place } from '$lib/core/design';
	import NumberField from '../control/NumberField.svelte';
	import TextField from '../control/TextField.svelte';
	import { useFields } from '../workspace/context';
	import WaterReport from './WaterReport.svelte';

	/** What comes out of the tap, the butt, the filter: one of a place's waters. */
	const { water }: { water: Place['waters'][number] } = $props();
	const fields = useFields();
	const at = $derived(`place.waters[id=${water.id}]`);
	const rain = () => {
		const { id, name } = water;
		const soft = { ecMsCm: 0.03, ph: 6.2, alkalinityMeqL: 0.1, Ca: 1, Mg: 0.3, Na: 2, Cl: 3, S: 1 };
		fields.put(at, { ...usualWater(id, name), ...soft }, 'rain water');
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
<label class="choice"
	>Alkalinity is told in
	<select class="field" bind:value={unit}>
		{#each Object.entries(SAID) as [id, name] (id)}<option value={id}>{name}</option>{/each}
	</select>
</label>
<label class="choice"
	>Known of its ions
	<select
		class="field"
		value={water.guessed ? 'guessed' : 'told'}
		onchange={(event) => {
			const guessed = event.currentTarget.value === 'guessed';
			fields.press(
				[
					{ path: `${at}.guessed`, value: guessed || undefined },
					...(guessed
						? Object.entries(guessedIons(water.ecMsCm, water.alkalinityMeqL)).map(
								([ion, value]) => ({ path: `${at}.${ion}`, value })
							)
						: [])
				],
				'what is known of the water'
			);
		}}
	>
		<option value="told">a report, or typed below</option>
		<option value="guessed">only strength and a drop test</option>
	</select>
</label>
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
<label class="choice"
	>Before the tank stands
	<select
		class="field"
		value={water.treated?.kind ?? 'none'}
		onchange={(event) =>
			fields.put(
				`${at}.treated`,
				TREATED[event.currentTarget.value as keyof typeof TREATED],
				'what stands before the tank'
			)}
	>
		<option value="none">nothing</option>
		<option value="softener">a softener with salt</option>
		<option value="osmosis">a reverse-osmosis filter</option>
	</select>
</label>
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
	.choice {
		display: grid;
		grid-template-columns: 1fr 1.1fr;
		gap: 8px;
		align-items: center;
		padding: 3px 0;
	}
	select {
		min-width: 0;
	}
</style>
