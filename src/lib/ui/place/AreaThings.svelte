<script lang="ts">
	import { POINTS, SIDES, type Area, type Door } from '$lib/core/design';
	import { intoView } from '../control/into-view';
	import NumberField from '../control/NumberField.svelte';
	import PickField from '../control/PickField.svelte';
	import TextField from '../control/TextField.svelte';
	import { useFields } from '../workspace/context';

	/** Posts and what else stands in an area, its doors, and what the house gives there. */
	const { area }: { area: Area } = $props();
	const fields = useFields();
	const at = $derived(`place.areas[id=${area.id}]`);
	let added = $state<string | null>(null);

	const OPENS = { in: 'inwards', out: 'outwards', slides: 'slides or is open' };
	const named = (options: Record<string, string>) =>
		Object.entries(options).map(([id, name]) => ({ id, name }));

	type List = 'obstacles' | 'doors' | 'points';
	const take = (list: List, index: number) =>
		fields.put(
			`${at}.${list}`,
			area[list].filter((_, i) => i !== index),
			'taken away'
		);
	function add(list: List, item: object): void {
		added = `${list}${area[list].length}`;
		fields.put(`${at}.${list}`, [...area[list], item], 'added');
	}
	/** An id nothing of a list has. */
	function fresh(list: readonly { id: string }[], stem: string): string {
		for (let n = 1; ; n++) if (!list.some(({ id }) => id === `${stem}${n}`)) return `${stem}${n}`;
	}
	const round = (m: number) => Math.round(m * 20) / 20;
	const post = () => ({
		name: 'Post',
		xM: round(area.lengthM / 2),
		yM: round(area.widthM / 2),
		lengthM: 0.1,
		widthM: 0.1,
		heightM: Math.min(2, area.heightM)
	});
	const door = (): Door => ({
		id: fresh(area.doors, 'door'),
		name: 'Door',
		side: 'front',
		atM: round(Math.max(0, area.lengthM / 2 - 0.4)),
		widthM: Math.min(0.8, area.lengthM),
		opens: 'out'
	});
	const point = (what: 'socket' | 'tap' | 'drain') => ({
		id: fresh(area.points, what),
		what,
		xM: 0,
		yM: round(area.widthM)
	});
</script>

<h3>Posts and what else stands there</h3>
{#each area.obstacles as obstacle, i (i)}
	<div class="one" {@attach added === `obstacles${i}` && intoView}>
		<TextField label="What" path="{at}.obstacles.{i}.name" />
		<NumberField label="From the left" path="{at}.obstacles.{i}.xM" />
		<NumberField label="From the front" path="{at}.obstacles.{i}.yM" />
		<NumberField label="Long" path="{at}.obstacles.{i}.lengthM" />
		<NumberField label="Deep" path="{at}.obstacles.{i}.widthM" />
		<NumberField label="High" path="{at}.obstacles.{i}.heightM" />
		<button class="quiet" onclick={() => take('obstacles', i)}
			>Take {obstacle.name.toLowerCase()} away</button
		>
	</div>
{:else}
	<p class="soft">None: the floor is free.</p>
{/each}
<button class="quiet" onclick={() => add('obstacles', post())}>Add an obstacle</button>
<h3>Doors</h3>
{#each area.doors as door, i (door.id)}
	<div class="one" {@attach added === `doors${i}` && intoView}>
		<TextField label="What" path="{at}.doors[id={door.id}].name" />
		<PickField label="In the" path="{at}.doors[id={door.id}].side" options={named(SIDES)} />
		<NumberField
			label={door.side === 'front' || door.side === 'back' ? 'From the left' : 'From the front'}
			path="{at}.doors[id={door.id}].atM"
		/>
		<NumberField label="Wide" path="{at}.doors[id={door.id}].widthM" />
		<PickField label="Opens" path="{at}.doors[id={door.id}].opens" options={named(OPENS)} />
		<button class="quiet" onclick={() => take('doors', i)}
			>Take {door.name.toLowerCase()} away</button
		>
	</div>
{:else}
	<p class="soft">None: it is open in front.</p>
{/each}
<button class="quiet" onclick={() => add('doors', door())}>Add a door</button>
<h3>Sockets, taps and drains</h3>
{#each area.points as { id, what }, i (id)}
	<div class="one" {@attach added === `points${i}` && intoView}>
		<PickField label="What" path="{at}.points[id={id}].what" options={named(POINTS)} />
		<NumberField label="From the left" path="{at}.points[id={id}].xM" />
		<NumberField label="From the front" path="{at}.points[id={id}].yM" />
		<button class="quiet" onclick={() => take('points', i)}>Take this {what} away</button>
	</div>
{/each}
<p class="verbs">
	<button class="quiet" onclick={() => add('points', point('socket'))}>Add a socket</button>
	<button class="quiet" onclick={() => add('points', point('tap'))}>Add a tap</button>
	<button class="quiet" onclick={() => add('points', point('drain'))}>Add a drain</button>
</p>

<style>
	.one {
		border-left: 3px solid var(--hair);
		padding-left: 10px;
		margin-bottom: 8px;
	}
	.quiet {
		margin-left: -6px;
	}
	.verbs {
		display: flex;
		flex-wrap: wrap;
		gap: 4px 14px;
	}
</style>
