<script lang="ts">
	import { page } from '$app/state';
</script>

<svelte:head><title>Crelbo</title></svelte:head>

<main>
	<h1>{page.status === 404 ? 'Nothing stands here' : 'That did not work'}</h1>
	<p>{page.error?.message}</p>
	<p><a href="/">Back to your places</a></p>
</main>

<style>
	main {
		max-width: 560px;
		margin: 12vh auto;
		padding: 0 20px;
		display: grid;
		gap: 12px;
	}
	h1 {
		font-size: 28px;
	}
</style>
