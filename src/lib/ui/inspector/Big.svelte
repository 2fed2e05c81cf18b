<script lang="ts">
	import Explain from '../explain/Explain.svelte';
	import type { Entry, Part, Row } from '../explain/formulas';

	/** The one large figure of a sheet, against what is needed, and how it was made. */
	interface Plain {
		figure: string;
		against?: string;
		note?: string;
		rows?: Row[];
	}
	/** With an operation behind it; without one it is what the grower said themselves. */
	interface Made extends Plain {
		op: string;
		/** What it was worked out from; null: `rows` say all of it. */
		entry: Entry | readonly Part[] | null;
		/** What the figure is of. */
		title: string;
	}
	type Props = Made | (Plain & { op?: undefined; entry?: undefined; title?: undefined });
	const { figure, against = '', op, entry, title, note, rows }: Props = $props();
</script>

<p class="big">
	{#if op && entry !== undefined}<Explain {op} {entry} {title} said={figure} {note} {rows}
			><b>{figure}</b></Explain
		>{:else}<b>{figure}</b>{/if}
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
