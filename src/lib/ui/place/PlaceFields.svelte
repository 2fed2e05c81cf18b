<script lang="ts">
	import {
		CLIMATES,
		hasYear,
		MONTH_NAMES,
		monthsOf,
		usualWater,
		type ClimateName,
		type Place
	} from '$lib/core/design';
	import { names, show } from '$lib/core/quantity';
	import Readings from './Readings.svelte';
	import NumberField from '../control/NumberField.svelte';
	import PickOne from '../control/PickOne.svelte';
	import TextField from '../control/TextField.svelte';
	import { useFields } from '../workspace/context';
	import WaterFields from './WaterFields.svelte';

	/** What holds for all of a place: its waters, its year, its power, and how far somebody reaches. */
	const { place }: { place: Place } = $props();
	const fields = useFields();
	let month = $state(6);
	const said = $derived(place.months?.[month] ?? null);

	function addWater(): void {
		const taken = new Set(place.waters.map(({ id }) => id));
		let n = 2;
		while (taken.has(`water${n}`)) n += 1;
		fields.put('place.waters', [...place.waters, usualWater(`water${n}`, 'Rain butt')], 'a water');
	}
	const dropWater = (id: string) =>
		fields.put(
			'place.waters',
			place.waters.filter((water) => water.id !== id),
			'a water taken away'
		);
	const south = $derived(
		place.areas.some(({ climate }) => climate.setting === 'outdoors' && climate.latitudeDeg < 0)
	);
	function takeClimate(name: string): void {
		if (name === '') fields.put('place.months', null, 'no months');
		else if (name in CLIMATES)
			fields.put('place.months', monthsOf(name as ClimateName, south), 'the months of a climate');
	}
	function sayMonth(): void {
		const months = place.months ?? Array.from({ length: 12 }, () => null);
		fields.put('place.months', months.with(month, monthsOf('mild', south)[month]!), 'a month');
	}
	/** Where the year has a hole, and what stands in for it. */
	const holes = $derived(
		place.months && hasYear(place.months)
			? MONTH_NAMES.filter((_, i) => place.months![i] === null)
			: []
	);
	const range = $derived.by(() => {
		const months = (place.months ?? []).filter((one) => one !== null);
		if (months.length === 0) return null;
		return [
			Math.min(...months.map(({ tMinC }) => tMinC)),
			Math.max(...months.map(({ tMaxC }) => tMaxC))
		] as const;
	});
</script>

<TextField label="Called" path="place.name" />
<NumberField label="How far you reach" path="place.reachM" />
<NumberField label="Electricity costs" path="place.pricePerKwh" />
<h3>The year outdoors</h3>
<PickOne
	label="Begin from a climate"
	value={place.months === null ? '' : 'own'}
	options={[
		{ id: '', name: 'not said' },
		...(place.months === null ? [] : [{ id: 'own', name: 'as it is below' }]),
		...Object.entries(CLIMATES).map(([id, { title }]) => ({ id, name: title }))
	]}
	onpick={takeClimate}
/>
{#if range}
	<p class="soft">
		Over the year from {show(range[0], 'temperature', fields.units)} to {show(
			range[1],
			'temperature',
			fields.units
		)} outdoors.
	</p>
{/if}
{#if holes.length > 0}
	<p class="soft">
		Nobody has said what {names(holes)}
		{holes.length === 1 ? 'is' : 'are'} like: taken as lying between the months before and after.
	</p>
{:else if place.months !== null && !hasYear(place.months)}
	<p class="soft">One month is no year: say another, and the days between follow.</p>
{/if}
<Readings {place} {south} />
<PickOne label="Month" options={MONTH_NAMES.map((name, id) => ({ id, name }))} bind:value={month} />
{#if said}
	<NumberField label="Coolest night" path="place.months.{month}.tMinC" />
	<NumberField label="Warmest day" path="place.months.{month}.tMaxC" />
	<NumberField label="Driest air" path="place.months.{month}.rhMinPercent" />
	<NumberField label="Dampest air" path="place.months.{month}.rhMaxPercent" />
	<NumberField label="Wind" path="place.months.{month}.windMS" />
	<NumberField label="Sun on level ground" path="place.months.{month}.solarMjM2" />
	<NumberField label="Rain in the month" path="place.months.{month}.rainMm" />
{:else}
	<p class="soft">
		Nobody has said what {MONTH_NAMES[month]} is like.
		<button class="quiet" onclick={sayMonth}>Say it</button>
	</p>
{/if}
<h3>Source water</h3>
{#each place.waters as water, i (water.id)}
	<details open={place.waters.length === 1}>
		<summary>{water.name}{i === 0 ? ', taken unless a system says otherwise' : ''}</summary>
		<WaterFields {water} />
		{#if place.waters.length > 1}<button class="quiet" onclick={() => dropWater(water.id)}
				>Take {water.name.toLowerCase()} away</button
			>{/if}
	</details>
{/each}
{#if place.waters.length < 8}<button class="quiet" onclick={addWater}>Add a water</button>{/if}

<style>
	details {
		border-left: 3px solid var(--hair);
		padding-left: 10px;
		margin-bottom: 6px;
	}
	summary {
		cursor: pointer;
		padding: 4px 0;
	}
	.quiet {
		margin-left: -6px;
	}
</style>
