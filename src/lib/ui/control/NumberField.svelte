<script lang="ts">
	import {
		fieldNumber,
		fromShown,
		scaleOf,
		slipOf,
		toShown,
		typedNumber,
		type Slip
	} from '$lib/core/quantity';
	import { valueAt } from '$lib/core/design';
	import { useFields } from '../workspace/context';

	interface Props {
		label: string;
		/** Where the number stands, its part's name first. */
		path: string;
		/** Shown in place of the unit its schema gives it. */
		unit?: string;
		/** Shown = stored × times: round a pipe instead of across it, say. */
		times?: number;
		/** An empty field stands for null, and this is what it then means. */
		empty?: string;
		/** Further changes that go with a new value. */
		and?: (value: number) => { path: string; value: unknown }[];
	}
	const { label, path, unit, times = 1, empty, and }: Props = $props();
	const fields = useFields();
	const kind = $derived(fields.quantityAt(path));
	const uid = $props.id();
	const stored = $derived(valueAt(fields.parts, path) as number | null);
	const shown = $derived(stored === null ? '' : fieldNumber(stored * times, kind, fields.units));
	const unitText = $derived(unit ?? scaleOf(kind, fields.units).unit);
	const assumed = $derived(fields.assumed(path));
	let draft = $state<string | null>(null);
	let problem = $state<string | null>(null);
	/** What it was most likely meant to be. */
	let slip = $state<Slip | null>(null);
	/** Something was typed, be it the very figure shown: a rounded one then becomes the stored one. */
	let touched = false;

	function range(): string {
		const bounds = fields.bounds(path);
		if (!bounds) return 'a number';
		const at = (n: number) => Number(toShown(n * times, kind, fields.units).toPrecision(4));
		const text = `from ${at(bounds.min)} to ${at(bounds.max)}${unitText ? ` ${unitText}` : ''}`;
		return bounds.whole && times === 1 ? `a whole number ${text}` : `a number ${text}`;
	}

	/** Leaving a field counts too: typing the figure it shows already makes no change event. */
	function take(event: Event & { currentTarget: HTMLInputElement }): void {
		const text = event.currentTarget.value.trim().replace(',', '.');
		if (!touched) return;
		touched = false;
		draft = text;
		if (text === '' && empty !== undefined) {
			problem = fields.set(path, null, `${label}: ${empty}`);
			if (!problem) reset();
			return;
		}
		const bounds = fields.bounds(path);
		const value = fromShown(Number(text), kind, fields.units) / times;
		const kept = bounds?.whole ? Math.round(value) : Number(value.toPrecision(10));
		const off =
			text === '' || !Number.isFinite(value) || (bounds?.whole && Math.abs(kept - value) > 1e-6);
		if (off || (bounds && (kept < bounds.min || kept > bounds.max))) {
			problem = `${label} must be ${range()}.`;
			slip =
				bounds && times === 1
					? slipOf(
							typedNumber(text),
							kind,
							fields.units,
							{ low: bounds.min, high: bounds.max },
							stored ?? (bounds.min + bounds.max) / 2
						)
					: null;
			return;
		}
		if (kept === stored) return reset();
		const changes = [{ path, value: kept }, ...(and?.(kept) ?? [])];
		problem = fields.apply(changes, label);
		if (!problem) reset();
	}

	function meant(value: number): void {
		problem = fields.apply([{ path, value }, ...(and?.(value) ?? [])], label);
		if (!problem) reset();
	}

	function reset(): void {
		draft = null;
		problem = null;
		slip = null;
	}
</script>

<div class="row">
	<label for={uid}
		>{label}{#if assumed}&nbsp;<em title="Filled in for you; change it or leave it">assumed</em
			>{/if}</label
	>
	<input
		id={uid}
		class="field"
		inputmode="decimal"
		autocomplete="off"
		value={draft ?? shown}
		placeholder={empty}
		aria-invalid={problem !== null}
		aria-describedby={problem ? `${uid}-problem` : undefined}
		oninput={() => (touched = true)}
		onchange={take}
		onblur={take}
		onkeydown={(event) => {
			if (event.key === 'Enter') take(event);
			if (event.key === 'Escape') {
				touched = false;
				reset();
				event.currentTarget.value = shown;
			}
		}}
	/>
	<span class="unit">{unitText}</span>
	{#if problem}<p id="{uid}-problem" role="alert">
			{problem}{#if slip}{@const { value, words } = slip}
				<button class="quiet" onclick={() => meant(value)}>Take {words}</button>{/if}
		</p>{/if}
</div>

<style>
	.row {
		display: grid;
		grid-template-columns: 1fr 84px minmax(54px, max-content);
		gap: 7px;
		align-items: center;
		padding: 3px 0;
	}
	input::placeholder {
		font-weight: 400;
		font-size: 13px;
		color: var(--soft);
		opacity: 1;
	}
	input {
		text-align: right;
		font-weight: 600;
		width: 84px;
		padding-inline: 6px;
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
		color: var(--dry);
		font-size: 13.5px;
	}
</style>
