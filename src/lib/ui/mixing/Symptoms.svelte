<script lang="ts">
	import { LEAVES, likelyCauses, SIGNS, type Leaves, type Sign } from '$lib/core/logbook';
	import { rendered } from '$lib/core/review';
	import Choice from '../control/Choice.svelte';
	import { useSession } from '../workspace/context';

	/** From what leaves show to what it may be, and one correction at a time. */
	let leaves = $state<Leaves>('older');
	let sign = $state<Sign>('pale');
	const session = useSession();
	const fish = $derived(session.operation.mix.fish);
	const causes = $derived(likelyCauses(leaves, sign, fish));
	const options = <T extends string>(of: Record<T, string>) =>
		(Object.entries(of) as [T, string][]).map(([id, name]) => ({ id, name }));
</script>

<p>Which leaves show it first?</p>
<Choice
	label="Which leaves"
	value={leaves}
	options={options(LEAVES)}
	onpick={(id) => (leaves = id)}
/>
<p>And how?</p>
<Choice label="How they look" value={sign} options={options(SIGNS)} onpick={(id) => (sign = id)} />
<ol>
	{#each causes as cause (cause.id)}
		<li>
			<b>{cause.title}</b>
			{#if cause.measureFirst}<p class="first">
					{rendered(cause.measureFirst, session.units)}
				</p>{/if}
			<p>
				{rendered(cause.correct, session.units)}
				<span class="soft">{cause.besides}</span>
			</p>
		</li>
	{/each}
</ol>
{#if fish}
	<p class="first">
		Fish live in this loop: nothing is poured in for the leaves{causes.length === 0
			? ', and none of the causes of this sign is mended without. Test ammonia and nitrite, and ask somebody who keeps fish'
			: ''}.
	</p>
{/if}
<p class="soft">One correction, then a week: two at once teach nothing.</p>

<style>
	ol {
		padding-left: 20px;
	}
	li {
		padding: 5px 0;
	}
	.first {
		color: var(--caution);
		font-weight: 600;
	}
</style>
