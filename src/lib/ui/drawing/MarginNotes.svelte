<script lang="ts">
	import { fieldsOf } from '$lib/core/design';
	import { pick } from '$lib/core/shelf';
	import { outletWords } from '$lib/core/review';
	import { useSession } from '../workspace/context';
	import type { Frame } from './frame';

	/** Pencilled at the edge of the drawing: the figure that belongs to each height, with a line to it. */
	const { frame }: { frame: Frame } = $props();
	const session = useSession();
	interface Note {
		z: number;
		text: string;
		/** Said only where there is room for it. */
		more?: string;
		id: string;
		bad?: boolean;
	}
	const notes = $derived.by((): Note[] => {
		const { layout, path, returns, drainBack, design, say } = session.model;
		const highest = [...layout.outlets].sort((a, b) => b.zM - a.zM || b.xM - a.xM)[0];
		const top = layout.solids.find((solid) => solid.role === 'top');
		const back = returns.find(({ run }) => run.way === 'fall' || run.way === 'waste');
		const feed = Math.max(
			...layout.runs.filter((r) => r.role !== 'stake').map((r) => r.points.at(-1)!.zM)
		);
		const main = path.result.links.find((l) => l.id === 'main');
		const { fallPercent } = fieldsOf(design.stands[0]!);
		const list: Note[] = [
			{
				z: feed,
				text: `feed ${say(path.result.source.flowLph, 'flow')}, ${say(main?.velocityMS ?? 0, 'velocity')}${frame.head ? ' in the main' : ''}`,
				id: 'main'
			}
		];
		if (highest) {
			const openEnded = pick(session.model.shelf.emitters, highest.emitterId).law.kind === 'open';
			const left = path.result.nodes.find((n) => n.id === highest.nodeId)?.pressureM ?? 0;
			list.push({
				z: highest.zM,
				text:
					frame.head || openEnded
						? `${outletWords(session.model)[1]} up to ${say(highest.zM, 'head')}`
						: `${outletWords(session.model)[1]} at ${say(highest.zM, 'head')}`,
				...(!frame.head && !openEnded && { more: `, ${say(left, 'head')} left` }),
				id: highest.containerId,
				bad: left <= 0 && !openEnded
			});
		}
		if (top && fallPercent !== undefined)
			list.push({ z: top.front[1]![1], text: `fall ${fallPercent} %`, id: top.id });
		if (back) {
			const full = back.result
				? `${Math.round(back.result.depthRatio * 100)} % full`
				: 'does not carry it';
			list.push({
				z: back.run.points[0]!.zM,
				text: `return ${full}`,
				id: back.run.id,
				bad: !back.result
			});
		}
		if (back?.run.way === 'fall') {
			const gap = back.run.endM - drainBack.highestM;
			list.push({
				z: back.run.endM - 0.13,
				text:
					gap >= 0
						? `ends ${say(gap * 1000, 'size')} over the highest water`
						: `ends ${say(-gap * 1000, 'size')} under the highest water`,
				id: back.run.id,
				bad: gap < 0.02
			});
		}
		return list;
	});
	const x = $derived(frame.right + 32);
	const room = $derived(
		(frame.beside?.left ?? (frame.plan?.beside ? frame.plan.left : frame.width)) - x
	);
	/** Labels keep a line's height between them; the leader still points at the true height. */
	const placed = $derived.by(() => {
		let before = -Infinity;
		return notes.map((note) => {
			const at = frame.z(note.z);
			const y = Math.max(at, before + 19);
			before = y;
			return { ...note, at, y };
		});
	});
</script>

{#if room > 130}
	<g>
		{#each placed as note, i (`${i} ${note.text}`)}
			<!-- by keyboard what it speaks of is chosen on the drawing -->
			<!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_static_element_interactions -->
			<g class="note" class:bad={note.bad} onclick={() => (session.view.selected = note.id)}>
				<path d="M{frame.right + 2} {note.at} L{x - 5} {note.y}" />
				<text {x} y={note.y + 4}>{note.text}{room > 186 ? (note.more ?? '') : ''}</text>
			</g>
		{/each}
	</g>
{/if}

<style>
	path {
		fill: none;
		stroke: var(--hair);
		stroke-width: 1;
	}
	text {
		font-size: 12px;
		fill: var(--soft);
	}
	.note {
		cursor: pointer;
	}
	.bad text {
		fill: var(--dry);
		font-weight: 600;
	}
</style>
