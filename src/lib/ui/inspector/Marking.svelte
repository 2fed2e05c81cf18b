<script lang="ts">
	import { standPath } from '$lib/core/design';
	import type { LayoutTower } from '$lib/core/layout';
	import NumberField from '../control/NumberField.svelte';
	import { useSession } from '../workspace/context';

	/** Where the holes go: along the pipe from the end the grower likes, along a tape round it, and as angles. */
	const { index, pattern }: { index: number; pattern: LayoutTower } = $props();
	const session = useSession();
	const stand = $derived(session.design.stands[index]!);
	const fromTop = $derived('markFrom' in stand && stand.markFrom === 'top');
	const lengthMm = $derived('pipeLengthMm' in stand ? stand.pipeLengthMm : 0);
	const say = (mm: number) => session.number(mm, 'size');
	const rings = $derived(
		Array.from({ length: pattern.rings }, (_, ring) => {
			const sites = pattern.sites.filter((site) => site.ring === ring);
			const height = sites[0]!.heightMm;
			return { ring, height: fromTop ? lengthMm - height : height, sites };
		})
	);
	const staggered = $derived('stagger' in stand && stand.stagger);
	/** Marks put at whole millimetres do not quite meet where the tape closes. */
	const seam = $derived.by(() => {
		const perRing = Math.round(pattern.siteCount / Math.max(1, pattern.rings));
		return Math.abs(perRing * Math.round(pattern.arcPitchMm) - pattern.circumferenceMm);
	});
</script>

<h3>Marking out</h3>
<NumberField
	label="Round the pipe, by tape"
	path={standPath(stand, 'outerDiameterMm')}
	times={Math.PI}
/>
<p class="soft">
	Marks at whole millimetres close to {session.say(seam, 'size')} at the seam.{staggered
		? ' Turn every other ring by half.'
		: ''} Hole saw slow, pipe clamped, goggles on; heat PVC outdoors only and never until it chars.
</p>
<table>
	<thead
		><tr
			><th scope="col">Ring</th><th scope="col">from the {fromTop ? 'top' : 'bottom'}</th><th
				scope="col">round, along the tape</th
			><th scope="col">angles</th></tr
		></thead
	>
	<tbody>
		{#each rings as { ring, height, sites } (ring)}
			<tr>
				<th scope="row">{ring + 1}</th>
				<td>{say(height)}</td>
				<td>{sites.map((site) => say(site.aroundMm)).join(', ')}</td>
				<td>{sites.map((site) => `${Math.round(site.angleDeg)}°`).join(', ')}</td>
			</tr>
		{/each}
	</tbody>
</table>
<p><a href="/systems/{session.id}/template">Print the pattern in full size, to wrap round</a></p>

<style>
	table {
		width: 100%;
		border-collapse: collapse;
		font-size: 13.5px;
	}
	th,
	td {
		text-align: left;
		padding: 3px 8px 3px 0;
		border-top: 1px solid var(--hair);
		font-variant-numeric: tabular-nums;
	}
	thead th {
		border-top: 0;
		font-weight: 400;
		color: var(--soft);
	}
</style>
