<script lang="ts">
	import { scaleOf, showNumber } from '$lib/core/quantity';
	import type { SystemModel } from '$lib/core/model';
	import Explain from '../explain/Explain.svelte';
	import { useSession } from '../workspace/context';

	/** Pots on a line under water, while the pump runs: each stands higher than the one it drains through. */
	const { ring }: { ring: SystemModel['rings'][number] } = $props();
	const session = useSession();
	const unit = $derived(scaleOf('size', session.units).unit);
	const label = (id: string) =>
		session.model.layout.containers.find((c) => c.id === id)?.label ?? id;
	const number = (mm: number) => showNumber(mm, 'size', session.units);
</script>

<h3>While the pump runs</h3>
<p class="soft">
	<Explain op="ring-level" entry={ring} title="Level in each pot">Each stands higher</Explain> than the
	one it drains through.
</p>
<table class="told">
	<thead>
		<tr>
			<th scope="col">Pot</th>
			<th scope="col">Over the tank’s water, {unit}</th>
			<th scope="col">Left under its brim, {unit}</th>
		</tr>
	</thead>
	<tbody>
		{#each ring.pots as pot (pot.id)}
			<tr class:chosen={session.view.selected === pot.id} class:wrong={pot.marginMm < 0}>
				<th scope="row">
					<button class="quiet" onclick={() => (session.view.selected = pot.id)}
						>{label(pot.id)}</button
					>
				</th>
				<td>{number(pot.riseMm)}</td>
				<td>{pot.marginMm < 0 ? `over by ${number(-pot.marginMm)}` : number(pot.marginMm)}</td>
			</tr>
		{/each}
	</tbody>
</table>

<style>
	tr + tr > * {
		border-top: 1px solid var(--hair);
	}
	.wrong td {
		color: var(--dry);
	}
</style>
