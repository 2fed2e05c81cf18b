<script lang="ts">
	import { scaleOf, showNumber } from '$lib/core/quantity';
	import { standPath } from '$lib/core/design';
	import TypedNumber from '../control/TypedNumber.svelte';
	import { useSession } from '../workspace/context';

	/** Pot by pot: how its floor stands, how deep the valve's water stands in it, and what that does. */
	const { index }: { index: number } = $props();
	const session = useSession();
	const stand = $derived(session.design.stands[index]!);
	const level = $derived(session.model.levels.find(({ standId }) => standId === stand.id));
	const floors = $derived('floorsMm' in stand ? stand.floorsMm : null);
	const unit = $derived(scaleOf('size', session.units).unit);
	const number = (mm: number) => showNumber(mm, 'size', session.units);
	let problem = $state<string | null>(null);

	const rows = $derived.by(() => {
		const mine = session.model.layout.containers.filter((c) => c.standId === stand.id);
		const trays = new Map((level?.filled?.result.trays ?? []).map((tray) => [tray.id, tray]));
		return mine.map((container) => {
			const tray = trays.get(container.id);
			const wrong = !tray
				? 'no water'
				: tray.dry
					? 'dry'
					: tray.floods
						? 'over its rim'
						: tray.dryCorner
							? 'one end dry'
							: '';
			const place = `${container.row + 1}/${container.column + 1}`;
			return { container, place, tray, wrong };
		});
	});

	/** @returns why it is not taken */
	function measured(place: string, value: number | null): string | null {
		const next = { ...floors };
		if (!value) delete next[place];
		else next[place] = value;
		return session.set(standPath(stand, 'floorsMm'), next, 'floors as measured');
	}
</script>

<h3>{floors ? 'Pot by pot' : 'Tray by tray'}</h3>
<table class="told">
	<thead>
		<tr>
			<th scope="col">{floors ? 'Pot' : 'Tray'}</th>
			{#if floors}<th scope="col">Floor over the level, {unit}</th>{/if}
			<th scope="col">Water, {unit}</th>
			<th scope="col">Holds</th>
			<th scope="col"><span class="unseen">Verdict</span></th>
		</tr>
	</thead>
	<tbody>
		{#each rows as { container, place, tray, wrong } (container.id)}
			<tr class:chosen={session.view.selected === container.id}>
				<th scope="row">
					<button class="quiet" onclick={() => (session.view.selected = container.id)}
						>{container.label}</button
					>
				</th>
				{#if floors}
					<td>
						<TypedNumber
							shape="bare"
							label="Floor of {container.label} over the level, {unit}"
							of="size"
							units={session.units}
							min={-200}
							max={200}
							empty=""
							value={floors[place] ?? 0}
							refusal="The floor of {container.label} must be a number from {number(
								-200
							)} to {number(200)} {unit}."
							tell={(words) => (problem = words)}
							onvalue={(mm) => measured(place, mm)}
						/>
					</td>
				{/if}
				<td>
					{#if tray}{number(tray.deepMm)}{Math.abs(tray.deepMm - tray.shallowMm) > 0.05
							? ` to ${number(tray.shallowMm)}`
							: ''}{:else}–{/if}
				</td>
				<td>{tray ? session.say(tray.litres, 'volume') : '–'}</td>
				<td class="wrong">{wrong}</td>
			</tr>
		{/each}
	</tbody>
</table>
{#if problem}<p role="alert" class="problem">{problem}</p>{/if}
{#if floors}
	<p class="soft">
		Fill a clear hose with water and hold one end at each pot: its floor against the first, up or
		down. Shim what stands low, take from under what stands high.
	</p>
{/if}

<style>
	td :global(input) {
		width: 84px;
		text-align: right;
	}
	td {
		padding: 2px 6px 2px 0;
		font-variant-numeric: tabular-nums;
	}
	tr + tr > * {
		border-top: 1px solid var(--hair);
	}
	.wrong,
	.problem {
		color: var(--dry);
	}
	.unseen {
		position: absolute;
		width: 1px;
		height: 1px;
		overflow: hidden;
		clip-path: inset(50%);
	}
</style>
