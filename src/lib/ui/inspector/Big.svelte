<script lang="ts">
	import Explain from '../explain/Explain.svelte';
	import type { Row } from '../explain/formulas';
	import { useSession } from '../workspace/context';

	/** The one large figure of a sheet, against what is needed, and how it was made. */
	interface Props {
		figure: string;
		against?: string;
		/** Operation behind it; without one it is what the grower said themselves. */
		op?: string;
		note?: string;
		rows?: Row[];
	}
	const { figure, against = '', op, note, rows }: Props = $props();
	const session = useSession();
	const entry = $derived.by(() => {
		const done = op ? session.assessment.operations[op] : undefined;
		return Array.isArray(done) ? done[0] : done;
	});
</script>

<p class="big">
	{#if op}<Explain {op} {entry} title={figure} {note} {rows}><b>{figure}</b></Explain>{:else}<b
			>{figure}</b
		>{/if}
	<span>{against}</span>
</p>

<style>
	.big {
		display: flex;
		flex-wrap: wrap;
		align-items: baseline;
		gap: 0 9px;
		margin: 10px 0 4px;
	}
	b {
		font: 650 32px/1.05 var(--head);
		letter-spacing: -0.01em;
	}
	span {
		font: 600 15px/1.2 var(--head);
		color: var(--soft);
	}
</style>
