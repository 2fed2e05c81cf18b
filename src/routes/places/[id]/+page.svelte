<script lang="ts">
	import { onDestroy } from 'svelte';
	import type { Area } from '$lib/core/design';
	import { names, show, showNumber } from '$lib/core/quantity';
	import Logo from '$lib/ui/control/Logo.svelte';
	import ThemeButton from '$lib/ui/control/ThemeButton.svelte';
	import AreaFields from '$lib/ui/place/AreaFields.svelte';
	import AreaPlan from '$lib/ui/place/AreaPlan.svelte';
	import AreaThings from '$lib/ui/place/AreaThings.svelte';
	import { placeDiffering } from '$lib/ui/home/differences';
	import Clash from '$lib/ui/sync/Clash.svelte';
	import Line from '$lib/ui/sync/Line.svelte';
	import OwnShelf from '$lib/ui/shelf/OwnShelf.svelte';
	import PlaceFields from '$lib/ui/place/PlaceFields.svelte';
	import { PlaceSession } from '$lib/ui/place/place-session.svelte';
	import SpotForm from '$lib/ui/place/SpotForm.svelte';
	import { provideFields } from '$lib/ui/workspace/context';
	import type { PageData } from './$types';

	const { data }: { data: PageData } = $props();
	// one session a page: another place is another page
	// svelte-ignore state_referenced_locally
	const session = provideFields(new PlaceSession({ ...data.stored, shelf: data.shelf }));
	// svelte-ignore state_referenced_locally
	session.areaId = data.areaId ?? session.areaId;
	let view = $state<'area' | 'place' | 'shelf'>('area');
	let adding = $state(false);
	let refused = $state<string | null>(null);
	let width = $state(600);
	let height = $state(480);
	const { place, area } = $derived(session);
	const asking = $derived(adding || place.areas.length === 0);
	const inArea = (id: string) => data.systems.filter((system) => system.areaId === id);
	const by = ({ lengthM, widthM }: Area) =>
		`${showNumber(lengthM, 'span', session.units)} × ${show(widthM, 'span', session.units)}`;

	function remove(doomed: Area): void {
		const standing = inArea(doomed.id);
		refused =
			standing.length > 0
				? `${names(standing.map(({ name }) => `“${name}”`))} ${standing.length === 1 ? 'stands' : 'stand'} there: move or delete what stands there first.`
				: session.remove(doomed);
	}

	function onkeydown(event: KeyboardEvent): void {
		if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z') return;
		if ((event.target as Element).matches('input, textarea')) return;
		event.preventDefault();
		if (event.repeat) return;
		if (event.shiftKey) session.redo();
		else session.undo();
	}
	let seeing = $state(false);
	onDestroy(session.close);
</script>

<svelte:head><title>{place.name} · Crelbo</title></svelte:head>
<svelte:window {onkeydown} />

