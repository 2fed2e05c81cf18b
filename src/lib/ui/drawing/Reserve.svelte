<script lang="ts">
	import { useSession } from '../workspace/context';
	import { polygon } from '$lib/core/picture';
	import { type Frame } from './frame';

	/** What stands behind the float, with its water and the hose to the tank. */
	const { frame }: { frame: Frame } = $props();
	const session = useSession();
	const reserve = $derived(session.view.seen.reserve);
	const outline = (corners: readonly (readonly [number, number])[]) =>
		polygon(corners.map(([x, z]) => [frame.x(x), frame.z(z)]));
</script>

{#if reserve}
	<!-- by keyboard its fields on the sheet of the tank stand for it -->
	<!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_static_element_interactions -->
	<g
		class="reserve"
		class:chosen={session.view.selected === 'reserve'}
		onclick={() => {
			session.view.selected = 'reserve';
			session.view.step = 'tank';
		}}
	>
		{#each reserve.vessels as vessel, i (i)}
			<polygon class="water" points={outline(vessel.waterFront)} />
			<polygon class="vessel" points={outline(vessel.front)} />
		{/each}
		<polyline
			class="hose"
			points={polygon(reserve.hose.points.map((p) => [frame.x(p.xM), frame.z(p.zM)]))}
		/>
		{#if !frame.small}
			<text
				x={(frame.x(reserve.ground.x0) + frame.x(reserve.ground.x1)) / 2}
				y={frame.z(reserve.floorM + reserve.heightM) - 6}>reserve</text
			>
		{/if}
	</g>
{/if}

<style>
	.reserve {
		cursor: pointer;
	}
	.water {
		fill: var(--water);
		opacity: 0.7;
	}
	.vessel {
		fill: none;
		stroke: var(--ink);
		stroke-width: 1.3;
	}
	.chosen .vessel {
		stroke: var(--supply);
		stroke-width: 2.6;
	}
	.hose {
		fill: none;
		stroke: var(--supply);
		stroke-width: 1.6;
	}
	text {
		font-size: 11.5px;
		text-anchor: middle;
		fill: var(--soft);
	}
</style>
