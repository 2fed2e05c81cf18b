<script lang="ts">
	import { FACES, spotOf, standPath } from '$lib/core/design';
	import { placementOf, putStand, putTank } from '$lib/core/layout';
	import NumberField from '../../control/NumberField.svelte';
	import PickField from '../../control/PickField.svelte';
	import { useSession } from '../../workspace/context';
	import StandChoice from '../../inspector/StandChoice.svelte';

	/** Where stand and tank stand in the area, in figures; by hand they are moved on the plan. */
	const session = useSession();
	const { design } = $derived(session);
	const { layout } = $derived(session.model);
	const stand = $derived(design.stands[session.view.standIndex]!);
	const at = $derived(standPath(stand, 'at'));
	const where = $derived(placementOf(layout, stand.id));
	const tankAlone = $derived(!['lid', 'inside'].includes(spotOf(design)));
	const ways = Object.entries(FACES).map(([id, name]) => ({ id, name }));
	const say = (m: number) => session.say(m, 'span');
</script>

<h3>Where it stands</h3>
<StandChoice />
{#if stand.at}
	<NumberField label="From the left" path="{at}.xM" />
	<NumberField label="From the front" path="{at}.yM" />
	<PickField label="Looks" path="{at}.faces" options={ways} />
	<button class="quiet" onclick={() => session.put(at, null, 'end to end from the tank')}
		>Let it follow the tank again</button
	>
{:else}
	<p class="soft">
		{say(where.xM)} from the left, {say(where.yM)} from the front{session.view.standIndex > 0
			? ', end to end with what is before it'
			: ''}.
		<button
			class="quiet"
			onclick={() =>
				session.press(putStand(design, layout, stand.id, where), 'put where it stands')}
			>Say where it stands</button
		>
	</p>
{/if}
{#if tankAlone}
	{#if design.tank.at}
		<NumberField label="Tank from the left" path="design.tank.at.xM" />
		<NumberField label="Tank from the front" path="design.tank.at.yM" />
		<PickField label="Tank looks" path="design.tank.at.faces" options={ways} />
		<button
			class="quiet"
			onclick={() => session.put('design.tank.at', null, 'the tank by its stand')}
			>Put the tank by its stand again</button
		>
	{:else}
		<p class="soft">
			The tank goes with it.
			<button
				class="quiet"
				onclick={() =>
					session.press(
						putTank(design, layout, { xM: layout.tank.xM, yM: layout.tank.yM, faces: 'front' }),
						'the tank put by itself'
					)}>Put it by itself</button
			>
		</p>
	{/if}
{/if}

<style>
	.quiet {
		padding-left: 0;
		text-align: left;
	}
</style>
