<script lang="ts">
	import { goto } from '$app/navigation';
	import { startBucketBench } from '$lib/core/design';
	import { fromShown, scaleOf, toShown } from '$lib/core/quantity';
	import { settle } from '$lib/core/review';
	import { BUILT_IN_SHELF } from '$lib/core/shelf';
	import Choice from '$lib/ui/control/Choice.svelte';
	import Logo from '$lib/ui/control/Logo.svelte';
	import Miniature from '$lib/ui/drawing/Miniature.svelte';
	import { messageOf, post } from '$lib/ui/workspace/save-queue';
	import type { PageData } from './$types';

	const { data }: { data: PageData } = $props();
	type Have = 'place' | 'plants' | 'parts';
	let have = $state<Have>('plants');
	// svelte-ignore state_referenced_locally
	let areaId = $state(data.place.areas[0]!.id);
	let cropId = $state('tomato');
	let count = $state('6');
	let bucketId = $state('bucket-11');
	let pumpId = $state('');
	const area = $derived(data.place.areas.find((a) => a.id === areaId)!);
	const units = $derived(data.place.units);
	// svelte-ignore state_referenced_locally
	let room = $state(
		Number(
			toShown(Math.min(data.place.areas[0]!.lengthM - 0.8, 2.4), 'span', data.place.units).toFixed(
				1
			)
		).toString()
	);
	let problem = $state<string | null>(null);
	let busy = $state(false);
	const crop = $derived(BUILT_IN_SHELF.crops.find((c) => c.id === cropId)!);
	const roomMm = $derived(fromShown(Number(room.replace(',', '.')), 'span', units) * 1000);
	const mostMm = $derived(area.lengthM * 1000 - 300);

	/** What was asked, checked: a design to draw, or a sentence that says what is wrong. */
	const start = $derived.by(() => {
		const number = Number(count);
		const pitch = Math.max(350, Math.round((crop.spreadMm * 0.8) / 10) * 10);
		if (have === 'place' && !(roomMm >= 400 && roomMm <= 20_000))
			return { wrong: `Length must be a number from ${showSpan(0.4)} to ${showSpan(20)}.` };
		const fits = 2 * (Math.max(0, Math.floor((roomMm - 360) / pitch)) + 1);
		const buckets = have === 'place' ? fits : number;
		if (!Number.isInteger(buckets) || buckets < 1 || buckets > 200)
			return {
				wrong: `${have === 'parts' ? 'Buckets' : 'Plants'} must be a whole number from 1 to 200.`
			};
		const answers = {
			name: `${crop.name[0]!.toUpperCase()}${crop.name.slice(1)} bench`,
			areaId,
			buckets,
			cropId,
			roomMm: Math.round(have === 'place' ? roomMm : Math.max(400, mostMm)),
			...(have === 'parts' && { bucketId, ...(pumpId && { pumpId }) })
		};
		const design = settle(startBucketBench(answers, BUILT_IN_SHELF), data.place, BUILT_IN_SHELF);
		return { answers, design };
	});
	const showSpan = (m: number) =>
		`${Number(toShown(m, 'span', units).toFixed(1))} ${scaleOf('span', units).unit}`;

	async function begin(): Promise<void> {
		if (!('answers' in start)) return;
		busy = true;
		problem = null;
		const response = await post('/api/designs', 'POST', {
			placeId: data.placeId,
			...start.answers
		}).catch(() => null);
		busy = false;
		if (!response?.ok)
			return void (problem = response ? await messageOf(response) : 'No connection. Try again.');
		const { id } = (await response.json()) as { id: string };
		await goto(`/systems/${id}`);
	}
</script>

<svelte:head><title>Start a system · Crelbo</title></svelte:head>

<div class="start">
	<header><Logo /> <a href="/">{data.place.name}</a></header>
	<main>
		<form
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
				onpick={(id) => (have = id)}
			/>
			{#if data.place.areas.length > 1}
				<label
					>Where it stands
					<select class="field" bind:value={areaId}
						>{#each data.place.areas as a (a.id)}<option value={a.id}>{a.name}</option
							>{/each}</select
					>
				</label>
			{/if}
			{#if have === 'place'}
				<label
					>Length free for a bench, {scaleOf('span', units).unit}<input
						class="field"
						inputmode="decimal"
						bind:value={room}
					/></label
				>
			{:else if have === 'parts'}
				<label>Buckets I have<input class="field" inputmode="numeric" bind:value={count} /></label>
				<label
					>Their size<select class="field" bind:value={bucketId}
						>{#each BUILT_IN_SHELF.buckets as b (b.id)}<option value={b.id}>{b.name}</option
							>{/each}</select
					></label
				>
				<label
					>My pump<select class="field" bind:value={pumpId}
						><option value="">none yet, choose for me</option
						>{#each BUILT_IN_SHELF.pumps as p (p.id)}<option value={p.id}>{p.name}</option
							>{/each}</select
					></label
				>
			{:else}
				<label>How many<input class="field" inputmode="numeric" bind:value={count} /></label>
			{/if}
			<label
				>{have === 'plants' ? 'Of what' : 'To grow, mostly'}
				<select class="field" bind:value={cropId}
					>{#each BUILT_IN_SHELF.crops as c (c.id)}<option value={c.id}>{c.name}</option
						>{/each}</select
				>
			</label>
			{#if 'wrong' in start}<p class="problem" role="alert">{start.wrong}</p>{/if}
			{#if problem}<p class="problem" role="alert">{problem}</p>{/if}
			<button class="button main" disabled={busy || 'wrong' in start}
				>{busy ? 'Drawing it' : 'Draw it'}</button
			>
			<p class="soft">
				Everything else is filled in and marked “assumed”. Change any of it, in any order.
			</p>
		</form>
		<figure>
			{#if 'design' in start && start.design}
				<Miniature design={start.design} place={data.place} perMetre={140} />
				<div class="floor"></div>
				<figcaption>
					{start.answers.buckets} buckets on a bench {showSpan(
						start.design.stands[0]!.lengthMm / 1000
					)} long, {start.design.stands[0]!.rows === 1 ? 'one row' : 'two rows'}; drawn to scale.
				</figcaption>
			{/if}
		</figure>
	</main>
</div>

<style>
	.start {
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
	main {
		display: grid;
		grid-template-columns: minmax(280px, 340px) minmax(0, 1fr);
		gap: 60px;
		align-items: end;
		margin-top: 34px;
	}
	form {
		display: grid;
		gap: 12px;
	}
	h1 {
		font-size: 30px;
	}
	label {
		display: grid;
		gap: 4px;
	}
	.field {
		min-height: 40px;
	}
	.button {
		justify-self: start;
		padding: 11px 18px;
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
