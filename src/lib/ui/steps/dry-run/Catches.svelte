<script lang="ts">
	import { catchesOf, type Catch } from '$lib/core/logbook';
	import JugField from './JugField.svelte';
	import { useSession } from '../../workspace/context';
	import type { Frame } from '../../drawing/frame';

	/** The dry run on the drawing: one outlet after the other, in the order somebody walks them with a jug. */
	const { frame }: { frame: Frame } = $props();
	const session = useSession();
	const catches = $derived(catchesOf(session.model));
	const places = $derived(
		new Map(session.view.seen.outlets.map(({ id, xM, zM }) => [id, { xM, zM }]))
	);
	let picked = $state<string | null>(null);
	/** The one picked, else the first open one of what is selected, else the first open one of all. */
	const current = $derived.by((): Catch | undefined => {
		const here = catches.filter((c) => c.containerId === session.view.selected);
		const open = (list: Catch[]) => list.find((c) => c.caughtL === null);
		const mine = catches.find((c) => c.id === picked);
		if (mine && (here.length === 0 || here.includes(mine))) return mine;
		return open(here) ?? here[0] ?? open(catches) ?? catches[0];
	});
	const at = $derived(current && places.get(current.id));
	/** It stands over the outlet, as far as the board is wide. */
	const WIDE = 196;
	const left = $derived(
		at ? Math.max(4, Math.min(frame.width - WIDE - 4, frame.x(at.xM) - WIDE / 2)) : 0
	);
	const top = $derived(at ? Math.max(4, frame.z(at.zM) - 66) : 0);
	let problem = $state<string | null>(null);
	let form: HTMLFormElement | undefined = $state();

	/** On to the next that is still open, from here round to here; what was typed is taken at Enter, or as it is left. */
	function onward(event: SubmitEvent): void {
		event.preventDefault();
		if (!current || problem) return;
		const from = catches.findIndex((c) => c.id === current.id);
		const round = [...catches.slice(from + 1), ...catches.slice(0, from)];
		const next = round.find((c) => c.caughtL === null) ?? round[0];
		if (!next) return;
		picked = next.id;
		session.view.selected = next.containerId;
		requestAnimationFrame(() => form?.querySelector('input')?.select());
	}
</script>

{#if current && at}
	<form bind:this={form} class="catch" style:left="{left}px" style:top="{top}px" onsubmit={onward}>
		<b aria-hidden="true">{current.label}</b>
		{#key current.id}
			<JugField
				label="Jug under {current.label}"
				outletId={current.id}
				caughtL={current.caughtL}
				tell={(words) => (problem = words)}
				onenter={() => (picked = current.id)}
			/>
		{/key}
		<span class="soft"
			>of {session.say(current.expectedL, 'dose')}{current.verdict
				? `, ${current.verdict}`
				: ''}</span
		>
		<button class="quiet" aria-label="On to the next outlet">→</button>
		{#if problem}<p role="alert">{problem}</p>{/if}
	</form>
	<span
		class="drop"
		style:left="{frame.x(at.xM)}px"
		style:top="{frame.z(at.zM)}px"
		aria-hidden="true"
	></span>
{/if}

<style>
	.catch {
		position: absolute;
		width: 196px;
		display: flex;
		flex-wrap: wrap;
		align-items: center;
		gap: 6px;
		padding: 4px 6px;
		background: var(--sheet);
		border: 1.5px solid var(--supply);
		border-radius: 6px;
		font-size: 13px;
	}
	.catch :global(input) {
		width: 58px;
	}
	.soft {
		flex: 1;
		font-size: 13px;
	}
	button {
		min-width: 28px;
	}
	p {
		color: var(--dry);
		width: 100%;
	}
	.drop {
		position: absolute;
		width: 12px;
		height: 12px;
		margin: -6px 0 0 -6px;
		border: 2.5px solid var(--supply);
		border-radius: 50%;
		pointer-events: none;
	}
</style>
