<script lang="ts">
	import type { Step } from '$lib/core/procedure';
	import { useSession } from '../workspace/context';
	import { told } from './words';

	/** One step as it is read: large for wet hands, or a line of a list; on paper cautions stand together below. */
	interface Props {
		step: Step;
		as?: 'large' | 'line' | 'paper';
	}
	const { step, as = 'line' }: Props = $props();
	const session = useSession();
	const { text, amount, why, caution } = $derived(told(step, session.units));
</script>

{#if as === 'large'}
	<h1>{text}</h1>
	{#if amount}<p class="amount">{amount}</p>{/if}
	{#if why}<p class="soft">{why}</p>{/if}
	{#if caution}<p class="caution">{caution}</p>{/if}
{:else}
	<span class="text"
		>{#if why}<span class="soft">{why}</span>{/if}
		{text}</span
	>
	{#if amount}<b>{amount}</b>{/if}
	{#if caution && as === 'line'}<small>{caution}</small>{/if}
{/if}

<style>
	h1 {
		font-size: clamp(22px, 6vw, 30px);
		text-wrap: balance;
	}
	.amount {
		font: 650 clamp(40px, 13vw, 64px) / 1.1 var(--head);
		padding: 12px 0;
	}
	small {
		display: block;
		color: var(--caution);
		font-size: 13.5px;
	}
</style>