<div class="page">
	<header>
		<Logo />
		<nav aria-label="Where you are">
			<a href="/">All places</a> <span aria-hidden="true">/</span>
			{place.name}
		</nav>
		<Line header file={session.file} onsee={() => (seeing = true)} />
		<button class="quiet" disabled={!session.file.canUndo} onclick={session.undo}>Undo</button>
		<button class="quiet" disabled={!session.file.canRedo} onclick={session.redo}>Redo</button>
		<ThemeButton />
	</header>
	{#if asking}
		<main class="asking">
			<SpotForm
				title={place.areas.length === 0 ? 'Where do you grow?' : 'Another spot'}
				verb="Add it"
				units={session.units}
				problem={refused}
				onsaid={(said) => {
					refused = session.add(said);
					adding = refused !== null;
					view = 'area';
				}}
				{...place.areas.length > 0 && { onleave: () => (adding = false) }}
			/>
		</main>
	{:else if area}
		<main>
			<h1 class="visually-hidden">{place.name}</h1>
			<nav class="areas" aria-label="Areas">
				{#each place.areas as one (one.id)}
					<button
						class="area"
						aria-current={one.id === area.id && view === 'area' ? 'true' : undefined}
						onclick={() => {
							session.areaId = one.id;
							session.chosen = null;
							view = 'area';
							refused = null;
						}}
					>
						<AreaPlan area={one} units={session.units} width={92} height={62} margin={6} />
						<span><strong>{one.name}</strong><br />{by(one)}</span>
					</button>
				{/each}
				<button class="quiet" onclick={() => (adding = true)}>Add an area</button>
				<button
					class="area all"
					aria-current={view === 'place' ? 'true' : undefined}
					onclick={() => (view = 'place')}>Water, year and power</button
				>
				<button
					class="area all"
					aria-current={view === 'shelf' ? 'true' : undefined}
					onclick={() => (view = 'shelf')}>Shelf</button
				>
			</nav>
			<section class="board" bind:clientWidth={width} bind:clientHeight={height}>
				<AreaPlan
					{area}
					units={session.units}
					{width}
					height={Math.max(260, height)}
					chosen={session.chosen}
					onchoose={(list, index) => (session.chosen = { list, index })}
					onmove={(list, index, [xM, yM], done) => {
						const at = `place.areas[id=${area.id}].${list}.${index}`;
						session.preview([
							{ path: `${at}.xM`, value: xM },
							{ path: `${at}.yM`, value: yM }
						]);
						if (done) session.commit();
					}}
				/>
			</section>
			<aside aria-label={view === 'area' ? area.name : view === 'shelf' ? 'Shelf' : place.name}>
				{#if view === 'area'}
					<div class="head">
						<h2>{area.name}</h2>
						<button class="quiet" onclick={() => (refused = session.copy(area))}>Copy</button>
						<button class="quiet" onclick={() => remove(area)}>Delete</button>
					</div>
					{#if refused}<p class="problem" role="alert">{refused}</p>{/if}
					<p class="soft">
						{inArea(area.id).length > 0
							? 'What stands here: '
							: ''}{#each inArea(area.id) as { id, name }, i (id)}{i > 0 ? ', ' : ''}<a
								href="/systems/{id}">{name}</a
							>{:else}Nothing stands here yet:
							<a href="/start?place={session.id}&area={area.id}">start a system</a>{/each}.
					</p>
					{#key area.id}
						<AreaFields {area} {place} />
						<AreaThings {area} />
					{/key}
				{:else if view === 'place'}
					<div class="head"><h2>{place.name}</h2></div>
					<PlaceFields {place} />
				{:else}
					<OwnShelf {session} unreadable={data.unreadable} />
				{/if}
			</aside>
		</main>
	{/if}
</div>
<Clash
	file={session.file}
	bind:open={seeing}
	rows={({ mine, theirs }) => placeDiffering(mine.place, theirs.place, session.units)}
/>

<style>
	.page {
		display: grid;
		grid-template-rows: auto minmax(0, 1fr);
		gap: 10px;
		height: 100dvh;
		min-height: 560px;
		padding: 10px 20px 14px;
	}
	header {
		display: flex;
		flex-wrap: wrap;
		align-items: baseline;
		gap: 4px 10px;
		min-height: 34px;
	}
	/* a picture has no line of words to stand on */
	header > :global(:last-child) {
		position: relative;
		top: 4px;
	}
	header nav {
		color: var(--soft);
		margin-left: 10px;
	}
	.problem {
		color: var(--dry);
		font-weight: 600;
	}
	main {
		display: grid;
		grid-template-columns: 216px minmax(0, 1fr) 372px;
		grid-template-rows: minmax(0, 1fr);
		gap: 18px;
		min-height: 0;
	}
	.asking {
		display: block;
		max-width: 1040px;
		margin: 20px auto 0;
		width: 100%;
		overflow: auto;
	}
	.areas {
		display: flex;
		flex-direction: column;
		align-items: stretch;
		gap: 2px;
		overflow: auto;
	}
	.area {
		display: grid;
		grid-template-columns: 92px 1fr;
		gap: 8px;
		align-items: center;
		text-align: left;
		background: none;
		border: 0;
		border-left: 3px solid transparent;
		padding: 4px 6px;
		cursor: pointer;
		font-size: 13.5px;
		color: var(--soft);
	}
	.area strong {
		color: var(--ink);
	}
	.area[aria-current] {
		border-left-color: var(--ink);
		background: var(--sheet);
	}
	.area.all {
		display: block;
		padding: 10px;
		margin-top: 10px;
		border-top: 1px solid var(--hair);
	}
	.areas .quiet {
		text-align: left;
		padding: 8px 10px;
	}
	.board {
		min-width: 0;
		min-height: 0;
		overflow: hidden;
	}
	aside {
		background: var(--sheet);
		padding: 16px 18px;
		overflow: auto;
		border-radius: 3px;
	}
	.head {
		display: flex;
		align-items: baseline;
		gap: 6px;
		margin-bottom: 4px;
	}
	.head h2 {
		flex: 1;
		font-size: 21px;
	}
	aside :global(h3) {
		margin: 16px 0 4px;
	}
	@media (max-width: 900px) {
		.page {
			display: block;
			height: auto;
			padding: 8px 10px 14px;
		}
		main {
			display: flex;
			flex-direction: column;
		}
		.areas {
			flex-flow: row wrap;
		}
		.board {
			height: 320px;
		}
	}
</style>
