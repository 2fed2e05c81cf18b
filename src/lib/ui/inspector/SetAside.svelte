<script lang="ts">
	/** What lost its place when a count was changed: it comes back with it, or is dropped by hand. */
	const { count, what, ondrop }: { count: number; what: string; ondrop: () => void } = $props();
</script>

<p class="aside">
	<span>{what} {count === 1 ? 'It comes back with it.' : 'They come back with them.'}</span>
	<button class="quiet" onclick={ondrop}>Drop {count === 1 ? 'it' : 'them'}</button>
</p>

<style>
	.aside {
		display: flex;
		flex-wrap: wrap;
		align-items: baseline;
		gap: 2px 10px;
		margin: 8px 0;
		padding-left: 10px;
		border-left: 3px solid var(--hair);
	}
	button {
		margin-left: -6px;
	}
</style>
