import { rowIndex, siteId, towerAcross } from './stand';
import { valveId } from './operation';

/**
 * Version 1 of the document to version 2: one design that held everything becomes design, operation and record;
 * sites, outlets and valves go by place instead of by label. What is not as version 1 wrote it goes through as
 * it is, for the schemas to name.
 */

type Old = Record<string, unknown>;
const isObject = (value: unknown): value is Old =>
	typeof value === 'object' && value !== null && !Array.isArray(value);
const object = (value: unknown): Old => (isObject(value) ? value : {});
const list = (value: unknown): Old[] => (Array.isArray(value) ? value.filter(isObject) : []);
const whole = (value: unknown): number => (Number.isInteger(value) ? (value as number) : 0);

/** Without some of its keys. */
const without = (from: Old, ...keys: string[]): Old =>
	Object.fromEntries(Object.entries(from).filter(([key]) => !keys.includes(key)));
/** Only what is there, so that a field version 1 lacked is missed by its name. */
const present = (from: Old): Old =>
	Object.fromEntries(Object.entries(from).filter(([, value]) => value !== undefined));

const renamed = (from: unknown, name: (key: string) => string): unknown =>
	isObject(from)
		? Object.fromEntries(Object.entries(from).map(([key, value]) => [name(key), value]))
		: from;

/** Towers in a row of a bank, whose letters ran on from row to row. */
const rowOf = (stand: Old, row: number): string => {
	const across = stand.variant === 'tower-bank' ? whole(stand.towers) : 0;
	return across > 0 ? towerAcross(row, across) : String(row + 1);
};

/** Whose outlets stand one to a tower or channel, not one to a site. */
const ROW_OUTLETS = /^([A-Z]+)\.(?:out(?:\.e(\d+))?|e(\d+))$/;
const SITE_OUTLETS = /^([A-Z]+)(\d+)[a-z]?\.(?:out(?:\.e(\d+))?|e(\d+))$/;
const SITE = /^([A-Z]+)(\d+)([a-z]?)$/;
/** Where a plant was set aside when its site went. */
const ASIDE = /^([\d-]+)\/(\d+)\/(\d+)$/;

/** Ids of sites and outlets by place, of the stand they name. */
class Names {
	private readonly stands: Old[];
	constructor(stands: unknown) {
		this.stands = list(stands);
	}

	private split(id: string, mark: string): [stand: Old, rest: string] | null {
		const stand = this.stands.find((one) => id.startsWith(`${String(one.id)}${mark}`));
		return stand ? [stand, id.slice(String(stand.id).length + 1)] : null;
	}

	site = (id: string): string => {
		const [stand, label] = this.split(id, '.') ?? [];
		const [, letters, column, small] = SITE.exec(label ?? '') ?? [];
		if (!stand || !letters) return this.aside(id) ?? id;
		const plant = small ? small.charCodeAt(0) - 97 : 0;
		return siteId(String(stand.id), rowOf(stand, rowIndex(letters)), Number(column) - 1, plant);
	};

	aside = (id: string): string | null => {
		const [stand, place] = this.split(id, '@') ?? [];
		const [, row, column, plant] = ASIDE.exec(place ?? '') ?? [];
		if (!stand || row === undefined) return null;
		const from1 = row
			.split('-')
			.map((n) => Number(n) + 1)
			.join('-');
		return siteId(String(stand.id), from1, Number(column), Number(plant));
	};

	outlet = (id: string): string => {
		const [stand, label] = this.split(id, '.') ?? [];
		if (!stand || label === undefined) return id;
		if (label === 'valve.out') return `${String(stand.id)}/1/1/o1`;
		const site = SITE_OUTLETS.exec(label);
		if (site)
			return `${String(stand.id)}/${rowIndex(site[1]!) + 1}/${site[2]}/o${site[3] ?? site[4] ?? 1}`;
		const row = ROW_OUTLETS.exec(label);
		if (row)
			return `${String(stand.id)}/${rowOf(stand, rowIndex(row[1]!))}/o${row[2] ?? row[3] ?? 1}`;
		return id;
	};
}

/** Which part a path of version 1 leads into, and what it is called there. */
function pathOf(path: string, stands: readonly Old[]): string {
	const [first = '', ...rest] = path.split('.');
	const after = rest.length > 0 ? `.${rest.join('.')}` : '';
	if (first === 'stands' && rest.length > 1)
		return `design.stands[id=${String(stands[Number(rest[0])]?.id)}].${rest.slice(1).join('.')}`;
	if (path === 'source.dial') return 'operation.dial';
	if (path === 'lines.waterC') return 'record.waterC';
	if (first === 'feed' || first === 'mix') return `operation.${path}`;
	if (first === 'plants') return `operation.crops`;
	if (first === 'water')
		return ['nowL', 'useFactor'].includes(rest[0] ?? '') ? `record${after}` : `operation${after}`;
	if (first === 'diary') return `record${after}`;
	return `design.${path}`;
}

