<script lang="ts">
	import { differenceInCalendarDays, parseISO } from 'date-fns';
	import { PER_C, BUFFERS, KCL_MSCM, slopeOf } from '$lib/core/nutrients';
	import NumberField from '../../control/NumberField.svelte';
	import DateField from '../../control/DateField.svelte';
	import Toggle from '../../control/Toggle.svelte';
	import { useSession } from '../../workspace/context';

	/** What the meters showed in what they should show: readings are corrected by it. */
	const session = useSession();
	const { strength, ph } = $derived(session.record.meters);
	const at25 = $derived(session.say(25, 'temperature'));
	const age = (on: string) => differenceInCalendarDays(parseISO(session.today), parseISO(on));
	const ago = (on: string) =>
		age(on) === 0 ? 'today' : age(on) === 1 ? 'yesterday' : `${age(on)} days ago`;
	/** A degree Fahrenheit is five ninths of one Celsius. */
	const perDegree = $derived(
		Number(((100 * PER_C) / (session.units.system === 'us' ? 1.8 : 1)).toFixed(1))
	);
</script>

{#if strength}
	<NumberField label="In the standard it showed" path="record.meters.strength.readMsCm" />
	<NumberField label="The standard is" path="record.meters.strength.standardMsCm" />
	<DateField label="Checked on" path="record.meters.strength.on" />
	<p class="soft">
		Strength was checked {ago(strength.on)}; what it shows is taken times {(
			strength.standardMsCm / strength.readMsCm
		).toFixed(3)}.
	</p>
{:else}
	<button
		class="quiet"
		onclick={() =>
			session.put(
				'record.meters.strength',
				{ on: session.today, standardMsCm: KCL_MSCM, readMsCm: KCL_MSCM },
				'strength meter checked'
			)}>I checked the strength meter in its standard</button
	>
{/if}
{#if ph}
	<NumberField label="In the buffer of 7 it showed" path="record.meters.ph.at7" />
	<NumberField label="In the buffer of 4.01" path="record.meters.ph.at4" />
	<DateField label="Set on" path="record.meters.ph.on" />
	<p class="soft">
		pH was set {ago(ph.on)}; it shows {Math.round(100 * slopeOf(ph))} % of the way between its buffers.
	</p>
{:else}
	<button
		class="quiet"
		onclick={() =>
			session.put(
				'record.meters.ph',
				{ on: session.today, at7: BUFFERS.at7, at4: BUFFERS.at4 },
				'pH meter set'
			)}>I held the pH meter into both buffers</button
	>
{/if}
<DateField label="Cleaned on" path="record.meters.cleanedOn" />
<Toggle
	label="My strength meter brings its reading to {at25} itself"
	path="record.meters.compensates"
/>
<p class="soft">
	Strengths here are at {at25}. A meter that does not do so itself reads {perDegree} % less for each degree
	the water is colder. Rinse with plain water after use; keep the pH electrode wet.
</p>

<style>
	.quiet {
		margin-left: -6px;
		text-align: left;
	}
</style>
