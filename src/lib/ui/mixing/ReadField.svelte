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
		unit?: string;
	}
	let { label, of, units, range, near, value = $bindable(), unit }: Props = $props();
	const uid = $props.id();
	let text = $state('');
	let slip = $state<Slip | null>(null);
	let problem = $state<string | null>(null);
	const said = $derived(unit ?? scaleOf(of, units).unit);
	const number = (core: number) => showNumber(core, of, units);

	function take(): void {
		problem = slip = null;
		value = null;
		if (text.trim() === '') return;
		const typed = typedNumber(text);
		slip = slipOf(typed, of, units, range, near ?? (range.low + range.high) / 2);
		if (slip) return;
		const core = fromShown(typed, of, units);
		if (!Number.isFinite(core) || core < range.low || core > range.high)
			problem = `${label} must be a number from ${number(range.low)} to ${number(range.high)}${said ? ` ${said}` : ''}.`;
		else value = core;
	}
	function meant(): void {
		if (!slip) return;
		value = slip.value;
		text = number(slip.value);
		slip = null;
	}
	/** Put there by a meter or from outside. */
	$effect(() => {
		if (value === null) return;
		const shown = fromShown(typedNumber(text), of, units);
		if (Number.isNaN(shown) || Math.abs(shown - value) > 0.005) text = number(value);
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
			aria-invalid={problem !== null}
			aria-describedby={problem || slip ? `${uid}-said` : undefined}
		/>
		<span>{said}</span>
	</div>
	{#if slip}
		<p id="{uid}-said" class="slip" role="alert">
			Did you mean {slip.words}? <button class="button" onclick={meant}>Yes, take that</button>
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
	.problem {
		color: var(--dry);
		padding-top: 4px;
	}
</style>
