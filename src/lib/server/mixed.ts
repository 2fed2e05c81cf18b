import { bottleName, type Batch } from '$lib/core/procedure';
import { leftAfter } from '$lib/core/logbook';
import { keptItemOf, NOTHING_KEPT, shelfWith, type ShelfItem } from '$lib/core/shelf';
import type { Database } from './database';
import type { StoredDesign } from './designs';
import { noteIn } from './saving';
import { changeShelf } from './shelves';

/** Bags and bottles with a figure of what is left hold so much less. */
export async function takeFromShelf(
	tx: Database,
	stored: StoredDesign,
	batch: Batch
): Promise<void> {
	const { kept } = shelfWith(stored.shelf);
	const made = stored.operation.mix.bottles;
	const bottles =
		batch.what === 'bottles' && made
			? (['A', 'B'] as const).map((name) =>
					keptItemOf(bottleName(stored.design, name), {
						...NOTHING_KEPT,
						left: made.bottleL * 1000,
						openedOn: batch.on
					})
				)
			: [];
	const bags = batch.items.flatMap(({ of, amount }): ShelfItem[] => {
		const bag = kept[of];
		if (!bag || bag.left === null) return [];
		return [keptItemOf(of, { ...bag, left: leftAfter(bag.left, amount) })];
	});
	const put = [...bottles, ...bags];
	if (put.length > 0) await changeShelf(tx, stored.placeId, { put, drop: [] });
}

/** What is mixed for these is not in the tank yet. */
const NOT_THE_TANK: readonly string[] = ['reserve', 'tub'];

/** The tank is as full and as strong as it was read. */
export async function noteMixed(tx: Database, stored: StoredDesign, batch: Batch): Promise<void> {
	const { on, litres, readMsCm, readPh } = batch;
	if (batch.what === 'bottles' || NOT_THE_TANK.includes(stored.operation.mix.fills)) return;
	const reading = {
		on,
		litres: Math.min(litres, stored.operation.fillL),
		msCm: readMsCm,
		ph: readPh,
		waterC: null,
		meters: stored.record.meters
	};
	await noteIn(tx, stored, { ...stored.record, nowL: reading.litres, reading }, 'mixed a batch');
}
