<script lang="ts">
	import { valueAt } from '$lib/core/design';
	import { useFields } from '../workspace/context';
	import TypedNumber from './TypedNumber.svelte';

	/** A number of the document: its unit, range and rounding follow from where it stands. */
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
	const stored = $derived(valueAt(fields.parts, path) as number | null);
	const bounds = $derived(fields.bounds(path));

	/** @returns why it cannot be */
	function take(shown: number | null): string | null {
		if (shown === null) return fields.set(path, null, `${label}: ${empty}`);
		const value = bounds?.whole
			? Math.round(shown / times)
			: Number((shown / times).toPrecision(10));
		if (value === stored) return null;
		return fields.apply([{ path, value }, ...(and?.(value) ?? [])], label);
	}
</script>

<TypedNumber
	{label}
	of={kind}
	units={fields.units}
	value={stored === null ? null : stored * times}
	min={bounds ? bounds.min * times : -Infinity}
	max={bounds ? bounds.max * times : Infinity}
	whole={bounds?.whole === true && times === 1}
	{empty}
	{unit}
	assumed={fields.assumed(path)}
	onvalue={take}
/>
