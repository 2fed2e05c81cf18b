<script lang="ts">
	import { pick, type TankShape } from '$lib/core/shelf';
	import NumberField from '../../control/NumberField.svelte';
	import PickOne from '../../control/PickOne.svelte';
	import { useSession } from '../../workspace/context';

	/** The grower's own tank, by tape measure or by pouring in a jug at a time. */
	const session = useSession();
	const shape = $derived(session.design.tank.shape);
	const STARTS: Record<TankShape['kind'], TankShape> = {
		round: { kind: 'round', bottomDiameterMm: 360, topDiameterMm: 420, heightMm: 450 },
		oblong: {
			kind: 'oblong',
			bottomLengthMm: 500,
			bottomWidthMm: 320,
			topLengthMm: 540,
			topWidthMm: 360,
			heightMm: 320
		},
		straight: { kind: 'straight', areaCm2: 1600, heightMm: 400 },
		lying: { kind: 'lying', diameterMm: 450, lengthMm: 700 },
		table: {
			kind: 'table',
			marks: [
				{ heightMm: 100, litres: 15 },
				{ heightMm: 200, litres: 32 },
				{ heightMm: 300, litres: 50 }
			]
		}
	};
	const KINDS: { id: TankShape['kind'] | ''; name: string }[] = [
		{ id: '', name: 'as on the shelf' },
		{ id: 'round', name: 'round, by tape' },
		{ id: 'oblong', name: 'oblong, by tape' },
		{ id: 'straight', name: 'straight sides, by its area' },
		{ id: 'lying', name: 'a drum on its side' },
		{ id: 'table', name: 'poured in and marked' }
	];
	let problem = $state<string | null>(null);

	function choose(kind: TankShape['kind'] | ''): string | null {
		const shelf = pick(session.model.shelf.tanks, session.design.tank.partId).shape;
		const next = kind === '' ? null : shelf.kind === kind ? shelf : STARTS[kind];
		return session.set('design.tank.shape', next, 'shape of the tank');
	}
	function poured(next: Extract<TankShape, { kind: 'table' }>['marks']): void {
		problem = session.set('design.tank.shape.marks', next, 'marks of the tank');
	}
</script>

<PickOne label="Its shape" value={shape?.kind ?? ''} options={KINDS} onpick={choose} />
{#if shape?.kind === 'round'}
	<NumberField label="Across its floor" path="design.tank.shape.bottomDiameterMm" />
	<NumberField label="Across its rim" path="design.tank.shape.topDiameterMm" />
{:else if shape?.kind === 'oblong'}
	<NumberField label="Floor, long" path="design.tank.shape.bottomLengthMm" />
	<NumberField label="Floor, wide" path="design.tank.shape.bottomWidthMm" />
	<NumberField label="Rim, long" path="design.tank.shape.topLengthMm" />
	<NumberField label="Rim, wide" path="design.tank.shape.topWidthMm" />
{:else if shape?.kind === 'straight'}
	<NumberField label="Area of its floor" path="design.tank.shape.areaCm2" />
{:else if shape?.kind === 'lying'}
	<NumberField label="Across" path="design.tank.shape.diameterMm" />
	<NumberField label="Long" path="design.tank.shape.lengthMm" />
{:else if shape?.kind === 'table'}
	{#each shape.marks.keys() as i (i)}
		<NumberField label="Mark {i + 1}, height" path="design.tank.shape.marks.{i}.heightMm" />
		<NumberField label="Mark {i + 1}, poured in so far" path="design.tank.shape.marks.{i}.litres" />
	{/each}
	{@const last = shape.marks.at(-1)!}
	<button
		class="quiet"
		onclick={() =>
			poured([...shape.marks, { heightMm: last.heightMm + 100, litres: last.litres + 18 }])}
		>One more mark</button
	>
	{#if shape.marks.length > 1}<button class="quiet" onclick={() => poured(shape.marks.slice(0, -1))}
			>Drop the last</button
		>{/if}
{/if}
{#if shape && 'heightMm' in shape}<NumberField
		label="High inside"
		path="design.tank.shape.heightMm"
	/>{/if}
{#if problem}<p role="alert">{problem}</p>{/if}

<style>
	p {
		color: var(--dry);
	}
</style>
