<script lang="ts">
	/** A wait that runs down, to the second; it goes by the clock, so a reload loses nothing of it. */
	let { until, waiting = $bindable() }: { until: number; waiting: boolean } = $props();
	let now = $state(Date.now());
	const left = $derived(Math.max(0, Math.ceil((until - now) / 1000)));
	$effect(() => {
		waiting = left > 0;
	});
	$effect(() => {
		const ticking = setInterval(() => (now = Date.now()), 250);
		return () => clearInterval(ticking);
	});
</script>

<p class="wait" class:over={left === 0} role="timer">
	{#if left > 0}Wait <b>{Math.floor(left / 60)}:{String(left % 60).padStart(2, '0')}</b>, then{:else}The
		wait is over.{/if}
</p>

<style>
	.wait {
		font-size: 17px;
		color: var(--supply);
		padding-bottom: 8px;
	}
	b {
		font: 650 26px var(--head);
	}
	.over {
		color: var(--growth);
	}
</style>
