<script lang="ts">
	import { differenceInCalendarDays, parseISO } from 'date-fns';
	import { phCurve } from '$lib/core/model';
	import { bottleCalled, substanceCalled, whyNoAmount } from '$lib/core/review';
	import { capital, scaleOf, toShown } from '$lib/core/quantity';
	import Chart from '../../chart/Chart.svelte';
	import Figure from '../../control/Figure.svelte';
	import NumberField from '../../control/NumberField.svelte';
	import BottleQuestion from '../../mixing/BottleQuestion.svelte';
	import { useSession } from '../../workspace/context';

	/** The way to the pH aimed at: how much of what, how steep it is there, and where it goes by itself after. */
	const session = useSession();
	const model = $derived(session.model);
	const way = $derived(model.acid ?? model.base);
	const down = $derived(model.acid !== null);
	const other = $derived(model.secondAcid);
	const curve = $derived(way && phCurve(way, other));
	const ph = $derived(model.mix.ph);
	const ml = $derived(way ? ('acidMl' in way.result ? way.result.acidMl : way.result.baseMl) : 0);
	const bothMl = $derived(ml + (other?.result.acidMl ?? 0));
	const shown = (value: number) => toShown(value, 'liquid', session.units);

	const pouring = $derived(model.pour);
	const called = $derived(
		pouring
			? [pouring.bottle, ...(pouring.then ? [pouring.then.bottle] : [])]
					.map(bottleCalled)
					.join(' and ')
			: ''
	);
	/** Half and half, until the grower says otherwise. */
	const SECOND = { kind: 'nitric', percent: 38, said: false, share: 0.5 };
	const why = $derived(pouring && whyNoAmount(pouring, session.say));
	const adds = $derived.by(() => {
		return Object.entries(model.mix.phDose?.addsMgL ?? {})
			.map(([e, mgL]) => `${session.say(mgL, 'concentration')} of ${e}`)
			.join(', ');
	});
	const drift = $derived(model.phDrift);
	/** New stone wool gives off lime in its first weeks. */
	const wool = $derived(
		model.layout.sites.some(({ mediumId }) => mediumId === 'stone-wool') &&
			(session.record.plantOutOn === null ||
				differenceInCalendarDays(parseISO(session.today), parseISO(session.record.plantOutOn)) < 14)
	);
	const SPEED = [
		[0.1, 'slowly, over a week or more'],
		[0.4, 'within a few days'],
		[9, 'within a day or two']
	] as const;
	const speed = $derived(SPEED.find(([most]) => Math.abs(drift.perDay) < most)![1]);
</script>

