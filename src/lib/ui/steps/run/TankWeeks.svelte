<script lang="ts">
	import Explain from '../../explain/Explain.svelte';
	import { useSession } from '../../workspace/context';

	/** Three weeks forward: litres in the tank as columns, its strength as a line. */
	const session = useSession();
	const run = $derived(session.model.run);
	const inTank = (litres: number) => Math.max(0, litres - run.outsideL) * run.tankShare;
	// what stands in pools and media is part of the loop, and not of the tank
	const days = $derived(run.result.days.map((d) => ({ ...d, volumeL: inTank(d.volumeL) })));
	const least = $derived(inTank(run.input.pumpMinimumL));
	const most = $derived(Math.max(session.model.tank.fullL, 1));
	const strongest = $derived(
		Math.max(...days.filter((d) => d.volumeL > least).map((d) => d.ecMsCm), run.input.ecStartMsCm) *
			1.2
	);
	const W = 340;
	const x = (day: number) => 4 + ((day - 1) / days.length) * (W - 8);
	const wide = $derived((W - 8) / days.length - 2);
	const line = $derived(
		days
			.filter((d) => d.volumeL > least)
			.map(
				(d, i) => `${i === 0 ? 'M' : 'L'}${x(d.day) + wide / 2} ${74 - (d.ecMsCm / strongest) * 62}`
			)
			.join(' ')
	);
	const end = $derived(days.filter((d) => d.volumeL > least).at(-1));
</script>

<p class="soft">
	<Explain op="reservoir-run" entry={run} title="The tank, day by day"
		>Three weeks from now:</Explain
	> the water as columns, its strength as a line{end
		? `, ${session.say(end.ecMsCm, 'strength')} at its end`
		: ''}.
</p>
<svg
	width="100%"
	height="92"
	viewBox="0 0 {W} 92"
	role="img"
	aria-label="Level and strength over three weeks"
>
	{#each days as d (d.day)}
		<rect
			class:dry={d.volumeL < least}
			x={x(d.day)}
			width={wide}
			y={74 - (d.volumeL / most) * 62}
			height={Math.max(1, (d.volumeL / most) * 62)}
		/>
		{#if d.day % 7 === 0}<text x={Math.min(x(d.day) + wide / 2, W - 18)} y="88">day {d.day}</text
			>{/if}
	{/each}
	<path d={line} />
	<line x1="4" x2={W - 4} y1={74 - (least / most) * 62} y2={74 - (least / most) * 62} />
</svg>

<style>
	p {
		margin: 10px 0 2px;
		font-size: 13.5px;
	}
	rect {
		fill: var(--water);
	}
	.dry {
		fill: var(--dry);
	}
	path {
		fill: none;
		stroke: var(--growth);
		stroke-width: 2;
	}
	line {
		stroke: var(--dry);
		stroke-dasharray: 4 3;
	}
	text {
		font-size: 12px;
		fill: var(--soft);
		text-anchor: middle;
	}
</style>
