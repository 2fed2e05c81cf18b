<script lang="ts">
	import { differenceInCalendarDays, parseISO } from 'date-fns';
	import { dayOf } from '$lib/core/review';
	import { daysLeft, tankAhead } from '$lib/core/model';
	import Figure from '../../control/Figure.svelte';
	import TextField from '../../control/TextField.svelte';
	import Explain from '../../explain/Explain.svelte';
	import Big from '../../inspector/Big.svelte';
	import { useSession } from '../../workspace/context';

	const session = useSession();
	const on = $derived(session.record.plantOutOn);
	const day = $derived(on ? differenceInCalendarDays(parseISO(session.today), parseISO(on)) : null);
	const left = $derived(daysLeft(session.model));
	const run = $derived(session.model.run.result);
	/** Strengths as long as there is water for the pump. */
	const strengths = $derived.by(() => {
		const all = tankAhead(session.model.run).fed.map(({ msCm }) => msCm);
		return [Math.min(...all), Math.max(...all)] as const;
	});
</script>

<p class="soft">
	{#if day === null}Not running yet: set the day of planting out first.
	{:else if left === null}The supply does not run out; watch strength and pH.
	{:else}Look in within {session.say(Math.floor(left), 'days')}.{/if}
</p>
<Big figure={day === null ? 'not yet' : `day ${day}`} against={on ? `since ${dayOf(on)}` : ''} />
<p class="verbs">
	<a class="button main" href="/systems/{session.id}/today">The tank today</a>
	<a class="button" href="/systems/{session.id}/mix">Mix a fill</a>
</p>
<p class="soft">
	Under the drawing: <Explain
		op="reservoir-run"
		entry={session.model.run}
		title="The tank, day by day">three weeks from now</Explain
	>
</p>
<Figure
	label="Plants drink"
	value={session.model.waterUse.useLPerDay}
	kind="use"
	op="plant-demand"
	entry={session.model.waterUse.crops.map(({ crop, litresPerDay }) => ({
		name: crop.plural,
		value: session.say(litresPerDay, 'use')
	}))}
/>
<Figure
	label="Strength stays between"
	value="{session.number(strengths[0], 'strength')} and {session.say(strengths[1], 'strength')}"
	unit=""
	op="reservoir-run"
	entry={session.model.run}
	note="Over the three weeks under the drawing, as long as there is water."
/>
{#if session.design.reserve}<Figure
		label="Reserve empty on day"
		value={run.reserveEmptyDay}
		op="reservoir-run"
		entry={session.model.run}
		unit="from now"
	/>{/if}
<Figure
	label="{session.design.source.kind === 'pump' ? 'Pump draws air' : 'Tap runs dry'} on day"
	value={run.firstDayBelowPump}
	op="reservoir-run"
	entry={session.model.run}
	unit="from now"
/>
<TextField label="Notes" path="design.notes" rows={4} />

<style>
	.verbs {
		display: flex;
		flex-wrap: wrap;
		gap: 8px;
		padding: 6px 0;
	}
</style>
