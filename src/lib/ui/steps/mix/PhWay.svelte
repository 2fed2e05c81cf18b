<script lang="ts">
	import { differenceInCalendarDays, parseISO } from 'date-fns';
	import { phCurve } from '$lib/core/model';
	import { ACID_NAMES, BASE_NAMES } from '$lib/core/review';
	import { scaleOf, toShown } from '$lib/core/quantity';
	import Chart from '../../chart/Chart.svelte';
	import Figure from '../../control/Figure.svelte';
	import NumberField from '../../control/NumberField.svelte';
	import { useSession } from '../../workspace/context';

	/** The way to the pH aimed at: how much of what, how steep it is there, and where it goes by itself after. */
	const session = useSession();
	const model = $derived(session.model);
	const way = $derived(model.acid ?? model.base);
	const down = $derived(model.acid !== null);
	const curve = $derived(way && phCurve(way));
	const ph = $derived(model.mix.ph);
	const ml = $derived(way ? ('acidMl' in way.result ? way.result.acidMl : way.result.baseMl) : 0);
	const shown = (value: number) => toShown(value, 'liquid', session.units);

	/** As bought, and from the kitchen: mol in a litre by handbook densities and molar masses. */
	const ACIDS = [
		{ id: 'p15', name: 'phosphoric acid, 15 %', kind: 'phosphoric', molarity: 1.7 },
		{ id: 'p59', name: 'phosphoric acid, 59 %', kind: 'phosphoric', molarity: 8.6 },
		{ id: 'p85', name: 'phosphoric acid, 85 %', kind: 'phosphoric', molarity: 14.6 },
		{ id: 'n38', name: 'nitric acid, 38 %', kind: 'nitric', molarity: 7.4 },
		{ id: 's15', name: 'sulfuric acid, 15 %', kind: 'sulfuric', molarity: 1.7 },
		{ id: 'c50', name: 'citric acid, 50 g in a litre', kind: 'citric', molarity: 0.24 }
	] as const;
	const BASES = [
		{ id: 'k100', name: 'potassium carbonate, 100 g in a litre', kind: 'k2co3', molarity: 0.7 },
		{ id: 'h5', name: 'potassium hydroxide, 5 %', kind: 'koh', molarity: 0.93 },
		{ id: 'b100', name: 'potassium bicarbonate, 100 g in a litre', kind: 'khco3', molarity: 1 }
	] as const;
	const offered = $derived(down ? ACIDS : BASES);
	const poured = $derived(way && ('acid' in way.input ? way.input.acid : way.input.base));
	const path = $derived(down ? 'operation.mix.acid' : 'operation.mix.base');
	const known = $derived(
		offered.find(({ kind, molarity }) => kind === poured?.kind && molarity === poured.molarity)
	);
	const adds = $derived.by(() => {
		if (!way) return '';
		return Object.entries(way.result.addsMgL)
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

{#if way && curve && poured}
	<label
		>{down ? 'Acid' : 'Base'}
		<select
			class="field"
			value={known?.id ?? 'own'}
			onchange={(event) => {
				const found = offered.find(({ id }) => id === event.currentTarget.value);
				if (found)
					session.set(
						path,
						{ kind: found.kind, molarity: found.molarity },
						`the ${down ? 'acid' : 'base'}`
					);
			}}
		>
			{#each offered as { id, name } (id)}<option value={id}>{name}</option>{/each}
			{#if !known}<option value="own"
					>{'acid' in way.input
						? ACID_NAMES[way.input.acid.kind]
						: BASE_NAMES[way.input.base.kind]}, my own strength</option
				>{/if}
		</select>
	</label>
	{#if session.operation.mix[down ? 'acid' : 'base']}
		<NumberField label="It holds" path="{path}.molarity" />
	{/if}
	<Figure
		label="To pH {way.input.targetPh}"
		value={ml}
		kind="liquid"
		op={down ? 'acid' : 'base'}
		entry={way}
		note="It brings {adds}. Half of it first, stir, wait ten minutes, read, then the rest."
	/>
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
		bands={[{ name: 'what these crops take', from: ph.low, to: ph.high, colour: '--growth-pale' }]}
		series={[
			{
				name: 'pH',
				colour: '--supply',
				kind: 'line',
				points: curve.points.map((p) => ({ x: shown(p.ml), y: p.pH }))
			}
		]}
		point={{
			name: `${session.say(ml, 'liquid')}, pH ${way.input.targetPh}`,
			x: shown(ml),
			y: way.input.targetPh
		}}
	/>
	<p class="soft">
		At the aim one more {session.say(Math.max(1, Math.round(ml / 10)), 'liquid')} moves pH by {(
			Math.abs(curve.perMl) * Math.max(1, Math.round(ml / 10))
		).toFixed(2)}. Acids and bases burn: into water, never the other way; gloves and goggles; out of
		children’s reach.
	</p>
{:else}
	<p class="soft">
		The water stands at the pH these crops take, or its pH and alkalinity do not go together:
		measure both again.
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
	label {
		display: grid;
		grid-template-columns: 60px 1fr;
		align-items: center;
		gap: 8px;
		padding: 3px 0;
	}
	select {
		min-width: 0;
	}
</style>
