<script lang="ts">
	import { itemsOf, labelled, saltItem, saltsIn, withSalt } from '$lib/core/design';
	import { SALT_IDS, SALTS, shortSalt, USUAL_SALTS, type SaltId } from '$lib/core/shelf';
	import Choice from '../../control/Choice.svelte';
	import NumberField from '../../control/NumberField.svelte';
	import PickOne from '../../control/PickOne.svelte';
	import Tick from '../../control/Tick.svelte';
	import TypedNumber from '../../control/TypedNumber.svelte';
	import { useSession } from '../../workspace/context';
	import { newProduct, STARTS } from './presets';
	import ProductLabel from './ProductLabel.svelte';

	/** What the nutrients come out of: bags of salts, products by their labels, or both, free or in a ratio. */
	const session = useSession();
	const source = $derived(session.operation.mix.source);
	const items = $derived(itemsOf(source));
	let problem = $state<string | null>(null);
	let listed = $state(session.operation.mix.source.kind === 'salts');

	function begin(id: string): void {
		const start = STARTS.find((one) => one.id === id);
		if (!start) return;
		const metered = !labelled(start.source);
		problem = session.apply(
			[
				{ path: 'operation.mix.source', value: start.source },
				{ path: 'operation.mix.held', value: {} },
				...(metered ? [{ path: 'operation.mix.method', value: 'meter' }] : [])
			],
			'what it is mixed from'
		);
	}
	/** As a list, so that anything can be added and held in a ratio. */
	const several = () => ({
		kind: 'several' as const,
		items: [...items],
		partsAre: source.kind === 'several' ? source.partsAre : ('grams' as const)
	});
	const put = (next: unknown, label: string) =>
		(problem = session.apply(
			[
				{ path: 'operation.mix.source', value: next },
				{ path: 'operation.mix.method', value: 'meter' }
			],
			label
		));
	function salt(id: SaltId, on: boolean): void {
		if (on) return void put(withSalt(source, id), `${SALTS[id].name} added`);
		const next =
			source.kind === 'salts'
				? { ...source, saltIds: source.saltIds.filter((one) => one !== id) }
				: { ...several(), items: items.filter((item) => item.id !== saltItem(id).id) };
		put(next, `${SALTS[id].name} left out`);
	}
	function ratio(id: string, parts: number | null): string | null {
		const next = several();
		next.items = next.items.map((item) => (item.id === id ? { ...item, parts } : item));
		return put(next, 'the ratio');
	}
</script>

<PickOne label="Begin from" ask="choose" again options={STARTS} onpick={begin} />
{#if labelled(source)}
	<Choice
		label="Dosed"
		value={session.operation.mix.method}
		options={[
			{ id: 'meter', name: 'to a strength, with a meter' },
			{ id: 'label', name: 'by the label alone' }
		]}
		onpick={(id) => session.put('operation.mix.method', id, 'how it is dosed')}
	/>
	{#if session.operation.mix.method === 'label'}
		<NumberField label="Part of the label’s dose" path="operation.mix.labelShare" />
	{/if}
{/if}
{#if source.kind === 'several'}
	<p class="soft">
		Parts hold things in a ratio; without, as much is taken as fits best. A liquid’s part is a
		millilitre.
	</p>
	<Choice
		label="A part of a powder is"
		value={source.partsAre}
		options={[
			{ id: 'grams', name: 'parts by weight' },
			{ id: 'scoops', name: 'by level scoop' }
		]}
		onpick={(id) => session.put('operation.mix.source.partsAre', id, 'what a part is')}
	/>
	{#each source.items as item (item.id)}
		<div class="item">
			<b>{item.kind === 'salt' ? shortSalt(item.saltId) : item.name}</b>
			parts
			<TypedNumber
				label="Parts of {item.kind === 'salt' ? SALTS[item.saltId].name : item.name}"
				shape="bare"
				of="ratio"
				units={session.units}
				min={0.01}
				max={1000}
				empty="free"
				value={item.parts}
				tell={(words) => (problem = words)}
				onvalue={(parts) => ratio(item.id, parts)}
			/>
			{#if source.items.length > 1}
				<button
					class="quiet"
					aria-label="Leave out {item.kind === 'salt' ? SALTS[item.saltId].name : item.name}"
					onclick={() =>
						put(
							{ ...several(), items: items.filter(({ id }) => id !== item.id) },
							'an ingredient left out'
						)}>×</button
				>
			{/if}
		</div>
		{#if item.kind === 'product'}
			<details>
				<summary>Its label</summary>
				<ProductLabel at="operation.mix.source.items[id={item.id}]" product={item} />
			</details>
		{/if}
	{/each}
{:else if source.kind === 'product'}
	<ProductLabel at="operation.mix.source" product={source} />
{/if}
<button
	class="quiet"
	onclick={() => {
		const next = several();
		let n = 1;
		while (next.items.some(({ id }) => id === `product-${n}`)) n++;
		next.items = [...next.items, newProduct(`product-${n}`)];
		put(next, 'a product added');
	}}>Add a product by its label</button
>
<details bind:open={listed}>
	<summary>{saltsIn(source).length} salts in it</summary>
	{#each SALT_IDS as id (id)}
		<Tick
			label={SALTS[id].name}
			checked={saltsIn(source).includes(id)}
			onpick={(on) => salt(id, on)}
		/>
	{/each}
	{#if source.kind === 'salts' && source.saltIds.length < USUAL_SALTS.length}
		<button class="quiet" onclick={() => begin('salts')}>Take the ten usual ones</button>
	{/if}
</details>
{#if problem}<p role="alert" class="problem">{problem}</p>{/if}

<style>
	.item {
		display: grid;
		grid-template-columns: 1fr auto auto 34px;
		gap: 8px;
		align-items: center;
		border-top: 1px solid var(--hair);
		padding: 4px 0;
	}
	.item :global(input) {
		width: 62px;
		text-align: right;
	}
	.quiet {
		margin-left: -6px;
	}
	summary {
		cursor: pointer;
		padding: 4px 0;
	}
	.problem {
		color: var(--dry);
	}
</style>
