<script lang="ts">
	import { COAT_NAMES } from '$lib/core/design';
	import Figure from '../control/Figure.svelte';
	import PickField from '../control/PickField.svelte';
	import Toggle from '../control/Toggle.svelte';
	import { clockOf } from '../clock/day-drag';
	import { useSession } from '../workspace/context';

	/** How warm the water gets on the day the place tells of, and what one change to the tank would do. */
	const session = useSession();
	const day = $derived(session.model.tankDay);
	/** One change at a time, tried: what it leaves of the warmest hour. */
	const trials = $derived.by(() => {
		const { kept } = session;
		const { tank } = kept.design;
		const list = [
			kept.tankDay.sunny && { name: 'shaded', path: 'design.tank.shaded', value: true },
			kept.tankDay.sunny &&
				tank.coat !== 'white' && { name: 'white', path: 'design.tank.coat', value: 'white' },
			!tank.insulated && { name: 'wrapped in foam', path: 'design.tank.insulated', value: true },
			kept.area.floorKgM2 === null && {
				name: 'half its height deeper in the ground',
				path: 'design.tank.floorMm',
				value: Math.max(-2000, tank.floorMm - Math.round(500 * kept.layout.tank.heightM))
			},
			{
				name: 'with twice the water',
				path: 'record.nowL',
				value: 2 * kept.nowL
			}
		].filter((trial) => trial !== false);
		return list.map((trial) => ({ ...trial, maxC: kept.with([trial]).tankDay.result.maxC }));
	});
</script>

<h3>Its warm day</h3>
<PickField
	label="Outside it is"
	path="design.tank.coat"
	options={Object.entries(COAT_NAMES).map(([id, name]) => ({ id, name }))}
/>
<Toggle label="Shaded from the sun" path="design.tank.shaded" />
<Toggle label="Wrapped in foam" path="design.tank.insulated" />
<Toggle label="An air stone in it" path="design.tank.airStone" />
<Figure
	label="Warmest, at {clockOf(day.result.hottestAtMin)}"
	value={day.result.maxC}
	kind="temperature"
	op="tank-heat"
	entry={day}
	state={day.result.maxC > session.model.limit('waterWarmC') ? 'look' : null}
/>
<Figure label="Coolest" value={day.result.minC} kind="temperature" op="tank-heat" entry={day} />
<Figure
	label="Oxygen for roots at its warmest"
	value={day.oxygenMgL}
	kind="concentration"
	op="tank-heat"
	entry={day}
	state={day.oxygenMgL < session.model.limit('leastOxygenMgL') ? 'look' : null}
	note="What water so warm can hold, less what roots and what lives on them use up: stirred by a return it keeps about seven tenths, with an air stone nine."
/>
{#if trials.length > 0}
	<p class="soft">
		One change alone, its warmest then:
		{#each trials as { name, maxC }, i (name)}{i > 0 ? ', ' : ' '}{name}
			{session.say(maxC, 'temperature')}{/each}.
	</p>
{/if}
