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
	const area = $derived(session.model.area);
	const extent = $derived(session.model.layout.extent);
	const at = $derived(`place.areas[id=${area.id}]`);
	const climate = $derived(area.climate);
	const weather = $derived(session.model.weather);
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
	<PickField label="Area" path="design.areaId" options={session.place.areas} />
{/if}
<NumberField label="Length" path="{at}.lengthM" />
<NumberField label="Width" path="{at}.widthM" />
<NumberField label="Height" path="{at}.heightM" />
<NumberField label="Kept free in front to walk" path="{at}.walkM" />
<NumberField label="How far you reach" path="place.reachM" />
<NumberField label="Floor may bear" path="{at}.floorKgM2" empty="unknown" />
<NumberField label="Studs in the wall, middle to middle" path="{at}.studMm" empty="solid wall" />
<Toggle label="Sun reaches the pipes" path="{at}.sunOnPipes" />
<h3>A warm day here</h3>
<NumberField label="Coolest" path="{at}.climate.tMinC" />
<NumberField label="Warmest" path="{at}.climate.tMaxC" />
<NumberField label="Driest air" path="{at}.climate.rhMinPercent" />
<NumberField label="Dampest air" path="{at}.climate.rhMaxPercent" />
<NumberField label="Wind at the leaves" path="{at}.climate.windMS" />
{#if climate.setting === 'indoors'}
	<NumberField label="Lamps at the leaves" path="{at}.climate.ppfdUmol" />
	<NumberField label="Lamps on" path="{at}.climate.photoperiodH" />
{:else if climate.solarMjM2 !== undefined}
	<NumberField label="Sun that gets in" path="{at}.climate.solarMjM2" />
{:else}
	<NumberField label="Hours of sun" path="{at}.climate.sunshineH" />
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
<NumberField label="Strength" path="place.water.ecMsCm" />
<NumberField label="pH" path="place.water.ph" />
<NumberField label="Alkalinity" path="place.water.alkalinityMeqL" />
<NumberField label="Calcium" path="place.water.Ca" />
<NumberField label="Magnesium" path="place.water.Mg" />
<NumberField label="Sodium" path="place.water.Na" />
<NumberField label="Chloride" path="place.water.Cl" />
<NumberField label="Sulfur" path="place.water.S" />
<h3>Power</h3>
<NumberField label="Electricity costs" path="place.pricePerKwh" />
