<script lang="ts">
	import { goto } from '$app/navigation';
	import { KINDS, suggest, type NewSystem, type Place, type Variant } from '$lib/core/design';
	import { capital, show } from '$lib/core/quantity';
	import { begin as tryOut, LASTS_DAYS, plantsAlong } from '$lib/core/edit';
	import { shelfWith, type ShelfItem } from '$lib/core/shelf';
	import Choice from '$lib/ui/control/Choice.svelte';
	import PickOne from '$lib/ui/control/PickOne.svelte';
	import TypedNumber from '$lib/ui/control/TypedNumber.svelte';
	import Miniature from '$lib/ui/drawing/Miniature.svelte';
	import KindChoice from './KindChoice.svelte';
	import { messageOf, post } from '$lib/ui/sync';

	interface Props {
		placeId: string;
		place: Place;
		/** What the place added to the shelf. */
		own: readonly ShelfItem[];
		/** The spot it is begun in, where that was said. */
		wanted: string | null;
	}
	const { placeId, place, own, wanted }: Props = $props();
	/** More are a farm. */
	const MOST = 1000;
	const shelf = $derived(shelfWith(own));
	type Have = 'place' | 'plants' | 'parts';
	let have = $state<Have>('plants');
	// svelte-ignore state_referenced_locally
	const first = place.areas.find(({ id }) => id === wanted) ?? place.areas[0];
	let areaId = $state(first?.id ?? '');
	let cropId = $state('tomato');
	let count = $state<number | null>(6);
	let bucketId = $state('bucket-11');
	let pumpId = $state('');
	let effort = $state<'1' | '2' | '3'>('2');
	let power = $state<'yes' | 'no'>('yes');
	/** What the grower picked; until then the best suggestion stands. */
	let picked = $state<Variant | null>(null);
	const area = $derived(place.areas.find((a) => a.id === areaId) ?? place.areas[0]!);
	const units = $derived(place.units);
	let roomM = $state<number | null>(Math.max(0.4, Math.min((first?.lengthM ?? 3) - 0.8, 2.4)));
	let problem = $state<string | null>(null);
	let busy = $state(false);
	const crop = $derived(shelf.crops.find((c) => c.id === cropId)!);
	const roomMm = $derived((roomM ?? 0) * 1000);
	const mostMm = $derived(area.lengthM * 1000 - 300);

	/** Answers to draw from. */
	const answers = $derived({
		areaId,
		plants: Math.min(MOST, have === 'place' ? plantsAlong(roomMm, crop) : (count ?? 1)),
		cropId,
		lengthMm: Math.round(have === 'place' ? roomMm : Math.min(60_000, Math.max(400, mostMm))),
		depthMm: Math.round(Math.max(200, (area.widthM - area.walkM) * 1000 - 100)),
		heightMm: Math.round(area.heightM * 1000),
		...(have === 'parts' && { bucketId, ...(pumpId && { pumpId }) })
	});
	const suggestions = $derived(
		suggest({
			area: area.kind,
			crop,
			plants: answers.plants,
			effort: Number(effort) as 1 | 2 | 3,
			power: power === 'yes',
			floorM2: (answers.lengthMm / 1000) * area.widthM
		}).filter(({ variant }) => have !== 'parts' || variant.startsWith('bucket'))
	);
	const variant = $derived(
		picked && suggestions.some((s) => s.variant === picked) ? picked : suggestions[0]!.variant
	);
	const startOf = (of: Variant): NewSystem => ({
		...answers,
		variant: of,
		name: `${capital(crop.name)} ${KINDS[of].words.stand}`
	});
	const begun = $derived(tryOut(startOf(variant), place, shelf));
	const parts = $derived(begun.parts);
	/** What is typed and cannot be, by its field. */
	let wrong = $state<string | null>(null);
	const tell = (words: string | null) => (wrong = words);
	const named = (list: readonly { id: string; name: string }[]) =>
		list.map(({ id, name }) => ({ id, name }));
	/** How long its tank lasts, where that is short. */
	const short = $derived(
		begun.lastsDays !== null && begun.lastsDays < LASTS_DAYS
			? show(begun.lastsDays, 'days', units)
			: null
	);

	async function begin(): Promise<void> {
		if (wrong !== null || begun.refused) return;
		busy = true;
		problem = null;
		const response = await post('/api/designs', 'POST', {
			placeId,
			...startOf(variant)
		}).catch(() => null);
		busy = false;
		if (!response?.ok)
			return void (problem = response ? await messageOf(response) : 'No connection. Try again.');
		const { id } = (await response.json()) as { id: string };
		await goto(`/systems/${id}`);
	}
