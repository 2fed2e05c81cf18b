<script lang="ts">
	import { USUAL_TUB_L } from '$lib/core/design';
	import { USUAL_BOTTLES } from '$lib/core/model';
	import { isPartStrength } from '$lib/core/logbook';
	import { bottleAsked, weighedAs } from '$lib/core/procedure';
	import { capital, showNumber, showRange } from '$lib/core/quantity';
	import { bottleCalled, dosedBy, whyNoAmount } from '$lib/core/review';
	import Choice from '../../control/Choice.svelte';
	import NumberField from '../../control/NumberField.svelte';
	import Toggle from '../../control/Toggle.svelte';
	import TypedNumber from '../../control/TypedNumber.svelte';
	import BottleQuestion from '../../mixing/BottleQuestion.svelte';
	import Big from '../../inspector/Big.svelte';
	import { useSession } from '../../workspace/context';
	import { FILL_NAMES } from '../../procedure/words';
	import BottleFields from './BottleFields.svelte';
	import MixFigures from './MixFigures.svelte';
	import MixFolded from './MixFolded.svelte';

	const session = useSession();
	const model = $derived(session.model);
	const mix = $derived(model.mix);
	const settings = $derived(session.operation.mix);
	const FILLS = $derived([
		{ id: 'tank' as const, name: FILL_NAMES.tank },
		...(session.design.reserve ? [{ id: 'reserve' as const, name: FILL_NAMES.reserve }] : []),
		{ id: 'loop' as const, name: FILL_NAMES.loop },
		{ id: 'tub' as const, name: FILL_NAMES.tub }
	]);
	const young = $derived(isPartStrength(model));
	const pouring = $derived(model.pour);
	const asked = $derived(pouring && bottleAsked(pouring));
	const whyNone = $derived(pouring && whyNoAmount(pouring, session.say));
	const stock = $derived(model.bottles.stock);
	const rows = $derived([
		{ name: 'volume', value: session.say(mix.litres, 'volume') },
		...mix.items.map((i) => ({
			name: i.name,
			value: session.say(i.amount, weighedAs(i.unit, i.amount))
		})),
		{ name: 'source water', value: session.say(mix.waterMsCm, 'strength') },
		...Object.entries(mix.phDose?.addsMgL ?? {}).map(([e, mgL]) => ({
			name: `${e} of the ${dosedBy(mix)}`,
			value: session.say(mgL, 'concentration')
		}))
	]);
</script>

{#if settings.fish}
	<p>Fish live in this loop: nothing is dosed into it.</p>
	<Toggle label="Fish live in this loop and feed it" path="operation.mix.fish" />
{:else}
	<p class="soft">
		{#if mix.byLabel}By the label alone: expect {session.say(mix.expectedMsCm, 'strength')}, give or
			take {session.say(mix.uncertaintyMsCm, 'strength')}. A meter would make it sure.
		{:else}The crops on this loop take {showRange(
				mix.range.low,
				mix.range.high,
				'strength',
				session.units
			)}{mix.range.agree ? '' : ' at best'}; at their stage {session.say(
				mix.recommendedMsCm,
				'strength'
			)} suits{young ? ': part strength, for young plants; raise it as they grow' : ''}.{/if}
	</p>
	<Choice
		label="Mixed for"
		value={settings.fills}
		options={FILLS}
		onpick={(fills) => session.put('operation.mix.fills', fills, 'what is filled')}
	/>
	{#if settings.fills === 'tub'}
		<TypedNumber
			label="The tub holds"
			of="volume"
			units={session.units}
			{...session.bounds('operation.mix.tubL')!}
			value={settings.tubL ?? USUAL_TUB_L}
			assumed={settings.tubL === undefined}
			onvalue={(litres) => session.set('operation.mix.tubL', litres, 'size of the mixing tub')}
		/>
	{/if}
	<Big
		op="salts"
		title="Strength of the mix"
		entry={mix.salts}
		{rows}
		figure={session.say(mix.expectedMsCm, 'strength')}
		against="in {session.say(mix.litres, 'volume')}, ± {showNumber(
			mix.uncertaintyMsCm,
			'strength',
			session.units
		)}"
	/>
	<p class="verbs">
		<a class="button main" href="/systems/{session.id}/mix">Mix it, step by step</a>
		{#if model.bottles.made}
			<button
				class="button"
				onclick={() => session.put('operation.mix.bottles', null, 'mixed without bottles')}
				>Weigh each fill</button
			>
		{:else}
			<button
				class="button"
				disabled={!stock}
				onclick={() => session.put('operation.mix.bottles', USUAL_BOTTLES, 'two bottles')}
				>Make two bottles</button
			>
		{/if}
		<a class="button" href="/systems/{session.id}/today">The tank today</a>
	</p>
	{#if pouring && (asked || whyNone || pouring.pour.kind !== 'pour')}
		{#if asked}<BottleQuestion bottle={asked} />{:else}<p class="why">
				{whyNone ?? `${capital(bottleCalled(pouring.bottle))}: poured by the pH meter`}.
			</p>{/if}
	{/if}
	{#if model.bottles.made}<BottleFields />{/if}
	<MixFigures />
	<NumberField
		label="Strength"
		path="operation.mix.strengthMsCm"
		empty={showNumber(mix.recommendedMsCm, 'strength', session.units)}
	/>
	<MixFolded />
	<Toggle label="Fish live in this loop and feed it" path="operation.mix.fish" />
{/if}

<style>
	.verbs {
		display: flex;
		flex-wrap: wrap;
		gap: 8px;
		padding: 6px 0 8px;
	}
	.why {
		color: var(--caution);
		font-weight: 600;
		padding: 4px 0;
	}
</style>
