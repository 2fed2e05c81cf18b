<script lang="ts">
	import { RAISED } from '$lib/core/design';
	import { suggestedSuccession, type Round } from '$lib/core/model';
	import { dayOf } from '$lib/core/review';
	import { capital } from '$lib/core/quantity';
	import { pick } from '$lib/core/shelf';
	import NumberField from '../../control/NumberField.svelte';
	import PickField from '../../control/PickField.svelte';
	import { planOf } from '../../clock/season-drag';
	import { useSession } from '../../workspace/context';
	import Plantings from './Plantings.svelte';

	/** How each crop is sown: all at once, or batch by batch and again when it is picked. */
	const { rounds }: { rounds: readonly Round[] } = $props();
	const session = useSession();
	/** One of each crop, with the first and the last of its dates. */
	const crops = $derived(
		[...new Set(rounds.map(({ cropId }) => cropId))].map((cropId) => {
			const mine = rounds.filter((round) => round.cropId === cropId);
			const sites = new Set(mine.flatMap(({ siteIds }) => siteIds)).size;
			return { cropId, name: mine[0]!.name, first: mine[0]!, mine, sites };
		})
	);
	const said = (range: readonly [string, string] | null): string =>
		range === null ? '' : `${dayOf(range[0])} to ${dayOf(range[1])}`;

	function batchwise(cropId: string, sites: number): void {
		const crop = pick(session.model.shelf.crops, cropId);
		const plan = suggestedSuccession(crop, sites, session.model.parameters.growth);
		session.press([planOf(session, cropId, plan)], `${crop.name} batch by batch`);
	}
	const atOnce = (cropId: string, name: string) =>
		session.press([planOf(session, cropId, null)], `${name} all at once`);
</script>

{#each crops as { cropId, name, first, mine, sites } (cropId)}
	{@const at = `operation.succession.${cropId}`}
	{@const plan = session.operation.succession[cropId]}
	<section aria-label={name}>
		<h3>
			{capital(name)}
			<button class="quiet" onclick={() => (plan ? atOnce(cropId, name) : batchwise(cropId, sites))}
				>{plan ? 'All at once again' : 'Sow batch by batch'}</button
			>
		</h3>
		{#if plan}
			<PickField
				label="Raised from"
				path="{at}.from"
				options={Object.entries(RAISED).map(([id, words]) => ({ id, name: words }))}
			/>
			<NumberField label="Batches" path="{at}.batches" />
			<NumberField label="A batch every" path="{at}.everyDays" />
			<NumberField label="Picked for" path="{at}.pickDays" />
			<NumberField label="Plantings of a site in a row" path="{at}.rounds" />
			<NumberField label="A site empty at most" path="{at}.emptyDays" />
			<Plantings all={rounds} rounds={mine} {plan} />
		{:else}
			<p>
				{[
					...(first.sow ? [`Sow ${said(first.sow)}.`] : []),
					...(first.pick ? [`First picking ${said(first.pick)}.`] : [])
				].join(' ')}
			</p>
		{/if}
	</section>
{/each}

<style>
	h3 {
		display: flex;
		justify-content: space-between;
		align-items: baseline;
	}
	h3 .quiet {
		font: 400 13.5px var(--text);
	}
	section + section {
		border-top: 1px solid var(--hair);
	}
</style>
