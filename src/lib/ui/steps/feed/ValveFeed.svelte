<script lang="ts">
	import Figure from '../../control/Figure.svelte';
	import NumberField from '../../control/NumberField.svelte';
	import { levelDay } from '$lib/core/model';
	import { scaleOf, toShown } from '$lib/core/quantity';
	import Chart from '../../chart/Chart.svelte';
	import { clockOf } from '../../clock/day-drag';
	import FirstWeeks from './FirstWeeks.svelte';
	import SaltDays from './SaltDays.svelte';
	import { useSession } from '../../workspace/context';
	import Big from '../../inspector/Big.svelte';

	/** Where a valve decides, there is no timer: what it holds, how long a fill lasts and takes. */
	const session = useSession();
	const state = $derived(session.model.levels[0]);
	const filled = $derived(state?.filled);
	const rows = $derived(
		state && filled
			? ([
					{ label: 'Depth it keeps', value: state.basis.depthMm, kind: 'size' },
					{ label: 'Runs in at', value: filled.result.flowLph, kind: 'flow' },
					{ label: 'A fill takes', value: filled.result.fillMinutes, unit: 'min' },
					{ label: 'Deepest less shallowest', value: filled.result.spreadMm, kind: 'size' }
				] as const)
			: []
	);
	const day = $derived(state ? levelDay(session.model, state) : null);
	const shown = (mm: number) => toShown(mm, 'size', session.units);
</script>

<p class="soft">
	The plants decide: the valve lets water in as it is drunk. Fills, is drunk dry, fills again; no
	timer and no power.
</p>
{#if state && filled}
	<Big
		op="level-fill"
		title={state.hoursAFill === null ? 'One fill' : 'One fill lasts'}
		entry={filled}
		figure={state.hoursAFill === null
			? session.say(filled.result.totalL, 'volume')
			: `${state.hoursAFill.toFixed(1)} h`}
		against={state.hoursAFill === null
			? 'in one fill'
			: `on one fill of ${session.say(filled.result.totalL, 'volume')}`}
	/>
	{#each rows as row, i (`${i} ${row.label}`)}
		<Figure {...row} op="level-fill" entry={filled} />
	{/each}
	{#if day}
		<h3>Through the day</h3>
		<p class="soft">
			{day.fillsAtMin.length > 0
				? `Today it opens at ${day.fillsAtMin.map(clockOf).slice(0, 6).join(', ')}${day.fillsAtMin.length > 6 ? ` and ${day.fillsAtMin.length - 6} times more` : ''}.`
				: 'Not every day: a fill lasts longer.'}
			{#if day.longestH !== null && day.shortestH !== null}A fill lasts {session.say(
					day.shortestH,
					'hours'
				)} to {session.say(day.longestH, 'hours')}, by the light.{/if}
		</p>
		<Chart
			title="Depth of the water through the day"
			across={{ name: 'hour', min: 0, max: 24, say: (hour) => String(Math.round(hour)) }}
			up={{
				name: scaleOf('size', session.units).unit,
				min: 0,
				say: (value) => value.toLocaleString('en-GB', { maximumSignificantDigits: 3 })
			}}
			series={[
				{
					name: 'depth',
					colour: '--supply',
					kind: 'line',
					points: day.depthMm.map((mm, i) => ({ x: (i * day.everyMin) / 60, y: shown(mm) }))
				}
			]}
			height={150}
		/>
	{/if}
	<FirstWeeks />
	<NumberField
		label="Flushed with plain water every"
		path="operation.flushEveryDays"
		empty="never"
	/>
	<SaltDays />
{:else}
	<p class="soft">Nothing runs: the tank stands too low over the level the valves keep.</p>
{/if}
