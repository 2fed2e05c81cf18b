<script lang="ts">
	import { dilute } from '$lib/core/nutrients';
	import { NoSolution } from '$lib/core/quantity';
	import TypedNumber from '../../control/TypedNumber.svelte';
	import { useSession } from '../../workspace/context';

	/** A premix that is too strong, let down to the mark: how much of it, how much water. */
	const session = useSession();
	const model = $derived(session.model);
	let concentrateMsCm = $state<number | null>(null);
	let concentrateL = $state<number | null>(null);
	const answer = $derived.by(() => {
		if (concentrateMsCm === null || concentrateL === null) return null;
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

<TypedNumber
	label="It is"
	of="strength"
	units={session.units}
	min={0.01}
	max={500}
	empty=""
	live
	bind:value={concentrateMsCm}
/>
<TypedNumber
	label="There is of it"
	of="volume"
	units={session.units}
	min={0.001}
	max={1e6}
	empty=""
	live
	bind:value={concentrateL}
/>
{#if answer}<p aria-live="polite">{answer.words}</p>{/if}
