<script lang="ts">
	import { counted, names } from '$lib/core/quantity';
	import { pick, STAGES, type OwnItem, type Stage } from '$lib/core/shelf';
	import { SUPPORTS } from '$lib/core/design';
	import NumberField from '../../control/NumberField.svelte';
	import PickOne from '../../control/PickOne.svelte';
	import PickField from '../../control/PickField.svelte';
	import Figure from '../../control/Figure.svelte';
	import { useSession } from '../../workspace/context';
	import Big from '../../inspector/Big.svelte';
	import OwnPart from '../../shelf/OwnPart.svelte';
	import Planting from './Planting.svelte';
	import SetAside from '../../inspector/SetAside.svelte';

	const session = useSession();
	const waterUse = $derived(session.model.waterUse);
	const sites = $derived(session.model.layout.sites);
	const chosen = $derived(
		sites.filter((s) => s.id === session.view.selected || s.containerId === session.view.selected)
	);
	const target = $derived(chosen.length > 0 ? chosen : sites);
	const common = <T,>(values: T[]): T | undefined =>
		values.every((v) => v === values[0]) ? values[0] : undefined;
	const cropId = $derived(common(target.map((s) => s.cropId)));
	const stage = $derived(common(target.map((s) => s.stage)));
	const name = $derived(
		chosen.length > 0 ? chosen.map((s) => s.label).join(', ') : `all ${sites.length} sites`
	);

	const plant = (id: string) =>
		session.plant(
			target.map((site) => site.id),
			id,
			`planted ${name}`
		);
	function grow(to: Stage): void {
		const stages = { ...session.record.stages };
		for (const { id, cropId } of target) if (cropId !== null) stages[id] = to;
		session.put('record.stages', stages, `stage of ${name}`);
	}
	const STAGE_WORDS: Record<Stage, string> = {
		seedling: 'seedling: first true leaves',
		young: 'young: a third grown',
		growing: 'growing: most of its leaf',
		full: 'full: as large as it gets'
	};
	/** What lost its site when a count was changed, by crop. */
	const kept = $derived.by(() => {
		const all = Object.values(session.operation.kept);
		return [...new Set(all)].map((id) => {
			const count = all.filter((crop) => crop === id).length;
			const crop = pick(session.model.shelf.crops, id);
			return counted(count, [crop.name, crop.plural]);
		});
	});
	const keptCount = $derived(Object.keys(session.operation.kept).length);
	/** A crop of one's own, while it is asked for. */
	let own = $state<OwnItem | null>(null);
	/** Sites by what grows in them. */
	const planted = $derived(
		waterUse.crops.map(({ crop, input }) => ({
			name: crop.plural,
			value: String(input.plants ?? 1)
		}))
	);
</script>

<p class="soft">
	{#if waterUse.crops.length === 0}Nothing is planted yet. Choose a crop for all sites, or choose
		one in the drawing first.
	{:else}Together they drink {session.say(waterUse.useLPerDay, 'volume')} on a warm day.{/if}
</p>
<Big
	op="plant-demand"
	title="Sites planted"
	entry={null}
	rows={planted}
	figure={String(waterUse.bySite.size)}
	against="of {sites.length} sites planted"
/>
<div class="for">
	<PickOne
		label="Grow in {name}"
		ask="different crops"
		value={cropId === undefined ? undefined : (cropId ?? '')}
		options={[
			{ id: '', name: 'nothing' },
			...session.model.shelf.crops.map(({ id, name }) => ({ id, name }))
		]}
		other={{
			name: 'My own …',
			onpick: () => (own = session.shelf.like('crop', cropId ?? 'tomato'))
		}}
		onpick={plant}
	/>
	<PickOne
		label="As you see it now"
		ask="different stages"
		value={stage ?? undefined}
		options={STAGES.map((id) => ({ id, name: STAGE_WORDS[id] }))}
		onpick={grow}
	/>
	{#if chosen.length > 0}
		<button class="quiet" onclick={() => (session.view.selected = null)}
			>Choose all sites again</button
		>
	{:else}
		<p class="soft hint">Choose one in the drawing to change that alone.</p>
	{/if}
</div>
<Planting />
{#if kept.length > 0}
	<SetAside
		count={keptCount}
		what="{names(kept)} {keptCount === 1
			? 'stands aside: its site is gone.'
			: 'stand aside: their sites are gone.'}"
		ondrop={() => session.put('operation.kept', {}, 'what stood aside dropped')}
	/>
{/if}
{#each waterUse.crops as group (`${group.crop.id}/${group.stage}`)}
	<Figure
		label="{counted(group.siteIds.length, [group.crop.name, group.crop.plural])}, {group.stage}"
		value={group.litresPerDay}
		kind="use"
		op="plant-demand"
		about={group.crop.name}
		entry={{ input: group.input, result: { litresPerDay: group.litresPerDay } }}
	/>
{/each}
<h3>What holds them up</h3>
<PickField
	label="Climbers hold on to"
	path="design.support.kind"
	options={Object.entries(SUPPORTS).map(([id, name]) => ({ id, name }))}
/>
<NumberField label="Its height" path="design.support.heightM" />

{#if own}
	<OwnPart
		item={own}
		shelf={session.model.shelf}
		units={session.units}
		onkeep={(item) => {
			session.shelf.put(item);
			own = null;
			plant(item.id);
		}}
		onleave={() => (own = null)}
	/>
{/if}

<style>
	.for {
		display: grid;
		gap: 4px;
		margin: 8px 0 14px;
	}
	.hint {
		font-size: 13.5px;
	}
	.quiet {
		justify-self: start;
	}
</style>
