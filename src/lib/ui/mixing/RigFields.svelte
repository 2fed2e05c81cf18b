<script lang="ts">
	/** What is wrong with the simulated meter, and how fast its clock runs: for trying things out. */
	const { systemId }: { systemId: string } = $props();
	const FAULTS = {
		none: 'nothing is wrong',
		drift: 'it drifts from day to day',
		calibration: 'it was set wrong',
		fouled: 'its probe is fouled',
		empty: 'the tank is empty',
		'stuck-float': 'the float is stuck',
		'stopped-pump': 'the pump has stopped'
	};
	let fault = $state('none');
	let speed = $state(1);
	let problem = $state<string | null>(null);

	async function send(): Promise<void> {
		const response = await fetch(`/api/designs/${systemId}/meter`, {
			method: 'PUT',
			headers: { 'content-type': 'application/json' },
			body: JSON.stringify({ speed, fault })
		}).catch(() => null);
		problem = response?.ok ? null : 'The meter cannot be reached just now.';
	}
</script>

<label
	>With it
	<select class="field" bind:value={fault} onchange={send}>
		{#each Object.entries(FAULTS) as [id, words] (id)}<option value={id}>{words}</option>{/each}
	</select>
</label>
<label
	>Its clock runs
	<select class="field" bind:value={speed} onchange={send}>
		<option value={1}>as ours does</option>
		<option value={60}>a minute in a second</option>
		<option value={3600}>an hour in a second</option>
	</select>
</label>
{#if problem}<p role="alert">{problem}</p>{/if}

<style>
	label {
		display: grid;
		grid-template-columns: 110px 1fr;
		gap: 8px;
		align-items: center;
		padding: 4px 0;
	}
</style>