</script>

<main>
	<form
		id="start"
		onsubmit={(event) => {
			event.preventDefault();
			void begin();
		}}
	>
		<h1>What do you have?</h1>
		<Choice
			label="What you have"
			value={have}
			options={[
				{ id: 'plants', name: 'Plants I want' },
				{ id: 'place', name: 'A place' },
				{ id: 'parts', name: 'Parts in hand' }
			]}
			onpick={(id) => {
				have = id;
				wrong = null;
			}}
		/>
		{#if place.areas.length > 1}
			<PickOne label="Where it stands" shape="above" options={place.areas} bind:value={areaId} />
		{/if}
		{#if have === 'place'}
			<TypedNumber
				label="Length free"
				of="span"
				{units}
				shape="above"
				min={0.4}
				max={60}
				live
				{tell}
				bind:value={roomM}
			/>
		{:else}
			<TypedNumber
				label={have === 'parts' ? 'Buckets I have' : 'How many'}
				of="count"
				{units}
				shape="above"
				min={1}
				max={MOST}
				whole
				live
				{tell}
				refusal="{have === 'parts' ? 'Buckets' : 'Plants'} must be a whole number from 1 to {MOST}."
				bind:value={count}
			/>
			{#if have === 'parts'}
				<PickOne
					label="Their size"
					shape="above"
					options={named(shelf.buckets)}
					bind:value={bucketId}
				/>
				<PickOne
					label="My pump"
					shape="above"
					options={[{ id: '', name: 'none yet, choose for me' }, ...named(shelf.pumps)]}
					bind:value={pumpId}
				/>
			{/if}
		{/if}
		<PickOne
			label={have === 'plants' ? 'Of what' : 'To grow, mostly'}
			shape="above"
			options={named(shelf.crops)}
			bind:value={cropId}
		/>
		<div>
			<span>Time to build it</span>
			<Choice
				label="Time to build it"
				value={effort}
				options={[
					{ id: '1', name: 'an afternoon' },
					{ id: '2', name: 'a weekend' },
					{ id: '3', name: 'as it takes' }
				]}
				onpick={(id) => (effort = id)}
			/>
		</div>
		<div>
			<span>A socket for a pump</span>
			<Choice
				label="A socket for a pump"
				value={power}
				options={[
					{ id: 'yes', name: 'yes' },
					{ id: 'no', name: 'no, or not always' }
				]}
				onpick={(id) => (power = id)}
			/>
		</div>
		{#if wrong}<p class="problem" role="alert">{wrong}</p>{/if}
		{#if begun.refused}<p class="problem" role="alert">
				Like this it cannot be begun. {begun.refused}
			</p>{/if}
		{#if problem}<p class="problem" role="alert">{problem}</p>{/if}
		<button class="button main" disabled={busy || wrong !== null || Boolean(begun.refused)}
			>{busy ? 'Drawing it' : 'Draw it'}</button
		>
		<p class="soft">
			Everything else is filled in and marked “assumed”. Change any of it, in any order.
		</p>
	</form>
	<div class="right">
		<KindChoice
			{suggestions}
			{shelf}
			value={variant}
			{place}
			{startOf}
			onpick={(id) => (picked = id)}
		/>
		<figure>
			{#if parts}
				<Miniature {parts} {shelf} grown most={{ width: 560, height: 300 }} />
				<div class="floor"></div>
				<figcaption>
					{KINDS[variant].title}, {answers.plants}
					{answers.plants === 1 ? 'plant' : 'plants'}; drawn to scale. {KINDS[variant].about}
					{#if short}The largest vessel that fits it lasts {short} once they are grown.{/if}
				</figcaption>
			{/if}
		</figure>
	</div>
</main>

<style>
	main {
		display: grid;
		grid-template-columns: minmax(270px, 310px) minmax(0, 1fr);
		gap: 48px;
		align-items: start;
		margin-top: 20px;
	}
	form {
		display: grid;
		gap: 12px;
	}
	h1 {
		font-size: 30px;
	}
	.button {
		justify-self: start;
		padding: 11px 18px;
	}
	.right {
		display: grid;
		gap: 22px;
		min-width: 0;
	}
	figure {
		margin: 0;
		min-width: 0;
	}
	.floor {
		height: 4px;
		background: var(--ink);
	}
	figcaption {
		margin-top: 10px;
		color: var(--soft);
	}
	.problem {
		color: var(--dry);
	}
	@media (max-width: 800px) {
		main {
			grid-template-columns: 1fr;
			gap: 30px;
		}
	}
</style>
