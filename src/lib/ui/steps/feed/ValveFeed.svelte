<script lang="ts">
	import Figure from '../../control/Figure.svelte';
	import NumberField from '../../control/NumberField.svelte';
	import { useSession } from '../../workspace/context';
	import Big from '../../inspector/Big.svelte';

	/** Where a valve decides, there is no timer: what it holds, how long a fill lasts and takes. */
	const session = useSession();
	const state = $derived(session.model.levels[0]);
	const filled = $derived(state?.filled);
	const rows = $derived(
		state && filled
			? ([
					{ label: 'Depth it keeps', value: state.basis.depthMm, kind: 'size' },
					{ label: 'Runs in at', value: filled.result.flowLph, kind: 'flow' },
					{ label: 'A fill takes', value: filled.result.fillMinutes, unit: 'min' },
					{ label: 'Deepest less shallowest', value: filled.result.spreadMm, kind: 'size' }
				] as const)
			: []
	);
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
	{#each rows as row, i (`${i} ${row.label}`)}
		<Figure {...row} op="level-fill" entry={filled} />
	{/each}
	<NumberField
		label="Flushed with plain water every"
		path="operation.flushEveryDays"
		empty="never"
	/>
	{#each session.model.saltInMedia as salt (salt.standId)}
		<Figure
			label="Salt round the roots, in {salt.result.days.length} days"
			value={salt.result.days.at(-1)!.msCm}
			kind="strength"
			op="salt-build-up"
			entry={salt}
			state={salt.result.dayOverLimit === null ? null : 'look'}
		/>
	{/each}
{:else}
	<p class="soft">Nothing runs: the tank stands too low over the level the valves keep.</p>
{/if}
