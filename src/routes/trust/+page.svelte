<script lang="ts">
	import { format, parseISO } from 'date-fns';
	import Logo from '$lib/ui/control/Logo.svelte';
	import type { PageData } from './$types';

	/** How a phone is told to trust the certificate this Crelbo made for itself. */
	const { data }: { data: PageData } = $props();
</script>

<svelte:head><title>Trust this Crelbo · Crelbo</title></svelte:head>

<main>
	<Logo />
	{#if data.certificate}
		<h1>Tell this device to trust Crelbo</h1>
		<p>
			The machine it runs on signed its own certificate, and no browser knows that yet. Once it
			does, nobody in the network can read along, and Crelbo can be installed and opened without
			network.
		</p>
		<p><a class="button main" href="/trust/crelbo.crt" download>Save the certificate</a></p>
		<h2>Is it the right one?</h2>
		<p>
			Compare this with what <code>npm run certificate</code> printed at the machine. Where they differ,
			somebody else is answering: trust nothing.
		</p>
		<p class="print">{data.certificate.fingerprint}</p>
		<p class="soft">It is good until {format(parseISO(data.certificate.until), 'd MMM yyyy')}.</p>
		<h2>iPhone and iPad</h2>
		<ol>
			<li>Save the certificate and allow the profile to be downloaded.</li>
			<li>Open Settings, General, VPN &amp; Device Management, and install the profile.</li>
			<li>Open Settings, General, About, Certificate Trust Settings, and switch it on.</li>
		</ol>
		<h2>Android</h2>
		<ol>
			<li>Save the certificate.</li>
			<li>Open Settings and search for “CA certificate”; choose the file.</li>
			<li>Confirm that it is yours. Android says from then on that the network may be watched.</li>
		</ol>
		<h2>A computer</h2>
		<p>
			Add the file to the certificates the browser or the system trusts, as an authority for web
			sites.
		</p>
		<p class="soft">
			Whoever has the key of this certificate could pose as other sites to this device. The key is
			on the machine only: do not pass it on, and remove the certificate here when you stop using
			Crelbo.
		</p>
	{:else}
		<h1>There is no certificate to trust</h1>
		<p>
			This Crelbo was not started with a certificate of its own. At the machine run
			<code>npm run certificate</code> and start it again.
		</p>
	{/if}
	<p><a href="/">Back to your places</a></p>
</main>

<style>
	main {
		max-width: 560px;
		margin: 6vh auto;
		padding: 0 20px 40px;
		display: grid;
		gap: 10px;
	}
	h1 {
		font-size: 28px;
	}
	h2 {
		font-size: 17px;
		margin-top: 8px;
	}
	ol {
		margin: 0;
		padding-left: 22px;
	}
	.print {
		font-family: ui-monospace, monospace;
		font-size: 13px;
		overflow-wrap: anywhere;
	}
</style>
