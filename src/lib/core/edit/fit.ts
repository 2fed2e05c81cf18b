import { fieldsOf, countAlong, kindOf } from '../design';
import type { SystemModel } from '../model';
import { set, setOf } from '../review';
import { footprintM2 } from './compare';

export interface Fit {
	/** Which count of the stand makes it longer, and its value. */
	along: string;
	now: number;
	/** The most of it that fits the area; null: it cannot be made longer. */
	most: number | null;
	/** Rows behind one another: now, as many as the width takes with room to walk, and as many as are in reach. */
	deep: { now: number; most: number; inReach: number } | null;
	/** Left over what stands here, m. */
	headroomM: number;
	sites: number;
	plantsPerM2: number;
	plantsPerTankL: number;
	/** The same crop in single pots at its grown spread, plants a square metre. */
	singlePerM2: number | null;
}

const MOST = 60;

/** How many fit the place, and how well floor and tank are used. */
export function fitOf(model: SystemModel, index = 0): Fit {
	const stand = model.design.stands[index]!;
	const { along } = kindOf(stand);
	const now = countAlong(stand);
	const plants = model.waterUse.bySite.size;
	const spreads = model.waterUse.crops.map(({ crop }) => crop.spreadMm / 1000);
	const mean = spreads.length > 0 ? spreads.reduce((a, b) => a + b, 0) / spreads.length : null;
	return {
		along,
		now,
		most: mostThatFit(model, index, along, now),
		deep: deepOf(model, index),
		headroomM: model.area.heightM - model.layout.extent.to.zM,
		sites: model.layout.sites.length,
		plantsPerM2: plants / footprintM2(model),
		plantsPerTankL: plants / Math.max(0.1, model.tank.fullL),
		singlePerM2: mean === null ? null : 1 / mean ** 2
	};
}

/** Longer by one at a time costs a layout each, so the step from one to the next is measured once. */
function mostThatFit(model: SystemModel, index: number, along: string, now: number): number | null {
	const lengthAt = (count: number) => {
		const { extent } = model.with(changesFor(model, index, along, count)).layout;
		return extent.to.xM - extent.from.xM;
	};
	const [here, longer] = [lengthAt(now), lengthAt(now + 1)];
	const step = longer - here;
	if (!(step > 1e-6)) return null;
	const more = Math.floor((model.area.lengthM - here) / step + 1e-9);
	return Math.max(0, Math.min(MOST, now + more));
}

/** Hand's breadth over the front edge: the near side of a row is nearer than its middle. */
const NEAR_M = 0.15;

/** How many rows deep it can be: by the width of the place less the room to walk, and by reach from the front. */
function deepOf(model: SystemModel, index: number): Fit['deep'] {
	const stand = model.design.stands[index]!;
	const { rows, rowGapMm } = fieldsOf(stand);
	if (rows === undefined || rowGapMm === undefined) return null;
	const gapM = rowGapMm / 1000;
	const roomM = model.area.widthM - model.area.walkM;
	const widthAt = (count: number) => {
		const changes = [setOf(stand, 'rows', count)];
		const { extent } = model.with(changes).layout;
		return extent.to.yM - extent.from.yM;
	};
	// a lone row may be narrower than its tank; from the next on each adds its distance
	const next = Math.floor((roomM - widthAt(rows + 1)) / gapM + 1e-9) + rows + 1;
	const most = next > rows || widthAt(rows) > roomM ? next : rows;
	const depthM = model.layout.stands[index]!.depthM - (rows - 1) * gapM;
	const reachable = (model.place.reachM + NEAR_M - depthM) / gapM;
	return {
		now: rows,
		most: Math.max(0, Math.min(MOST, most)),
		inReach: Math.max(1, Math.min(MOST, Math.floor(reachable + 1e-9) + 1))
	};
}

/** A stand with another count along the front, on something as long as that needs. */
export function changesFor(model: SystemModel, index: number, along: string, count: number) {
	const stand = model.design.stands[index]!;
	const changes = [setOf(stand, along, count)];
	if ('lengthMm' in stand && along === 'perRow')
		changes.push(
			setOf(stand, 'lengthMm', Math.max(200, 2 * stand.endClearMm + (count - 1) * stand.pitchMm))
		);
	return changes;
}

export interface OneMore {
	by: 1 | -1;
	sites: number;
	useLPerDay: number;
	driestLph: number;
	fits: boolean;
	floorKgM2: number | null;
}

/** What one more, or one fewer, along the front does; new sites carry the commonest crop. */
export function oneMore(model: SystemModel, by: 1 | -1, index = 0): OneMore | null {
	const stand = model.design.stands[index]!;
	const { along } = kindOf(stand);
	const count = countAlong(stand) + by;
	if (count < 1) return null;
	const changes = changesFor(model, index, along, count);
	const first = Object.values(model.operation.crops)[0];
	const longer = model.with(changes);
	const crops = { ...model.operation.crops };
	if (by > 0 && first) for (const site of longer.layout.sites) crops[site.id] ??= first;
	const after = longer.with([set('operation.crops', crops)]);
	const planted = after.layout.sites.filter((site) => site.cropId);
	const flows = (planted.length > 0 ? planted : after.layout.sites).map(
		(site) => after.flows.arrivesLph.get(site.id) ?? 0
	);
	return {
		by,
		sites: after.layout.sites.length,
		useLPerDay: after.waterUse.useLPerDay,
		driestLph: Math.min(...flows),
		fits: !after.layout.problems.some((problem) => problem.code === 'outside-area'),
		floorKgM2: after.loads[index]?.perM2 ?? null
	};
}
