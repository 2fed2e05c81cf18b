<script lang="ts">
	import { DropdownMenu } from 'bits-ui';
	import { KINDS } from '$lib/core/design';
	import { addStand, kindsBeside } from '$lib/core/edit';
	import { useSession } from '../../workspace/context';
	import type { FloorHand } from './floor-hand.svelte';

	/** What can be added to the floor, and what can be done with the stand that is chosen. */
	const { hand }: { hand: FloorHand } = $props();
	const session = useSession();
	const model = $derived(session.model);
	/** Plants that a stand added here begins with. */
	const PLANTS = 4;
	const stand = $derived(hand.stand);
	/** A menu that closes leaves the keys with what just came. */
	function keepKeys(event: Event): void {
		if (hand.came !== null) event.preventDefault();
		hand.came = null;
	}
</script>

<div class="bar">
	<DropdownMenu.Root>
		<DropdownMenu.Trigger class="button small">Add a stand</DropdownMenu.Trigger>
		<DropdownMenu.Portal>
			<DropdownMenu.Content
				class="units-menu"
				align="start"
				sideOffset={6}
				onCloseAutoFocus={keepKeys}
			>
				{#each kindsBeside(model) as variant (variant)}
					<DropdownMenu.Item
						onSelect={() =>
							hand.come(addStand(model, variant, PLANTS), `${KINDS[variant].title} added`)}
						>{KINDS[variant].title}</DropdownMenu.Item
					>
				{/each}
			</DropdownMenu.Content>
		</DropdownMenu.Portal>
	</DropdownMenu.Root>
	{#if stand}
		<span class="name">{hand.named(stand)}</span>
		<button class="quiet" onclick={() => hand.turn(stand)}>Turn</button>
		<button class="quiet" onclick={() => hand.copy(stand)}>Copy</button>
		{#if session.design.stands.length > 1}
			<button class="quiet" onclick={() => hand.take(stand)}>Take away</button>
		{/if}
	{:else}
		<span class="soft">Drag a stand or the tank to where it is to stand.</span>
	{/if}
	{#if hand.problem}<span class="problem" role="alert">{hand.problem}</span>{/if}
</div>

<style>
	.bar {
		position: absolute;
		inset: 0 90px auto 0;
		display: flex;
		flex-wrap: wrap;
		align-items: center;
		gap: 4px 12px;
		min-height: 34px;
		font-size: 13.5px;
	}
	.bar :global(.small) {
		padding: 5px 11px;
		cursor: pointer;
	}
	.name {
		font-weight: 600;
	}
	.problem {
		color: var(--dry);
		font-weight: 600;
	}
</style>
