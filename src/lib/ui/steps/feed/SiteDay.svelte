<script lang="ts">
	import Figure from '../../control/Figure.svelte';
	import { useSession } from '../../workspace/context';

	/** A hot day at the site that is chosen: what arrives, stays, is drunk and goes on down. */
	const session = useSession();
	const zone = $derived(session.judged.rootZone);
	const site = $derived.by(() => {
		const { layout } = session.model;
		const id = session.view.selected;
		const container = layout.containers.find((c) => c.id === id || c.siteIds.includes(id ?? ''));
		const siteId = container?.siteIds.includes(id ?? '') ? id : container?.siteIds[0];
		return layout.sites.find((one) => one.id === siteId);
	});
	const day = $derived(zone?.result.sites.find(({ id }) => id === site?.id));
	const days = $derived(zone?.input.days ?? 1);
</script>

{#if zone && site && day}
	<h3>{site.label} on a hot day</h3>
	{#each [['Arrives', day.suppliedL], ['Is drunk', day.usedL], [site.passesTo ? 'Goes on to the site below' : 'Runs through', day.drainedL]] as const as [label, litres] (label)}
		<Figure
			{label}
			value={litres / days}
			kind="volume"
			op="root-zone"
			entry={zone}
			rows={[]}
			note="The mean of three hot days on end."
		/>
	{/each}
	<Figure
		label="Of its easy water left at least"
		value={day.minFraction}
		kind="share"
		op="root-zone"
		entry={zone}
		rows={[]}
		state={day.minFraction < zone.input.stressFraction ? 'look' : null}
	/>
{:else if zone}
	<p class="soft">Choose a plant in the drawing to see its own day.</p>
{/if}
