<script lang="ts">
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
	 * A number with its unit that stands where no document has it: what was typed stands until the field is left,
	 * and is then taken, or refused with the name, the range and the unit.
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
		/** The label is read out, and not shown. */
		quiet?: boolean;
		disabled?: boolean;
		/** Taken while it is typed, as soon as it can be. */
		live?: boolean;
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
		quiet = false,
		disabled = false,
		live = false,
		onvalue
	}: Props = $props();
	const uid = $props.id();
	const said = $derived(unit ?? scaleOf(of, units).unit);
	const shown = $derived(value === null ? '' : fieldNumber(value, of, units));
	let draft = $state<string | null>(null);
	let problem = $state<string | null>(null);
	let slip = $state<Slip | null>(null);

	function range(): string {
		const at = (n: number) => Number(toShown(n, of, units).toPrecision(4));
		return `${whole ? 'a whole number' : 'a number'} from ${at(min)} to ${at(max)}${said ? ` ${said}` : ''}`;
	}
	function put(next: number | null): void {
		slip = null;
		problem = onvalue?.(next) ?? null;
		if (!problem) value = next;
	}
	/** @param leaving the field is left, or Enter was pressed: what cannot be taken is told */
	function take(leaving: boolean): void {
		if (draft === null) return;
		const text = draft.trim();
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
				problem = `${label} must be ${range()}.`;
				slip = slipOf(typed, of, units, { low: min, high: max }, value ?? (min + max) / 2);
			}
		}
		if (leaving && !problem) draft = null;
	}
</script>

<div class="typed" class:quiet>
	<label for={uid} class:visually-hidden={quiet}>{label}</label>
	<input
		id={uid}
		class="field"
		inputmode="decimal"
		autocomplete="off"
		{disabled}
		value={draft ?? shown}
		placeholder={empty}
		aria-invalid={problem !== null}
		aria-describedby={problem ? `${uid}-problem` : undefined}
		oninput={(event) => {
			draft = event.currentTarget.value;
			problem = slip = null;
			if (live) take(false);
		}}
		onblur={() => take(true)}
		onkeydown={(event) => {
			if (event.key === 'Enter') take(true);
			if (event.key === 'Escape') draft = problem = slip = null;
		}}
	/>
	{#if said}<span class="unit">{said}</span>{/if}
	{#if problem}<p id="{uid}-problem" role="alert">
			{problem}{#if slip}{@const meant = slip}
				<button
					class="quiet"
					onclick={() => {
						draft = null;
						put(meant.value);
					}}>Use {meant.words}</button
				>{/if}
		</p>{/if}
</div>

<style>
	.typed {
		display: grid;
		grid-template-columns: 1fr 84px minmax(0, max-content);
		gap: 7px;
		align-items: center;
		padding: 3px 0;
	}
	.typed.quiet {
		grid-template-columns: 84px minmax(0, max-content);
		padding: 0;
	}
	input {
		text-align: right;
		font-weight: 600;
		width: 84px;
		padding-inline: 6px;
	}
	.unit {
		color: var(--soft);
		font-size: 13px;
	}
	p {
		grid-column: 1 / -1;
		color: var(--dry);
		font-size: 13.5px;
	}
</style>
