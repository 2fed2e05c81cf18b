<script lang="ts">
	import {
		AREA_KIND,
		AREA_KINDS,
		areaSchema,
		newArea,
		type AreaKind,
		type LightFrom,
		type Spotted
	} from '$lib/core/design';
	import { fromShown, scaleOf, toShown, type Units } from '$lib/core/quantity';
	import Choice from '../control/Choice.svelte';
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
	const uid = $props.id();
	let kind = $state<AreaKind>('greenhouse');
	/** What was typed; until then what is common for the kind. */
	let length = $state<string | null>(null);
	let width = $state<string | null>(null);
	let lightPicked = $state<LightFrom | null>(null);
	const facts = $derived(AREA_KIND[kind]);
	const light = $derived(lightPicked ?? (facts.light === 'lamps' ? 'lamps' : 'sun'));
	const shown = (m: number) => String(Number(toShown(m, 'span', units).toFixed(2)));
	const unit = $derived(scaleOf('span', units).unit);
	const read = (text: string | null, usual: number) =>
		text === null ? usual : fromShown(Number(text.trim().replace(',', '.')), 'span', units);
	const asked = $derived.by(() => {
		const said: Spotted = {
			kind,
			lengthM: read(length, facts.lengthM),
			widthM: read(width, facts.widthM),
			light
		};
		const { error } = areaSchema.safeParse(newArea('spot', said));
		const wrong =
			length?.trim() === '' || width?.trim() === ''
				? 'Its length and width are needed.'
				: (error?.issues[0]?.message ?? null);
		return { said, wrong };
	});
</script>

<div class="spot">
	<form
		onsubmit={(event) => {
			event.preventDefault();
			if (!asked.wrong) onsaid(asked.said);
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
				}}
			/>
		</div>
		<div class="pair">
			<label for="{uid}-length"
				>Length, {unit}<input
					id="{uid}-length"
					class="field"
					inputmode="decimal"
					autocomplete="off"
					value={length ?? shown(facts.lengthM)}
					oninput={(event) => (length = event.currentTarget.value)}
				/></label
			>
			<label for="{uid}-width"
				>Width, {unit}<input
					id="{uid}-width"
					class="field"
					inputmode="decimal"
					autocomplete="off"
					value={width ?? shown(facts.widthM)}
					oninput={(event) => (width = event.currentTarget.value)}
				/></label
			>
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
		{#if asked.wrong}<p class="problem" role="alert">
				{asked.wrong.slice(0, 1).toUpperCase()}{asked.wrong.slice(1)}
			</p>{/if}
		{#if problem}<p class="problem" role="alert">{problem}</p>{/if}
		<p class="verbs">
			<button class="button main" disabled={busy || asked.wrong !== null}>{verb}</button>
			{#if onleave}<button type="button" class="quiet" onclick={onleave}>Leave it</button>{/if}
		</p>
		<p class="soft">
			Height, warmth and all else are filled in as is usual for a {facts.noun}; change any of it
			later.
		</p>
	</form>
	<figure>
		{#if !asked.wrong}
			<AreaPlan area={newArea('spot', asked.said)} {units} width={420} height={330} />
			<figcaption>From above, to scale.</figcaption>
		{/if}
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
	label {
		display: grid;
		gap: 4px;
	}
	.pair {
		display: grid;
		grid-template-columns: 1fr 1fr;
		gap: 14px;
	}
	.field {
		min-height: 40px;
		width: 100%;
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
