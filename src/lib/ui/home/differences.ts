import {
	differences,
	fieldAt,
	keysOf,
	kindOf,
	placeSchema,
	rowLetter,
	valueAt,
	type Parts,
	type Place,
	standOf
} from '$lib/core/design';
import { capital, show, type FieldMeta, type Units } from '$lib/core/quantity';
import { BUILT_IN_LISTS } from '$lib/core/shelf';

export interface Differing {
	name: string;
	mine: string;
	theirs: string;
}

/** Fields whose schema has no title, or one too short to stand alone. */
const NAMES: Record<string, string> = {
	'design.name': 'Name',
	'design.tank.partId': 'Tank',
	'design.tank.spot': 'Tank stands',
	'design.tank.hatch': 'Hatch over the pump',
	'design.source.partId': 'Pump',
	'design.source.kind': 'Fed by',
	'design.lines.mainTubeId': 'Main',
	'design.lines.filter': 'Screen filter',
	'design.lines.checkValve': 'Check valve',
	'design.lines.airHole': 'Air hole in the main',
	'design.reserve': 'Reserve',
	'design.reserve.partId': 'Reserve',
	'design.reserve.count': 'Vessels of the reserve',
	'design.reserve.floorMm': 'Reserve over the floor',
	'operation.shutValves': 'Rows shut',
	'operation.topUp.kind': 'Top-up by',
	'operation.feed.school': 'Feeding',
	'operation.feed.setMin': 'Timer',
	'operation.mix.strengthMsCm': 'Strength',
	'record.nowL': 'Water now',
	'record.dryRunOn': 'Dry run',
	'record.plantOutOn': 'Planting out'
};
type Say = (value: unknown, units: Units) => string;
const listed = (list: readonly string[]): string => list.join(', ') || 'none';
/** What is no plain value and yet said in full, by its path or the name of a stand's field. */
const SAID: Record<string, Say> = {
	'design.reserve': (reserve) => {
		if (!reserve) return 'none';
		const { count, partId } = reserve as { count: number; partId: string };
		const name = LISTS.find((item) => item.id === partId)?.name ?? partId;
		return count > 1 ? `${count} × ${name}` : name;
	},
	'operation.shutValves': (ids) =>
		listed((ids as string[]).map((id) => rowLetter(Number(/v-(\d+)$/.exec(id)?.[1] ?? 1) - 1))),
	floorsMm: (floors, units) =>
		listed(
			Object.entries(floors as Record<string, number>).map(([place, mm]) => {
				const [row, column] = place.split('/');
				return `${rowLetter(Number(row) - 1)}${column} ${show(mm, 'size', units)}`;
			})
		)
};
const STAND_LISTS: Record<string, string> = { floorsMm: 'floors' };
/** What has parts of its own is named as a whole. */
const WHOLES: Record<string, string> = {
	'design.lamps': 'Lamps',
	'design.support': 'What plants hold on to',
	'design.stands': 'Stands',
	'design.tank': 'Measures of the tank',
	'design.source': 'Pump',
	'design.lines': 'Adapters',
	'design.notes': 'Notes',
	'operation.crops': 'Plants',
	'operation.kept': 'Plants set aside',
	'operation.feed': 'Feeding times',
	'operation.lampHours': 'Hours of the lamps',
	'operation.mix': 'Salts and product',
	'operation.valves': 'Row valves part open',
	'record.stages': 'Stages seen',
	'record.pumpTest': 'Bench test of the pump',
	'record.caughtMl': 'Caught in the dry run',
	'record.settled': 'What is settled'
};
/** Left out where two variants are weighed against one another. */
const BOOKKEEPING = new Set([
	'operation.crops',
	'operation.kept',
	'design.notes',
	'design.name',
	'design.assumed'
]);
/** Lists whose items a design names. */
const LISTS = Object.values(BUILT_IN_LISTS).flat() as { id: string; name: string }[];

function words(value: unknown, meta: FieldMeta, units: Units): string {
	if (value === undefined) return '–';
	if (value === null) return 'as planned';
	if (typeof value === 'boolean') return value ? 'yes' : 'no';
	if (typeof value === 'number') return show(value, meta.quantity ?? 'count', units);
	if (typeof value === 'object') return 'differs';
	const said = String(value);
	return meta.options?.[said] ?? LISTS.find((item) => item.id === said)?.name ?? said;
}

