<script lang="ts">
	import { tick } from 'svelte';
	import { DropdownMenu } from 'bits-ui';
	import { KINDS, spotOf, standOf } from '$lib/core/design';
	import { addStand, copyStand, kindsBeside, removeStand } from '$lib/core/edit';
	import {
		crownOf,
		grounds,
		placementOf,
		putReserve,
		putStand,
		putTank,
		turned,
		type Ground
	} from '$lib/core/layout';
	import AreaGround from '../place/AreaGround.svelte';
	import { useSession } from '../workspace/context';
	import { gaps, nudged, snapped } from './floor-drag';
	import { polygon } from '$lib/core/picture';

	/** The area from above, all of it: where stands and tank are put, turned, copied and taken away. */
	const { width, height }: { width: number; height: number } = $props();
	const session = useSession();
	const model = $derived(session.model);
	const { layout, area, design } = $derived(model);
	const MARGIN = 46;
	const BAR = 40;
	/** The area, and a reserve that stands outside it. */
	const seen = $derived.by(() => {
		const out = layout.reserve?.ground;
		return {
			x0: Math.min(0, out?.x0 ?? 0),
			x1: Math.max(area.lengthM, out?.x1 ?? 0),
			y0: Math.min(0, out?.y0 ?? 0),
			y1: Math.max(area.widthM, out?.y1 ?? 0)
		};
	});
	const scale = $derived(
		Math.max(
			4,
			Math.min(
				(width - 2 * MARGIN) / (seen.x1 - seen.x0),
				(height - 2 * MARGIN - BAR) / (seen.y1 - seen.y0)
			)
		)
	);
	const left = $derived((width - (seen.x0 + seen.x1) * scale) / 2);
	const bottom = $derived((height + BAR + (seen.y0 + seen.y1) * scale) / 2);
	const x = (m: number) => left + m * scale;
	const y = (m: number) => bottom - m * scale;
	const flat = (points: readonly { xM: number; yM: number }[]) =>
		polygon(points.map((p) => [x(p.xM), y(p.yM)]));
	const outline = (corners: readonly (readonly [number, number])[]) =>
		polygon(corners.map(([a, b]) => [x(a), y(b)]));

	/** What is chosen here: a stand by its id, or the tank. */
	const chosen = $derived.by(() => {
		if (session.selected === null) return null;
		if (session.selected === 'tank' || session.selected === 'reserve') return session.selected;
		return design.stands[session.standIndex]?.id ?? null;
	});
	const ground = $derived(grounds(layout).find(({ id }) => id === chosen)?.ground ?? null);
	/** A tank that carries the first stand, or is its lower part, moves with it. */
	const tankAlone = $derived(!['lid', 'inside'].includes(spotOf(design)));
	const named = (id: string) =>
		id === 'tank' ? 'Tank' : id === 'reserve' ? 'Reserve' : (standOf(design, id)?.name ?? id);
	const choose = (id: string) =>
		(session.selected = id === 'tank' || id === 'reserve' ? id : `${id}.top`);

	let problem = $state<string | null>(null);
	let hold: { id: string; ground: Ground; x: number; y: number; moved: boolean } | null = null;

	const changesTo = (id: string, to: { xM: number; yM: number }) =>
		id === 'reserve'
			? putReserve({ faces: 'front', ...design.reserve?.at, ...to })
			: id === 'tank'
				? putTank(design, layout, { faces: 'front', ...design.tank.at, ...to })
				: putStand(design, layout, id, { ...placementOf(layout, id), ...to });
	const othersOf = (id: string) =>
		grounds(layout)
			.filter((one) => one.id !== id && one.id !== 'tank')
			.map((one) => one.ground);

	function grab(event: PointerEvent & { currentTarget: SVGGElement }, id: string): void {
		if (event.button !== 0 || (id === 'tank' && !tankAlone)) return;
		choose(id);
		problem = null;
		event.currentTarget.setPointerCapture(event.pointerId);
		event.currentTarget.focus();
		const mine = grounds(layout).find((one) => one.id === id)!.ground;
		hold = { id, ground: mine, x: event.clientX, y: event.clientY, moved: false };
		event.preventDefault();
	}
	function drag(event: PointerEvent): void {
		if (!hold) return;
		const [dx, dy] = [event.clientX - hold.x, event.clientY - hold.y];
		if (!hold.moved && Math.hypot(dx, dy) < 4) return;
		hold.moved = true;
		const { x0, x1, y0, y1 } = hold.ground;
		const to = snapped(
			{ xM: x0 + dx / scale, yM: y0 - dy / scale },
			{ wide: x1 - x0, deep: y1 - y0 },
			area,
			othersOf(hold.id)
		);
		session.preview(changesTo(hold.id, to));
	}
	function drop(keep: boolean): void {
		if (hold?.moved) {
			if (keep) session.commit(`${named(hold.id)} moved`);
			else session.revert();
		}
		hold = null;
	}

	function turn(id: string): void {
		if (id === 'tank' || id === 'reserve') return;
		const mine = grounds(layout).find((one) => one.id === id)!.ground;
		problem = session.apply(
			putStand(design, layout, id, turned(mine, placementOf(layout, id))),
			`${named(id)} turned`
		);
	}
	function take(id: string): void {
		if (id === 'tank' || id === 'reserve' || design.stands.length < 2) return;
		problem = session.apply(removeStand(model, id), `${named(id)} taken away`);
		session.selected = null;
	}
	function come(made: ReturnType<typeof addStand>, label: string): void {
		if (typeof made === 'string') return void (problem = made);
		problem = session.apply(made.changes, label);
		if (problem !== null) return;
		choose(made.id);
		// the arrow keys move it from here on
		came = made.id;
		void tick().then(() => plan?.querySelector<SVGElement>(`[data-thing="${made.id}"]`)?.focus());
	}
	/** What just came: a menu that closes leaves the keys with it. */
	let came: string | null = null;
	let plan = $state<SVGSVGElement>();
	function keepKeys(event: Event): void {
		if (came !== null) event.preventDefault();
		came = null;
	}
	let keeping: ReturnType<typeof setTimeout> | undefined;
	function key(event: KeyboardEvent, id: string): void {
		const by = nudged(event.key, event.shiftKey);
		if (by && !(id === 'tank' && !tankAlone)) {
			const mine = grounds(layout).find((one) => one.id === id)!.ground;
			choose(id);
			session.preview(changesTo(id, { xM: mine.x0 + by.dx, yM: mine.y0 + by.dy }));
			// a run of nudges is one undo step
			clearTimeout(keeping);
			keeping = setTimeout(() => session.commit(`${named(id)} moved`), 500);
		} else if (event.key === 't' || event.key === 'T') turn(id);
		else if ((event.key === 'c' || event.key === 'C') && id !== 'tank' && id !== 'reserve')
			come(copyStand(model, id), `${named(id)} copied`);
		else if (event.key === 'Delete') take(id);
		else if (event.key === 'Enter' || event.key === ' ') choose(id);
		else return;
		event.preventDefault();
		event.stopPropagation();
	}
	const PLANTS = 4;
	const mains = $derived(layout.runs.filter((run) => run.role === 'main'));
	const lines = $derived(layout.runs.filter((run) => run.role === 'header' || run.role === 'row'));
	const free = $derived(ground && gaps(ground, area));
	const say = (m: number) => session.say(m, 'span');
