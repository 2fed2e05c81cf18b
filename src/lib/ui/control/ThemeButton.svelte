<script lang="ts">
	import { Moon, Sun } from '@lucide/svelte';
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
