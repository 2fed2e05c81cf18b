<script lang="ts">
	import { Dialog } from 'bits-ui';
	import { changesOf, type Settled } from '$lib/core/edit';
	import { counted } from '$lib/core/quantity';
	import { useSession } from './context';
	import { settledBeside } from './proving';

	/** Clears all that can be cleared, shown as a list before it is done; one step back takes all of it away. */
	let { open = $bindable(false) }: { open?: boolean } = $props();
	const session = useSession();
	let share = $state<number | null>(null);
	let found = $state.raw<Settled | null>(null);
	let failed = $state(false);
	let wanted = new AbortController();

	const grave = ({ stops, looks }: Settled['before']) => stops + looks;
	const left = $derived(found ? grave(found.after) : 0);

	async function search(): Promise<void> {
		wanted = new AbortController();
		[share, found, failed] = [0, null, false];
		const how = { progress: (done: number) => (share = done), signal: wanted.signal };
		try {
			found = await settledBeside(session.kept, session.shelf.own, how);
		} catch {
			failed = !wanted.signal.aborted;
		}
		share = null;
	}
	function turned(now: boolean): void {
		open = now;
		if (!now) wanted.abort();
	}
	$effect(() => {
		if (open) void search();
	});
	function apply(): void {
		if (found) session.press(changesOf(found.fixes), 'all that could be settled');
		session.judging.shown = 0;
		open = false;
	}
</script>

<Dialog.Root {open} onOpenChange={turned}>
	<Dialog.Portal>
		<Dialog.Overlay class="veil" />
		<Dialog.Content class="dialog settle">
			<Dialog.Title>Settle all</Dialog.Title>
			{#if share !== null}
				<p class="soft" role="status">
					Trying one fix after the other, {Math.round(share * 100)} % done.
				</p>
				<progress max="1" value={share}></progress>
				<button class="button" onclick={() => turned(false)}>Stop</button>
			{:else if failed}
				<p class="soft">That could not be worked out just now.</p>
			{:else if found && found.fixes.length === 0}
				<p class="soft">
					Nothing is left that a change of the design would settle. What remains is for you to see
					to.
				</p>
				<Dialog.Close class="button">Close</Dialog.Close>
			{:else if found}
				<p class="soft">
					{counted(found.fixes.length, ['change settles', 'changes settle'])}
					{grave(found.before) - left} of {grave(found.before)}; none can be left out.
					{#if left > 0}{counted(left, ['is', 'are'])} left for you to see to.{/if}
				</p>
				<ol>
					{#each found.fixes as fix, i (i)}
						<li><b>{fix.label}</b> <small>{fix.effect}</small></li>
					{/each}
				</ol>
				<div class="verbs">
					<button class="button main" onclick={apply}>Do all of it</button>
					<Dialog.Close class="button">Leave it as it is</Dialog.Close>
				</div>
			{/if}
		</Dialog.Content>
	</Dialog.Portal>
</Dialog.Root>

<style>
	progress {
		width: 100%;
		margin: 8px 0;
		accent-color: var(--water);
	}
	ol {
		margin: 10px 0;
		padding-left: 22px;
	}
	li {
		padding: 5px 0;
		border-top: 1px solid var(--hair);
	}
	small {
		display: block;
		color: var(--soft);
		font-size: 13.5px;
	}
	.verbs {
		display: flex;
		flex-wrap: wrap;
		gap: 10px;
		margin-top: 14px;
	}
	:global(.settle) {
		width: min(620px, calc(100vw - 24px));
		max-height: min(80vh, 640px);
		overflow: auto;
	}
</style>
