<script lang="ts" generics="T extends string, O extends { id: T }">
	import type { Snippet } from 'svelte';

	/** One of several, each shown with more than its name. */
	interface Props {
		/** The form Enter sends, where they stand outside of it. */
		form?: string;
		value: T;
		options: readonly O[];
		card: Snippet<[O]>;
		/** Its radio button is seen. */
		dot?: boolean;
		/** Its own look, of each card. */
		look?: (option: O) => string;
		onpick: (id: T) => void;
	}
	const { form, value, options, card, dot = false, look, onpick }: Props = $props();
	const uid = $props.id();
</script>

{#each options as option (option.id)}
	<label class="card {look?.(option) ?? ''}" class:on={option.id === value}>
		<input
			type="radio"
			{form}
			class:visually-hidden={!dot}
			name={uid}
			value={option.id}
			checked={option.id === value}
			onchange={() => onpick(option.id)}
		/>
		{@render card(option)}
	</label>
{/each}

<style>
	.card {
		cursor: pointer;
	}
	.card:focus-within {
		outline: 2px solid var(--supply);
		outline-offset: 3px;
	}
</style>
