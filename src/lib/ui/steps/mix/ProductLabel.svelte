<script lang="ts">
	import type { Product } from '$lib/core/design';
	import { scaleOf, toShown } from '$lib/core/quantity';
	import { labelFractions } from '$lib/core/shelf';
	import NumberField from '../../control/NumberField.svelte';
	import PickOne from '../../control/PickOne.svelte';
	import PickField from '../../control/PickField.svelte';
	import TextField from '../../control/TextField.svelte';
	import { useSession } from '../../workspace/context';

	/** A product as its label prints it. */
	interface Props {
		/** Where it stands in the document. */
		at: string;
		product: Product;
	}
	const { at, product }: Props = $props();
	const session = useSession();
	/** Litres in what a dose is counted by. */
	const litresA = $derived(toShown(1, 'perVolume', session.units));
	const KNOWN = [
		'N',
		'NO3N',
		'NH4N',
		'P2O5',
		'P',
		'K2O',
		'K',
		'CaO',
		'Ca',
		'MgO',
		'Mg',
		'SO3',
		'S',
		'Fe',
		'Mn',
		'Zn',
		'Cu',
		'B',
		'Mo',
		'Na',
		'Cl'
	] as const;
	const NAMES: Record<string, string> = {
		N: 'Nitrogen, all',
		NO3N: 'of it nitrate',
		NH4N: 'of it ammonium',
		P2O5: 'Phosphate P₂O₅',
		K2O: 'Potash K₂O',
		CaO: 'Calcium CaO',
		MgO: 'Magnesium MgO',
		SO3: 'Sulfur SO₃'
	};
	const shown = $derived(KNOWN.filter((key) => product.label[key] !== undefined));
	/** What the elements in it come to: a label typed as oxides and meant as elements shows here. */
	const sum = $derived.by(() => {
		const { NO3N, NH4N, ...rest } = labelFractions(product.label);
		void NO3N;
		void NH4N;
		return 100 * Object.values(rest).reduce((a, b) => a + b, 0);
	});
	const missing = $derived(KNOWN.filter((key) => !shown.includes(key)));
	/** Percent to begin with: a label prints thousandths of what harms. */
	const USUAL: Record<string, number> = {
		...{ Fe: 0.08, Mn: 0.03, Zn: 0.006, Cu: 0.003, B: 0.012, Mo: 0.002 }
	};
	let problem = $state<string | null>(null);

	const slow = (available: number | undefined, days: number | undefined) =>
		(problem = session.apply(
			[
				{ path: `${at}.available`, value: available },
				{ path: `${at}.availableDays`, value: days }
			],
			'what plants find of it'
		));
	function add(key: string): void {
		problem = session.set(`${at}.label.${key}`, USUAL[key] ?? 1, `label: ${key}`);
	}
</script>

<TextField label="Its name" path="{at}.name" />
<PickField
	label="It is"
	path="{at}.form"
	options={[
		{ id: 'liquid', name: 'a liquid, by mL' },
		{ id: 'powder', name: 'a powder, by g' }
	]}
/>
{#if product.form === 'liquid'}<NumberField
		label="A litre of it weighs"
		path="{at}.densityKgL"
	/>{/if}
<NumberField
	label="Label's full dose"
	path="{at}.labelDosePerL"
	times={litresA}
	unit="{product.form === 'liquid' ? 'mL' : 'g'} {scaleOf('perVolume', session.units).unit}"
/>
{#if product.available === undefined}
	<button class="quiet" onclick={() => slow(0.5, 30)}>Part of it is set free later (organic)</button
	>
{:else}
	<NumberField label="Plants find at once" path="{at}.available" />
	<NumberField label="All of it within" path="{at}.availableDays" />
	<button class="quiet" onclick={() => slow(undefined, undefined)}
		>All of it is there at once</button
	>
{/if}
{#each shown as key (key)}
	<div class="line">
		<NumberField label={NAMES[key] ?? key} path="{at}.label.{key}" />
		<button
			class="quiet"
			aria-label="Leave out {NAMES[key] ?? key}"
			onclick={() => (problem = session.set(`${at}.label.${key}`, undefined, `label: ${key}`))}
			>×</button
		>
	</div>
{/each}
<PickOne
	label="Also on the label"
	ask="choose"
	again
	options={missing.map((key) => ({ id: key, name: NAMES[key] ?? key }))}
	onpick={add}
/>
<p class="soft">
	The elements in it come to {sum.toFixed(1)} %.{#if sum > 45}
		That is more than most feeds hold: is what stands as an element an oxide on the label (K₂O,
		P₂O₅)?{/if}
</p>
{#if problem}<p class="problem" role="alert">{problem}</p>{/if}

<style>
	.line {
		display: grid;
		grid-template-columns: 1fr auto;
		align-items: start;
	}
	.problem {
		color: var(--dry);
	}
</style>
