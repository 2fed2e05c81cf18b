<script lang="ts">
	import {
		AREA_KIND,
		AREA_KINDS,
		areaSchema,
		boundsAt,
		newArea,
		type AreaKind,
		type LightFrom,
		type Spotted
	} from '$lib/core/design';
	import type { Units } from '$lib/core/quantity';
	import Choice from '../control/Choice.svelte';
	import TypedNumber from '../control/TypedNumber.svelte';
	import AreaPlan from './AreaPlan.svelte';

	interface Props {
		title: string;
		verb: string;
		units: Units;
		busy?: boolean;
		/** Why what was given was refused. */
		problem?: string | null;
		/** What else stands below the questions. */
		onsaid: (said: Spotted) => void;
		onleave?: () => void;
	}
	const { title, verb, units, busy = false, problem = null, onsaid, onleave }: Props = $props();
	let kind = $state<AreaKind>('greenhouse');
	/** What was typed; until then what is common for the kind. */
	let length = $state<number | null>(null);
	let width = $state<number | null>(null);
	let lightPicked = $state<LightFrom | null>(null);
	/** What is typed and cannot be, by its field. */
	let wrongs = $state<{ length?: string | null; width?: string | null }>({});
	const wrong = $derived(wrongs.length ?? wrongs.width ?? null);
	const facts = $derived(AREA_KIND[kind]);
	const light = $derived(lightPicked ?? (facts.light === 'lamps' ? 'lamps' : 'sun'));
	const said = $derived<Spotted>({
		kind,
		lengthM: length ?? facts.lengthM,
		widthM: width ?? facts.widthM,
		light
	});
	const drawn = $derived(newArea('spot', said));
	const bounds = (field: string) => boundsAt(drawn, field, areaSchema)!;
</script>

<div class="spot">
	<form
		onsubmit={(event) => {
			event.preventDefault();
			if (!wrong) onsaid(said);
		}}
	>
		<h1>{title}</h1>
		<div>
			<span>What kind of spot</span>
			<Choice
				label="What kind of spot"
				value={kind}
				options={AREA_KINDS.map((id) => ({ id, name: AREA_KIND[id].title }))}
				onpick={(id) => {
					kind = id;
					length = width = lightPicked = null;
					wrongs = {};
				}}
			/>
		</div>
		<div class="pair">
			<TypedNumber
				label="Length"
				of="span"
				{units}
				shape="above"
				{...bounds('lengthM')}
				live
				tell={(words) => (wrongs.length = words)}
				value={length ?? facts.lengthM}
				onvalue={(m) => void (length = m)}
			/>
			<TypedNumber
				label="Width"
				of="span"
				{units}
				shape="above"
				{...bounds('widthM')}
				live
				tell={(words) => (wrongs.width = words)}
				value={width ?? facts.widthM}
				onvalue={(m) => void (width = m)}
			/>
		</div>
		<div>
			<span>Where the light comes from</span>
			<Choice
				label="Where the light comes from"
				value={light}
				options={[
					{ id: 'sun', name: 'the sun' },
					{ id: 'lamps', name: 'lamps alone' }
				]}
				onpick={(id) => (lightPicked = id)}
			/>
			<p class="soft">
				{light === 'sun'
					? 'Lamps that help the sun are hung over a system later, on its Place step.'
					: 'Which lamps hang where is said later, on a system’s Place step.'}
			</p>
		</div>
		{#if wrong}<p class="problem" role="alert">{wrong}</p>{/if}
		{#if problem}<p class="problem" role="alert">{problem}</p>{/if}
		<p class="verbs">
			<button class="button main" disabled={busy || wrong !== null}>{verb}</button>
			{#if onleave}<button type="button" class="quiet" onclick={onleave}>Leave it</button>{/if}
		</p>
		<p class="soft">
			Height, warmth and all else are filled in as is usual for a {facts.noun}; change any of it
			later.
		</p>
	</form>
	<figure>
		<AreaPlan area={drawn} {units} width={420} height={330} />
		<figcaption>From above, to scale.</figcaption>
	</figure>
</div>

<style>
	.spot {
		display: grid;
		grid-template-columns: minmax(270px, 400px) minmax(0, 1fr);
		gap: 48px;
		align-items: start;
	}
	form {
		display: grid;
		gap: 16px;
	}
	h1 {
		font-size: 30px;
	}
	.pair {
		display: grid;
		grid-template-columns: 1fr 1fr;
		gap: 14px;
	}
	.button {
		padding: 11px 18px;
	}
	.verbs {
		display: flex;
		gap: 14px;
		align-items: center;
	}
	figure {
		margin: 0;
		min-width: 0;
	}
	figcaption {
		color: var(--soft);
		text-align: center;
		max-width: 420px;
	}
	.problem {
		color: var(--dry);
	}
	@media (max-width: 800px) {
		.spot {
			grid-template-columns: minmax(0, 1fr);
			gap: 20px;
		}
	}
</style>
