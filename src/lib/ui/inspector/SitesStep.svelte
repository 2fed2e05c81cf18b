<script lang="ts">
	import NumberField from '../control/NumberField.svelte';
	import PickField from '../control/PickField.svelte';
	import Figure from '../control/Figure.svelte';
	import { useSession } from '../workspace/context';
	import Big from './Big.svelte';

	const session = useSession();
	const stand = $derived(session.design.stands[0]!);
	const placed = $derived(session.chain.layout.stands[0]!);
	const row = $derived(
		placed.operations[0] as { input: unknown; result: { most: number; dropMm: number } }
	);
	const container = $derived(session.chain.layout.containers[0]!);
	const kg = $derived(session.chain.layout.containers.reduce((a, c) => a + c.massKg, 0));
	const shelf = $derived(session.chain.shelf);
</script>

<p class="soft">
	{stand.name}: {stand.rows}
	{stand.rows === 1 ? 'row' : 'rows'} of {stand.perRow}, falling to the tank. Drag the bench, its
	fall or the spacing in the drawing.
</p>
<Big
	op="layout-row"
	figure={String(session.chain.layout.containers.length)}
	against="buckets; {row.result.most} a row would fit"
/>
<NumberField label="Rows" path="stands.0.rows" />
<NumberField label="Buckets a row" path="stands.0.perRow" />
<NumberField label="Spacing" path="stands.0.pitchMm" kind="size" />
<NumberField label="Bench length" path="stands.0.lengthMm" kind="size" />
<NumberField label="Height at the low end" path="stands.0.lowEndHeightMm" kind="size" />
<NumberField label="Fall" path="stands.0.fallPercent" kind="percent" />
<NumberField label="Between rows" path="stands.0.rowGapMm" kind="size" />
<NumberField label="Clear at the ends" path="stands.0.endClearMm" kind="size" />
<PickField label="Bucket" path="stands.0.bucketId" options={shelf.buckets} />
<PickField label="Medium" path="stands.0.mediumId" options={shelf.media} />
<NumberField label="Plants a bucket" path="stands.0.plantsPerBucket" />
<NumberField label="Left free under the rim" path="stands.0.rimFreeMm" kind="size" />
<NumberField label="Pool under the elbow" path="stands.0.poolMm" kind="size" />
<Figure
	label="Medium in a bucket"
	value={container.mediumL}
	kind="volume"
	op="layout-row"
	entry={row}
	rows={[]}
	note="The bucket's own cone, filled to the height you leave under its rim."
/>
<Figure
	label="Far end stands higher by"
	value={row.result.dropMm}
	kind="size"
	op="layout-row"
	entry={row}
/>
<Figure
	label="Bench bears, wet and grown"
	value={kg}
	kind="mass"
	op="layout-row"
	entry={row}
	rows={[]}
	note="Every bucket with its wet medium, its pool and its plant at its stage, added up."
/>
