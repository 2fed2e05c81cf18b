<script lang="ts">
	import { byLitres } from '$lib/core/logbook';
	import { fromShown, scaleOf, showRange, typedNumber } from '$lib/core/quantity';
	import { useSession } from '../workspace/context';

	/** Topped up by the label and the jug alone, with how sure that leaves the strength. */
	const session = useSession();
	let text = $state('');
	const poured = $derived(fromShown(typedNumber(text), 'volume', session.units));
	const known = $derived(poured > 0 && poured < 1e5 ? byLitres(session.model, poured) : null);
	const labelled = $derived(byLitres(session.model, 1) !== null);
</script>

{#if labelled}
	<label
		>Poured in since it was last mixed anew
		<input class="field" inputmode="decimal" bind:value={text} />
		{scaleOf('volume', session.units).unit}</label
	>
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
	label {
		display: flex;
		flex-wrap: wrap;
		align-items: center;
		gap: 8px;
		padding: 4px 0;
	}
	input {
		width: 84px;
		text-align: right;
	}
	.answer {
		font-weight: 600;
	}
</style>
