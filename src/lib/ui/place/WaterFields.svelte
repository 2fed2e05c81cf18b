<script lang="ts">
	import { usualWater, type Place } from '$lib/core/design';
	import NumberField from '../control/NumberField.svelte';
	import TextField from '../control/TextField.svelte';
	import { useFields } from '../workspace/context';

	/** What comes out of the tap, the butt, the filter: one of a place's waters. */
	const { water }: { water: Place['waters'][number] } = $props();
	const fields = useFields();
	const at = $derived(`place.waters[id=${water.id}]`);
	const rain = () => {
		const { id, name } = water;
		const soft = { ecMsCm: 0.03, ph: 6.2, alkalinityMeqL: 0.1, Ca: 1, Mg: 0.3, Na: 2, Cl: 3, S: 1 };
		fields.set(at, { ...usualWater(id, name), ...soft }, 'rain water');
	};
</script>

<TextField label="Called" path="{at}.name" />
<NumberField label="Strength" path="{at}.ecMsCm" />
<NumberField label="pH" path="{at}.ph" />
<NumberField label="Alkalinity" path="{at}.alkalinityMeqL" />
<NumberField label="Calcium" path="{at}.Ca" />
<NumberField label="Magnesium" path="{at}.Mg" />
<NumberField label="Sodium" path="{at}.Na" />
<NumberField label="Chloride" path="{at}.Cl" />
<NumberField label="Sulfur" path="{at}.S" />
<button class="quiet" onclick={rain}>It is rain or filtered water: take its usual figures</button>

<style>
	.quiet {
		margin-left: -6px;
		text-align: left;
	}
</style>
