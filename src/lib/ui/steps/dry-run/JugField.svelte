<script lang="ts">
	import TypedNumber from '../../control/TypedNumber.svelte';
	import { useSession } from '../../workspace/context';

	/** What was caught at an outlet; emptied, the reading is taken back. */
	interface Props {
		label: string;
		outletId: string;
		caughtL: number | null;
		tell: (words: string | null) => void;
		onenter?: () => void;
	}
	const { label, outletId, caughtL, tell, onenter }: Props = $props();
	const session = useSession();

	/** @returns why it is not taken */
	function keep(litres: number | null): string | null {
		const next = { ...session.record.caughtMl };
		if (litres === null) delete next[outletId];
		else next[outletId] = Number((1000 * litres).toPrecision(10));
		return session.set('record.caughtMl', next, 'caught in the dry run');
	}
</script>

<TypedNumber
	{label}
	shape="bare"
	of="dose"
	units={session.units}
	min={0}
	max={100}
	empty=""
	value={caughtL}
	refusal="The jug must be a number from 0 to {session.say(100, 'dose')}."
	{tell}
	{onenter}
	onvalue={keep}
/>
