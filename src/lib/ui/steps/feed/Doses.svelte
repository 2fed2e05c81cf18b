<script lang="ts">
	import { scaleOf, toShown } from '$lib/core/quantity';
	import Chart from '../../chart/Chart.svelte';
	import { useSession } from '../../workspace/context';

	/** What each plant gets in a feed, beside what it drank since the last. */
	const session = useSession();
	const feed = $derived(session.model.feed);
	const doses = $derived(
		session.model.layout.sites.flatMap((site) => {
			const dose = feed?.dose.get(site.id);
			return dose ? [{ site, ...dose }] : [];
		})
	);
	const shown = (litres: number) => toShown(litres, 'dose', session.units);
	const short = $derived(doses.filter(({ doseL, deficitL }) => doseL < deficitL * (1 - 1e-6)));
</script>

<h3>In a feed</h3>
<Chart
	title="What each plant gets in a feed"
	across={{ name: '', labels: doses.map(({ site }) => site.label), say: String }}
	up={{
		name: scaleOf('dose', session.units).unit,
		min: 0,
		say: (value) => value.toLocaleString('en-GB', { maximumSignificantDigits: 3 })
	}}
	series={[
		{
			name: 'arrives',
			colour: '--supply',
			kind: 'bar',
			points: doses.map(({ doseL }, x) => ({ x, y: shown(doseL) }))
		},
		{
			name: 'drunk since the feed before, on a hot day',
			colour: '--amber',
			kind: 'bar',
			points: doses.map(({ deficitL }, x) => ({ x, y: shown(deficitL) }))
		}
	]}
	height={150}
/>
{#if short.length > 0}<p class="soft">
		Less arrives than was drunk at {short
			.slice(0, 6)
			.map(({ site }) => site.label)
			.join(', ')}{short.length > 6 ? ` and ${short.length - 6} more` : ''}.
	</p>{/if}
