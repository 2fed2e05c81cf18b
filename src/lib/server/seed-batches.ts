import { addDays, formatISO, parseISO } from 'date-fns';
import { nextStep, type Batch } from '$lib/core/procedure';
import { keptItemOf, NOTHING_KEPT, SALT_IDS, type SaltId, type ShelfItem } from '$lib/core/shelf';
import { keepBatch, startBatch } from './batches';
import { today } from './clock';
import { write } from './database';
import { load } from './designs';
import { seeded } from './rig/chance';
import { noteIn } from './saving';

/** How long ago each of the three was mixed. */
const DAYS_AGO = [24, 15, 6];
/** What a kilogram costs in the demo's own money, and what is left of the bag, g. */
const BAGS: Partial<Record<SaltId, readonly [price: number, left: number]>> = {
	'calcium-nitrate-4h': [4.2, 3100],
	'calcium-ammonium-nitrate': [2.4, 2200],
	'potassium-nitrate': [5.6, 2400],
	'monopotassium-phosphate': [7.9, 1300],
	'magnesium-sulfate-7h': [2.1, 2800],
	'iron-dtpa-11': [31, 420],
	'manganese-sulfate-1h': [12, 240],
	'zinc-sulfate-7h': [11, 180],
	'copper-sulfate-5h': [14, 150],
	'boric-acid': [13, 260],
	'sodium-molybdate-2h': [96, 45]
};
const POWDER = { price: 9.4, left: 1800 };

/** The bags on the demo's shelf. */
export const demoShelf = (): ShelfItem[] => [
	...SALT_IDS.flatMap((id) => {
		const bag = BAGS[id];
		return bag ? [keptItemOf(id, { ...NOTHING_KEPT, price: bag[0], left: bag[1] })] : [];
	}),
	keptItemOf('Bench powder', { ...NOTHING_KEPT, ...POWDER })
];

const daysBefore = (days: number): string =>
	formatISO(addDays(parseISO(today()), -days), { representation: 'date' });

/** A card worked through to its end, step by step, with what the meters showed. */
async function workThrough(designId: string, begun: Batch, chance: () => number): Promise<void> {
	let batch = begun;
	for (let next = nextStep(batch); next; next = nextStep(batch)) {
		const { expect } = next;
		const off = (chance() - 0.5) * 0.6;
		const read = expect && expect.value + off * Math.min(expect.value - expect.low, 0.2);
		const shown = read === null ? null : Number(read.toFixed(2));
		batch = {
			...batch,
			done: [...batch.done, next.id],
			...(expect?.what === 'strength' && { readMsCm: shown }),
			...(expect?.what === 'ph' && { readPh: shown })
		};
		if (!nextStep(batch)) batch = { ...batch, state: 'done' };
		await keepBatch(designId, batch);
	}
}

/**
 * Two bottles where the system keeps some, then three fills, by the same calls the card makes; last of all what was
 * read yesterday.
 */
export async function seedBatches(designId: string, bottled: boolean, seed: number): Promise<void> {
	const chance = seeded(seed);
	const before = await write((tx) => load(tx, designId));
	if (!before) return;
	if (bottled) {
		const made = await startBatch(designId, daysBefore(DAYS_AGO[0]! + 1), 'bottles');
		if (made) await workThrough(designId, made, chance);
	}
	let last: Batch | undefined;
	for (const days of DAYS_AGO) {
		last = await startBatch(designId, daysBefore(days));
		if (last) await workThrough(designId, last, chance);
	}
	await write(async (tx) => {
		const stored = await load(tx, designId);
		if (!stored) return;
		const { reading } = stored.record;
		const drop = 1 - 0.04 * chance();
		await noteIn(
			tx,
			stored,
			{
				...before.record,
				reading: reading && {
					...reading,
					on: daysBefore(1),
					litres: before.record.nowL ?? before.operation.fillL,
					msCm: reading.msCm === null ? null : Number((reading.msCm * drop).toFixed(2)),
					ph: reading.ph === null ? null : Number((reading.ph + 0.2 * chance()).toFixed(2))
				}
			},
			'read the tank'
		);
	});
}