</script>

<div class="bar">
	<DropdownMenu.Root>
		<DropdownMenu.Trigger class="button small">Add a stand</DropdownMenu.Trigger>
		<DropdownMenu.Portal>
			<DropdownMenu.Content
				class="units-menu"
				align="start"
				sideOffset={6}
				onCloseAutoFocus={keepKeys}
			>
				{#each kindsBeside(model) as variant (variant)}
					<DropdownMenu.Item
						onSelect={() => come(addStand(model, variant, PLANTS), `${KINDS[variant].title} added`)}
						>{KINDS[variant].title}</DropdownMenu.Item
					>
				{/each}
			</DropdownMenu.Content>
		</DropdownMenu.Portal>
	</DropdownMenu.Root>
	{#if chosen && chosen !== 'tank' && chosen !== 'reserve'}
		<span class="name">{named(chosen)}</span>
		<button class="quiet" onclick={() => turn(chosen)}>Turn</button>
		<button class="quiet" onclick={() => come(copyStand(model, chosen), `${named(chosen)} copied`)}
			>Copy</button
		>
		{#if design.stands.length > 1}<button class="quiet" onclick={() => take(chosen)}
				>Take away</button
			>{/if}
	{:else}
		<span class="soft">Drag a stand or the tank to where it is to stand.</span>
	{/if}
	{#if problem}<span class="problem" role="alert">{problem}</span>{/if}
</div>
<svg
	bind:this={plan}
	{width}
	{height}
	viewBox="0 0 {width} {height}"
	role="group"
	aria-label="{area.name} from above"
>
	<AreaGround {area} units={session.units} {x} {y} {scale} leftM={seen.x0} />
	{#each layout.returns as run (run.id)}
		<polyline class="return" points={flat(run.points)} />
	{/each}
	<!-- it can be reached only where it is a button that moves -->
	<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
	<g
		class="thing tank"
		class:chosen={chosen === 'tank'}
		class:loose={tankAlone}
		role={tankAlone ? 'button' : undefined}
		tabindex={tankAlone ? 0 : undefined}
		aria-label="Tank, {say(layout.tank.xM)} from the left, {say(
			layout.tank.yM
		)} from the front. Arrow keys move it."
		onpointerdown={(event) => grab(event, 'tank')}
		onpointermove={drag}
		onpointerup={() => drop(true)}
		onpointercancel={() => drop(false)}
		onkeydown={(event) => key(event, 'tank')}
	>
		<rect
			x={x(layout.tank.xM)}
			y={y(layout.tank.yM + layout.tank.widthM)}
			width={layout.tank.lengthM * scale}
			height={layout.tank.widthM * scale}
			rx={layout.tank.round ? (layout.tank.lengthM * scale) / 2 : 3}
		/>
	</g>
	{#if layout.reserve}
		<g
			class="thing tank loose"
			class:chosen={chosen === 'reserve'}
			role="button"
			tabindex="0"
			aria-label="Reserve, {say(layout.reserve.ground.x0)} from the left, {say(
				layout.reserve.ground.y0
			)} from the front. Arrow keys move it."
			onpointerdown={(event) => grab(event, 'reserve')}
			onpointermove={drag}
			onpointerup={() => drop(true)}
			onpointercancel={() => drop(false)}
			onkeydown={(event) => key(event, 'reserve')}
		>
			{#each layout.reserve.vessels as { ground: one, round }, i (i)}
				<rect
					x={x(one.x0)}
					y={y(one.y1)}
					width={(one.x1 - one.x0) * scale}
					height={(one.y1 - one.y0) * scale}
					rx={round ? ((one.x1 - one.x0) * scale) / 2 : 3}
				/>
			{/each}
		</g>
		<polyline class="supply fine" points={flat(layout.reserve.hose.points)} />
	{/if}
	{#each layout.stands as stand (stand.id)}
		{@const mine = stand.ground}
		<g
			class="thing loose"
			class:chosen={chosen === stand.id}
			data-thing={stand.id}
			role="button"
			tabindex="0"
			aria-label="{named(stand.id)}, {say(mine.x0)} from the left, {say(
				mine.y0
			)} from the front. Arrow keys move it, T turns it, C copies it, Delete takes it away."
			onpointerdown={(event) => grab(event, stand.id)}
			onpointermove={drag}
			onpointerup={() => drop(true)}
			onpointercancel={() => drop(false)}
			onkeydown={(event) => key(event, stand.id)}
		>
			<rect
				class="ground"
				x={x(mine.x0)}
				y={y(mine.y1)}
				width={(mine.x1 - mine.x0) * scale}
				height={(mine.y1 - mine.y0) * scale}
			/>
			{#each layout.solids.filter((solid) => solid.standId === stand.id && ['top', 'lid', 'board', 'wall'].includes(solid.role)) as solid (solid.id)}
				<polygon class="top" points={outline(solid.above)} />
			{/each}
			{#each layout.sites.filter((site) => site.standId === stand.id && site.cropId) as site (site.id)}
				{@const crown = crownOf(site)}
				<circle class="spread" cx={x(crown.xM)} cy={y(crown.yM)} r={crown.radiusM * scale} />
			{/each}
			{#each layout.containers.filter((c) => c.standId === stand.id) as c (c.id)}
				{#if c.radiusM !== null}
					<circle class="vessel" cx={x(c.xM)} cy={y(c.yM)} r={c.radiusM * scale} />
				{:else}
					<polygon class="vessel" points={outline(c.above)} />
				{/if}
			{/each}
		</g>
	{/each}
	{#each lines as run (run.id)}<polyline class="supply fine" points={flat(run.points)} />{/each}
	{#each mains as run (run.id)}<polyline class="supply" points={flat(run.points)} />{/each}
	{#if ground && free}
		{@const midX = x((ground.x0 + ground.x1) / 2)}
		{@const midY = y((ground.y0 + ground.y1) / 2)}
		<g class="gaps">
			{#if free.left > 0.02}
				<line x1={x(0)} x2={x(ground.x0)} y1={midY} y2={midY} />
				<text x={x(ground.x0 / 2)} y={midY - 5}>{say(free.left)}</text>
			{/if}
			{#if free.right > 0.02}
				<line x1={x(ground.x1)} x2={x(area.lengthM)} y1={midY} y2={midY} />
				<text x={x((ground.x1 + area.lengthM) / 2)} y={midY - 5}>{say(free.right)}</text>
			{/if}
			{#if free.front > 0.02}
				<line x1={midX} x2={midX} y1={y(0)} y2={y(ground.y0)} />
				<text class="side" x={midX + 6} y={y(ground.y0 / 2) + 4}>{say(free.front)}</text>
			{/if}
			{#if free.back > 0.02}
				<line x1={midX} x2={midX} y1={y(ground.y1)} y2={y(area.widthM)} />
				<text class="side" x={midX + 6} y={y((ground.y1 + area.widthM) / 2) + 4}
					>{say(free.back)}</text
				>
			{/if}
		</g>
	{/if}
	{#each [{ id: 'tank', one: grounds(layout)[0]!.ground }, ...(layout.reserve ? [{ id: 'reserve', one: layout.reserve.ground }] : [])] as { id, one } (id)}
		<text class="label" x={x(one.x0)} y={y(one.y1) - 5}>{named(id)}</text>
	{/each}
	{#each layout.stands as stand (stand.id)}
		{@const mine = stand.ground}
		{#if (mine.x1 - mine.x0) * scale > 60}
			<text class="label" x={x(mine.x0) + 5} y={y(mine.y1) - 5}>{named(stand.id)}</text>
		{/if}
	{/each}
</svg>

<style>
	.bar {
		position: absolute;
		inset: 0 90px auto 0;
		display: flex;
		flex-wrap: wrap;
		align-items: center;
		gap: 4px 12px;
		min-height: 34px;
		font-size: 13.5px;
	}
	.bar :global(.small) {
		padding: 5px 11px;
		cursor: pointer;
	}
	.name {
		font-weight: 600;
	}
	.problem {
		color: var(--dry);
		font-weight: 600;
	}
	svg {
		display: block;
		user-select: none;
	}
	.loose {
		cursor: grab;
		touch-action: none;
	}
	.thing {
		outline: none;
	}
	.ground {
		fill: var(--ground);
		fill-opacity: 0.6;
		stroke: var(--hair);
	}
	.chosen .ground,
	.thing:focus-visible .ground,
	.tank.chosen rect,
	.tank:focus-visible rect {
		stroke: var(--supply);
		stroke-width: 2.4;
	}
	.tank rect {
		fill: var(--water);
		stroke: var(--ink);
		stroke-width: 1.4;
	}
	.top {
		fill: none;
		stroke: var(--timber);
		stroke-width: 1.5;
	}
	.spread {
		fill: var(--growth-pale);
		opacity: 0.45;
	}
	.vessel {
		fill: var(--sheet);
		stroke: var(--ink);
		stroke-width: 1.2;
	}
	.return {
		fill: none;
		stroke: var(--return);
		stroke-width: 2;
		stroke-dasharray: 7 4;
		pointer-events: none;
	}
	.supply {
		fill: none;
		stroke: var(--supply);
		stroke-width: 2.4;
		pointer-events: none;
	}
	.fine {
		stroke-width: 1.1;
		opacity: 0.6;
	}
	.gaps line {
		stroke: var(--ink);
		stroke-width: 1;
	}
	text {
		font-size: 12px;
		text-anchor: middle;
		fill: var(--ink);
		paint-order: stroke;
		stroke: var(--sheet);
		stroke-width: 3px;
		pointer-events: none;
	}
	.side,
	.label {
		text-anchor: start;
	}
	.label {
		font-weight: 600;
	}
</style>
