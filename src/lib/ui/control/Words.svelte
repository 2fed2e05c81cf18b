<script lang="ts">
	import { InHand } from './in-hand.svelte';

	/** Words, in a line or in several: what is typed stands until the field is left, or at once where it is live. */
	interface Props {
		label: string;
		value: string;
		rows?: number;
		shape?: 'row' | 'bare';
		placeholder?: string;
		disabled?: boolean;
		/** As wide as what is in it. */
		fits?: boolean;
		/** Taken with every key. */
		live?: boolean;
		/** @returns why it is not taken, or nothing; what is typed stands until that is known */
		onvalue?: (text: string) => string | null | void | Promise<string | null>;
	}
	let {
		label,
		value = $bindable(),
		rows = 1,
		shape = 'row',
		placeholder,
		disabled = false,
		fits = false,
		live = false,
		onvalue
	}: Props = $props();
	const uid = $props.id();
	const hand = new InHand(() => value);
	let problem = $state<string | null>(null);

	async function take(): Promise<void> {
		if (hand.draft === null) return;
		const text = rows > 1 ? hand.draft : hand.draft.trim();
		problem = null;
		if (!onvalue) value = text;
		else if (text !== value) {
			const answer = onvalue(text);
			problem = (answer instanceof Promise ? await answer : answer) ?? null;
		}
		// where there has to be some, what was there comes back
		if (problem && text === '') hand.draft = problem = null;
		if (problem) return;
		hand.taken();
		if (!live) hand.draft = null;
	}
	const held = $derived({
		id: uid,
		class: 'field',
		value: hand.text,
		placeholder,
		disabled,
		'aria-label': shape === 'bare' ? label : undefined,
		'aria-invalid': problem !== null,
		oninput: (event: Event) => {
			hand.draft = (event.currentTarget as HTMLInputElement).value;
			problem = null;
			if (live) void take();
		},
		onfocus: () => hand.enter(),
		onblur: () => {
			void take();
			hand.leave(hand.draft !== null);
		},
		onkeydown: (event: KeyboardEvent) => {
			if (event.key === 'Enter' && rows === 1) void take();
			if (event.key === 'Escape' && hand.draft !== null) {
				event.stopPropagation();
				hand.draft = problem = null;
			}
		}
	});
</script>

{#snippet field()}
	{#if rows > 1}<textarea {rows} {...held}></textarea>
	{:else}<input size={fits ? Math.max(8, hand.text.length) : undefined} {...held} />{/if}
{/snippet}

{#if shape === 'bare'}
	{@render field()}
	{#if problem}<p role="alert">{problem}</p>{/if}
{:else}
	<div class="row" class:tall={rows > 1}>
		<label for={uid}>{label}</label>
		{@render field()}
		{#if hand.waiting !== null}<p class="soft" role="status">
				Changed elsewhere to “{hand.waiting}”.
			</p>{/if}
		{#if problem}<p role="alert">{problem}</p>{/if}
	</div>
{/if}

<style>
	.row {
		display: grid;
		grid-template-columns: minmax(90px, 0.7fr) 1fr;
		gap: 8px;
		align-items: center;
		padding: 3px 0;
	}
	.tall {
		grid-template-columns: 1fr;
	}
	.row .field {
		width: 100%;
	}
	.row p {
		grid-column: 1 / -1;
	}
	[role='alert'] {
		color: var(--dry);
	}
</style>
