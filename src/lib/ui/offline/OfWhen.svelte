<script lang="ts">
	import { onMount } from 'svelte';
	import { format, isToday, parseISO } from 'date-fns';
	import { OF_META, type Told } from './keeper';

	/** Where what is shown comes from this device: of when it is. */
	let of = $state<string | null>(null);
	/** Browsers install from a secure page alone: the machine itself, and https. */
	let secure = $state(false);
	const words = $derived(
		of && format(parseISO(of), isToday(parseISO(of)) ? 'HH:mm' : "d MMM 'at' HH:mm")
	);
	onMount(() => {
		secure = window.isSecureContext;
		of = document.querySelector<HTMLMetaElement>(`meta[name=${OF_META}]`)?.content || null;
		if (!('serviceWorker' in navigator)) return;
		const hear = ({ data }: MessageEvent<Told>) => {
			if (data && 'of' in data) of = data.of;
		};
		navigator.serviceWorker.addEventListener('message', hear);
		return () => navigator.serviceWorker.removeEventListener('message', hear);
	});
</script>

<svelte:head>
	{#if secure}<link rel="manifest" href="/manifest.webmanifest" />{/if}
</svelte:head>
{#if words}<p class="of-when no-print" role="status">
		No network. This is how it was at {words}; what you do is kept on this device.
	</p>{/if}

<style>
	.of-when {
		background: var(--caution-pale);
		color: var(--caution);
		font-weight: 600;
		padding: 5px 18px;
		font-size: 14px;
		text-align: center;
	}
</style>
