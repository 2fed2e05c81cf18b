<script lang="ts">
	import { goto, invalidateAll } from '$app/navigation';
	import { KINDS, partsIn, suggest, type Variant } from '$lib/core/design';
	import { SystemModel } from '$lib/core/model';
	import { PARAMETERS } from '$lib/core/parameters';
	import { changeKind, compare, inWords, variantOf } from '$lib/core/edit';
	import { BUILT_IN_SHELF, pick, shelfWith } from '$lib/core/shelf';
	import Logo from '$lib/ui/control/Logo.svelte';
	import PickOne from '$lib/ui/control/PickOne.svelte';
	import ThemeButton from '$lib/ui/control/ThemeButton.svelte';
	import Miniature from '$lib/ui/drawing/Miniature.svelte';
	import ComparedTable from '$lib/ui/home/ComparedTable.svelte';
	import { differing } from '$lib/ui/home/differences';
	import { messageOf, post } from '$lib/ui/sync';
	import type { PageData } from './$types';

	const { data }: { data: PageData } = $props();
	const place = $derived(data.stored.place);
	const units = $derived(place.units);
	const shelf = $derived(shelfWith(data.stored.shelf));
	const now = $derived(new SystemModel(partsIn(data.stored), shelf, PARAMETERS, data.today));
	const other = $derived(
		data.chosen
			? new SystemModel(
					variantOf(partsIn(data.stored), data.chosen.plan),
					shelf,
					PARAMETERS,
					data.today
				)
			: null
	);
	const rows = $derived(other ? compare(now, other) : []);
	const wins = (side: 'a' | 'b') => rows.filter((row) => row.wins === side);
	const settings = $derived(other ? differing(now.parts, other.parts, units) : []);
	let busy = $state(false);
	let problem = $state<string | null>(null);
	let kind = $state<Variant | undefined>();
	/** Other kinds, in the order they suit these plants here. */
	const kinds = $derived.by(() => {
		const { area, waterUse } = now;
		const crop = waterUse.crops[0]?.crop ?? pick(BUILT_IN_SHELF.crops, 'leaf-lettuce');
		const plants = Math.max(1, waterUse.bySite.size);
		const floorM2 = area.lengthM * area.widthM;
		return suggest({ area: area.kind, crop, plants, effort: 3, power: true, floorM2 })
			.map((s) => s.variant)
			.filter((variant) => variant !== now.design.stands[0]!.variant);
	});

	async function send(path: string, method: 'POST' | 'DELETE', body?: unknown) {
		busy = true;
		problem = null;
		const response = await post(
			`/api/designs/${data.id}/alternatives${path}`,
			method,
			body ?? {}
		).catch(() => null);
		busy = false;
		if (response?.ok) return response;
		problem = response ? await messageOf(response) : 'No connection. Try again.';
		return null;
	}

	async function keep(): Promise<void> {
		const response = await send('', 'POST', { name: `As of ${data.today}` });
		if (response) await goto(`/systems/${data.id}`);
	}

	async function tryKind(): Promise<void> {
		if (kind === undefined) return;
		const { plan } = changeKind(now, kind);
		const response = await send('', 'POST', { name: KINDS[kind].title, plan });
		if (!response) return;
		const { id } = (await response.json()) as { id: string };
		kind = undefined;
		await goto(`?with=${id}`, { invalidateAll: true });
	}

	async function promote(): Promise<void> {
		if (!data.chosen) return;
		const base = data.stored.revision;
		if (await send(`/${data.chosen.id}`, 'POST', { base })) await goto(`/systems/${data.id}`);
	}

	async function drop(): Promise<void> {
		if (!data.chosen) return;
		if (await send(`/${data.chosen.id}`, 'DELETE')) {
			await goto(`/systems/${data.id}/compare`);
			await invalidateAll();
		}
	}
	const PICTURE = { width: 520, height: 250 };
</script>

