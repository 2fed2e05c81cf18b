<script lang="ts">
	import { PLANT_RULES, plantBy, type PlantRule } from '$lib/core/layout';
	import PickOne from '../../control/PickOne.svelte';
	import { CROP_TYPE } from '../../drawing/crop-drop';
	import { useSession } from '../../workspace/context';

	/**
	 * A tray of crops: drag one onto a site, or press a few and plant them all by a rule. Pressing is what the
	 * keyboard does, too.
	 */
	const session = useSession();
	const sites = $derived(
		session.model.layout.sites.filter(
			(site) => site.standId === session.design.stands[session.view.standIndex]!.id
		)
	);
	const planted = $derived(
		new Set(sites.flatMap((site) => (site.cropId === null ? [] : [site.cropId])))
	);
	let all = $state(false);
	/** Crops pressed for a rule; until one is, those that grow here. */
	let pressed = $state<string[] | null>(null);
	const chosen = $derived(pressed ?? [...planted]);
	let rule = $state<PlantRule>('alternate');
	const FEW = 8;
	const offered = $derived(
		all
			? session.model.shelf.crops
			: [...session.model.shelf.crops]
					.sort((a, b) => Number(planted.has(b.id)) - Number(planted.has(a.id)))
					.slice(0, Math.max(FEW, planted.size))
	);
	function press(id: string): void {
		pressed = chosen.includes(id) ? chosen.filter((c) => c !== id) : [...chosen, id];
	}
	function fill(): void {
		const crops = {
			...session.operation.crops,
			...plantBy(rule, chosen, sites, session.model.shelf)
		};
		session.put('operation.crops', crops, `planted ${PLANT_RULES[rule]}`);
	}
	const uid = $props.id();
</script>

<section aria-labelledby="{uid}-title">
	<h3 id="{uid}-title">Plant many at once</h3>
	<p class="soft">Drag one onto the drawing, or press a few and plant them by a rule.</p>
	<div class="tray">
		{#each offered as crop (crop.id)}
			<button
				class="crop"
				draggable="true"
				aria-pressed={chosen.includes(crop.id)}
				onclick={() => press(crop.id)}
				ondragstart={(event) => {
					event.dataTransfer?.setData(CROP_TYPE, crop.id);
					event.dataTransfer?.setData('text/plain', crop.name);
				}}>{crop.name}</button
			>
		{/each}
		{#if !all}<button class="quiet" onclick={() => (all = true)}>all crops</button>{/if}
	</div>
	<div class="rule">
		<PickOne
			label="Rule"
			shape="bare"
			options={(Object.entries(PLANT_RULES) as [PlantRule, string][]).map(([id, name]) => ({
				id,
				name
			}))}
			bind:value={rule}
		/>
		<button class="button" disabled={chosen.length === 0} onclick={fill}
			>Plant {sites.length} sites</button
		>
	</div>
</section>

<style>
	.tray {
		display: flex;
		flex-wrap: wrap;
		gap: 6px;
		margin: 6px 0 8px;
	}
	.crop {
		border: 1px solid var(--hair);
		border-radius: 3px;
		background: var(--ground);
		padding: 5px 9px;
		font: 500 14px var(--text);
		color: var(--ink);
		cursor: grab;
	}
	.crop[aria-pressed='true'] {
		border-color: var(--growth);
		background: var(--growth-pale);
		font-weight: 650;
	}
	.rule {
		display: flex;
		gap: 8px;
	}
	.rule :global(select) {
		flex: 1;
		min-width: 0;
	}
</style>