/**
 * What differs between two systems, as a grower would say it, each thing once. The place is not compared.
 *
 * @param all with plants, notes and the record; without them only what is built and how it is run
 */
export function differing(mine: Parts, theirs: Parts, units: Units, all = false): Differing[] {
	const rows = new Map<string, Differing>();
	const add = (name: string, a: string, b: string) =>
		rows.set(name, { name: capital(name), mine: a, theirs: b });
	const [a, b] = [mine.design.stands[0]!, theirs.design.stands[0]!];
	const sameKind =
		a.variant === b.variant && mine.design.stands.length === theirs.design.stands.length;
	if (!sameKind) add('Kind', kindOf(a).title, kindOf(b).title);
	const parts = ({ design, operation, record }: Parts) => ({
		design,
		operation,
		...(all && { record })
	});
	for (const { path: found } of differences(parts(mine), parts(theirs))) {
		const { root, path, field } = placeOf(found);
		if (root === 'design.assumed' || (!all && BOOKKEEPING.has(root))) continue;
		if (root === 'design.stands' && !sameKind) continue;
		const meta = fieldAt(mine, path) ?? fieldAt(theirs, path) ?? {};
		const title = NAMES[path] ?? STAND_LISTS[field] ?? (root in COUNTED ? undefined : meta.title);
		const full = SAID[path] ?? SAID[field];
		const say = (of: Parts) => {
			const value = valueAt(of, path);
			return full ? full(value, units) : words(value, meta, units);
		};
		if (title) add(ownerOf(mine, path) + title, say(mine), say(theirs));
		else if (WHOLES[root]) add(WHOLES[root], ...wholes(mine, theirs, root));
	}
	return [...rows.values()];
}

/** Which thing a path is about: its root, the path to it as it is said, and the name of its field. */
function placeOf(found: string): { root: string; path: string; field: string } {
	const [part, name, third, fourth] = keysOf(found);
	const root = `${String(part)}.${String(name)}`;
	if (root === 'operation.shutValves') return { root, path: root, field: '' };
	// a list of a stand's is one thing
	if (root === 'design.stands' && typeof third === 'object' && typeof fourth === 'string')
		return { root, path: `${root}[id=${third.id}].${fourth}`, field: fourth };
	return { root, path: found, field: '' };
}

/** Lists and tables of many: how many there are is enough. */
const COUNTED: Record<string, string> = {
	'operation.crops': 'planted',
	'operation.kept': 'aside',
	'design.lamps': 'hung',
	'record.stages': 'seen',
	'record.caughtMl': 'caught',
	'record.settled': 'settled'
};

function wholes(mine: Parts, theirs: Parts, root: string): [string, string] {
	const say = (of: Parts) => {
		const value = valueAt(of, root);
		return root in COUNTED ? `${Object.keys(value as object).length} ${COUNTED[root]}` : 'differs';
	};
	const [a, b] = [say(mine), say(theirs)];
	return a === b ? ['differs', 'differs'] : [a, b];
}

/** Which of several stands a field belongs to. */
function ownerOf({ design }: Parts, path: string): string {
	const id = /^design\.stands\[id=([^\]]*)\]/.exec(path)?.[1];
	const stand = id !== undefined && standOf(design, id);
	return stand && design.stands.length > 1 ? `${stand.name}: ` : '';
}

/** Figures of the place that differ, each by the name its field has. */
export function placeDiffering(mine: Place, theirs: Place, units: Units): Differing[] {
	return differences(mine, theirs).map(({ path, mine: a, theirs: b }) => {
		const { title, quantity = 'count' } = fieldAt(mine, path, placeSchema) ?? {};
		const shown = (value: unknown): string =>
			typeof value === 'number'
				? show(value, quantity, units)
				: value === undefined || value === null
					? '–'
					: typeof value === 'object'
						? 'differs'
						: String(value);
		const id = /^areas\[id=([^\]]*)\]/.exec(path)?.[1];
		const where =
			id === undefined ? 'Place' : (mine.areas.find((area) => area.id === id)?.name ?? 'Area');
		return {
			name: `${where}: ${title ?? path.split('.').at(-1)}`,
			mine: shown(a),
			theirs: shown(b)
		};
	});
}
