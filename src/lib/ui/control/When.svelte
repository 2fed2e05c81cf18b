<script lang="ts">
	import { whenLeft } from './when-left';

	/** A date or a time of day, as the browser asks for it: taken when it is left, at Enter, or as it is picked. */
	interface Props {
		type: 'date' | 'time';
		label: string;
		/** yyyy-mm-dd, or hh:mm; empty: none. */
		value: string;
		shape?: 'row' | 'bare';
		invalid?: boolean;
		/** @returns why it is not taken: the field then goes back to what stands */
		onvalue: (text: string) => string | null | void;
	}
	const { type, label, value, shape = 'row', invalid = false, onvalue }: Props = $props();
	const uid = $props.id();
	const taken = whenLeft((text, field) => {
		if (text !== value && onvalue(text)) field.value = value;
	});
</script>

{#if shape === 'row'}<label for={uid}>{label}</label>{/if}
<input
	id={uid}
	{type}
	class="field"
	{value}
	aria-label={shape === 'bare' ? label : undefined}
	aria-invalid={invalid}
	{...taken}
/>

<style>
	label {
		flex: 1;
	}
</style>
