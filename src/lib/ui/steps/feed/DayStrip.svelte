<script lang="ts">
	import { drag, type Drag } from '../../control/drag';
	import { useSession } from '../../workspace/context';
	import { clockOf, copyFeed, dropFeed, moveFeed, STRIP } from '../../clock/day-drag';
	import DayLines from './DayLines.svelte';

	const { width }: { width: number } = $props();
	const session = useSession();
	const left = 14;
	const right = $derived(width - 14);
	const x = (min: number) => left + (min / 1440) * (right - left);
	const feed = $derived(session.model.feed);
	const settings = $derived(session.operation.feed);
	const lights = $derived(session.model.day.lights);
	const steady = $derived(settings.school === 'continuous');
	/** Lit spans; a day of light may run past midnight. */
	const lit = $derived.by(() => {
		const end = lights.onMin + lights.durationMin;
		return end <= 1440
			? [[lights.onMin, end]]
			: [
					[lights.onMin, 1440],
					[0, end - 1440]
				];
	});
	const dayFeeds = $derived(feed?.plan.events.filter((event) => !event.night) ?? []);

	/** Starts set by hand are counted round the clock, the others by day. */
	const placeOf = (index: number): number =>
		settings.school === 'fixed' && feed ? feed.plan.events.indexOf(dayFeeds[index]!) : index;

	interface Held {
		index: number;
		base: typeof settings;
		onMin: number;
	}
	let keeping: ReturnType<typeof setTimeout> | undefined;
	const perPixel = $derived(1440 / (right - left));

	const hand = (index: number, mode: 'move' | 'stretch'): Drag<Held> => ({
		take: () => {
			if (steady || !feed) return null;
			chosen = dayFeeds[index]?.startMin ?? null;
			return { index, base: settings, onMin: feed.onMin };
		},
		move: (held, { x }) => {
			const by = x * perPixel;
			if (mode === 'stretch') stretch(held.onMin + by);
			else
				session.preview(
					moveFeed(held.base, placeOf(held.index), dayFeeds.length, by, lights.durationMin)
				);
		},
		keep: (held) => {
			chosen = dayFeeds[held.index]?.startMin ?? null;
			session.commit('feeds moved on the day');
		},
		drop: () => session.revert()
	});
	const stretch = (minutes: number) =>
		session.preview([
			{ path: 'operation.feed.setMin', value: Math.round(Math.min(240, Math.max(1, minutes))) }
		]);

	/** The feed last taken hold of, by its start; it can be doubled or dropped. */
	let chosen = $state<number | null>(null);
	const starts = $derived(feed?.plan.events.map(({ startMin }) => startMin) ?? []);
	const doubled = $derived(
		feed && chosen !== null && starts.includes(chosen) ? copyFeed(starts, chosen, feed.onMin) : null
	);
	const dropped = $derived(
		chosen !== null && starts.includes(chosen) ? dropFeed(starts, chosen) : null
	);
	function keep(changes: typeof doubled, label: string): void {
		if (!changes) return;
		chosen = null;
		session.press(changes, label);
	}

	function key(event: KeyboardEvent, index: number): void {
		if (event.key === 'd' || event.key === 'Delete' || event.key === 'Backspace') {
			event.preventDefault();
			event.stopPropagation();
			chosen = dayFeeds[index]?.startMin ?? null;
			if (event.key === 'd') keep(doubled, 'one feed more');
			else keep(dropped, 'one feed fewer');
			return;
		}
		const by = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0;
		if (by === 0 || !feed || steady) return;
		event.preventDefault();
		event.stopPropagation();
		if (event.shiftKey) stretch(feed.onMin + by);
		else
			session.preview(
				moveFeed(settings, placeOf(index), dayFeeds.length, 5 * by, lights.durationMin)
			);
		clearTimeout(keeping);
		keeping = setTimeout(() => session.commit('feeds moved on the day'), 500);
	}
</script>

<svg
	{width}
	height={STRIP}
	viewBox="0 0 {width} {STRIP}"
	role="group"
	aria-label="Feeds through the day"
