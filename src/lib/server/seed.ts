import away from '../../../examples/away-bench.json';
import columns from '../../../examples/kitchen-columns.json';
import rail from '../../../examples/lean-to-rail.json';
import table from '../../../examples/loft-table.json';
import channels from '../../../examples/yard-channels.json';
import {
	applyChanges,
	editsBetween,
	parseDesignFile,
	usualReserve,
	type Change
} from '$lib/core/design';
import { keepAlternative } from './alternatives';
import { createDesign } from './saving';
import { createPlace, listPlaces } from './places';
import { demoShelf, seedBatches } from './seed-batches';
import { saveShelf } from './shelves';

interface Demo {
	id: string;
	file: unknown;
	/** Another way to build it, to compare with. */
	variant: { name: string; changes: Change[] };
}
const set = (path: string, value: unknown): Change => ({ path, value });

/** Demo systems by the id they have in their address. */
const DEMO: readonly Demo[] = [
	{
		id: 'lean-to-rail',
		file: rail,
		variant: {
			name: 'Compensating drippers',
			changes: [
				set('design.stands[id=rail].emitterId', 'even-4'),
				set('design.source.partId', 'pump-4000'),
				set('operation.dial', 1)
			]
		}
	},
	{
		id: 'kitchen-columns',
		file: columns,
		variant: {
			name: 'Rings further apart',
			changes: [set('design.stands[id=columns].ringPitchMm', 240), set('operation.dial', 0.9)]
		}
	},
	{
		id: 'loft-table',
		file: table,
		variant: {
			name: 'Two stakes a pot',
			changes: [
				set('design.stands[id=table].emittersPerPot', 2),
				set('design.stands[id=table].lowEndHeightMm', 560)
			]
		}
	},
	{
		id: 'away-bench',
		file: away,
		variant: {
			name: 'A float and a reserve',
			changes: [
				set('design.reserve', usualReserve(120)),
				set('operation.topUp', { kind: 'float', with: 'weak' })
			]
		}
	},
	{
		id: 'yard-channels',
		file: channels,
		variant: {
			name: 'Channels upright',
			changes: [set('design.stands[id=frame].hung', 'vertical')]
		}
	}
];

/** Fills an empty database with the demo place. */
export async function seedDemo(): Promise<boolean> {
	if ((await listPlaces()).length > 0) return false;
	const files = DEMO.map(({ file, ...demo }) => ({ ...demo, ...parseDesignFile(file) }));
	const { id: placeId } = await createPlace(files[0]!.place, 'tern-cottage');
	await saveShelf(placeId, { edits: editsBetween({ shelf: [] }, { shelf: demoShelf() }) });
	for (const [seed, { id, design, operation, record, variant }] of files.entries()) {
		await createDesign(placeId, { design, operation, record }, id);
		await seedBatches(id, operation.mix.bottles !== null, seed + 1);
		const plan = applyChanges({ design, operation }, variant.changes);
		await keepAlternative(id, variant.name, plan, `${id}-variant`);
	}
	return true;
}
