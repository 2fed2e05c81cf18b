<script lang="ts">
	import { intoView } from '../control/into-view';
	import { capital } from '$lib/core/quantity';
	import { onDestroy } from 'svelte';
	import { kindOf } from '$lib/core/design';
	import { costOf, partsOf } from '$lib/core/construction';
	import { fitOf, LIMITS, oneMore, type Extension, type OneMore } from '$lib/core/edit';
	import { calculateBeside, Stopped } from '$lib/workers';
	import { useSession } from '../workspace/context';

	/** How many fit the place, what one more or fewer does, and how well floor and tank are used. */
	const session = useSession();
	// a drag lays this out half a dozen times a step: it waits until the drag ends
	const model = $derived(session.kept);
	const design = $derived(model.design);
	const index = $derived(Math.min(session.view.standIndex, design.stands.length - 1));
	const words = $derived(kindOf(design.stands[index]!).words);
	const fit = $derived(fitOf(model, index));
	const steps = $derived(
		([1, -1] as const).map((by) => oneMore(model, by, index)).filter((s) => s !== null)
	);
	/** Worked out when asked, for one design, by a worker: dozens of lengths are laid out and solved. */
	let asked = $state.raw<{ of: typeof model; index: number; found: Extension } | null>(null);
	/** Share done, while it is worked out. */
	let share = $state<number | null>(null);
	let failed = $state(false);
	let wanted = new AbortController();
	const found = $derived(asked?.of === model && asked.index === index ? asked.found : null);
	async function extend(): Promise<void> {
		const of = { of: model, index };
		const standId = design.stands[index]!.id;
		wanted = new AbortController();
		share = 0;
		failed = false;
		try {
			const answer = await calculateBeside(
				'extension',
				'extension',
				{ ...model.parts, shelf: session.shelf.own, today: session.today, standId },
				{ progress: (done) => (share = done), signal: wanted.signal }
			);
			if ('result' in answer) asked = { ...of, found: answer.result as Extension };
			else failed = true;
		} catch (fault) {
			failed = !(fault instanceof Stopped);
		}
		share = null;
	}
	onDestroy(() => wanted.abort());
	const PARTS = { place: 'the place', pump: 'the pump', return: 'the return', tank: 'the tank' };
	const many = $derived(fit.along === 'perRow' ? 'a row' : words.container[1]);
	const upTo = (most: number, now: number) =>
		most < now
			? 'too small already'
			: most === now
				? 'just enough for this'
				: `up to ${most} ${many}`;
	const cost = $derived(costOf(model.shelf, partsOf(design, model.layout, model.shelf)));
	const one = $derived(
		fit.along === 'perRow' && words.container[0] !== 'channel' ? 'column' : words.container[0]
	);
	const told = (step: OneMore) =>
		`${step.sites} sites, ${session.say(step.useLPerDay, 'volume')} a day, driest ${session.say(step.driestLph, 'flow')}${step.fits ? '' : '; does not fit the place'}`;
</script>

<h3>Fit</h3>
<dl>
	{#if fit.most !== null}
		<dt>Fit the place</dt>
		<dd>
			{fit.most < 1 ? 'none as it is' : `up to ${fit.most} along the front, now ${fit.now}`}
		</dd>
		{#if fit.deep}
			<dd>
				{fit.deep.most} deep, now {fit.deep.now}; {fit.deep.inReach} in reach from the front
			</dd>
		{/if}
		<dd>{session.say(fit.headroomM, 'span')} of headroom left</dd>
	{/if}
	{#each steps as step (step.by)}
		<dt>One {one} {step.by > 0 ? 'more' : 'fewer'}</dt>
		<dd>{told(step)}</dd>
	{/each}
	<dt>Plants for the floor they take</dt>
	<dd>
		{session.say(fit.plantsPerM2, 'perArea')}{#if fit.singlePerM2 !== null}; the same crops in
			single pots {session.say(fit.singlePerM2, 'perArea')}{/if}
	</dd>
	<dt>Plants for the water in the tank</dt>
	<dd>{session.say(fit.plantsPerTankL, 'perVolume')}</dd>
	{#if cost.priced > 0}
		<dt>Cost of a site</dt>
		<dd>{(cost.total / Math.max(1, fit.sites)).toFixed(2)} by your prices</dd>
	{/if}
	{#if found}
		<dt>To extend it from {found.now} {many}</dt>
		{#each LIMITS as limit (limit)}
			{@const most = found.most[limit]}
			{#if most !== null}
				<dd>
					{capital(PARTS[limit])}{limit === 'place' ? '' : ' as it is'}: {upTo(most, found.now)}
				</dd>
			{/if}
		{/each}
		<dd {@attach intoView}>
			{found.first
				? `${capital(PARTS[found.first.limit])} gives way first.`
				: 'Nothing gives way within 60.'}
		</dd>
	{/if}
</dl>
{#if share !== null}
	<p class="soft" role="status">
		Trying lengths: {Math.round(100 * share)} % done.
		<progress max="1" value={share}></progress>
		<button class="quiet" onclick={() => wanted.abort()}>Stop</button>
	</p>
{:else if !found}
	<button class="quiet" onclick={() => void extend()}>How far can it be extended?</button>
	{#if failed}<p role="alert">This could not be worked out. Try again.</p>{/if}
{/if}

<style>
	dl {
		margin: 0 0 8px;
	}
	dt {
		color: var(--soft);
		font-size: 13.5px;
		border-top: 1px solid var(--hair);
		padding-top: 5px;
	}
	dd {
		margin: 0 0 5px;
		font: 500 15px/1.3 var(--head);
	}
</style>
