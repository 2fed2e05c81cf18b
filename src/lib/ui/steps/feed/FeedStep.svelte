<script lang="ts">
	import { lineWants } from '$lib/core/feeding';
	import { cutsAt, pumpMinutes, timedSites } from '$lib/core/model';
	import { dutyOf } from '$lib/core/design';
	import { pick } from '$lib/core/shelf';
	import { capital } from '$lib/core/quantity';
	import ClockField from '../../control/ClockField.svelte';
	import NumberField from '../../control/NumberField.svelte';
	import Figure from '../../control/Figure.svelte';
	import { clockOf } from '../../clock/day-drag';
	import Big from '../../inspector/Big.svelte';
	import Doses from './Doses.svelte';
	import FirstWeeks from './FirstWeeks.svelte';
	import FeedStarts from './FeedStarts.svelte';
	import SaltDays from './SaltDays.svelte';
	import Schools from './Schools.svelte';
	import SiteDay from './SiteDay.svelte';
	import Switchings from './Switchings.svelte';
	import ValveFeed from './ValveFeed.svelte';
	import { useSession } from '../../workspace/context';

	const session = useSession();
	const model = $derived(session.model);
	const feed = $derived(model.feed);
	const settings = $derived(session.operation.feed);
	const label = (id: string) => model.layout.sites.find((s) => s.id === id)?.label ?? id;
	/** Minutes until the lowest of the longest line has its share; null where nothing is passed on. */
	const last = $derived.by(() => {
		if (!feed?.input.sites.some(({ passesTo }) => passesTo)) return null;
		const deficits = feed.plan.sites.map(({ deficitL }) => deficitL);
		return Math.max(
			...lineWants({ ...feed.input, drainFraction: 0 }, deficits).map((l) => l.minutes)
		);
	});
	/** The driest site of each crop, and what a power cut does to it at the minute that is looked at. */
	const cutMin = $derived(session.view.cutMin ?? session.judged.powerCut?.atMin ?? null);
	const cuts = $derived(cutMin === null ? [] : cutsAt(session.judged, cutMin));
	const byValve = $derived(timedSites(model).size === 0);
	const night = $derived(feed?.plan.nightEvents ?? 0);
	const planned = $derived(feed && { input: feed.input, result: feed.plan });
	const minutes = (hours: number | null) =>
		hours === null ? 'not in three days' : `${Math.round(60 * hours)} min`;
	const stops = ({ atMin }: { atMin: number }) => ({
		name: 'the pump stops at',
		value: clockOf(atMin)
	});
</script>

