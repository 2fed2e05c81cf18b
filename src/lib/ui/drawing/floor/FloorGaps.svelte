<script lang="ts">
	import type { Ground } from '$lib/core/layout';
	import { useSession } from '../../workspace/context';
	import type { Fit } from './fit';
	import { gaps } from './snap';

	/** What is free between what is chosen and the four walls. */
	const { ground, fit }: { ground: Ground; fit: Fit } = $props();
	const session = useSession();
	const area = $derived(session.model.area);
	const free = $derived(gaps(ground, area));
	/** Less is not worth a line, m. */
	const LEAST_M = 0.02;
	const { x, y } = $derived(fit);
	const midX = $derived(x((ground.x0 + ground.x1) / 2));
	const midY = $derived(y((ground.y0 + ground.y1) / 2));
	const across = $derived(
		[
			{ from: 0, to: ground.x0, m: free.left },
			{ from: ground.x1, to: area.lengthM, m: free.right }
		].filter(({ m }) => m > LEAST_M)
	);
	const along = $derived(
		[
			{ from: 0, to: ground.y0, m: free.front },
			{ from: ground.y1, to: area.widthM, m: free.back }
		].filter(({ m }) => m > LEAST_M)
	);
</script>

{#each across as { from, to, m } (from)}
	<line x1={x(from)} x2={x(to)} y1={midY} y2={midY} />
	<text class="tag" x={x((from + to) / 2)} y={midY - 5}>{session.say(m, 'span')}</text>
{/each}
{#each along as { from, to, m } (from)}
	<line x1={midX} x2={midX} y1={y(from)} y2={y(to)} />
	<text class="tag side" x={midX + 6} y={y((from + to) / 2) + 4}>{session.say(m, 'span')}</text>
{/each}

<style>
	line {
		stroke: var(--ink);
		stroke-width: 1;
	}
</style>
