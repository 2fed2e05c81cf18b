<script lang="ts">
	/** A passcode: not seen over a shoulder, unless it is asked to be. */
	interface Props {
		label: string;
		value: string;
		/** It is made now, and not entered. */
		fresh?: boolean;
		problem?: string | null;
	}
	let { label, value = $bindable(), fresh = false, problem = null }: Props = $props();
	const uid = $props.id();
	let seen = $state(false);
</script>

<div class="passcode">
	<label for={uid}>{label}</label>
	<span>
		<input
			id={uid}
			class="field"
			type={seen ? 'text' : 'password'}
			autocomplete={fresh ? 'new-password' : 'current-password'}
			autocapitalize="none"
			spellcheck="false"
			aria-invalid={problem !== null}
			bind:value
		/>
		<button type="button" class="quiet" aria-pressed={seen} onclick={() => (seen = !seen)}
			>{seen ? 'Hide it' : 'Show it'}</button
		>
	</span>
	{#if problem}<p role="alert">{problem}</p>{/if}
</div>

<style>
	.passcode {
		display: grid;
		gap: 4px;
	}
	span {
		display: flex;
		gap: 8px;
		align-items: center;
	}
	input {
		flex: 1;
		min-width: 0;
		min-height: 44px;
	}
	[role='alert'] {
		color: var(--dry);
		font-weight: 600;
	}
</style>
