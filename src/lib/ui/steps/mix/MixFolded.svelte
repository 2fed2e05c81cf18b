<script lang="ts">
	import Choice from '../../control/Choice.svelte';
	import NumberField from '../../control/NumberField.svelte';
	import { useSession } from '../../workspace/context';
	import Bags from './Bags.svelte';
	import LetDown from './LetDown.svelte';
	import Meters from './Meters.svelte';
	import MixElements from './MixElements.svelte';
	import PhWay from './PhWay.svelte';
	import Ramp from './Ramp.svelte';
	import SourceFields from './SourceFields.svelte';

	/** What is set once and looked at now and then: folded away under its names. */
	const session = useSession();
	const settings = $derived(session.operation.mix);
	/** A chart that nobody looks at is not drawn. */
	let phOpen = $state(false);
	let rampOpen = $state(false);
	let sourceOpen = $state(session.operation.mix.source.kind !== 'salts');
</script>

<details bind:open={sourceOpen}>
	<summary>What it is mixed from</summary>
	<SourceFields />
</details>
<details bind:open={rampOpen}>
	<summary>Strength as they grow</summary>
	{#if rampOpen}<Ramp />{/if}
</details>
<details bind:open={phOpen}>
	<summary>pH: the way there, and after</summary>
	{#if phOpen}<PhWay />{/if}
</details>
<details>
	<summary>All twelve elements, targets and limits</summary>
	<MixElements />
</details>
<details>
	<summary>Scale and scoops</summary>
	<Choice
		label="Measured by"
		value={settings.measure.by}
		options={[
			{ id: 'scale', name: 'on a scale' },
			{ id: 'scoops', name: 'by level scoops' }
		]}
		onpick={(by) => session.put('operation.mix.measure.by', by, 'how it is measured')}
	/>
	{#if settings.measure.by === 'scale'}
		<NumberField label="The scale shows steps of" path="operation.mix.measure.stepG" />
	{:else}
		<p class="soft">
			Halves of a level scoop; how much yours hold stands with the bags below. A spoon is off by a
			tenth and more.
		</p>
	{/if}
</details>
<details>
	<summary>Bags and bottles on the shelf</summary>
	<Bags />
</details>
<details>
	<summary>Meters</summary>
	<Meters />
</details>
<details>
	<summary>A premix that is too strong</summary>
	<LetDown />
</details>

<style>
	summary {
		cursor: pointer;
		padding: 5px 0;
		border-top: 1px solid var(--hair);
		font-weight: 600;
	}
</style>
