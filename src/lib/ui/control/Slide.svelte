<script lang="ts">
	/** A knob on a line: tried while it is pulled, kept when it is let go. */
	interface Props {
		label: string;
		min: number;
		max: number;
		step: number;
		value: number;
		/** What it says aloud. */
		words?: string;
		/** For who listens and for keys alone: what is seen is pulled elsewhere. */
		hidden?: boolean;
		ontry: (value: number) => void;
		onkeep: () => void;
	}
	const { label, min, max, step, value, words, hidden = false, ontry, onkeep }: Props = $props();
</script>

<input
	type="range"
	class:visually-hidden={hidden}
	aria-label={label}
	aria-valuetext={words}
	{min}
	{max}
	{step}
	{value}
	oninput={(event) => ontry(Number(event.currentTarget.value))}
	onchange={onkeep}
/>

<style>
	input:not(:global(.visually-hidden)) {
		width: 100%;
		accent-color: var(--supply);
		margin: 0 0 4px;
	}
</style>
