<script lang="ts">
	import { waterOf } from '$lib/core/design';
	import { thinningWater } from '$lib/core/model';
	import { lowerFirst } from '$lib/core/quantity';
	import NumberField from '../../control/NumberField.svelte';
	import PickField from '../../control/PickField.svelte';
	import PickOne from '../../control/PickOne.svelte';
	import Figure from '../../control/Figure.svelte';
	import { useSession } from '../../workspace/context';
	import Big from '../../inspector/Big.svelte';
	import Lamps from './Lamps.svelte';
	import AreaFields from '../../place/AreaFields.svelte';
	import AreaThings from '../../place/AreaThings.svelte';
	import WhereItStands from './WhereItStands.svelte';
	import Shared from '../../place/Shared.svelte';
	import WaterFields from '../../place/WaterFields.svelte';

	const session = useSession();
	/** An id no other of the list has. */
	const fresh = (list: readonly { id: string }[], stem: string): string => {
		let nth = 2;
		while (list.some(({ id }) => id === `${stem}-${nth}`)) nth++;
		return `${stem}-${nth}`;
	};
	const ownName = (name: string) => `${name}, ${session.design.name}`.slice(0, 40).trim();
	/** The water as it is, for this system alone. */
	function ownWater(): void {
		const { waters } = session.place;
		const id = fresh(waters, water.id);
		const mine = { ...water, id, name: ownName(water.name) };
		session.press(
			[
				{ path: 'place.waters', value: [...waters, mine] },
				{ path: 'operation.waterId', value: id }
			],
			'a water of its own'
		);
	}
	/** The area as it is, for this system alone. */
	function ownArea(): void {
		const { areas } = session.place;
		const id = fresh(areas, area.id);
		session.press(
			[
				{ path: 'place.areas', value: [...areas, { ...area, id, name: ownName(area.name) }] },
				{ path: 'design.areaId', value: id }
			],
			'an area of its own'
		);
	}
	const area = $derived(session.model.area);
	const extent = $derived(session.model.layout.extent);
	const water = $derived(waterOf(session.place, session.operation.waterId));
	const weather = $derived(session.model.weather);
	const { thinned } = $derived(session.operation);
	/** The other waters of the place, and rain. */
	const thinners = $derived([
		...session.place.waters
			.filter(({ id }) => id !== water.id)
			.map(({ id, name }) => ({ id, name })),
		{ id: 'rain', name: 'Rain water' }
	]);
	const ownOf = (id: string) => (session.place.waters.some((one) => one.id === id) ? id : null);
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
<WhereItStands />
<h3>{area.name}</h3>
<Shared what={area.name} part={{ area: area.id }} ononly={ownArea} />
<AreaFields {area} place={session.place} />
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
<AreaThings {area} />
<h3>Source water</h3>
{#if session.place.waters.length > 1}
	<PickField
		label="Filled with"
		path="operation.waterId"
		chosen={water.id}
		options={session.place.waters}
	/>
{/if}
{#if thinned}
	<PickOne
		label="Thinned with"
		value={thinningWater(session.place, thinned.waterId).id}
		options={thinners}
		onpick={(id) => session.set('operation.thinned', { ...thinned, waterId: ownOf(id) }, 'thinned')}
	/>
	<NumberField
		label="Share of {lowerFirst(thinningWater(session.place, thinned.waterId).name)}"
		path="operation.thinned.part"
	/>
	<button class="quiet" onclick={() => session.put('operation.thinned', undefined, 'not thinned')}
		>Use {water.name.toLowerCase()} alone</button
	>
{:else}
	<button
		class="quiet"
		onclick={() =>
			session.put(
				'operation.thinned',
				{ waterId: ownOf(thinners[0]!.id), part: 0.5 },
				'thinned with another water'
			)}>Thin it with rain or another water</button
	>
{/if}
<Shared what={water.name} part={{ water: water.id }} ononly={ownWater} />
<WaterFields {water} />
<h3>Power</h3>
<Shared what="Price and reach" part="place" />
<NumberField label="Electricity costs" path="place.pricePerKwh" />
<NumberField label="How far you reach" path="place.reachM" />
<p class="soft">
	Other areas, the year and more waters: <a href="/places/{session.placeId}?area={area.id}"
		>all of {session.place.name}</a
	>.
</p>
