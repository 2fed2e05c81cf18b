<script lang="ts">
	import { dilute } from '$lib/core/nutrients';
	import { fromShown, NoSolution, scaleOf } from '$lib/core/quantity';
	import { useSession } from '../../workspace/context';

	/** A premix that is too strong, let down to the mark: how much of it, how much water. */
	const session = useSession();
	const model = $derived(session.model);
	let strong = $state('');
	let litres = $state('');
	const number = (text: string) => Number(text.trim().replace(',', '.'));
	const answer = $derived.by(() => {
		if (strong === '' || litres === '') return null;
		const concentrateMsCm = fromShown(number(strong), 'strength', session.units);
		const concentrateL = fromShown(number(litres), 'volume', session.units);
		if (!(concentrateMsCm > 0 && concentrateMsCm <= 500 && concentrateL > 0 && concentrateL <= 1e6))
			return { words: 'Type how strong it is and how much there is of it, both over nought.' };
		const targetMsCm = model.mix.strengthMsCm;
		try {
			const input = {
				concentrateL,
				concentrateMsCm,
				waterMsCm: model.sourceWater.ecMsCm,
				targetMsCm
			};
			const finalL = dilute(input).finalL!;
			return {
				words: `${session.say(concentrateL, 'volume')} of it and ${session.say(finalL - concentrateL, 'volume')} of water make ${session.say(finalL, 'volume')} of ${session.say(targetMsCm, 'strength')}${
					finalL > model.filled.tank
						? `; for the tank take ${session.say((concentrateL * model.filled.tank) / finalL, 'volume')} of it and fill to the mark`
						: ''
				}.`
			};
		} catch (problem) {
			if (problem instanceof NoSolution) return { words: problem.message };
			throw problem;
		}
	});
</script>

<label
	>It is <input class="field" inputmode="decimal" bind:value={strong} />
	{scaleOf('strength', session.units).unit}</label
>
<label
	>There is of it <input class="field" inputmode="decimal" bind:value={litres} />
	{scaleOf('volume', session.units).unit}</label
>
{#if answer}<p aria-live="polite">{answer.words}</p>{/if}

<style>
	label {
		display: grid;
		grid-template-columns: 1fr 84px 54px;
		gap: 7px;
		align-items: center;
		padding: 3px 0;
		font-size: 14.5px;
	}
	input {
		text-align: right;
	}
</style>
