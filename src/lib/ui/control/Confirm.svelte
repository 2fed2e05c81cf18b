<script lang="ts">
	import { AlertDialog } from 'bits-ui';

	interface Props {
		/** What is about to happen, as a question; null: nothing is asked. */
		question: string | null;
		words: string;
		verb: string;
		onyes: () => void;
		onno: () => void;
	}
	const { question, words, verb, onyes, onno }: Props = $props();
</script>

<AlertDialog.Root open={question !== null} onOpenChange={(open) => !open && onno()}>
	<AlertDialog.Portal>
		<AlertDialog.Overlay class="veil" />
		<AlertDialog.Content class="dialog">
			<AlertDialog.Title>{question}</AlertDialog.Title>
			<AlertDialog.Description>{words}</AlertDialog.Description>
			<div class="verbs">
				<AlertDialog.Action class="button main" onclick={onyes}>{verb}</AlertDialog.Action>
				<AlertDialog.Cancel class="button">Cancel</AlertDialog.Cancel>
			</div>
		</AlertDialog.Content>
	</AlertDialog.Portal>
</AlertDialog.Root>

<style>
	.verbs {
		display: flex;
		gap: 10px;
		margin-top: 16px;
	}
</style>