{#if way && curve && pouring}
	<BottleQuestion bottle={down ? 'acid' : 'base'} />
	{#if pouring.then}
		<BottleQuestion bottle="secondAcid" />
		<NumberField label="Work done by the second acid" path="operation.mix.secondAcid.share" />
		<button
			class="quiet"
			onclick={() => session.put('operation.mix.secondAcid', undefined, 'one acid')}
			>Use one acid</button
		>
	{:else if down}
		<button
			class="quiet"
			onclick={() => session.put('operation.mix.secondAcid', SECOND, 'a second acid')}
			>Share the work with a second acid</button
		>
	{/if}
	<Figure
		label="{capital(substanceCalled(pouring.bottle))}, to pH {way.input.targetPh}"
		value={'acidMmolL' in way.result ? way.result.acidMmolL : way.result.baseMmolL}
		kind="moles"
		op={down ? 'acid' : 'base'}
		entry={way}
		note="It brings {adds || 'no nutrient'}."
	/>
	{#if pouring.then && other}
		<Figure
			label="{capital(substanceCalled(pouring.then.bottle))}, after it"
			value={other.result.acidMmolL}
			kind="moles"
			op="acid"
			entry={other}
			note="Alone, for its {Math.round(
				100 * (model.mix.bottles.second?.share ?? 0)
			)}% of the water."
		/>
	{/if}
	{#if why}<p class="why">{why}.</p>{:else if pouring.pour.kind === 'pour'}
		<Figure
			label={capital(bottleCalled(pouring.bottle))}
			value={ml}
			kind="liquid"
			op={down ? 'acid' : 'base'}
			entry={way}
			note={pouring.pour.waterMl > 0
				? `Thin it first in ${session.say(pouring.pour.waterMl, 'liquid')} of cold water.`
				: pouring.then
					? 'All of it first, then the second acid.'
					: 'Half of it first, stir, wait ten minutes, read, then the rest.'}
		/>
		{#if pouring.then?.pour.kind === 'pour' && other}
			<Figure
				label={capital(bottleCalled(pouring.then.bottle))}
				value={other.result.acidMl}
				kind="liquid"
				op="acid"
				entry={other}
				note={pouring.then.pour.waterMl > 0
					? `Thin it first in ${session.say(pouring.then.pour.waterMl, 'liquid')} of cold water.`
					: 'Half of it, stir, wait ten minutes, read, then the rest.'}
			/>
		{/if}
	{/if}
	{#if !why && pouring.pour.kind === 'pour'}
		<Chart
			title="pH as {down ? 'acid' : 'base'} is poured in"
			across={{
				name: scaleOf('liquid', session.units).unit,
				min: 0,
				max: shown(curve.points.at(-1)!.ml),
				say: (v) => v.toLocaleString('en-GB', { maximumSignificantDigits: 3 })
			}}
			up={{
				name: 'pH',
				min: Math.floor(Math.min(...curve.points.map((p) => p.pH)) * 2) / 2,
				max: Math.ceil(Math.max(...curve.points.map((p) => p.pH)) * 2) / 2,
				say: (v) => v.toFixed(1)
			}}
			bands={[
				{ name: 'what these crops take', from: ph.low, to: ph.high, colour: '--growth-pale' }
			]}
			series={[
				{
					name: 'pH',
					colour: '--supply',
					kind: 'line',
					points: curve.points.map((p) => ({ x: shown(p.ml), y: p.pH }))
				}
			]}
			point={{
				name: `${session.say(bothMl, 'liquid')} of ${called}, pH ${way.input.targetPh}`,
				x: shown(bothMl),
				y: way.input.targetPh
			}}
		/>
	{/if}
	<p class="soft">
		Acids and bases burn: into water, never the other way; gloves and goggles; out of children’s
		reach.
		{#if !why && pouring.pour.kind === 'pour'}
			At the aim one more {session.say(Math.max(1, Math.round(bothMl / 10)), 'liquid')} of {called} moves
			pH by {(Math.abs(curve.perMl) * Math.max(1, Math.round(bothMl / 10))).toFixed(2)}.
		{/if}
	</p>
{:else}
	<p class="soft">
		{model.mix.phUnknown
			? 'The pH and the alkalinity of the water do not agree: measure both again.'
			: 'The mix is at a pH these crops can use: it needs no acid and no base.'}
	</p>
{/if}
<p>
	{#if drift.direction === 'steady'}After that pH stands about still{:else}After that pH tends {drift.direction ===
		'up'
			? 'up'
			: 'down'}, {speed}{/if}: {drift.ammoniumShare < 0.03
		? 'roots that take nitrate and hardly any ammonium raise it'
		: drift.fromRootsMeqL < 0
			? 'roots that take ammonium lower it'
			: 'what roots do for nitrate and for ammonium nearly balances'}{drift.fromTopUpMeqL > 0
		? ', and plain water poured in brings its alkalinity'
		: ''}. {wool ? ' New stone wool raises it besides in its first two weeks.' : ''} A tendency, not a
	forecast.
</p>
<p class="soft">Iron of DTPA chelate is to be had up to about pH 7.2, of EDDHA beyond 8.</p>

<style>
	.why {
		color: var(--caution);
		font-weight: 600;
		padding: 4px 0;
	}
</style>