{#if byValve}
	<ValveFeed />
{:else}
	{#if feed}
		<p class="soft">
			{label(feed.plan.frequencySetBy)} sets how often: it uses up its share of the medium first. {label(
				feed.plan.durationSetBy
			)} sets how long.
		</p>
		<Big
			op="feed-plan"
			title="Waterings in a day"
			entry={planned}
			figure={settings.school === 'continuous'
				? 'all day'
				: `${feed.plan.events.length} × ${feed.onMin} min`}
			against={settings.school === 'continuous'
				? ''
				: `${night > 0 ? `${night} by night, ` : ''}first at ${clockOf(feed.plan.events.find((e) => !e.night)?.startMin ?? 0)}`}
		/>
	{:else}
		<p class="soft">
			No plan can be made: nothing planted gets water, or the feeding window is closed.
		</p>
	{/if}
	<Schools />
	{#if settings.school !== 'continuous'}
		<NumberField label="Set on your timer" path="operation.feed.setMin" empty="as planned" />
		{#if settings.school === 'soak'}<NumberField
				label="Soaks a day"
				path="operation.feed.soakPerDay"
				empty="as needed"
			/>{/if}
		{#if settings.school === 'pulse'}<NumberField
				label="A pulse every"
				path="operation.feed.pulseEveryMin"
			/>{/if}
		{#if settings.school === 'repeat'}<NumberField
				label="A feed every"
				path="operation.feed.repeatEveryMin"
			/>{/if}
		{#if settings.school === 'repeat' && 1440 % settings.repeatEveryMin > 0}<p class="soft">
				A timer that only counts goes on past midnight: its feeds come {settings.repeatEveryMin -
					(1440 % settings.repeatEveryMin)} min later each day. Set it anew, or take a spacing that goes
				into a day.
			</p>{/if}
		{#if settings.school === 'fixed'}<FeedStarts />{/if}
	{/if}
	<NumberField
		label="Used up before a feed, at most"
		path="operation.feed.allowedDepletion"
		empty={String(Math.round(100 * (feed?.input.allowedDepletion ?? 0)))}
	/>
	<NumberField label="Let drain" path="operation.feed.drainFraction" />
	{#if model.saltInMedia.length > 0}<NumberField
			label="Flushed with plain water every"
			path="operation.flushEveryDays"
			empty="never"
		/>{/if}
	<NumberField label="Timer holds" path="operation.feed.timer.slotsPerDay" />
	<NumberField label="Timer's step" path="operation.feed.timer.resolutionMin" />
	<NumberField label="Shortest the timer can run" path="operation.feed.timer.minOnMin" />
	{#if settings.relay}
		<NumberField label="Relay on, in a feed" path="operation.feed.relay.onS" />
		<NumberField label="Relay off, in between" path="operation.feed.relay.offS" />
		<p class="soft">
			Water runs {Math.round(100 * dutyOf(settings))} % of each feed: the plan counts with so much less
			in whole minutes.
			<button class="quiet" onclick={() => session.put('operation.feed.relay', null, 'no relay')}
				>It runs all through</button
			>
		</p>
	{:else}
		<p>
			<button
				class="quiet"
				onclick={() => session.put('operation.feed.relay', { onS: 20, offS: 40 }, 'a relay')}
				>My relay switches by seconds</button
			>
		</p>
	{/if}
	{#if settings.school === 'repeat'}<ClockField
			label="First of the repeats"
			path="operation.feed.repeatFromMin"
		/>{/if}
	{#if settings.school === 'soak' || settings.school === 'pulse'}
		<NumberField label="First feed after light" path="operation.feed.window.startAfterOnMin" />
		<NumberField label="Last feed before dark" path="operation.feed.window.stopBeforeOffMin" />
	{/if}
	{#if settings.school === 'soak' || settings.school === 'pulse'}<p class="soft">
			{settings.lights.onMin !== null
				? 'Feeds follow the light you set'
				: model.area.climate.setting === 'indoors'
					? 'Feeds follow the lamps, on'
					: 'Feeds follow sunrise,'} at {clockOf(model.day.lights.onMin)}; by hand, at set times,
			they follow the clock.
		</p>{/if}
	<NumberField label="Drunk by day" path="operation.feed.dayShare" />
	<ClockField
		label="Light begins"
		path="operation.feed.lights.onMin"
		else={model.day.lights.onMin}
		called="by the place"
	/>
	<NumberField
		label="Light lasts"
		path="operation.feed.lights.durationMin"
		empty={session.say(model.day.shinesMin / 60, 'hours')}
	/>
	{#if cuts.length > 0 && cutMin !== null}
		<h3>Without power from {clockOf(cutMin)}</h3>
		<p class="soft">
			On a hot day; drag “power off” along the day under the drawing.
			{#if session.view.cutMin === null}This is the worst moment of it.{:else}<button
					class="quiet"
					onclick={() => (session.view.cutMin = null)}>The worst moment</button
				>{/if}
		</p>
		{#each cuts as { cropId, cut } (cropId)}
			<Figure
				label="{capital(pick(model.shelf.crops, cropId).plural)}, {label(cut.siteId)}: stress in"
				value={cut.hoursToStress}
				kind="hours"
				op="root-zone"
				entry={cut}
				rows={[stops(cut), { name: 'stressed after', value: minutes(cut.hoursToStress) }]}
			/>
			<Figure
				label="wilting in"
				value={cut.hoursToWilt}
				kind="hours"
				op="root-zone"
				entry={cut}
				rows={[stops(cut), { name: 'wilted after', value: minutes(cut.hoursToWilt) }]}
				state={cut.hoursToWilt !== null && cut.hoursToWilt < session.operation.awayH
					? 'look'
					: null}
			/>
		{/each}
		<NumberField label="Nobody looks in for, at most" path="operation.awayH" />
	{/if}
	<SiteDay />
	{#if feed}
		<SaltDays />
		<Switchings />
		<FirstWeeks />
		<Doses />
		<Figure
			label="Pump runs"
			value={pumpMinutes(model)}
			unit="min a day"
			op="feed-plan"
			entry={null}
			rows={[
				{ name: 'waterings in a day', value: `${feed.plan.events.length}` },
				{ name: 'each', value: `${feed.onMin} min` }
			]}
		/>
		<Figure
			label="Pumped against drunk"
			value={feed.drunkLPerDay > 0 ? feed.pumpedLPerDay / feed.drunkLPerDay : null}
			unit="times"
			op="feed-plan"
			entry={null}
			rows={[
				{ name: 'pumped', value: session.say(feed.pumpedLPerDay, 'use') },
				{ name: 'drunk', value: session.say(feed.drunkLPerDay, 'use') }
			]}
			state={feed.pumpedLPerDay < feed.drunkLPerDay ? 'stop' : null}
			note="{session.say(feed.pumpedLPerDay, 'volume')} leave the outlets in a day, {session.say(
				feed.drunkLPerDay,
				'volume'
			)} are drunk; the rest drains."
		/>
		{#if last !== null}<Figure
				label="Until the last site has its share"
				value={last}
				kind="minutes"
				op="feed-plan"
				entry={planned}
				state={last > feed.onMin ? 'look' : null}
				note="Water goes down from site to site: each keeps what it lacks and leaves the rest."
			/>{/if}
		<Figure
			label="Least feeds by day"
			value={feed.plan.leastDayEvents}
			unit="a day"
			op="feed-plan"
			entry={planned}
			note="Set by {label(feed.plan.frequencySetBy)}."
		/>
		<Figure
			label="Planned length"
			value={feed.plan.onMin}
			kind="minutes"
			op="feed-plan"
			entry={planned}
			note="Set by {label(feed.plan.durationSetBy)}, whose water takes longest."
		/>
	{/if}
{/if}
