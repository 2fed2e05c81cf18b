<script lang="ts">
	import { show } from '$lib/core/quantity';
	import { Dialog } from 'bits-ui';
	import { differences, fieldAt, partsIn, placeSchema, type Place } from '$lib/core/design';
	import Miniature from '../drawing/Miniature.svelte';
	import { differing } from '../home/differences';
	import { useSession } from './context';

	/** Two versions of one system, side by side. Mine is what was changed here over theirs; the grower chooses. */
	const session = useSession();
	const theirs = $derived(session.save.kind === 'stale' ? session.save.theirs : null);
	/** What would stand: this page's last change over the other version. */
	const merged = $derived(theirs && session.mineOver(theirs));
	const mine = $derived(merged?.parts ?? null);
	const rows = $derived(
		theirs && mine
			? [
					...differing(mine, theirs, session.units, true),
					...ofPlace(mine.place, theirs.place)
				].slice(0, 12)
			: []
	);

	/** Figures of the place that differ, each by the name its field has. */
	function ofPlace(mine: Place, other: Place) {
		return differences(mine, other).map(({ path, mine: a, theirs: b }) => {
			const { title, quantity = 'count' } = fieldAt(mine, path, placeSchema) ?? {};
			const shown = (value: unknown): string =>
				typeof value === 'number'
					? show(value, quantity, session.units)
					: value === undefined || value === null
						? '–'
						: String(value);
			const id = /^areas\[id=([^\]]*)\]/.exec(path)?.[1];
			const where =
				id === undefined ? 'Place' : (mine.areas.find((area) => area.id === id)?.name ?? 'Area');
			const name = `${where}: ${title ?? path.split('.').at(-1)}`;
			return { name, mine: shown(a), theirs: shown(b) };
		});
	}
</script>

<Dialog.Root open={theirs !== null}>
	<Dialog.Portal>
		<Dialog.Overlay class="veil" />
		<Dialog.Content
			class="dialog stale"
			escapeKeydownBehavior="ignore"
			interactOutsideBehavior="ignore"
		>
			<Dialog.Title>This system was changed in another window</Dialog.Title>
			<p>
				Your last change is not saved yet. Choose which version to keep; the other stays in the
				history. {merged?.whole === false
					? 'The two do not fit together: if you keep yours, what was changed there is replaced.'
					: 'What was changed there alone is kept either way.'}
			</p>
			{#if theirs}
				<div class="sides">
					<figure>
						<Miniature parts={mine!} shelf={session.model.shelf} perMetre={62} />
						<figcaption>Yours, with your last change</figcaption>
					</figure>
					<figure>
						<Miniature parts={partsIn(theirs)} shelf={session.model.shelf} perMetre={62} />
						<figcaption>
							The other, saved {new Date(theirs.savedAt).toLocaleTimeString('en-GB', {
								hour: '2-digit',
								minute: '2-digit'
							})}
						</figcaption>
					</figure>
				</div>
				<table>
					<thead
						><tr
							><th scope="col">What differs</th><th scope="col">Yours</th><th scope="col"
								>The other</th
							></tr
						></thead
					>
					<tbody>
						{#each rows as row, i (`${i} ${row.name}`)}
							<tr><th scope="row">{row.name}</th><td>{row.mine}</td><td>{row.theirs}</td></tr>
						{/each}
						{#if rows.length === 0}<tr
								><td colspan="3">Nothing differs that can be told apart here.</td></tr
							>{/if}
					</tbody>
				</table>
			{/if}
			<div class="verbs">
				<button class="button main" onclick={() => session.resolve('mine')}>Keep mine</button>
				<button class="button" onclick={() => session.resolve('theirs')}>Take the other</button>
			</div>
		</Dialog.Content>
	</Dialog.Portal>
</Dialog.Root>

<style>
	:global(.dialog.stale) {
		width: min(760px, calc(100vw - 32px));
	}
	.sides {
		display: grid;
		grid-template-columns: 1fr 1fr;
		gap: 20px;
		margin: 14px 0;
	}
	figure {
		margin: 0;
	}
	figcaption {
		color: var(--soft);
		margin-top: 6px;
	}
	table {
		width: 100%;
		border-collapse: collapse;
		margin-bottom: 14px;
	}
	th,
	td {
		text-align: left;
		padding: 4px 8px 4px 0;
		border-top: 1px solid var(--hair);
		font-weight: 400;
	}
	thead th {
		border-top: 0;
		color: var(--soft);
		font-size: 13px;
	}
	.verbs {
		display: flex;
		gap: 10px;
	}
	p {
		margin-top: 6px;
	}
</style>
