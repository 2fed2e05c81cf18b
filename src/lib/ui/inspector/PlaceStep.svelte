<script lang="ts">
	import NumberField from '../control/NumberField.svelte';
	import PickField from '../control/PickField.svelte';
	import Figure from '../control/Figure.svelte';
	import { useSession } from '../workspace/context';
	import Big from './Big.svelte';
	import Lamps from './Lamps.svelte';
	import Obstacles from './Obstacles.svelte';
	import Toggle from '../control/Toggle.svelte';

	const session = useSession();
	const area = $derived(session.chain.area);
	const index = $derived(session.place.areas.indexOf(area));
	const extent = $derived(session.chain.layout.extent);
	const at = $derived(`areas.${index}`);
	const climate = $derived(area.climate);
	const weather = $derived(session.chain.weather);
</script>

<p class="soft">
	{area.name} at {session.place.name}. What stands here takes {session.say(
		extent.to.xM - extent.from.xM,
		'span'
	)} by {session.say(extent.to.yM - extent.from.yM, 'span')}.
</p>
<Big
	figure="{session.say(area.lengthM, 'span')} × {session.say(area.widthM, 'span')}"
	against="{session.say(area.heightM, 'span')} high"
/>
{#if session.place.areas.length > 1}
	<PickField label="Area" path="areaId" options={session.place.areas} />
{/if}
<NumberField of="place" label="Length" path="{at}.lengthM" kind="span" />
<NumberField of="place" label="Width" path="{at}.widthM" kind="span" />
<NumberField of="place" label="Height" path="{at}.heightM" kind="span" />
<NumberField of="place" label="Kept free in front to walk" path="{at}.walkM" kind="span" />
<NumberField of="place" label="How far you reach" path="reachM" kind="span" />
<NumberField
	of="place"
	label="Floor may bear"
	path="{at}.floorKgM2"
	kind="floorLoad"
	empty="unknown"
/>
<NumberField
	of="place"
	label="Studs in the wall, middle to middle"
	path="{at}.studMm"
	kind="size"
	empty="solid wall"
/>
<Toggle of="place" label="Sun reaches the pipes" path="{at}.sunOnPipes" />
<h3>A warm day here</h3>
<NumberField of="place" label="Coolest" path="{at}.climate.tMinC" kind="temperature" />
<NumberField of="place" label="Warmest" path="{at}.climate.tMaxC" kind="temperature" />
<NumberField of="place" label="Driest air" path="{at}.climate.rhMinPercent" kind="percent" />
<NumberField of="place" label="Dampest air" path="{at}.climate.rhMaxPercent" kind="percent" />
<NumberField of="place" label="Wind at the leaves" path="{at}.climate.windMS" kind="velocity" />
{#if climate.setting === 'indoors'}
	<NumberField
		of="place"
		label="Lamps at the leaves"
		path="{at}.climate.ppfdUmol"
		unit="µmol/m²/s"
	/>
	<NumberField of="place" label="Lamps on" path="{at}.climate.photoperiodH" unit="h" />
{:else if climate.solarMjM2 !== undefined}
	<NumberField of="place" label="Sun that gets in" path="{at}.climate.solarMjM2" unit="MJ/m²" />
{:else}
	<NumberField of="place" label="Hours of sun" path="{at}.climate.sunshineH" unit="h" />
{/if}
<Figure
	label="Water the air draws"
	value={weather.result.et0MmDay}
	kind="depthPerDay"
	op="evapotranspiration"
	entry={weather}
/>
<Figure
	label="Light in a day"
	value={weather.result.dliMol.toFixed(0)}
	unit="mol/m²"
	op="evapotranspiration"
	entry={weather}
/>
<Lamps />
<h3>Obstacles</h3>
<Obstacles {at} />
<h3>Source water</h3>
<NumberField of="place" label="Strength" path="water.ecMsCm" kind="strength" />
<NumberField of="place" label="pH" path="water.ph" unit="" />
<NumberField of="place" label="Alkalinity" path="water.alkalinityMeqL" unit="meq/L" />
<NumberField of="place" label="Calcium" path="water.Ca" unit="mg/L" />
<NumberField of="place" label="Magnesium" path="water.Mg" unit="mg/L" />
<NumberField of="place" label="Sodium" path="water.Na" unit="mg/L" />
<NumberField of="place" label="Chloride" path="water.Cl" unit="mg/L" />
<NumberField of="place" label="Sulfur" path="water.S" unit="mg/L" />
<h3>Power</h3>
<NumberField of="place" label="Electricity costs" path="pricePerKwh" unit="a kWh" />
