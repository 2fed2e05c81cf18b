<script lang="ts">
	import { strengthRamp } from '$lib/core/model';
	import { dayOf } from '$lib/core/review';
	import { useSession } from '../../workspace/context';

	/** The strength of young plants, by date, as they grow into it. */
	const session = useSession();
	const compost = $derived(
		session.model.layout.sites.some(({ mediumId }) => mediumId === 'compost-perlite')
	);
	const steps = $derived(strengthRamp(session.kept, session.today));
</script>

{#if steps.length > 1}
	<ol>
		{#each steps as { from, msCm }, i (from)}
			<li>
				<span>{i === 0 ? 'today' : `from ${dayOf(from)}`}</span>
				<b>{session.say(msCm, 'strength')}</b>
			</li>
		{/each}
	</ol>
	<p class="soft">
		By how far on they will be; go by what you see when they are slower or faster. Under Mix it is
		asked for anew whenever the stage is.{compost
			? ' Fresh compost feeds besides in its first weeks; that is taken off.'
			: ''}
	</p>
{:else}
	<p class="soft">
		They are as strong eaters as they will be: {session.say(
			steps[0]?.msCm ?? session.model.mix.recommendedMsCm,
			'strength'
		)} from here on.
	</p>
{/if}

<style>
	ol {
		list-style: none;
		padding: 0;
		margin: 0;
	}
	li {
		display: flex;
		justify-content: space-between;
		border-top: 1px solid var(--hair);
		padding: 4px 0;
	}
</style>
