<script lang="ts">
	import PickOne from '../control/PickOne.svelte';

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
	const SPEEDS = [
		{ id: 1, name: 'as ours does' },
		{ id: 60, name: 'a minute in a second' },
		{ id: 3600, name: 'an hour in a second' }
	];
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

<PickOne
	label="With it"
	value={fault}
	options={Object.entries(FAULTS).map(([id, name]) => ({ id, name }))}
	onpick={(id) => {
		fault = id;
		void send();
	}}
/>
<PickOne
	label="Its clock runs"
	value={speed}
	options={SPEEDS}
	onpick={(id) => {
		speed = id;
		void send();
	}}
/>
{#if problem}<p role="alert">{problem}</p>{/if}
