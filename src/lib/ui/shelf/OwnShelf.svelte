<script lang="ts">
	import { saveText } from '../save-text';
	import { DropdownMenu } from 'bits-ui';
	import { toIssues } from '$lib/core/quantity';
	import {
		likeOnShelf,
		ownShelfSchema,
		shelfWith,
		type OwnItem,
		type OwnKind,
		type ShelfItem
	} from '$lib/core/shelf';
	import FilePick from '../control/FilePick.svelte';
	import type { PlaceSession } from '../place/place-session.svelte';
	import { requestId } from '../sync';
	import OwnPart from './OwnPart.svelte';
	import { OWN_WORDS } from './own-words';

	/** What a place has of its own: parts, media, crops and prices, in a file and out of one. */
	const {
		session,
		unreadable
	}: { session: PlaceSession; unreadable: readonly { id: string; why: string }[] } = $props();
	const own = $derived(session.shelf);
	const units = $derived(session.units);
	let open = $state<OwnItem | null>(null);
	let said = $state<{ words: string; wrong: boolean } | null>(null);
	/** What was just taken off, to put back. */
	let gone = $state<ShelfItem | null>(null);
	const shelf = $derived(shelfWith(own));
	const kinds = Object.keys(OWN_WORDS) as OwnKind[];
	const ofKind = (kind: OwnKind) => own.filter((item): item is OwnItem => item.kind === kind);
	const prices = $derived(own.filter(({ kind }) => kind === 'price').length);
	const MOST = 2 * 1024 * 1024;

	/** Puts some on the shelf and takes some off; says why not. */
	function change(put: readonly ShelfItem[], drop: readonly string[]): boolean {
		const gone = new Set([...drop, ...put.map(({ id }) => id)]);
		const next = [...own.filter(({ id }) => !gone.has(id)), ...put];
		const { data, error } = ownShelfSchema.safeParse(next);
		said = error ? { words: toIssues(error)[0]!.message, wrong: true } : null;
		if (data) session.file.keepShelf(data);
		return !error;
	}
	function keep(item: OwnItem): void {
		if (change([item], [])) open = null;
	}
	function take(item: OwnItem): void {
		if (change([], [item.id])) gone = item;
	}
	async function bringIn(file: File): Promise<void> {
		try {
			if (file.size > MOST) throw new Error('This file is larger than 2 MB: no shelf is.');
			const raw = JSON.parse(await file.text()) as { shelf?: ShelfItem[] };
			if (!Array.isArray(raw.shelf)) throw new Error('This file holds no shelf.');
			const count = raw.shelf.length;
			if (change(raw.shelf, []))
				said = {
					words: `${count} ${count === 1 ? 'thing' : 'things'} put on the shelf.`,
					wrong: false
				};
		} catch (fault) {
			const words =
				fault instanceof SyntaxError
					? 'This file is no shelf: it is broken.'
					: String((fault as Error).message);
			said = { words: `${words} Nothing was changed.`, wrong: true };
		}
	}
	function sendOut(): void {
		const text = `${JSON.stringify({ shelf: own }, null, '\t')}\n`;
		saveText(text, 'shelf.json', 'application/json');
	}
	const make = (kind: OwnKind) =>
		(open = likeOnShelf(kind, shelf, '', `own-${requestId().slice(0, 10)}`));
</script>

<div class="head">
	<h2>Shelf</h2>
	<DropdownMenu.Root>
		<DropdownMenu.Trigger class="quiet">Add</DropdownMenu.Trigger>
		<DropdownMenu.Portal>
			<DropdownMenu.Content class="units-menu" align="end" sideOffset={6}>
				{#each kinds as kind (kind)}
					<DropdownMenu.Item onSelect={() => make(kind)}>{OWN_WORDS[kind].title}</DropdownMenu.Item>
				{/each}
			</DropdownMenu.Content>
		</DropdownMenu.Portal>
	</DropdownMenu.Root>
</div>
<p class="soft">
	What you have that no shelf sells. Each is offered wherever a part, a medium or a crop is chosen,
	and travels in the file of a system.
</p>
{#if said}<p class:wrong={said.wrong} role={said.wrong ? 'alert' : 'status'}>{said.words}</p>{/if}
{#if gone}<p role="status">
		Taken off. <button
			class="quiet"
			onclick={() => {
				if (gone) change([gone], []);
				gone = null;
			}}>Put it back</button
		>
	</p>{/if}
{#each kinds as kind (kind)}
	{@const mine = ofKind(kind)}
	{#if mine.length > 0}
		<h3>{OWN_WORDS[kind].plural}</h3>
		<ul>
			{#each mine as item (item.id)}
				<li>
					<button class="quiet name" onclick={() => (open = item)}>{item.name}</button>
					<button class="quiet" aria-label="Take {item.name} off" onclick={() => take(item)}
						>×</button
					>
				</li>
			{/each}
		</ul>
	{/if}
{/each}
{#if own.length === 0}<p class="soft">Nothing stands here yet.</p>{/if}
{#each unreadable as { id, why } (id)}
	<p class="soft">“{id}” cannot be read; it is kept as it is. {why}</p>
{/each}
{#if prices > 0}<p class="soft">{prices} {prices === 1 ? 'price' : 'prices'} of yours.</p>{/if}
<p class="verbs">
	<button class="quiet" disabled={own.length === 0} onclick={sendOut}>Export the shelf</button>
	<FilePick
		label="Import a shelf"
		quiet
		accept=".json,application/json"
		onfile={(file) => void bringIn(file)}
	/>
</p>
{#if open}
	{#key open.id}
		<OwnPart
			item={open}
			{shelf}
			{units}
			known={own.some(({ id }) => id === open?.id)}
			onkeep={(item) => void keep(item)}
			onleave={() => (open = null)}
		/>
	{/key}
{/if}

<style>
	.head {
		display: flex;
		align-items: baseline;
	}
	h2 {
		flex: 1;
		font-size: 21px;
	}
	ul {
		list-style: none;
		padding: 0;
		margin: 0;
	}
	li {
		display: flex;
		justify-content: space-between;
		border-top: 1px solid var(--hair);
	}
	.name {
		color: var(--ink);
		padding-left: 0;
		text-align: left;
	}
	.wrong {
		color: var(--dry);
		font-weight: 600;
	}
	.verbs {
		display: flex;
		gap: 14px;
		margin-top: 14px;
	}
</style>
