<script lang="ts">
	import { capital } from '$lib/core/quantity';
	import { costOf, partsOf } from '$lib/core/construction';
	import { evenKinds, metOf } from '$lib/core/model';
	import { faultWords, outletWords } from '$lib/core/review';
	import { pick } from '$lib/core/shelf';
	import NumberField from '../../control/NumberField.svelte';
	import Figure from '../../control/Figure.svelte';
	import Toggle from '../../control/Toggle.svelte';
	import TypedNumber from '../../control/TypedNumber.svelte';
	import { useSession } from '../../workspace/context';
	import Big from '../../inspector/Big.svelte';
	import { amountOf, pricedBy, soldWords } from '../../inspector/part-words';
	import ShelfPick from '../../shelf/ShelfPick.svelte';
	import StandChoice from '../../inspector/StandChoice.svelte';
	import RingLevels from '../../inspector/RingLevels.svelte';
	import StandFields from '../../inspector/StandFields.svelte';
	import ValveFields from '../../inspector/ValveFields.svelte';

	const session = useSession();
	const shelf = $derived(session.model.shelf);
	const even = $derived(session.model.path.result.uniformity);
	const kinds = $derived(evenKinds(session.model));
	const met = $derived(metOf(session.model));
	const feed = $derived(shelf.tubes.filter((tube) => tube.use === 'feed'));
	const index = $derived(session.view.standIndex);
	const stand = $derived(session.design.stands[index]!);
	const outlet = $derived(outletWords(session.model));
	const parts = $derived(partsOf(session.design, session.model.layout, shelf));
	const rowLoss = $derived.by(() => {
		const runs = new Set(
			session.model.layout.runs.filter((r) => r.role === 'row').map((r) => r.id)
		);
		return session.model.path.result.links
			.filter((l) => runs.has(l.id))
			.reduce((a, l) => a + l.lossM, 0);
	});
	const cost = $derived(costOf(shelf, parts));
	let refused = $state<string | null>(null);
	const spreadOf = ({ uniformity }: (typeof kinds)[number]) => {
		const { variationPercent, ...rest } = uniformity;
		return { variationPercent, ...rest };
	};
</script>

<p class="soft">
	The lowest quarter of the {outlet[1]} gets {Math.round(even.lowQuarterPercent)} % of the mean. Supply
	is drawn solid, return dashed.
</p>
<Big
	op="network"
	title="Between the wettest and the driest"
	entry={session.model.path}
	rows={[]}
	figure="{Math.round(even.variationPercent)} %"
	against="between the wettest and the driest {outlet[0]}"
/>
{#if kinds.length > 1}
	{#each kinds as kind (kind.emitterId)}
		<Figure
			label="Among the {kind.nodeIds.length} of: {pick(shelf.emitters, kind.emitterId).name}"
			value={kind.uniformity.variationPercent}
			kind="percent"
			op="network"
			entry={{ input: {}, result: spreadOf(kind) }}
			rows={[]}
			note="the same share of the wettest, looked at within this kind of outlet alone"
		/>
	{/each}
{/if}
{#if met}
	<p class="soft">
		Against what their feed needs, the sites are given from {Math.round(100 * met.least)} % to {Math.round(
			100 * met.most
		)} %.
	</p>
{/if}
<h3>To the plants</h3>
<ShelfPick label="Main" kind="tube" path="design.lines.mainTubeId" options={feed} />
<Toggle
	label="Screen filter after the {session.design.source.kind === 'pump' ? 'pump' : 'tank'}"
	path="design.lines.filter"
/>
{#if session.design.source.kind === 'pump'}
	<Toggle label="Check valve: what stands in the main stays" path="design.lines.checkValve" />
	<Toggle label="Air hole in the main, over the water" path="design.lines.airHole" />
{/if}
<NumberField label="Water in the lines" path="record.waterC" />
<ValveFields />
<Figure
	label="Evenness, lowest quarter"
	value={even.lowQuarterPercent}
	kind="percent"
	op="network"
	entry={session.model.path}
	rows={[]}
/>
<Figure
	label="Evenness, Christiansen"
	value={even.christiansenPercent}
	kind="percent"
	op="network"
	entry={session.model.path}
	rows={[]}
/>
<Figure
	label="Lost along the rows"
	value={rowLoss}
	kind="head"
	op="network"
	entry={session.model.path}
	rows={[]}
/>
<h3>{stand.name}, there and back</h3>
<StandChoice />
<StandFields stand={index} sheet="lines" />
{#each session.model.returns.filter(({ run }) => run.way === 'fall' || run.way === 'waste') as state (state.run.id)}
	<Figure
		label="{capital(state.run.name)}, how full"
		value={state.result ? state.result.depthRatio * 100 : null}
		kind="percent"
		op="drain"
		entry={{ input: state.input, result: state.result }}
		note={faultWords(session.model, state.fault) ?? undefined}
		state={!state.result ? 'stop' : state.result.depthRatio > 0.5 ? 'look' : null}
	/>
{/each}
{#each session.model.rings.filter(({ run }) => run.standId === stand.id) as ring (ring.run.id)}
	<RingLevels {ring} />
{/each}
<h3>To buy and cut</h3>
<p class="soft">
	Lengths count what goes over barbs and into sockets, and a twentieth to spare. Put your prices
	beside them to see what it costs.
</p>
<ul>
	{#each parts as part (part.id)}
		{@const { word, per } = pricedBy(part, session.units)}
		<li>
			<span class="part"
				>{part.name}{#if soldWords(part, session.units)}<small
						>{soldWords(part, session.units)}</small
					>{/if}</span
			>
			<b>{amountOf(part, session.units)}</b>
			<TypedNumber
				label="Your price for {part.name}, {word}"
				shape="bare"
				of="count"
				units={session.units}
				min={0}
				max={100_000 / per}
				empty={word}
				value={part.id in shelf.prices ? shelf.prices[part.id]! / per : null}
				refusal="The price must be a number from 0 to 100,000."
				tell={(words) => (refused = words)}
				onvalue={(price) => session.shelf.price(part.id, price === null ? null : price * per)}
			/>
		</li>
	{/each}
</ul>
{#if refused}<p role="alert" class="problem">{refused}</p>{/if}
{#if cost.priced > 0}
	<p class="soft">
		{cost.total.toFixed(2)} for the {cost.priced} of {parts.length} lines that have a price.
	</p>
{/if}

<style>
	ul {
		list-style: none;
		margin: 0;
		padding: 0;
	}
	li {
		display: grid;
		grid-template-columns: 1fr auto 74px;
		align-items: center;
		gap: 10px;
		border-top: 1px solid var(--hair);
		padding: 5px 0;
	}
	small {
		display: block;
		color: var(--soft);
	}
	li :global(input) {
		width: 74px;
		text-align: right;
	}
	.problem {
		color: var(--dry);
	}
</style>
