<script lang="ts">
	import { bestFront, latitudeOf } from '$lib/core/model';
	import NumberField from '../../control/NumberField.svelte';
	import Explain from '../../explain/Explain.svelte';
	import { useSession } from '../../workspace/context';

	/** Hours of direct sun that neighbours take from one another, and the way round that loses least. */
	const session = useSession();
	const shade = $derived(session.model.shade);
	const known = $derived(latitudeOf(session.model) !== null);
	const worst = $derived.by(() => {
		if (!shade) return null;
		let [id, lost] = ['', -1];
		for (const [site, s] of shade.bySite) if (s.shortest > lost) [id, lost] = [site, s.shortest];
		return { label: session.model.layout.sites.find((s) => s.id === id)?.label ?? id, lost };
	});
	const COMPASS = [
		'north',
		'north-east',
		'east',
		'south-east',
		'south',
		'south-west',
		'west',
		'north-west'
	];
	const point = (deg: number) => COMPASS[Math.round(deg / 45) % 8]!;
	let best = $state<ReturnType<typeof bestFront>>(null);
	let from = $state<unknown>(null);
	/** What was found holds for the design it was found for. */
	const still = $derived(from === session.model.layout ? best : null);
	function find(): void {
		best = bestFront(session.model);
		from = session.model.layout;
	}
	const percent = (share: number) => `${Math.round(100 * share)} %`;
	const mean = (of: 'longest' | 'shortest') => {
		const list = [...(shade?.bySite.values() ?? [])].map((s) => s[of]);
		return list.reduce((a, b) => a + b, 0) / Math.max(1, list.length);
	};
</script>

{#if known && shade}
	<h3>Sun and shade</h3>
	<NumberField
		label="Front faces, from north"
		path="design.frontDeg"
		unit="° {point(session.design.frontDeg)}"
	/>
	<dl>
		<dt>Sun lost to neighbours, longest day</dt>
		<dd>
			<Explain op="shade" entry={shade} title="Sun lost to neighbours"
				>{percent(mean('longest'))}</Explain
			>
		</dd>
		<dt>On the shortest they grow in</dt>
		<dd>
			<Explain op="shade" entry={shade} title="Sun lost on the shortest day"
				>{percent(mean('shortest'))}</Explain
			>
		</dd>
		{#if worst && worst.lost > 0}
			<dt>Most of all at {worst.label}</dt>
			<dd>{percent(worst.lost)}</dd>
		{/if}
	</dl>
	{#if still}
		<p>
			{#if Math.abs(still.mean - shade.result.mean) < 0.005}No way round loses less than this one.{:else}
				Facing {point(still.frontDeg)} it would lose {percent(still.mean)} instead of {percent(
					shade.result.mean
				)}.
				<button
					class="button"
					onclick={() => session.put('design.frontDeg', still.frontDeg, 'direction of the front')}
					>Turn it {point(still.frontDeg)}</button
				>{/if}
		</p>
	{:else}
		<p><button class="button" onclick={find}>Which way round loses least?</button></p>
	{/if}
	<p class="soft">
		The share each plant loses is drawn dark on the view from above. Houses, trees and clouds are
		not reckoned with.
	</p>
{/if}

<style>
	dl {
		display: grid;
		grid-template-columns: 1fr auto;
		gap: 3px 10px;
		margin: 6px 0;
	}
	dd {
		margin: 0;
		font: 600 15px var(--head);
	}
	p {
		margin: 6px 0;
	}
</style>
