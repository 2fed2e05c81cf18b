import {
	KINDS,
	kindOf,
	fieldsOf,
	startSystem,
	type Change,
	type Plan,
	type Stand,
	type System,
	type Variant
} from '../design';
import { kindOfPart, pick } from '../shelf';
import type { SystemModel } from '../model';
import { counted, lowerFirst, names } from '../quantity';
import { autofix } from './autofix';

export interface ChangedKind {
	plan: Plan;
	/** What came along, and what had to go, in a few words each. */
	kept: string[];
	lost: string[];
}

/**
 * The same plants, place and tank in another kind of system: whatever makes sense there is kept, and what was
 * kept is said. The stands become one of the new kind; the record is not touched.
 */
export function changeKind(model: SystemModel, variant: Variant): ChangedKind {
	const { operation, record, shelf, place } = model;
	const planted = model.layout.sites.flatMap(({ id }) => operation.crops[id] ?? []);
	const started = startedAs(model, variant, planted);
	const plan = planOf(model, started, planted);
	// made to work filled as it is meant to be; what is in the tank now is seen, not designed
	const filled = { ...record, nowL: null };
	const settled = autofix({ ...plan, record: filled, place }, shelf);
	const made = { design: settled.design, operation: settled.operation };
	return { plan: made, ...said(model, made, planted.length) };
}

/** A new system of the kind for as many plants, with the tank and pump that are there. */
function startedAs(model: SystemModel, variant: Variant, planted: readonly string[]): System {
	const { design, area, shelf } = model;
	const tank = pick(shelf.tanks, design.tank.partId);
	const valve = KINDS[variant].feeding === 'valve';
	const pumpId = !valve && design.source.kind === 'pump' ? design.source.partId : undefined;
	return startSystem(
		{
			name: design.name,
			areaId: design.areaId,
			variant,
			plants: Math.max(1, planted.length),
			cropId: commonest(planted) ?? shelf.crops[0]!.id,
			lengthMm: Math.max(400, area.lengthM * 1000 - tankRoom(model)),
			depthMm: Math.max(300, (area.widthM - area.walkM) * 1000 - 100),
			heightMm: area.heightM * 1000,
			...(!tank.special && { tankId: tank.id }),
			...(pumpId && { pumpId })
		},
		shelf
	);
}

/** The new system with everything of the old that does not belong to its kind. */
function planOf(model: SystemModel, started: System, planted: readonly string[]): Plan {
	const { design, operation } = model;
	const [first] = started.design.stands;
	const stand = {
		...withShelfItems(first!, design.stands[0]!),
		id: freshId(model, first!.id)
	};
	const sites = kindOf(stand).slots(stand);
	const keepTank = started.design.tank.partId === design.tank.partId;
	return {
		design: {
			...started.design,
			notes: design.notes,
			tank: { ...started.design.tank, shape: keepTank ? design.tank.shape : null },
			reserve: design.reserve ?? started.design.reserve,
			stands: [stand],
			frontDeg: design.frontDeg,
			lamps: design.lamps,
			support: design.support
		},
		operation: {
			...operation,
			dial: started.operation.dial,
			shutValves: started.operation.shutValves,
			fillL: started.operation.fillL,
			crops: Object.fromEntries(
				planted.slice(0, sites.length).map((cropId, i) => [sites[i]!.id, cropId])
			),
			feed: { ...operation.feed, school: started.operation.feed.school, setMin: null }
		}
	};
}

/**
 * A stand's id that nothing was ever noted under, so that the stages and readings of the old system are not
 * taken for the new one's.
 */
export function freshId({ design, operation, record }: SystemModel, wanted: string): string {
	const noted = [
		...Object.keys(record.stages),
		...Object.keys(record.caughtMl),
		...Object.keys(operation.kept)
	];
	const taken = (id: string) =>
		design.stands.some((stand) => stand.id === id) || noted.some((key) => key.startsWith(`${id}/`));
	let id = wanted;
	for (let n = 2; taken(id); n++) id = `${wanted}-${n}`;
	return id;
}

const tankRoom = (model: SystemModel): number => Math.round(model.layout.tank.lengthM * 1000) + 200;

/** What comes up most often in a list; nothing in an empty one. */
export const commonest = (ids: readonly string[]): string | undefined => {
	const counts = new Map<string, number>();
	for (const id of ids) counts.set(id, (counts.get(id) ?? 0) + 1);
	return [...counts].sort((a, b) => b[1] - a[1])[0]?.[0];
};

/** Medium and containers of the old stand, where the new one takes such. */
function withShelfItems(stand: Stand, before: Stand): Stand {
	const { mediumId, bucketId } = fieldsOf(before);
	const takesMedium = fieldsOf(stand).mediumId !== undefined && stand.family === before.family;
	const takesBucket = fieldsOf(stand).bucketId !== undefined && stand.variant !== 'single-bucket';
	return {
		...stand,
		...(takesMedium && mediumId !== undefined && { mediumId }),
		...(takesBucket && bucketId !== undefined && { bucketId })
	};
}

function said(model: SystemModel, plan: Plan, planted: number): Pick<ChangedKind, 'kept' | 'lost'> {
	const { design, shelf } = model;
	const next = plan.design;
	const kept: string[] = [];
	const lost: string[] = [];
	const count = Object.keys(plan.operation.crops).length;
	if (count > 0) kept.push(counted(count, ['plant', 'plants']));
	if (count < planted) lost.push(`${planted - count} plants that find no site`);
	const item = (list: readonly { id: string; name: string }[], from: string, to: string) =>
		(from === to ? kept : lost).push(`the ${lowerFirst(kindOfPart(pick(list, from)))}`);
	item(shelf.tanks, design.tank.partId, next.tank.partId);
	if (design.source.kind === 'pump')
		item(shelf.pumps, design.source.partId, next.source.kind === 'pump' ? next.source.partId : '–');
	const [before, after] = [fieldsOf(design.stands[0]!), fieldsOf(next.stands[0]!)];
	if (before.mediumId && after.mediumId) item(shelf.media, before.mediumId, after.mediumId);
	if (before.bucketId) item(shelf.buckets, before.bucketId, after.bucketId ?? '–');
	kept.push('place, mix and record');
	return { kept, lost };
}

/** The new plan as one change. */
export const kindChanges = ({ plan }: ChangedKind): Change[] =>
	Object.entries(plan).map(([path, value]) => ({ path, value: value as unknown }));

/** "14 plants, the 75 L tote and the mix" */
export const inWords = (list: readonly string[]): string => names(list, 8);
