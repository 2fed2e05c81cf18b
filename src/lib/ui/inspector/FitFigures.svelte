<script lang="ts">
	import { kindOf } from '$lib/core/design';
	import { costOf, partsOf } from '$lib/core/build';
	import {
		extensionOf,
		fitOf,
		LIMITS,
		oneMore,
		type Extension,
		type OneMore
	} from '$lib/core/review';
	import { useSession } from '../workspace/context';

	/** How many fit the place, what one more or fewer does, and how well floor and tank are used. */
	const session = useSession();
	const chain = $derived(session.chain);
	const index = $derived(session.standIndex);
	const words = $derived(kindOf(session.design.stands[index]!).words);
	const fit = $derived(fitOf(chain, index));
	const steps = $derived(
		([1, -1] as const).map((by) => oneMore(chain, by, index)).filter((s) => s !== null)
	);
	/** Worked out when asked, for one design: dozens of lengths are laid out and solved. */
	let asked = $state.raw<{ of: typeof chain; index: number; found: Extension } | null>(null);
	const found = $derived(asked?.of === chain && asked.index === index ? asked.found : null);
	const PARTS = { place: 'the place', pump: 'the pump', return: 'the return', tank: 'the tank' };
	const many = $derived(fit.along === 'perRow' ? 'a row' : words.container[1]);
	const upTo = (most: number, now: number) =>
		most < now
			? 'too small already'
			: most === now
				? 'just enough for this'
				: `up to ${most} ${many}`;
	const cost = $derived(costOf(session.design, partsOf(session.design, chain.layout, chain.shelf)));
	const one = $derived(
		fit.along === 'perRow' && words.container[0] !== 'channel' ? 'column' : words.container[0]
	);
	const told = (step: OneMore) =>
		`${step.sites} sites, ${session.say(step.useLPerDay, 'volume')} a day, driest ${session.say(step.driestLph, 'flow')}${step.fits ? '' : '; does not fit the place'}`;
	const perM2 = (n: number) => n.toFixed(n < 10 ? 1 : 0);
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
	<dt>Plants a m² of floor</dt>
	<dd>
		{perM2(fit.plantsPerM2)}{#if fit.singlePerM2 !== null}; the same crops in single pots {perM2(
				fit.singlePerM2
			)}{/if}
	</dd>
	<dt>Plants a litre of tank</dt>
	<dd>{fit.plantsPerTankL.toFixed(2)}</dd>
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
					{PARTS[limit][0]?.toUpperCase()}{PARTS[limit].slice(1)}{limit === 'place'
						? ''
						: ' as it is'}: {upTo(most, found.now)}
				</dd>
			{/if}
		{/each}
		<dd>
			{found.first
				? `${PARTS[found.first.limit][0]?.toUpperCase()}${PARTS[found.first.limit].slice(1)} gives way first.`
				: 'Nothing gives way within 60.'}
		</dd>
	{/if}
</dl>
{#if !found}
	<button
		class="quiet"
		onclick={() => (asked = { of: chain, index, found: extensionOf(chain, index) })}
		>How far can it be extended?</button
	>
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
