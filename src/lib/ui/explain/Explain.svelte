<script lang="ts">
	import { counted } from '$lib/core/quantity';
	import { Popover } from 'bits-ui';
	import type { Snippet } from 'svelte';
	import { restsOn, STAGES } from '$lib/core/model';
	import { useSession } from '../workspace/context';
	import { groundRow, rowsOf, WORDS, type Entry, type Part, type Row } from './formulas';

	interface Props {
		/** Which operation made the figure, and what went in and came out. */
		op: string;
		entry: Entry | readonly Part[] | null;
		title: string;
		/** The figure itself, with its unit, where it is one. */
		said?: string;
		/** More words for this very figure. */
		note?: string;
		rows?: Row[];
		/** Of all crops, media and parts, the one this figure is of. */
		about?: string | undefined;
		children: Snippet;
	}
	const { op, entry, title, said, note, rows, about, children }: Props = $props();
	/** More than these are opened by whoever wants them. */
	const FEW = 9;
	const session = useSession();
	const known = $derived(entry === null ? undefined : WORDS[op]);
	const one = $derived(entry !== null && 'result' in entry ? entry : null);
	const several = $derived(entry !== null && !('result' in entry) ? entry : []);
	const inputs = $derived(rows ?? (several.length > 0 ? several : rowsOf(one?.input)));
	let open = $state(false);
	/** What was taken from practice on the way, looked up when somebody asks. */
	const taken = $derived.by(() => {
		const stages = open ? (known?.stages ?? []) : [];
		const rows = stages
			.flatMap((stage) => restsOn(session.model, STAGES[stage]))
			.filter(({ of }) => !about || of === about || of in session.model.parameters)
			.map(groundRow);
		return [...new Map(rows.map((row) => [row.name, row])).values()];
	});
	const sources = $derived([...new Set(taken.map(({ source }) => source))]);
</script>

<Popover.Root bind:open>
	<Popover.Trigger class="explain-mark" aria-label={said ? `Explain ${title}: ${said}` : undefined}>
		{#if !said}<span class="visually-hidden">Explain {title}: </span>{/if}{@render children()}
	</Popover.Trigger>
	<Popover.Portal>
		<Popover.Content class="slip explain-sheet" side="left" sideOffset={10} collisionPadding={12}>
			<h3>{title}</h3>
			{#if note}<p>{note}</p>{/if}
			{#if known}<p>{known.words}</p>{/if}
			<dl>
				{#each inputs as row, i (i)}
					<dt>{row.name}</dt>
					<dd>{row.value}</dd>
				{/each}
			</dl>
			{#if said || one}
				<p class="gives">gives</p>
				<dl>
					{#if said}<dt>{title}</dt>
						<dd class="said">{said}</dd>{/if}
					{#each rowsOf(one?.result, 5) as row, i (i)}
						<dt>{row.name}</dt>
						<dd>{row.value}</dd>
					{/each}
				</dl>
			{/if}
			{#if taken.length > 0}
				<details open={taken.length <= FEW}>
					<summary>{counted(taken.length, ['figure', 'figures'])} from practice</summary>
					<dl>
						{#each taken as row, i (`${i} ${row.name}`)}
							<dt>{row.name}</dt>
							<dd>{row.value}</dd>
						{/each}
					</dl>
					<ul class="gives">
						{#each sources as source, i (i)}<li>{source}</li>{/each}
					</ul>
				</details>
			{/if}
			{#if known}<p class="source">{known.source}. Operation <code>{op}</code>, core units.</p>{/if}
		</Popover.Content>
	</Popover.Portal>
</Popover.Root>

<style>
	:global(.explain-mark) {
		background: none;
		border: 0;
		padding: 0;
		font: inherit;
		color: inherit;
		cursor: help;
		text-decoration: underline dotted var(--soft) 1px;
		text-underline-offset: 4px;
	}
	:global(.explain-sheet) {
		width: min(340px, calc(100vw - 24px));
		max-height: min(480px, 80vh);
		font-size: 13.5px;
	}
	h3 {
		font-size: 16px;
	}
	p {
		margin-top: 6px;
	}
	dl {
		display: grid;
		grid-template-columns: 1fr auto;
		margin: 8px 0 0;
		gap: 2px 12px;
	}
	dt {
		color: var(--soft);
	}
	dd {
		margin: 0;
		text-align: right;
		font-weight: 600;
	}
	.gives {
		color: var(--soft);
	}
	ul {
		margin: 6px 0 0;
		padding-left: 16px;
		font-size: 13px;
	}
	.source {
		color: var(--soft);
		border-top: 1px solid var(--hair);
		padding-top: 6px;
		margin-top: 10px;
		font-size: 13px;
	}
</style>
