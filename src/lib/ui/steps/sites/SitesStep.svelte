<script lang="ts">
	import { kindOf, standPath } from '$lib/core/design';
	import type { Held } from '$lib/core/model';
	import Figure from '../../control/Figure.svelte';
	import { useSession } from '../../workspace/context';
	import Big from '../../inspector/Big.svelte';
	import ChangeKind from '../../inspector/ChangeKind.svelte';
	import FitFigures from '../../inspector/FitFigures.svelte';
	import Marking from '../../inspector/Marking.svelte';
	import { templatesOf } from '$lib/core/construction';
	import PotLevels from '../../inspector/PotLevels.svelte';
	import TextField from '../../control/TextField.svelte';
	import StandChoice from '../../inspector/StandChoice.svelte';
	import Sunlight from './Sunlight.svelte';
	import StandFields from '../../inspector/StandFields.svelte';

	const session = useSession();
	const index = $derived(session.view.standIndex);
	const stand = $derived(session.design.stands[index]!);
	const placed = $derived(session.model.layout.stands[index]!);
	const mine = $derived(session.model.layout.containers.filter((c) => c.standId === stand.id));
	const sites = $derived(session.model.layout.sites.filter((s) => s.standId === stand.id));
	const words = $derived(kindOf(stand).words);
	const row = $derived(placed.row ?? undefined);
	const holes = $derived(placed.holes ?? undefined);
	/** Water in all of them together. */
	const water = $derived.by(() => {
		const all = mine.map(({ id }) => session.model.held.get(id)!.result);
		const of = (key: keyof Held['result']) => all.reduce((total, held) => total + held[key], 0);
		const valved = kindOf(stand).feeding === 'valve';
		return (
			[
				[
					'Water plants can take from the medium',
					of('availableL'),
					'Each medium’s easily available share of its volume, wet through.'
				],
				[
					valved ? 'Water standing as deep as the valve keeps it' : 'Water below the elbows',
					of('poolL'),
					valved
						? 'From the true shape of each and how it stands.'
						: 'What stays in each container under its drain.'
				],
				[
					'On its way down while the pump runs',
					of('fallingL'),
					'What each outlet gives in the time water takes down through the container; it comes back when the pump stops.'
				]
			] as const
		).filter(([, litres]) => litres > 0);
	});
	const rim = $derived(
		session.model.sharing.find(({ outlet }) => outlet.standId === stand.id) ?? null
	);
	const load = $derived(session.model.grown.loads[index]!);
	const single = $derived(sites.length === mine.length);
</script>

<StandChoice />
<Big
	op={holes ? 'layout-tower' : 'layout-row'}
	title="Sites of this stand"
	entry={holes ?? row ?? null}
	figure={String(single ? mine.length : sites.length)}
	against={single
		? `${words.container[1]}${row ? `; ${row.result.most} a row would fit` : ''}`
		: `sites in ${mine.length} ${mine.length === 1 ? words.container[0] : words.container[1]}`}
/>
<ChangeKind />
<TextField label="Called" path={standPath(stand, 'name')} />
<StandFields stand={index} sheet="sites" />
{#if holes}
	{#each [['Centre to centre, nearest', holes.result.nearestMm], ['Pipe left between holes', holes.result.webMm], ['Round the pipe', holes.result.circumferenceMm]] as const as [label, value] (label)}
		<Figure {label} {value} kind="size" op="layout-tower" entry={holes} />
	{/each}
{/if}
{#if kindOf(stand).feeding === 'valve'}<PotLevels {index} />{/if}
{#if rim}
	{@const driest = Math.min(...rim.result.sectors.map((sector) => sector.flowLph))}
	<Figure label="The driest side gets" value={driest} kind="flow" op="spread" entry={rim} />
	<Figure
		label="Its top site catches"
		value={rim.rim.catchShare * driest}
		kind="flow"
		op="spread"
		entry={rim}
		note="The share you say a site catches of what falls past it; it drains on down."
	/>
	<Figure
		label="and leaves for the next"
		value={(1 - rim.rim.catchShare) * driest}
		kind="flow"
		op="spread"
		entry={rim}
		note="What falls past it, before what drains out of it again."
	/>
	<Figure
		label="No side is dry up to a lean of"
		value={rim.mostTiltMmPerM}
		kind="slope"
		op="spread"
		entry={rim}
		note="At this flow: the lean at which the water stands just as deep as the highest side of the rim."
	/>
	{#if rim.rim.tiltMmPerM > 0}
		<Figure
			label="At this lean no side is dry from"
			value={rim.leastFlowLph}
			kind="flow"
			op="spread"
			entry={rim}
		/>
	{/if}
{/if}
{#if holes}<Marking
		{index}
		pattern={holes.result}
	/>{:else if templatesOf(session.model).length > 0}
	<p>
		<a href="/systems/{session.id}/template">Print the patterns in full size, to lay on and drill</a
		>
	</p>
{/if}
{#if mine[0]}
	<Figure
		label="Medium in a {words.container[0]}"
		value={mine[0].mediumL}
		kind="volume"
		op="held-water"
		entry={null}
		rows={sites
			.filter(({ containerId }) => containerId === mine[0]!.id)
			.map(({ label, mediumL }) => ({ name: label, value: session.say(mediumL, 'volume') }))}
		note="Its own shape, filled to the height you leave free, or its sites added up."
	/>
{/if}
{#each water as [label, value, note] (label)}
	<Figure
		{label}
		{value}
		kind="volume"
		op="held-water"
		entry={session.model.held.get(mine[0]!.id) ?? null}
		note="{note} All {words.container[1]} together; below, the first of them."
	/>
{/each}
{#if row && row.result.dropMm > 0}
	<Figure
		label="Far end stands higher by"
		value={row.result.dropMm}
		kind="size"
		op="layout-row"
		entry={row}
	/>
{/if}
<Figure
	label="Wet and grown"
	value={load.massKg}
	kind="mass"
	op="weight"
	entry={load.weight}
	note="Every {words
		.container[0]} with its wet medium, its pool and its plants full grown, added up; with the tank and its fill where it stands on it."
/>
{#if load.perM2 !== null}
	<Figure
		label="On the floor"
		value={load.perM2}
		kind="floorLoad"
		op="weight"
		entry={load.weight}
		note="The weight over what it stands on. The building's rated load and its owner decide."
	/>
{/if}
{#if load.tipping}
	<Figure
		label="Gust that tips it now"
		value={load.tipping.now.result.gustMS}
		kind="wind"
		op="tipping"
		entry={load.tipping.now}
	/>
	<Figure
		label="It tips when it leans by"
		value={load.tipping.now.result.tipAngleDeg}
		kind="angle"
		op="tipping"
		entry={load.tipping.now}
	/>
{/if}
{#if load.push}
	<Figure
		label="Push at {session.say(load.push.input.heightM, 'span')} that tips it"
		value={load.push.result.pushN}
		kind="force"
		op="push"
		entry={load.push}
	/>
{/if}
{#if load.wall}
	<Figure
		label="Pull on the worst fixing"
		value={load.wall.result.worstPullN}
		kind="force"
		op="wall-load"
		entry={load.wall}
	/>
{/if}
<FitFigures />
<Sunlight />
