<script lang="ts">
	import { dayOf } from '$lib/core/review';
	import { useSession } from './context';

	/** Every word that was given, with its date and what it was given for; each is taken back by a press. */
	const session = useSession();
	const words = $derived([
		...session.record.settled.map((word, at) => ({ word, at, part: 'record' as const })),
		...session.place.settled.map((word, at) => ({ word, at, part: 'place' as const }))
	]);
	let problem = $state<string | null>(null);

	function takeBack({ part, at }: (typeof words)[number]): void {
		const left = session[part].settled.filter((_, i) => i !== at);
		problem = session.set(`${part}.settled`, left, 'a word taken back');
	}
</script>

{#if words.length > 0}
	<h3>What I have settled</h3>
	<ul>
		{#each words as one (`${one.part} ${one.at}`)}
			<li>
				<span
					>{one.word.said}
					<small
						>{one.word.on ? dayOf(one.word.on) : 'no date'}{one.part === 'place'
							? ', for every system here'
							: ''}. {one.word.figure === null
							? 'It comes back if what it is about changes.'
							: 'It comes back if it gets a tenth worse.'}</small
					></span
				>
				<button class="quiet" onclick={() => takeBack(one)}>Take back</button>
			</li>
		{/each}
	</ul>
	{#if problem}<p role="alert">{problem}</p>{/if}
{/if}

<style>
	h3 {
		margin-top: 14px;
	}
	ul {
		list-style: none;
		padding: 0;
	}
	li {
		display: grid;
		grid-template-columns: 1fr auto;
		gap: 10px;
		align-items: start;
		border-top: 1px solid var(--hair);
		padding: 7px 0;
		font-size: 13.5px;
	}
	small {
		display: block;
		color: var(--soft);
		font-size: 13px;
	}
	[role='alert'] {
		color: var(--dry);
	}
</style>
