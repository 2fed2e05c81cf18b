<script lang="ts">
	/** A button that asks for a file; the same file, mended, can be chosen again. */
	interface Props {
		label: string;
		accept: string;
		quiet?: boolean;
		disabled?: boolean;
		onfile: (file: File) => void;
	}
	const { label, accept, quiet = false, disabled = false, onfile }: Props = $props();
</script>

<label class={quiet ? 'quiet' : 'button'} class:busy={disabled}
	>{label}<input
		type="file"
		class="visually-hidden"
		{accept}
		{disabled}
		onchange={(event) => {
			const file = event.currentTarget.files?.[0];
			event.currentTarget.value = '';
			if (file) onfile(file);
		}}
	/></label
>

<style>
	label {
		cursor: pointer;
	}
	.busy {
		opacity: 0.7;
	}
	label:focus-within {
		outline: 2px solid var(--supply);
		outline-offset: 2px;
	}
</style>
