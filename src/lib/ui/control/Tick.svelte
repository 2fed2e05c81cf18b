<script lang="ts">
	/** Yes or no. */
	interface Props {
		label: string;
		checked: boolean;
		onpick: (checked: boolean) => void;
	}
	const { label, checked, onpick }: Props = $props();
</script>

<label>
	<input
		type="checkbox"
		{checked}
		onchange={(event) => {
			const said = event.currentTarget.checked;
			// it shows what is, also where the press is refused
			event.currentTarget.checked = checked;
			onpick(said);
		}}
	/>
	{label}
</label>

<style>
	label {
		display: flex;
		gap: 8px;
		align-items: center;
		padding: 3px 0;
		cursor: pointer;
	}
</style>
