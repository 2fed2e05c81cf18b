<script lang="ts">
	import { intoView } from '../control/into-view';
	import NumberField from '../control/NumberField.svelte';
	import TextField from '../control/TextField.svelte';
	import { useSession } from '../workspace/context';

	/** Posts, doors and what else stands in the area: drawn, and looked out for. */
	const { at }: { at: string } = $props();
	const session = useSession();
	const list = $derived(session.model.area.obstacles);
	let added = $state<number | null>(null);
	const POST = { name: 'Post', xM: 1, yM: 0.9, lengthM: 0.1, widthM: 0.1, heightM: 2 };
	const keep = (next: typeof list) => session.set(`${at}.obstacles`, next, 'obstacles');
</script>

{#each list as obstacle, i (i)}
	<div class="one" {@attach i === added && intoView}>
		<TextField label="What" path="{at}.obstacles.{i}.name" />
		<NumberField label="From the left" path="{at}.obstacles.{i}.xM" />
		<NumberField label="From the front" path="{at}.obstacles.{i}.yM" />
		<NumberField label="Long" path="{at}.obstacles.{i}.lengthM" />
		<NumberField label="Deep" path="{at}.obstacles.{i}.widthM" />
		<NumberField label="High" path="{at}.obstacles.{i}.heightM" />
		<button class="quiet" onclick={() => keep(list.filter((_, k) => k !== i))}
			>Take {obstacle.name.toLowerCase()} away</button
		>
	</div>
{:else}
	<p class="soft">None: the floor is free.</p>
{/each}
<button
	class="quiet"
	onclick={() => {
		added = list.length;
		keep([...list, POST]);
	}}>Add an obstacle</button
>

<style>
	.one {
		border-left: 3px solid var(--hair);
		padding-left: 10px;
		margin-bottom: 8px;
	}
	.quiet {
		margin-left: -6px;
	}
</style>
