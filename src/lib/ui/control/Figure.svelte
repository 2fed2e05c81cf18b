<script lang="ts">
	import { scaleOf, showNumber, type Quantity } from '$lib/core/quantity';
	import Explain from '../explain/Explain.svelte';
	import type { Entry, Part, Row } from '../explain/formulas';
	import { useSession } from '../workspace/context';

	interface Props {
		label: string;
		value: number | string | null;
		kind?: Quantity;
		/** Shown in place of the kind's own unit. */
		unit?: string;
		op: string;
		/** What it was worked out from; a sum has several, each named; null: `rows` say all of it. */
		entry: Entry | readonly Part[] | null;
		note?: string;
		rows?: Row[];
		/** Of all crops, media and parts, the one it is of. */
		about?: string;
		state?: 'look' | 'stop' | null;
	}
	const {
		label,
		value,
		kind = 'count',
		unit,
		op,
		entry,
		note,
		rows,
		about,
		state = null
	}: Props = $props();
	const session = useSession();
	const shown = $derived(
		value === null
			? '–'
			: typeof value === 'string'
				? value
				: showNumber(value, kind, session.units)
	);
	const said = $derived(`${shown} ${unit ?? scaleOf(kind, session.units).unit}`.trim());
</script>

<div class="figure" class:look={state === 'look'} class:stop={state === 'stop'}>
	<span class="label">{label}</span>
	<Explain {op} {entry} title={label} {said} {note} {rows} {about}><b>{shown}</b></Explain>
	<span class="unit">{unit ?? scaleOf(kind, session.units).unit}</span>
</div>

<style>
	.figure {
		display: grid;
		grid-template-columns: 1fr auto minmax(54px, max-content);
		gap: 7px;
		align-items: baseline;
		padding: 6px 0;
		border-top: 1px solid var(--hair);
	}
	b {
		font: 650 15.5px/1.2 var(--head);
	}
	.unit {
		color: var(--soft);
		font-size: 13px;
	}
	.look b {
		color: var(--caution);
	}
	.stop b {
		color: var(--dry);
	}
</style>
