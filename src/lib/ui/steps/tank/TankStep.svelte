<script lang="ts">
	import { daysLeft, inTransitL } from '$lib/core/model';
	import {
		kindOf,
		spotOf,
		spotsFor,
		tankTo,
		TOP_UPS,
		usualReserve,
		type Spot
	} from '$lib/core/design';
	import { litresAt, shapeHeightMm } from '$lib/core/shelf';
	import ClockField from '../../control/ClockField.svelte';
	import Choice from '../../control/Choice.svelte';
	import NumberField from '../../control/NumberField.svelte';
	import PickField from '../../control/PickField.svelte';
	import Figure from '../../control/Figure.svelte';
	import Big from '../../inspector/Big.svelte';
	import Toggle from '../../control/Toggle.svelte';
	import ReserveFields from './ReserveFields.svelte';
	import ShelfPick from '../../shelf/ShelfPick.svelte';
	import TankDay from './TankDay.svelte';
	import TankMeasure from './TankMeasure.svelte';
	import TankShape from './TankShape.svelte';
	import TopUps from './TopUps.svelte';
	import YearAhead from './YearAhead.svelte';
	import { useSession } from '../../workspace/context';

	const session = useSession();
	const pumped = $derived(session.design.source.kind === 'pump');
	const model = $derived(session.model);
	const topUp = $derived(session.operation.topUp);
	const mains = $derived(topUp.kind === 'float' && session.design.reserve === null);
	const days = $derived(daysLeft(model));
	/** What a change throws away of what was weighed in. */
	const saltG = $derived(model.mix.salts.result.gramsPerL * model.run.result.totals.changedL);
	const back = $derived(model.drainBack.result);
	const WITH = { solution: 'solution', weak: 'weak solution', water: 'plain water' };

	const spots = $derived(spotsFor(session.design.stands[0]!));
	const spot = $derived(spotOf(session.design));
	const stand = $derived(kindOf(session.design.stands[0]!).words.stand);
	const WHERE = { under: 'under', beside: 'beside', lid: 'its lid carries', inside: 'inside' };

	/** Another vessel is filled as full as the one before. */
	function otherVessel(id: string): { path: string; value: unknown }[] {
		const shape = model.shelf.tanks.find((part) => part.id === id)?.shape;
		const full = shape && litresAt(shape, shapeHeightMm(shape));
		const share = session.operation.fillL / Math.max(1e-6, model.tank.fullL);
		return [
			{ path: 'design.tank.shape', value: null },
			...(full
				? [{ path: 'operation.fillL', value: Math.max(1, Math.floor(Math.min(1, share) * full)) }]
				: [])
		];
	}

	function keep(kind: 'hand' | 'float'): void {
		const next =
			kind === 'hand' ? { kind, everyDays: 2, with: topUp.with } : { kind, with: topUp.with };
		const changes = [{ path: 'operation.topUp', value: next as unknown }];
		// somebody who had a reserve finds it again
		if (kind === 'float' && session.design.reserve === null)
			changes.push({ path: 'design.reserve', value: usualReserve(120) });
		session.press(changes, 'how the tank is topped up');
	}
	/** What is on its way back by each return. */
	const transit = $derived(
		model.returns
			.filter(({ run }) => run.way !== 'waste')
			.map(({ run, wetL, fallingL }) => ({
				name: run.name,
				value: session.say(wetL + fallingL, 'volume')
			}))
	);
</script>

<p class="soft">
	{session.say(model.nowL, 'volume')} in it now; {session.say(
		model.account.leavesLPerDay,
		'volume'
	)} a day leave it for good{#if model.account.wastedL > 0}, {session.say(
			model.account.wastedL,
			'volume'
		)} of it run to waste{/if}{#if model.grown !== model}, {session.say(
			model.grown.account.leavesLPerDay,
			'volume'
		)} once grown{/if}.
	{#if topUp.kind === 'float'}A float valve holds the level{mains
			? ' from the mains'
			: ' from the reserve'}.{/if}
</p>
<Big
	op="reservoir-run"
	title="Until it is empty"
	entry={model.run}
	note="What is in the tank over the {pumped
		? 'pump'
		: 'tap'}’s minimum and what is in transit, with any reserve, by what the plants drink in a day."
	figure={days === null ? 'no end' : session.say(days, 'days')}
	against={days === null
		? 'as long as the supply runs'
		: topUp.kind === 'float'
			? 'until tank and reserve are down'
			: pumped
				? 'until the pump draws air'
				: 'until the tap runs dry'}
