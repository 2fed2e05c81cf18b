<script lang="ts">
	import { valueAt } from '$lib/core/design';
	import Slide from '../control/Slide.svelte';
	import { useSession } from '../workspace/context';

	/** Out of level, and what that does while it is dragged. */
	const { label, path }: { label: string; path: string } = $props();
	const session = useSession();
	const STEEPEST = 40;
	const value = $derived(Number(valueAt(session.parts, path)));
	const words = $derived.by(() => {
		const { model } = session;
		const [sharing] = model.sharing;
		if (sharing) {
			const { result, mostTiltMmPerM } = sharing;
			return result.dry > 0
				? `${result.dry} of ${result.sectors.length} sides are dry; up to ${session.say(mostTiltMmPerM, 'slope')} none is.`
				: `The driest side gets ${Math.round(result.driestPercent)} % of its share; up to ${session.say(mostTiltMmPerM, 'slope')} none is dry.`;
		}
		const filled = model.levels[0]?.filled?.result;
		if (!filled) return '';
		const deep = Math.max(...filled.trays.map((t) => t.deepMm));
		const shallow = Math.min(...filled.trays.map((t) => t.shallowMm));
		return `Water stands ${session.say(shallow, 'size')} to ${session.say(deep, 'size')} deep.`;
	});
</script>

<div class="level">
	<span>{label}</span>
	<b>{session.say(value, 'slope')}</b>
	<Slide
		{label}
		min={0}
		max={Math.max(STEEPEST, Math.ceil(value))}
		step={0.5}
		{value}
		words={session.say(value, 'slope')}
		ontry={(tried) => session.preview([{ path, value: tried }])}
		onkeep={() => session.commit(label)}
	/>
	{#if words}<p role="status">{words}</p>{/if}
</div>

<style>
	.level {
		display: grid;
		grid-template-columns: 1fr auto;
		gap: 2px 8px;
		padding: 6px 0;
	}
	.level :global(input) {
		grid-column: 1 / -1;
	}
	p {
		grid-column: 1 / -1;
		color: var(--soft);
		font-size: 13.5px;
	}
	b {
		font: 650 15.5px/1.2 var(--head);
	}
</style>
