<script lang="ts">
	import { pick } from '$lib/core/shelf';
	import { useSession } from '../workspace/context';

	/** What is chosen in the drawing, in a line: the same wherever it was chosen. */
	const session = useSession();
	const bucket = $derived(
		session.chain.layout.containers.find(
			(c) => c.id === session.selected || c.siteIds.includes(session.selected ?? '')
		)
	);
	const line = $derived.by(() => {
		const { layout, path, feed, thirst, shelf } = session.chain;
		if (!bucket) return null;
		const outlets = layout.emissions.filter((e) => e.containerId === bucket.id);
		const flow = outlets.reduce((total, e) => total + (path.outletLph.get(e.nodeId) ?? 0), 0);
		const need = bucket.siteIds.reduce((total, id) => total + (feed?.needLph.get(id) ?? 0), 0);
		const left = path.result.nodes.find((n) => n.id === outlets[0]?.nodeId)?.pressureM ?? 0;
		const drinks = bucket.siteIds.reduce((total, id) => total + (thirst.bySite.get(id) ?? 0), 0);
		const crops = layout.sites
			.filter((s) => s.containerId === bucket.id && s.cropId)
			.map((s) => `${pick(shelf.crops, s.cropId!).name}, ${s.stage}`);
		return {
			what: crops.join(' and ') || 'empty',
			water: `${session.say(flow, 'flow')}${need > 0 ? ` of ${session.say(need, 'flow')} needed` : ''}, ${session.say(left, 'head')} of head left`,
			drinks: drinks > 0 ? `drinks ${session.say(drinks, 'volume')} a day` : ''
		};
	});
</script>

{#if bucket && line}
	<div class="chosen" role="status">
		<b>{bucket.label}</b>
		<span>{line.what}: {line.water}{line.drinks ? `; ${line.drinks}` : ''}.</span>
		<button class="quiet" aria-label="Choose nothing" onclick={() => (session.selected = null)}
			>×</button
		>
	</div>
{/if}

<style>
	.chosen {
		display: grid;
		grid-template-columns: auto 1fr auto;
		gap: 10px;
		align-items: baseline;
		border-bottom: 1.5px dashed var(--ink);
		padding-bottom: 8px;
		margin-bottom: 10px;
		font-size: 13.5px;
	}
	b {
		font: 650 16px var(--head);
	}
	.quiet {
		padding: 0 6px;
		font-size: 17px;
	}
</style>