>
	{#each Array.from({ length: 9 }, (_, i) => i * 180) as min (min)}
		<text class="hour" x={Math.min(right - 6, Math.max(left + 6, x(min)))} y="12"
			>{String(min / 60).padStart(2, '0')}</text
		>
	{/each}
	<rect class="night" x={left} y="18" width={right - left} height="30" />
	{#each lit as [from, to], i (i)}
		<rect class="day" x={x(from ?? 0)} y="18" width={x(to ?? 0) - x(from ?? 0)} height="30" />
	{/each}
	{#each Array.from({ length: 9 }, (_, i) => i * 180) as min (min)}
		<line class="tick" x1={x(min)} x2={x(min)} y1="18" y2="48" />
	{/each}
	{#if feed && steady}
		<rect class="steady" x={left} y="27" width={right - left} height="12" />
	{:else if feed}
		{#each feed.plan.events as event, i (i)}
			{@const index = dayFeeds.indexOf(event)}
			{@const wide = Math.max(3, x(feed.onMin) - left)}
			{#if event.night}
				<rect class="feed night-feed" x={x(event.startMin)} y="22" width={wide} height="22"
					><title>night feed at {clockOf(event.startMin)}</title></rect
				>
			{:else}
				<g
					role="slider"
					tabindex="0"
					aria-label="Feed {index + 1} of {dayFeeds.length}"
					aria-valuenow={event.startMin}
					aria-valuemin={0}
					aria-valuemax={1439}
					aria-valuetext="{clockOf(event.startMin)}, {feed.onMin} minutes"
					class="block"
					use:drag={hand(index, 'move')}
					onkeydown={(e) => key(e, index)}
					onfocus={() => (chosen = event.startMin)}
				>
					<title
						>Feed at {clockOf(event.startMin)} for {feed.onMin} min. Drag to move, drag its right edge
						to stretch; arrow keys move, Shift with them stretches, D makes one more, Delete drops it.</title
					>
					<rect class="touch" x={x(event.startMin) - 6} y="14" width={wide + 12} height="38" />
					<rect class="feed" x={x(event.startMin)} y="20" width={wide} height="26" />
					<!-- by keyboard Shift with the arrows stretches it, on the feed itself -->
					<rect
						class="edge"
						x={x(event.startMin) + wide - 1}
						y="16"
						width="8"
						height="34"
						use:drag={hand(index, 'stretch')}
					/>
				</g>
			{/if}
		{/each}
		{#each dayFeeds as event (event.startMin)}
			{#if dayFeeds.length <= 12}<text class="at" x={x(event.startMin)} y="62"
					>{clockOf(event.startMin)}</text
				>{/if}
		{/each}
	{:else}
		<text class="empty" x={width / 2} y="37"
			>No plan: plant something that gets water, or open the feeding window.</text
		>
	{/if}
	{#if doubled || dropped}
		<foreignObject x={right - 210} y="50" width="210" height="24">
			<div class="verbs">
				{#if doubled}<button class="quiet" onclick={() => keep(doubled, 'one feed more')}
						>One more like it</button
					>{/if}
				{#if dropped}<button class="quiet" onclick={() => keep(dropped, 'one feed fewer')}
						>Drop {clockOf(chosen!)}</button
					>{/if}
			</div>
		</foreignObject>
	{/if}
	<DayLines {left} {right} />
</svg>

<style>
	svg {
		display: block;
		user-select: none;
	}
	text {
		font-size: 12px;
		fill: var(--soft);
	}
	.hour,
	.at,
	.empty {
		text-anchor: middle;
	}
	.at {
		fill: var(--supply);
	}
	.night {
		fill: var(--night);
	}
	.day {
		fill: var(--day);
	}
	.tick {
		stroke: var(--soft);
		stroke-width: 0.6;
		opacity: 0.5;
	}
	.feed,
	.steady {
		fill: var(--supply);
	}
	.night-feed {
		opacity: 0.7;
	}
	.block {
		cursor: grab;
		touch-action: none;
		outline: none;
	}
	.verbs {
		display: flex;
		justify-content: flex-end;
		font-size: 12.5px;
	}
	.verbs button {
		padding: 0 6px;
		background: var(--ground);
	}
	.touch {
		fill: transparent;
	}
	.edge {
		fill: transparent;
		cursor: ew-resize;
	}
	.block:focus-visible .feed,
	.block:hover .feed {
		stroke: var(--ink);
		stroke-width: 2;
	}
</style>
