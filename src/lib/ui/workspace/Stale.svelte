<script lang="ts">
	import Miniature from '../drawing/Miniature.svelte';
	import { differing, placeDiffering } from '../home/differences';
	import Clash from '../sync/Clash.svelte';
	import { useSession } from './context';

	/** A system that was changed here and elsewhere: both, drawn. */
	let { open = $bindable() }: { open: boolean } = $props();
	const session = useSession();
</script>

<Clash
	file={session.file}
	bind:open
	rows={({ mine, theirs }) => [
		...differing(mine, theirs, session.units, true),
		...placeDiffering(mine.place, theirs.place, session.units)
	]}
>
	{#snippet sides({ mine, theirs, at })}
		<div class="sides">
			<figure>
				<Miniature parts={mine} shelf={session.model.shelf} perMetre={62} />
				<figcaption>Yours</figcaption>
			</figure>
			<figure>
				<Miniature parts={theirs} shelf={session.model.shelf} perMetre={62} />
				<figcaption>
					The other{at
						? `, saved ${new Date(at).toLocaleTimeString('en-GB', {
								hour: '2-digit',
								minute: '2-digit'
							})}`
						: ''}
				</figcaption>
			</figure>
		</div>
	{/snippet}
</Clash>

<style>
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
</style>
