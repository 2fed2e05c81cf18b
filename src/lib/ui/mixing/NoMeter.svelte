<script lang="ts">
	import { byLitres } from '$lib/core/logbook';
	import { showRange } from '$lib/core/quantity';
	import TypedNumber from '../control/TypedNumber.svelte';
	import { useSession } from '../workspace/context';

	/** Topped up by the label and the jug alone, with how sure that leaves the strength. */
	const session = useSession();
	let poured = $state<number | null>(null);
	const known = $derived(poured === null ? null : byLitres(session.model, poured));
	const labelled = $derived(byLitres(session.model, 1) !== null);
</script>

{#if labelled}
	<TypedNumber
		label="Poured in since it was last mixed anew"
		of="volume"
		units={session.units}
		min={0.01}
		max={1e5}
		empty=""
		live
		bind:value={poured}
	/>
	{#if known}
		<p class="answer">
			{#each known.doses as { name, amount, unit } (name)}{session.say(
					amount,
					unit === 'mL' ? 'liquid' : 'salt'
				)} of {name}
			{/each} for that, by the label; the tank then stands between {showRange(
				known.lowMsCm,
				known.highMsCm,
				'strength',
				session.units
			)}.
		</p>
		<p class="soft">
			So wide, because plants eat between half and more than all of what they drink. When what was
			poured in adds up to a tank, change all of it.
		</p>
	{/if}
{:else}
	<p>
		The mix is weighed from salts, which have no label’s dose. Choose a product under Mix, or pour
		plain water for what was drunk and change the tank when that adds up to one tank.
	</p>
{/if}

<style>
	.answer {
		font-weight: 600;
	}
</style>
