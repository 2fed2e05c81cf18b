<script lang="ts">
	import {
		AREA_KIND,
		AREA_KINDS,
		COVER_NAMES,
		dayInMonth,
		MONTH_NAMES,
		usualClimate,
		WALL_NAMES,
		type Area,
		type AreaKind,
		type Month,
		type Place
	} from '$lib/core/design';
	import Choice from '../control/Choice.svelte';
	import NumberField from '../control/NumberField.svelte';
	import PickOne from '../control/PickOne.svelte';
	import PickField from '../control/PickField.svelte';
	import TextField from '../control/TextField.svelte';
	import Toggle from '../control/Toggle.svelte';
	import { useFields } from '../workspace/context';

	/** What is said of one spot: what it is, how large, what lies over it, and a warm day there. */
	const { area, place }: { area: Area; place: Pick<Place, 'months' | 'areas'> } = $props();
	const fields = useFields();
	const at = $derived(`place.areas[id=${area.id}]`);
	const { climate } = $derived(area);
	const light = $derived(climate.setting === 'indoors' ? 'lamps' : 'sun');
	const latitude = $derived(climate.setting === 'outdoors' ? climate.latitudeDeg : undefined);
	/** Months somebody said something of. */
	const months = $derived(
		(place.months ?? []).flatMap((month, i) => (month ? [{ month, i, name: MONTH_NAMES[i]! }] : []))
	);
	function asIn(month: Month, i: number): void {
		fields.put(`${at}.climate`, dayInMonth(climate, area.cover, month, i), 'a day of a month');
	}
</script>

<TextField label="Called" path="{at}.name" />
<PickField
	label="Kind"
	path="{at}.kind"
	options={AREA_KINDS.map((id) => ({ id, name: AREA_KIND[id].title }))}
	and={(id) => [{ path: `${at}.cover`, value: AREA_KIND[id as AreaKind].cover }]}
/>
<PickField
	label="Over it"
	path="{at}.cover"
	options={Object.entries(COVER_NAMES).map(([id, name]) => ({ id, name }))}
/>
<PickField
	label="Its walls"
	path="{at}.walls"
	options={Object.entries(WALL_NAMES).map(([id, name]) => ({ id, name }))}
/>
<NumberField label="Length" path="{at}.lengthM" />
<NumberField label="Width" path="{at}.widthM" />
<NumberField label="Height" path="{at}.heightM" />
<NumberField label="Kept free in front to walk" path="{at}.walkM" />
<NumberField label="Floor may bear" path="{at}.floorKgM2" empty="unknown" />
<NumberField label="Studs in the wall, middle to middle" path="{at}.studMm" empty="solid wall" />
<Toggle label="Sun reaches the pipes" path="{at}.sunOnPipes" />
<h3>A warm day here</h3>
<Choice
	label="Lit by"
	value={light}
	options={[
		{ id: 'sun', name: 'lit by the sun' },
		{ id: 'lamps', name: 'by lamps alone' }
	]}
	onpick={(id) =>
		fields.put(`${at}.climate`, usualClimate(area.kind, id, latitude), 'where the light is from')}
/>
{#if light === 'sun' && months.length > 0}
	<PickOne
		label="Take it from a month"
		ask="choose"
		again
		options={months.map(({ i, name }) => ({ id: i, name }))}
		onpick={(i) => asIn(place.months![i]!, i)}
	/>
{/if}
<NumberField label="Coolest" path="{at}.climate.tMinC" />
<NumberField label="Warmest" path="{at}.climate.tMaxC" />
<NumberField label="Driest air" path="{at}.climate.rhMinPercent" />
<NumberField label="Dampest air" path="{at}.climate.rhMaxPercent" />
<NumberField label="Wind at the leaves" path="{at}.climate.windMS" />
{#if climate.setting === 'indoors'}
	<NumberField label="Lamps at the leaves" path="{at}.climate.ppfdUmol" />
	<NumberField label="Lamps on" path="{at}.climate.photoperiodH" />
{:else}
	{#if climate.solarMjM2 !== undefined}
		<NumberField label="Sun that gets in" path="{at}.climate.solarMjM2" />
	{:else}
		<NumberField label="Hours of sun" path="{at}.climate.sunshineH" />
	{/if}
	<NumberField label="Latitude" path="{at}.climate.latitudeDeg" />
	<NumberField label="Day of the year" path="{at}.climate.dayOfYear" />
{/if}