<svelte:head><title>{now.design.name}, compared · Crelbo</title></svelte:head>

<div class="compare">
	<header>
		<Logo />
		<nav aria-label="Where you are">
			<a href="/">{place.name}</a> <span aria-hidden="true">/</span>
			<a href="/systems/{data.id}">{now.design.name}</a>
		</nav>
		<span class="space"></span>
		<ThemeButton />
	</header>
	<main>
		<h1>Compare</h1>
		{#if problem}<p class="problem" role="alert">{problem}</p>{/if}
		{#if other && data.chosen}
			<div class="pair">
				<section aria-label="What stands now">
					<div class="drawing"><Miniature {shelf} parts={now.parts} most={PICTURE} /></div>
					<h2>{now.design.name}, as it stands</h2>
					<p class="soft">
						{wins('a').length > 0
							? `Better on ${inWords(wins('a').map((row) => row.short))}.`
							: 'Better on nothing measured here.'}
					</p>
				</section>
				<section aria-label="The variant">
					<div class="drawing"><Miniature {shelf} parts={other.parts} most={PICTURE} /></div>
					<h2>
						{#if data.alternatives.length > 1}
							<PickOne
								label="Variant"
								shape="bare"
								value={data.chosen.id}
								options={data.alternatives}
								onpick={(id) => void goto(`?with=${id}`)}
							/>
						{:else}{data.chosen.name}{/if}
					</h2>
					<p class="soft">
						{wins('b').length > 0
							? `Better on ${inWords(wins('b').map((row) => row.short))}.`
							: 'Better on nothing measured here.'}
					</p>
					<p>
						<button class="button main" disabled={busy} onclick={() => void promote()}
							>Build it this way instead</button
						>
						<button class="quiet" disabled={busy} onclick={() => void drop()}
							>Drop this variant</button
						>
					</p>
					<p class="soft">What stands now is kept in its place; undo brings it back.</p>
				</section>
			</div>
			<ComparedTable {rows} {settings} name={data.chosen.name} {units} />
		{:else}
			<p class="intro">
				Nothing stands beside it yet. Keep a copy of what stands now and go on changing the
				original, or see the same plants in another kind of system.
			</p>
		{/if}
		<form
			class="more"
			onsubmit={(event) => {
				event.preventDefault();
				void tryKind();
			}}
		>
			<button type="button" class="button" disabled={busy} onclick={() => void keep()}
				>Keep what stands now as a variant</button
			>
			<PickOne
				label="or see it as"
				ask="another kind …"
				options={kinds.map((id) => ({ id, name: KINDS[id].title }))}
				bind:value={kind}
			/>
			<button class="button" disabled={busy || kind === undefined}>Draw it</button>
		</form>
	</main>
</div>

<style>
	.compare {
		max-width: 1180px;
		margin: 0 auto;
		padding: 10px 20px 40px;
	}
	header {
		display: flex;
		gap: 14px;
		align-items: baseline;
		min-height: 34px;
	}
	.space {
		flex: 1;
	}
	h1 {
		font-size: 26px;
		margin: 6px 0 14px;
	}
	h2 {
		font-size: 18px;
		margin: 10px 0 2px;
	}
	.pair {
		display: grid;
		grid-template-columns: 1fr 1fr;
		gap: 44px;
	}
	section {
		min-width: 0;
	}
	.drawing {
		display: flex;
		align-items: flex-end;
		justify-content: center;
		height: 254px;
		border-bottom: 4px solid var(--ink);
	}
	section p {
		margin: 4px 0;
	}
	.more {
		display: flex;
		flex-wrap: wrap;
		gap: 12px;
		align-items: center;
	}
	.intro {
		max-width: 60ch;
		margin-bottom: 16px;
	}
	.problem {
		color: var(--dry);
	}
	@media (max-width: 760px) {
		.pair {
			grid-template-columns: 1fr;
			gap: 24px;
		}
	}
</style>
