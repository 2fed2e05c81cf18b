<script lang="ts">
	import Figure from '../../control/Figure.svelte';
	import NumberField from '../../control/NumberField.svelte';
	import ShelfPick from '../../shelf/ShelfPick.svelte';
	import { useSession } from '../../workspace/context';

	/** The reserve as a thing: which vessels, how high they stand, by what hose they run in, and what of them does. */
	const session = useSession();
	const model = $derived(session.model);
	const state = $derived(model.reserve);
	const at = 'design.reserve';
</script>

<h3>The reserve</h3>
<ShelfPick
	label="Vessel"
	kind="tank"
	path="{at}.partId"
	options={model.shelf.tanks}
	and={() => [{ path: `${at}.shape`, value: null }]}
/>
<NumberField label="How many, joined at the base" path="{at}.count" />
<NumberField label="Its bottom over the floor" path="{at}.floorMm" />
<NumberField label="Outlet over its bottom" path="{at}.outletMm" />
<ShelfPick
	label="Hose"
	kind="tube"
	path="{at}.hoseTubeId"
	options={model.shelf.tubes.filter(({ use }) => use === 'feed')}
/>
<ShelfPick
	label="Float valve"
	kind="emitter"
	path="{at}.valveId"
	options={model.shelf.emitters.filter(({ use }) => use.includes('valve'))}
/>
{#if state}
	<Figure
		label="Holds, full"
		value={state.fullL}
		kind="volume"
		op="tank-level"
		entry={state.level}
	/>
	<Figure
		label="Of that runs to the float"
		value={state.usableL}
		kind="volume"
		op="tank-level"
		entry={state.level}
		note="What lies under its outlet, or under the float, stays in it."
	/>
	<Figure
		label="Runs in while it is full"
		value={state.full.flowLph}
		kind="flow"
		op="network"
		entry={state.full}
		note="Through {session.say(
			model.layout.reserve!.hose.lengthM,
			'span'
		)} of hose and the float valve."
	/>
	<Figure
		label="Runs in when it is low"
		value={state.low.flowLph}
		kind="flow"
		op="network"
		entry={state.low}
	/>
	<p class="soft">A full vessel weighs {session.say(state.vesselKg, 'mass')}.</p>
{/if}
