<script lang="ts">
	import { scaleOf, toShown } from '$lib/core/quantity';
	import NumberField from '../../control/NumberField.svelte';
	import PickField from '../../control/PickField.svelte';
	import TextField from '../../control/TextField.svelte';
	import { useSession } from '../../workspace/context';

	/** The product as its label prints it. */
	const session = useSession();
	const source = $derived(session.operation.mix.source);
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
	const shown = $derived(
		source.kind === 'product' ? KNOWN.filter((key) => source.label[key] !== undefined) : []
	);
	const missing = $derived(KNOWN.filter((key) => !shown.includes(key)));
	/** Percent to begin with: a label prints thousandths of what harms. */
	const USUAL: Record<string, number> = {
		...{ Fe: 0.08, Mn: 0.03, Zn: 0.006, Cu: 0.003, B: 0.012, Mo: 0.002 }
	};
	let problem = $state<string | null>(null);

	function add(key: string): void {
		problem = session.set(`operation.mix.source.label.${key}`, USUAL[key] ?? 1, `label: ${key}`);
	}
</script>

{#if source.kind === 'product'}
	<TextField label="Its name" path="operation.mix.source.name" />
	<PickField
		label="It is"
		path="operation.mix.source.form"
		options={[
			{ id: 'liquid', name: 'a liquid, by mL' },
			{ id: 'powder', name: 'a powder, by g' }
		]}
	/>
	{#if source.form === 'liquid'}<NumberField
			label="A litre of it weighs"
			path="operation.mix.source.densityKgL"
		/>{/if}
	<NumberField
		label="Label's full dose"
		path="operation.mix.source.labelDosePerL"
		times={litresA}
		unit="{source.form === 'liquid' ? 'mL' : 'g'} {scaleOf('perVolume', session.units).unit}"
	/>
	{#if session.operation.mix.method === 'label'}
		<NumberField label="Part of that dose" path="operation.mix.labelShare" />
	{/if}
	{#each shown as key (key)}
		<div class="line">
			<NumberField label={NAMES[key] ?? key} path="operation.mix.source.label.{key}" />
			<button
				class="quiet"
				aria-label="Leave out {NAMES[key] ?? key}"
				onclick={() =>
					(problem = session.set(`operation.mix.source.label.${key}`, undefined, `label: ${key}`))}
				>×</button
			>
		</div>
	{/each}
	<label
		>Also on the label
		<select class="field" value="" onchange={(e) => add(e.currentTarget.value)}>
			<option value="" disabled>choose</option>
			{#each missing as key (key)}<option value={key}>{NAMES[key] ?? key}</option>{/each}
		</select>
	</label>
	{#if problem}<p role="alert">{problem}</p>{/if}
{/if}

<style>
	.line {
		display: grid;
		grid-template-columns: 1fr auto;
		align-items: start;
	}
	label {
		display: flex;
		justify-content: space-between;
		align-items: center;
		padding: 4px 0;
	}
	p {
		color: var(--dry);
	}
</style>
