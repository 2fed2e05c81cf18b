<script lang="ts" generics="T extends string">
	interface Props {
		label: string;
		value: T;
		options: readonly { id: T; name: string }[];
		onpick: (id: T) => void;
	}
	const { label, value, options, onpick }: Props = $props();
	const uid = $props.id();
</script>

<fieldset>
	<legend class="visually-hidden">{label}</legend>
	{#each options as option (option.id)}
		<label class:on={option.id === value}>
			<input
				type="radio"
				name={uid}
				value={option.id}
				checked={option.id === value}
				onchange={() => onpick(option.id)}
			/>
			{option.name}
		</label>
	{/each}
</fieldset>

<style>
	fieldset {
		display: flex;
		flex-wrap: wrap;
		gap: 2px 14px;
		border: 0;
		padding: 3px 0;
		margin: 0;
	}
	label {
		cursor: pointer;
		padding: 3px 0;
		color: var(--soft);
		border-bottom: 2px solid transparent;
	}
	label.on {
		color: var(--ink);
		font-weight: 600;
		border-bottom-color: var(--ink);
	}
	input {
		position: absolute;
		opacity: 0;
		pointer-events: none;
	}
	label:focus-within {
		outline: 2px solid var(--supply);
		outline-offset: 2px;
	}
</style>