/>
<TankShape />
{#if pumped || back.returnsL > 0}
	<Figure
		label="Comes back when the {pumped ? 'pump stops' : 'tap is shut'}"
		value={back.returnsL}
		kind="volume"
		op="drain-back"
		entry={model.drainBack}
	/>
	<Figure
		label="Fill at most, running"
		value={back.safeRunningL}
		kind="volume"
		op="drain-back"
		entry={model.drainBack}
	/>
	<Figure
		label="In transit while it runs"
		value={inTransitL(model)}
		kind="volume"
		op="drain"
		entry={transit}
	/>
{/if}
<Figure
	label="Room left under the brim"
	value={back.marginL}
	kind="volume"
	op="drain-back"
	entry={model.drainBack}
	state={back.spills ? 'stop' : null}
/>
<Figure
	label="Tank grown plants ask for"
	value={model.grown.size.result.grossL}
	kind="volume"
	op="reservoir-size"
	entry={model.grown.size}
	note="Governed by {model.grown.size.result.governedBy}."
/>
<h3>How it is kept</h3>
<ShelfPick
	label="Tank"
	kind="tank"
	path="design.tank.partId"
	options={model.shelf.tanks}
	and={otherVessel}
/>
<TankMeasure />
{#if spots.length > 1}
	<PickField
		label="Stands"
		path="design.tank.spot"
		chosen={spot}
		options={spots.map((id) => ({ id, name: `${WHERE[id]} the ${stand}` }))}
		and={(id) => tankTo(session.design, id as Spot).slice(1)}
	/>
{/if}
{#if spot === 'lid' || spot === 'inside'}
	<Toggle
		label={spot === 'lid'
			? 'A hatch in the lid, over the pump'
			: 'An access tube through the plate'}
		path="design.tank.hatch"
	/>
{/if}
<NumberField label="Water now" path="record.nowL" empty="as kept" />
<NumberField
	label={topUp.kind === 'float' ? 'Float set at' : pumped ? 'Fill mark, pump at rest' : 'Fill mark'}
	path="operation.fillL"
/>
<NumberField label="Tank floor over the floor" path="design.tank.floorMm" />
<NumberField label="Overflow under the rim" path="design.tank.overflowBelowRimMm" />
<TankDay />
<h3>Topping up</h3>
<Choice
	label="Topped up"
	value={topUp.kind}
	options={[
		{ id: 'hand', name: 'by hand' },
		{ id: 'float', name: 'by a float valve' }
	]}
	onpick={keep}
/>
{#if topUp.kind === 'hand'}
	<NumberField label="Every" path="operation.topUp.everyDays" />
{:else}
	<Choice
		label="What feeds the float"
		value={mains ? 'mains' : 'reserve'}
		options={[
			{ id: 'reserve', name: 'from a reserve' },
			{ id: 'mains', name: 'from the mains' }
		]}
		onpick={(id) =>
			session.put('design.reserve', id === 'mains' ? null : usualReserve(120), 'behind the float')}
	/>
	{#if !mains}
		<ReserveFields />
	{/if}
	{#if mains}
		<p class="mind">
			A float on the mains needs backflow prevention as your local code says, and a way out for the
			water when it sticks.
		</p>
	{/if}
{/if}
<PickField
	label="Topped up with"
	path="operation.topUp.with"
	options={TOP_UPS.map((id) => ({ id, name: WITH[id] }))}
/>
<TopUps />
<NumberField label="Drift you allow" path="operation.maxDriftPercent" />
<h3>Changing all of it</h3>
<NumberField label="Every so many days" path="operation.change.everyDays" empty="not by days" />
<NumberField
	label="When so much was topped up"
	path="operation.change.toppedUpL"
	empty="not by litres"
/>
<NumberField
	label="When it has drifted by"
	path="operation.change.driftPercent"
	empty="not by drift"
/>
<ClockField label="Changed at about" path="operation.changeAtMin" called="at no set time" />
{#if model.run.input.change}
	<Figure
		label="Changed in three weeks"
		value={model.run.result.changes.length}
		unit="times"
		op="reservoir-run"
		entry={model.run}
		note={model.run.result.changes.length === 0
			? 'Nothing calls for it in that time.'
			: `First on day ${model.run.result.changes[0]!.day}.`}
	/>
	<Figure
		label="Thrown away with them"
		value={model.run.result.totals.changedL}
		kind="volume"
		op="reservoir-run"
		entry={model.run}
		note="With {session.say(saltG, 'salt')} of salts in it."
	/>
{/if}
<YearAhead />
<h3>What was measured</h3>
<NumberField label="Taken up, of the tank's strength" path="operation.uptakePercent" />
<NumberField label="Measured use over predicted" path="record.useFactor" unit="×" />

<style>
	.mind {
		color: var(--caution);
		font-size: 13.5px;
	}
</style>
