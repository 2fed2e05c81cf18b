<script lang="ts">
	import Figure from '../control/Figure.svelte';
	import { useSession } from '../workspace/context';
	import Big from './Big.svelte';

	/** Where a valve decides, there is no timer: what it holds, how long a fill lasts and takes. */
	const session = useSession();
	const state = $derived(session.chain.levels[0]);
	const filled = $derived(state?.filled);
</script>

<p class="soft">
	The plants decide: the valve lets water in as it is drunk. Fills, is drunk dry, fills again; no
	timer and no power.
</p>
{#if state && filled}
	<Big
		op="level-fill"
		figure={state.hoursAFill === null
			? session.say(filled.result.totalL, 'volume')
			: `${state.hoursAFill.toFixed(1)} h`}
		against={state.hoursAFill === null
			? 'in one fill'
			: `on one fill of ${session.say(filled.result.totalL, 'volume')}`}
	/>
	<Figure
		label="Depth it keeps"
		value={state.basis.depthMm}
		kind="size"
		op="level-fill"
		entry={filled}
	/>
	<Figure
		label="Runs in at"
		value={filled.result.flowLph}
		kind="flow"
		op="level-fill"
		entry={filled}
	/>
	<Figure
		label="A fill takes"
		value={filled.result.fillMinutes}
		unit="min"
		op="level-fill"
		entry={filled}
	/>
	<Figure
		label="Deepest less shallowest"
		value={filled.result.spreadMm}
		kind="size"
		op="level-fill"
		entry={filled}
	/>
{:else}
	<p class="soft">Nothing runs: the tank stands too low over the level the valves keep.</p>
{/if}
