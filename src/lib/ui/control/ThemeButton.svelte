<script lang="ts">
	// one by one: the package's face would bring every icon there is
	import Moon from '@lucide/svelte/icons/moon';
	import Sun from '@lucide/svelte/icons/sun';
	import { onMount } from 'svelte';
	import { currentTheme, switchTheme } from './theme';

	let dark = $state(false);
	onMount(() => {
		dark = currentTheme() === 'dark';
	});
</script>

<button
	class="quiet"
	aria-label={dark ? 'Light drawing' : 'Dark drawing'}
	onclick={() => {
		switchTheme();
		dark = currentTheme() === 'dark';
	}}
>
	{#if dark}<Sun size={17} />{:else}<Moon size={17} />{/if}
</button>

<style>
	button {
		display: inline-flex;
		align-items: center;
	}
</style>
