<script lang="ts">
	import {
		scaleOf,
		showNumber,
		slipOf,
		typedNumber,
		fromShown,
		type Quantity,
		type Slip
	} from '$lib/core/quantity';
	import type { Units } from '$lib/core/quantity';

	/** A reading taken with wet hands: one large field, a slip asked about while it is typed, nothing lost. */
	interface Props {
		label: string;
		of: Quantity;
		units: Units;
		/** What can be at all, in the core's unit. */
		range: { low: number; high: number };
		/** What is expected, or what was read the last time: shown in grey. */
		near: number | null;
		/** In the core's unit; null: nothing that can be read. */
		value: number | null;
		/** Something is typed that cannot be read yet: no amount may follow from it. */
		unsure?: boolean;
		unit?: string;
	}
	let {
		label,
		of,
		units,
		range,
		near,
		value = $bindable(),
		unsure = $bindable(false),
		unit
	}: Props = $props();
	const uid = $props.id();
	let text = $state('');
	let slip = $state<Slip | null>(null);
	let problem = $state<string | null>(null);
	/** Somebody is in the field: what was typed stands until it is left. */
	let inside = $state(false);
	/** What stood in it when somebody came: Escape brings it back. */
	let before = '';
	/** What this field made of its text; another value comes from outside. */
	let mine: number | null = null;
	const said = $derived(unit ?? scaleOf(of, units).unit);
	const number = (core: number) => showNumber(core, of, units);
	const outside = $derived(inside && value !== mine ? value : null);

	function put(next: number | null): void {
		mine = value = next;
	}
	function take(): void {
		problem = slip = null;
		put(null);
		if (text.trim() === '') return;
		const typed = typedNumber(text);
		slip = slipOf(typed, of, units, range, near ?? (range.low + range.high) / 2);
		if (slip) return;
		const core = fromShown(typed, of, units);
		if (!Number.isFinite(core) || core < range.low || core > range.high)
			problem = `${label} must be a number from ${number(range.low)} to ${number(range.high)}${said ? ` ${said}` : ''}.`;
		else put(core);
	}
	function meant(): void {
		if (!slip) return;
		text = number(slip.value);
		put(slip.value);
		slip = null;
	}
	$effect(() => {
		unsure = slip !== null || problem !== null;
	});
	/** From a meter or another page: only while nobody is in the field. */
	$effect(() => {
		if (inside || value === mine) return;
		mine = value;
		text = value === null ? '' : number(value);
		problem = slip = null;
	});
</script>

<div class="read">
	<label for={uid}>{label}</label>
	<div class="line">
		<input
			id={uid}
			inputmode="decimal"
			autocomplete="off"
			placeholder={near === null ? '' : number(near)}
			bind:value={text}
			oninput={take}
			onfocus={() => {
				inside = true;
				if (!problem && !slip) before = text;
			}}
			onkeydown={(event) => {
				if (event.key !== 'Escape' || text === before) return;
				event.stopPropagation();
				text = before;
				take();
			}}
			onblur={() => (inside = false)}
			aria-invalid={problem !== null}
			aria-describedby={problem || slip ? `${uid}-said` : undefined}
		/>
		<span>{said}</span>
	</div>
	{#if outside !== null}<p class="soft" role="status">
			The meter shows {number(outside)}: it is put in when you leave this field.
		</p>{/if}
	{#if slip}
		<p id="{uid}-said" class="slip" role="alert">
			Did you mean {slip.words}? <button class="button" onclick={meant}>Yes, use that</button>
		</p>
	{:else if problem}<p id="{uid}-said" class="problem" role="alert">{problem}</p>{/if}
</div>

<style>
	.read {
		padding: 6px 0;
	}
	label {
		font-weight: 600;
	}
	.line {
		display: flex;
		align-items: baseline;
		gap: 10px;
		margin-top: 2px;
	}
	input {
		width: 9ch;
		min-height: 52px;
		padding: 4px 12px;
		font: 650 26px/1.1 var(--head);
		background: var(--sheet);
		border: 1.5px solid var(--ink);
		border-radius: 3px;
		text-align: right;
	}
	input::placeholder {
		color: var(--soft);
		opacity: 0.8;
		font-weight: 400;
	}
	span {
		color: var(--soft);
	}
	.slip {
		background: var(--caution-pale);
		padding: 8px 10px;
		margin-top: 6px;
	}
	.slip .button {
		margin-left: 6px;
	}
	.soft {
		font-size: 13.5px;
		padding-top: 4px;
	}
	.problem {
		color: var(--dry);
		padding-top: 4px;
	}
</style>
