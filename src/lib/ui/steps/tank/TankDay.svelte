<script lang="ts">
	import { COAT_NAMES, frostFrom } from '$lib/core/design';
	import { dayOf } from '$lib/core/review';
	import { tankHeat } from '$lib/core/water';
	import Figure from '../../control/Figure.svelte';
	import PickField from '../../control/PickField.svelte';
	import Toggle from '../../control/Toggle.svelte';
	import { clockOf } from '../../clock/day-drag';
	import { useSession } from '../../workspace/context';

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
		const { input } = kept.tankDay;
		const less = { ...input, pumpMinutesPerDay: (input.pumpMinutesPerDay ?? 0) / 2 };
		return [
			...list.map((trial) => ({ name: trial.name, maxC: kept.with([trial]).tankDay.result.maxC })),
			...(less.pumpMinutesPerDay > 0
				? [{ name: 'the pump on half as long', maxC: tankHeat(less).maxC }]
				: [])
		];
	});
	const outdoors = $derived(session.model.area.climate.setting === 'outdoors');
	const months = $derived(session.place.months);
	const coldest = $derived(
		outdoors ? Math.min(...(months ?? []).flatMap((month) => month?.tMinC ?? [])) : Infinity
	);
	const frost = $derived(outdoors ? frostFrom(months, session.today) : null);
	/** What an air stone adds at the warmest hour. */
	const bubbled = $derived(
		session.kept.with([{ path: 'design.tank.airStone', value: true }]).tankDay.oxygenMgL -
			session.kept.tankDay.oxygenMgL
	);
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
{#if outdoors && session.model.area.cover === 'sky'}<Toggle
		label="Open at the top: rain falls in"
		path="design.tank.open"
	/>{/if}
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
{#if Number.isFinite(coldest)}
	<p class="soft">
		Coldest nights of the year {session.say(coldest, 'temperature')}{frost
			? `; first frost about ${dayOf(frost)}: drained by then.`
			: ', no frost.'}
	</p>
{/if}
{#if bubbled > 0}<p class="soft">
		An air stone adds {session.say(bubbled, 'concentration')} of oxygen at that hour.
	</p>{/if}
{#if trials.length > 0}
	<p class="soft">
		One change alone, its warmest then:
		{#each trials as { name, maxC }, i (name)}{i > 0 ? ', ' : ' '}{name}
			{session.say(maxC, 'temperature')}{/each}.
	</p>
{/if}
