<script lang="ts">
	import { Dialog } from 'bits-ui';

	let { open = $bindable(false) }: { open?: boolean } = $props();
	const KEYS: [string, string][] = [
		['[  and  ]', 'the step before, the step after'],
		['N  and  B', 'next finding, the one before'],
		['1  2  3', 'apply the first, second, third fix of the finding shown'],
		['U  and  R', 'undo, redo (also Ctrl Z, Ctrl Shift Z)'],
		['W', 'take hold of the water level'],
		['Tab', 'to the next site, grip or field'],
		['Arrow keys', 'nudge the grip that is held; with Shift ten times as far'],
		['Home, End', 'the least and the most of the grip that is held'],
		['Enter', 'choose the site that has the focus'],
		['Esc', 'let go; choose nothing'],
		['+  and  −', 'closer, further away; then push the drawing about'],
		['P', 'the page to print'],
		['?', 'this list']
	];
</script>

<Dialog.Root bind:open>
	<Dialog.Portal>
		<Dialog.Overlay class="veil" />
		<Dialog.Content class="dialog">
			<Dialog.Title>Keys</Dialog.Title>
			<dl>
				{#each KEYS as [key, words] (key)}
					<dt>{key}</dt>
					<dd>{words}</dd>
				{/each}
			</dl>
			<Dialog.Close class="button">Close</Dialog.Close>
		</Dialog.Content>
	</Dialog.Portal>
</Dialog.Root>

<style>
	dl {
		display: grid;
		grid-template-columns: max-content 1fr;
		gap: 6px 18px;
		margin: 12px 0 16px;
	}
	dt {
		font: 600 14.5px var(--head);
		white-space: pre;
	}
	dd {
		margin: 0;
	}
</style>
