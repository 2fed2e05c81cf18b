<script lang="ts">
	import { InHand } from './in-hand.svelte';
	import {
		fieldNumber,
		fromShown,
		scaleOf,
		slipOf,
		toShown,
		typedNumber,
		type Quantity,
		type Slip,
		type Units
	} from '$lib/core/quantity';

	/**
	 * A number with its unit, in whatever it stands: what was typed stands until the field is left, and is then
	 * taken, or refused with the name, the range and the unit.
	 */
	interface Props {
		label: string;
		of: Quantity;
		units: Units;
		/** In the core's unit. */
		value: number | null;
		min: number;
		max: number;
		whole?: boolean;
		/** An empty field is an answer: null. */
		empty?: string;
		unit?: string;
		/** How it is laid out: bare is the field alone, in a table whose headings name it. */
		shape?: 'row' | 'above' | 'bare';
		/** Shown in grey while it is empty. */
		placeholder?: string;
		disabled?: boolean;
		/** It was filled in for the grower. */
		assumed?: boolean;
		/** Taken while it is typed, as soon as it can be. */
		live?: boolean;
		/** Where the page itself tells what is wrong: under a table, say. */
		tell?: (words: string | null) => void;
		/** What a refusal says in place of the range. */
		refusal?: string;
		onenter?: () => void;
		/** @returns why it is not taken, or nothing */
		onvalue?: (value: number | null) => string | null | void;
	}
	let {
		label,
		of,
		units,
		value = $bindable(),
		min,
		max,
		whole = false,
		empty,
		unit,
		shape = 'row',
		placeholder,
		disabled = false,
		assumed = false,
		live = false,
		tell,
		refusal,
		onenter,
		onvalue
	}: Props = $props();
	const uid = $props.id();
	const said = $derived(unit ?? scaleOf(of, units).unit);
	const shown = $derived(value === null ? '' : fieldNumber(value, of, units));
	const hand = new InHand(() => shown);
	let problem = $state<string | null>(null);
	let slip = $state<Slip | null>(null);

	function range(): string {
		if (!Number.isFinite(min) || !Number.isFinite(max)) return 'a number';
		const at = (n: number) => Number(toShown(n, of, units).toPrecision(4));
		return `${whole ? 'a whole number' : 'a number'} from ${at(min)} to ${at(max)}${said ? ` ${said}` : ''}`;
	}
	function say(words: string | null): void {
		problem = words;
		tell?.(words);
	}
	function put(next: number | null): void {
		slip = null;
		say(onvalue?.(next) ?? null);
		if (problem) return;
		if (!onvalue) value = next;
		hand.taken();
	}
	/** @param leaving the field is left, or Enter was pressed: what cannot be taken is told */
	function take(leaving: boolean): void {
		const text = hand.draft?.trim();
		if (text === undefined) return;
		if (text === '' && empty !== undefined) put(null);
		else {
			const typed = typedNumber(text);
			const core = fromShown(typed, of, units);
			const kept = whole ? Math.round(core) : Number(core.toPrecision(10));
			const fits =
				text !== '' &&
				Number.isFinite(core) &&
				!(whole && Math.abs(kept - core) > 1e-6) &&
				kept >= min &&
				kept <= max;
			if (fits) put(kept);
			else if (leaving) {
				say(refusal ?? `${label} must be ${range()}.`);
				slip = Number.isFinite(max - min)
					? slipOf(typed, of, units, { low: min, high: max }, value ?? (min + max) / 2)
					: null;
			}
		}
		if (leaving && !problem) hand.draft = null;
	}
	function giveUp(): void {
		hand.draft = slip = null;
		say(null);
	}
</script>

{#snippet field()}
	<input
		id={uid}
		class="field"
		inputmode="decimal"
		autocomplete="off"
		{disabled}
		value={hand.text}
		placeholder={placeholder ?? empty}
		aria-label={shape === 'bare' ? label : undefined}
		aria-invalid={problem !== null}
		aria-describedby={problem && !tell ? `${uid}-problem` : undefined}
		oninput={(event) => {
			hand.draft = event.currentTarget.value;
			slip = null;
			say(null);
			if (live) take(false);
		}}
		onfocus={() => {
			hand.enter();
			onenter?.();
		}}
		onblur={() => {
			take(true);
			hand.leave(problem !== null);
		}}
		onkeydown={(event) => {
			if (event.key === 'Enter') take(true);
			if (event.key === 'Escape' && hand.draft !== null) {
				// the first press is the field's, the next the dialog's round it
				event.stopPropagation();
				giveUp();
			}
		}}
	/>
{/snippet}

{#if shape === 'bare'}
	{@render field()}
{:else}
	<div class="typed" class:above={shape === 'above'}>
		<label for={uid}
			>{label}{#if assumed}&nbsp;<em title="Filled in for you; change it or leave it">assumed</em
				>{/if}</label
		>
		{@render field()}
		<span class="unit">{said}</span>
		{#if hand.waiting !== null}<p class="soft" role="status">
				Changed elsewhere to {hand.waiting}
				{said}.
			</p>{/if}
		{#if problem && !tell}<p id="{uid}-problem" role="alert">
				{problem}{#if slip}{@const meant = slip}
					<button
						class="quiet"
						onclick={() => {
							hand.draft = null;
							put(meant.value);
						}}>Use {meant.words}</button
					>{/if}
			</p>{/if}
	</div>
{/if}

<style>
	.typed {
		display: grid;
		grid-template-columns: 1fr 84px minmax(54px, max-content);
		gap: 7px;
		align-items: center;
		padding: 3px 0;
	}
	.typed.above {
		grid-template-columns: minmax(0, 1fr) max-content;
		gap: 4px 7px;
		padding: 0;
	}
	.above label {
		grid-column: 1 / -1;
	}
	.above input {
		width: 100%;
		min-height: 40px;
		text-align: left;
		font-weight: 400;
	}
	input {
		text-align: right;
		font-weight: 600;
		width: 84px;
		padding-inline: 6px;
	}
	input::placeholder {
		font-weight: 400;
		font-size: 13px;
		color: var(--soft);
		opacity: 1;
	}
	em {
		font-style: normal;
		font-size: 13px;
		color: var(--caution);
		margin-left: 6px;
	}
	.unit {
		color: var(--soft);
		font-size: 13px;
	}
	p {
		grid-column: 1 / -1;
		font-size: 13.5px;
	}
	[role='alert'] {
		color: var(--dry);
	}
</style>
