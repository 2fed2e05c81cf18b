<script lang="ts">
	import { scaleOf } from '$lib/core/quantity';
	import { useSession } from '../workspace/context';

	/** What each plant gets in a feed, beside what it drank since the last. */
	const session = useSession();
	const feed = $derived(session.model.feed);
	const doses = $derived(
		session.model.layout.sites.flatMap((site) => {
			const dose = feed?.dose.get(site.id);
			return dose ? [{ site, ...dose }] : [];
		})
	);
	const most = $derived(Math.max(1e-9, ...doses.map((d) => Math.max(d.doseL, d.deficitL))));
	const [WIDE, HIGH] = [340, 56];
	const slot = $derived(WIDE / Math.max(1, doses.length));
	const bar = (litres: number) => (litres / most) * HIGH;
</script>

<h3>In a feed, {scaleOf('dose', session.units).unit}</h3>
<svg viewBox="0 -2 {WIDE} {HIGH + 18}" role="group" aria-label="What each plant gets in a feed">
	{#each doses as { site, doseL, deficitL }, i (site.id)}
		{@const at = (i + 0.5) * slot}
		{@const w = Math.min(22, slot * 0.6)}
		<g class:short={doseL < deficitL * (1 - 1e-6)}>
			<title
				>{site.label}: gets {session.say(doseL, 'dose')}, drank {session.say(
					deficitL,
					'dose'
				)}</title
			>
			<rect
				class="dose"
				x={at - w / 2}
				width={w}
				y={HIGH - bar(doseL)}
				height={Math.max(1, bar(doseL))}
			/>
			<line
				class="drunk"
				x1={at - w / 2 - 2}
				x2={at + w / 2 + 2}
				y1={HIGH - bar(deficitL)}
				y2={HIGH - bar(deficitL)}
			/>
			{#if slot > 21}<text x={at} y={HIGH + 13}>{site.label}</text>{/if}
		</g>
	{/each}
</svg>
<p class="soft">Bars: what arrives. Dashes: drunk since the feed before, on a hot day.</p>

<style>
	svg {
		display: block;
		width: 100%;
	}
	text {
		font-size: 11.5px;
		fill: var(--ink);
		text-anchor: middle;
	}
	.dose {
		fill: var(--supply);
	}
	.short .dose {
		fill: var(--amber);
	}
	.drunk {
		stroke: var(--dry);
		stroke-width: 1.6;
		stroke-dasharray: 4 2;
	}
</style>