/** A stand without what is set on it; floors of pots by row and column. */
function standFrom(stand: Old): Old {
	const next = without(stand, 'shutRows');
	if (!Array.isArray(stand.floorsMm)) return next;
	const across = Math.max(1, whole(stand.perRow));
	const measured = stand.floorsMm.flatMap((mm: unknown, i): [string, unknown][] =>
		mm === 0 ? [] : [[`${Math.floor(i / across) + 1}/${(i % across) + 1}`, mm]]
	);
	return { ...next, floorsMm: Object.fromEntries(measured) };
}

/** What version 1 said of its plants, by new id: of those that stand, or of those set aside. */
function plantsIn(old: Old, names: Names) {
	const plants = Object.entries(object(old.plants)).map(([id, plant]): [string, Old, boolean] => [
		names.site(id),
		object(plant),
		id.includes('@')
	]);
	return (what: 'cropId' | 'stage', aside: boolean): Old =>
		Object.fromEntries(
			plants.filter(([, , gone]) => gone === aside).map(([id, plant]) => [id, plant[what]])
		);
}
type PlantsIn = ReturnType<typeof plantsIn>;

function designFrom(old: Old, stands: Old[]): Old {
	const topUp = object(object(old.water).topUp);
	const withIds = (path: unknown) => pathOf(String(path), stands);
	return present({
		...without(old, 'schemaVersion', 'water', 'plants', 'prices', 'feed', 'mix', 'diary'),
		reserve: typeof topUp.reserveL === 'number' ? { volumeL: topUp.reserveL } : null,
		source: isObject(old.source) ? without(old.source, 'dial', 'bench') : old.source,
		lines: isObject(old.lines) ? without(old.lines, 'waterC') : old.lines,
		stands: Array.isArray(old.stands)
			? old.stands.map((stand: unknown) => (isObject(stand) ? standFrom(stand) : stand))
			: old.stands,
		lamps: Array.isArray(old.lamps)
			? list(old.lamps).map((lamp) => without(lamp, 'hours'))
			: old.lamps,
		assumed: Array.isArray(old.assumed) ? old.assumed.map(withIds) : old.assumed
	});
}

function operationFrom(old: Old, stands: Old[], plants: PlantsIn): Old {
	const water = object(old.water);
	const shut = stands.flatMap((stand) =>
		Array.isArray(stand.shutRows)
			? stand.shutRows.map((row) => valveId(String(stand.id), whole(row)))
			: []
	);
	return present({
		crops: isObject(old.plants) ? plants('cropId', false) : old.plants,
		kept: plants('cropId', true),
		dial: object(old.source).dial ?? 1,
		shutValves: shut,
		fillL: water.fillL,
		topUp: isObject(water.topUp) ? without(water.topUp, 'reserveL') : water.topUp,
		maxDriftPercent: water.maxDriftPercent,
		uptakePercent: water.uptakePercent,
		feed: old.feed,
		lampHours: Object.fromEntries(list(old.lamps).map((lamp) => [String(lamp.id), lamp.hours])),
		mix: old.mix
	});
}

function recordFrom(old: Old, names: Names, plants: PlantsIn): Old {
	const [water, source, lines, diary] = [old.water, old.source, old.lines, old.diary].map(object);
	const { bench } = source!;
	return present({
		stages: { ...plants('stage', false), ...plants('stage', true) },
		nowL: water!.nowL,
		waterC: lines!.waterC,
		useFactor: water!.useFactor,
		pumpTest: Array.isArray(bench) ? { pumpId: source!.partId, readings: bench } : null,
		caughtMl: renamed(diary!.caughtMl, names.outlet),
		dryRunOn: diary!.dryRunOn,
		plantOutOn: diary!.plantOutOn,
		acknowledged: diary!.seenTo
	});
}

/** A design of version 1 as design, operation, record and prices of version 2. */
export function upgrade1(old: Old): { parts: Old; shelf: Old[] } {
	const stands = list(old.stands);
	const names = new Names(stands);
	const plants = plantsIn(old, names);
	const shelf = Object.entries(object(old.prices)).map(([of, price]) => ({
		id: `price/${of}`,
		kind: 'price',
		of,
		price
	}));
	return {
		parts: {
			design: designFrom(old, stands),
			operation: operationFrom(old, stands, plants),
			record: recordFrom(old, names, plants)
		},
		shelf
	};
}

/** A place of version 1 in version 2: nobody had said what its months are like. */
export const upgradePlace1 = (old: Old): Old => ({ ...old, schemaVersion: 2, months: null });
