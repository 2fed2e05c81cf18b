import { standOf } from './change';
import type { Operation } from './operation';
import type { Plan } from './parts';
import { kindOf, type Slot } from './stand';

/** What became of the plants when counts changed. */
export interface Recount {
	crops: Operation['crops'];
	/** What stands aside. */
	kept: Operation['kept'];
	/** New sites planted like their neighbours, and plants whose site is gone. */
	added: number;
	aside: number;
	/** Plants that stood aside and have their site again. */
	back: number;
}

/** The site nearest to another: in its own container first, then along its row, then across. */
function nearest(slots: readonly Slot[], to: Slot): Slot | undefined {
	const away = ({ row, column, plant }: Slot) =>
		1e6 * Math.abs(row - to.row) + 1e3 * Math.abs(column - to.column) + Math.abs(plant - to.plant);
	return slots.reduce<Slot | undefined>(
		(best, slot) => (best === undefined || away(slot) < away(best) ? slot : best),
		undefined
	);
}

/**
 * The plants of a plan whose counts were changed. Sites go by their place, so what still has its row, column and
 * place stands there anyway; a new site is planted like the one nearest to it; what fell away is kept and comes
 * back with its site.
 *
 * @returns null where no site came or went, or the change said itself what grows where
 */
export function recount(before: Plan, after: Plan): Recount | null {
	if (before.operation.crops !== after.operation.crops) return null;
	const grew = before.operation.crops;
	const result: Recount = {
		crops: { ...grew },
		kept: { ...after.operation.kept },
		added: 0,
		aside: 0,
		back: 0
	};
	let touched = false;
	for (const stand of after.design.stands) {
		const old = standOf(before.design, stand.id);
		if (!old || old === stand) continue;
		const [were, are] = [kindOf(old).slots(old), kindOf(stand).slots(stand)];
		touched = moveOver(result, grew, were, are) || touched;
	}
	return touched ? result : null;
}

function moveOver(
	result: Recount,
	grew: Operation['crops'],
	were: readonly Slot[],
	are: readonly Slot[]
): boolean {
	const { crops, kept } = result;
	const known = new Set(were.map(({ id }) => id));
	const still = new Set(are.map(({ id }) => id));
	const [came, went] = [
		are.filter(({ id }) => !known.has(id)),
		were.filter(({ id }) => !still.has(id))
	];
	const planted = were.filter(({ id }) => grew[id] !== undefined);
	for (const slot of came) {
		const was = kept[slot.id] ?? crops[slot.id];
		delete kept[slot.id];
		if (was !== undefined) result.back++;
		else if (planted.length > 0 && grew[nearest(were, slot)!.id] !== undefined) result.added++;
		else continue;
		crops[slot.id] = was ?? grew[nearest(were, slot)!.id]!;
	}
	for (const { id } of went) {
		if (grew[id] === undefined) continue;
		kept[id] = grew[id];
		delete crops[id];
		result.aside++;
	}
	return came.length > 0 || went.length > 0;
}

/** In one line, what became of the plants. */
export function recountWords({ added, aside, back }: Recount): string | null {
	const of = (n: number, one: string, many: string) => (n === 1 ? `1 ${one}` : `${n} ${many}`);
	const words = [
		added > 0 ? `${of(added, 'new site', 'new sites')} planted like the next` : '',
		back > 0 ? `${of(back, 'plant', 'plants')} back` : '',
		aside > 0 ? `${of(aside, 'plant', 'plants')} set aside until the site is back` : ''
	].filter(Boolean);
	return words.length > 0 ? `${words.join(', ')}.` : null;
}
