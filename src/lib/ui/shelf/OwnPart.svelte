<script lang="ts">
	import { Dialog } from 'bits-ui';
	import { show, type Units } from '$lib/core/quantity';
	import {
		holeFlowLph,
		INCH_SIZES,
		litresAt,
		shapeHeightMm,
		type OwnItem,
		type Shelf,
		type TradeSize,
		type TankShape
	} from '$lib/core/shelf';
	import Choice from '../control/Choice.svelte';
	import NumberField from '../control/NumberField.svelte';
	import PickField from '../control/PickField.svelte';
	import TextField from '../control/TextField.svelte';
	import TypedNumber from '../control/TypedNumber.svelte';
	import { provideFields } from '../workspace/context';
	import Blend from './Blend.svelte';
	import PumpPoints from './PumpPoints.svelte';
	import { OwnDraft } from './own-draft.svelte';
	import { OWN_WORDS } from './own-words';

	/** A part, a medium or a crop of one's own: two to four figures, the rest as in what it is like. */
	interface Props {
		item: OwnItem;
		shelf: Shelf;
		units: Units;
		/** It is on the shelf already and is changed. */
		known?: boolean;
		onkeep: (item: OwnItem) => void;
		onleave: () => void;
	}
	const { item, shelf, units, known = false, onkeep, onleave }: Props = $props();
	// one draft a dialog
	// svelte-ignore state_referenced_locally
	const draft = provideFields(new OwnDraft(item, units));
	const words = $derived(OWN_WORDS[draft.item.kind]);
	let tried = $state(false);
	let holeMm = $state<number | null>(null);
	const shape = $derived(draft.item.kind === 'tank' ? draft.item.shape : null);
	const ROUND: TankShape = {
		kind: 'round',
		bottomDiameterMm: 400,
		topDiameterMm: 450,
		heightMm: 500
	};
	const SQUARE: TankShape = {
		kind: 'oblong',
		bottomLengthMm: 560,
		bottomWidthMm: 360,
		topLengthMm: 600,
		topWidthMm: 400,
		heightMm: 350
	};
	const SHAPES: Record<string, [field: string, label: string][]> = {
		round: [
			['bottomDiameterMm', 'Across the bottom'],
			['topDiameterMm', 'Across the top'],
			['heightMm', 'Height inside']
		],
		oblong: [
			['bottomLengthMm', 'Length at the bottom'],
			['bottomWidthMm', 'Width at the bottom'],
			['topLengthMm', 'Length at the top'],
			['topWidthMm', 'Width at the top'],
			['heightMm', 'Height inside']
		],
		lying: [
			['diameterMm', 'Across'],
			['lengthMm', 'Length']
		]
	};
	function drill(): void {
		if (holeMm === null) return;
		draft.apply([
			{ path: 'item.nominalFlowLph', value: Math.round(holeFlowLph(holeMm) * 10) / 10 },
			{ path: 'item.nominalHeadM', value: 1 },
			{ path: 'item.exponent', value: 0.5 }
		]);
	}
	const TRADE = INCH_SIZES.map(({ name }) => ({ id: name, name }));
	const SIZES = ['use', 'nominalMm', 'innerDiameterMm', 'outerDiameterMm'] as const;
	/** The size of the trade an own tube is, if it is one. */
	const tradeOf = (tube: Pick<TradeSize, (typeof SIZES)[number]>): string =>
		INCH_SIZES.find((size) => SIZES.every((field) => size[field] === tube[field]))?.name ?? '';
	function asSold(name: string): void {
		const size = INCH_SIZES.find((one) => one.name === name);
		if (!size) return;
		draft.apply([
			{ path: 'item.name', value: name },
			...SIZES.map((field) => ({ path: `item.${field}`, value: size[field] }))
		]);
	}
	function keep(): void {
		tried = true;
		if (draft.wrong === null) onkeep(draft.item);
	}
</script>

<Dialog.Root open onOpenChange={(open) => !open && onleave()}>
	<Dialog.Portal>
		<Dialog.Overlay class="veil" />
		<Dialog.Content class="dialog">
			<Dialog.Title>{known ? draft.item.name : words.title}</Dialog.Title>
			<Dialog.Description>{words.about}</Dialog.Description>
			<div class="fields">
				<TextField label="Called" path="item.name" />
				{#if shape}
					<Choice
						label="Shape"
						value={shape.kind === 'round' || shape.kind === 'lying' ? shape.kind : 'oblong'}
						options={[
							{ id: 'round', name: 'round, standing' },
							{ id: 'oblong', name: 'square or oblong' },
							{ id: 'lying', name: 'a drum lying down' }
						]}
						onpick={(kind) =>
							draft.set(
								'item.shape',
								kind === 'round'
									? ROUND
									: kind === 'oblong'
										? SQUARE
										: { kind: 'lying', diameterMm: 560, lengthMm: 860 }
							)}
					/>
					{#each SHAPES[shape.kind] ?? [] as [field, label] (field)}
						<NumberField {label} path="item.shape.{field}" />
					{/each}
					<p class="soft">
						It holds {show(litresAt(shape, shapeHeightMm(shape)), 'volume', units)}.
					</p>
				{/if}
				{#if draft.item.kind === 'tube'}
					<PickField
						label="Sold by the inch"
						path="item.nominalMm"
						chosen={tradeOf(draft.item)}
						options={[{ id: '', name: 'no, by the millimetre' }, ...TRADE]}
						onpick={asSold}
					/>
				{/if}
				{#if draft.item.kind === 'medium'}
					<Blend item={draft.item} media={shelf.media} {draft} />
				{/if}
				{#if draft.item.kind === 'crop'}
					<PickField label="A variety of" path="item.like" options={shelf.crops} />
				{/if}
				{#if words.choices}
					{#each words.choices as { field, label, options } (field)}
						<PickField {label} path="item.{field}" {options} />
					{/each}
				{/if}
				{#each words.fields as [field, label, empty] (field)}
					<NumberField {label} path="item.{field}" {empty} />
				{/each}
				{#if draft.item.kind === 'pump' && item.kind === 'pump'}
					<PumpPoints item={draft.item} like={item} {draft} />
				{/if}
				{#if draft.item.kind === 'emitter'}
					<div class="hole">
						<TypedNumber
							label="It is a hole of"
							of="size"
							{units}
							min={0.5}
							max={30}
							empty=""
							live
							bind:value={holeMm}
						/>
						<button class="quiet" disabled={holeMm === null} onclick={drill}
							>Work its flow out</button
						>
					</div>
				{/if}
			</div>
			{#if tried && draft.wrong}<p class="problem" role="alert">
					{draft.wrong.slice(0, 1).toUpperCase()}{draft.wrong.slice(1)}.
				</p>{/if}
			<div class="verbs">
				<button class="button main" onclick={keep}
					>{known ? 'Keep it' : 'Put it on my shelf'}</button
				>
				<button class="button" onclick={onleave}>Leave it</button>
			</div>
		</Dialog.Content>
	</Dialog.Portal>
</Dialog.Root>

<style>
	.fields {
		margin-top: 10px;
	}
	.verbs {
		display: flex;
		gap: 10px;
		margin-top: 16px;
	}
	.problem {
		color: var(--dry);
		font-weight: 600;
		margin-top: 8px;
	}
	.hole {
		display: flex;
		flex-wrap: wrap;
		gap: 8px;
		align-items: center;
	}
</style>
