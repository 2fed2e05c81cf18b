import { differences, fieldAt, kindOf, rowLetter, valueAt, type Design } from '$lib/core/design';
import { show, type FieldMeta, type Kind, type Units } from '$lib/core/quantity';
import { BUILT_IN_SHELF } from '$lib/core/shelf';

export interface Differing {
	name: string;
	mine: string;
	theirs: string;
}

/** Fields whose schema has no title, or one too short to stand alone. */
const NAMES: Record<string, string> = {
	'tank.partId': 'Tank',
	'tank.spot': 'Tank stands',
	'tank.hatch': 'Hatch over the pump',
	'source.partId': 'Pump',
	'source.kind': 'Fed by',
	'lines.mainTubeId': 'Main',
	'lines.filter': 'Screen filter',
	'lines.checkValve': 'Check valve',
	'water.nowL': 'Water now',
	'water.topUp.kind': 'Top-up by',
	'water.topUp.reserveL': 'Reserve',
	'feed.school': 'Feeding',
	'feed.setMin': 'Timer',
	'mix.strengthMsCm': 'Strength',
	name: 'Name'
};
/** Lists of a stand's, and how each of their items is said. */
const LISTS_SAID: Record<string, { name: string; each: (item: number, units: Units) => string }> = {
	shutRows: { name: 'rows shut', each: rowLetter },
	floorsMm: { name: 'floors', each: (mm, units) => show(mm, 'size', units) }
};
/** What has parts of its own is named as a whole. */
const WHOLES: Record<string, string> = {
	plants: 'Plants',
	lamps: 'Lamps',
	support: 'What plants hold on to',
	prices: 'Prices',
	stands: 'Stands',
	tank: 'Measures of the tank',
	source: 'Bench test of the pump',
	lines: 'Adapters',
	feed: 'Feeding times',
	mix: 'Salts and product',
	diary: 'Dates and ticks',
	notes: 'Notes'
};
/** Left out where two variants are weighed against one another. */
const BOOKKEEPING = new Set(['plants', 'prices', 'diary', 'notes', 'name', 'assumed']);
/** Shares of one, read as percent. */
const SHARES = /\.(dial|labelShare|drainFraction|allowedDepletion)$/;
const KINDS: Record<string, Kind> = {
	mm: 'size',
	m: 'span',
	L: 'volume',
	'L/h': 'flow',
	'°C': 'temperature',
	'mS/cm': 'strength',
	'mm in a metre': 'slope'
};
/** Lists whose items a design names. */
const LISTS = Object.values(BUILT_IN_SHELF).flat() as { id: string; name: string }[];

function words(value: unknown, meta: FieldMeta, units: Units, share: boolean): string {
	if (value === undefined) return '–';
	if (value === null) return 'as planned';
	if (typeof value === 'boolean') return value ? 'yes' : 'no';
	if (typeof value === 'number') {
		if (share) return `${Math.round(100 * value)} %`;
		const kind = KINDS[meta.unit ?? ''];
		return kind
			? show(value, kind, units)
			: `${Number(value.toPrecision(4))}${meta.unit ? ` ${meta.unit}` : ''}`;
	}
	if (typeof value === 'object') return 'differs';
	const said = String(value);
	return meta.options?.[said] ?? LISTS.find((item) => item.id === said)?.name ?? said;
}

/**
 * What differs between two designs, as a grower would say it, each thing once.
 *
 * @param all with plants, prices, dates and notes; without them only what is built and how it is run
 */
export function differing(mine: Design, theirs: Design, units: Units, all = false): Differing[] {
	const rows = new Map<string, Differing>();
	const add = (name: string, a: string, b: string) =>
		rows.set(name, { name: `${name[0]!.toUpperCase()}${name.slice(1)}`, mine: a, theirs: b });
	const [a, b] = [mine.stands[0]!, theirs.stands[0]!];
	const sameKind = a.variant === b.variant && mine.stands.length === theirs.stands.length;
	if (!sameKind) add('Kind', kindOf(a).title, kindOf(b).title);
	for (const { path: found } of differences(mine, theirs)) {
		const root = found.split('.')[0]!;
		// a list of a stand's is one thing
		const path = root === 'stands' ? found.split('.').slice(0, 3).join('.') : found;
		if (root === 'assumed' || (!all && BOOKKEEPING.has(root))) continue;
		if (root === 'stands' && !sameKind) continue;
		const meta = fieldAt(mine, path) ?? fieldAt(theirs, path) ?? {};
		const list = LISTS_SAID[path.split('.')[2] ?? ''];
		const title = NAMES[path] ?? list?.name ?? (root in COUNTED ? undefined : meta.title);
		const say = (design: Design) => {
			const value = valueAt(design, path);
			return list
				? (value as number[]).map((item) => list.each(item, units)).join(', ') || 'none'
				: words(value, meta, units, SHARES.test(path));
		};
		if (title) add(ownerOf(mine, path) + title, say(mine), say(theirs));
		else if (WHOLES[root]) add(WHOLES[root], ...wholes(mine, theirs, root));
	}
	return [...rows.values()];
}

/** Lists and tables of many: how many there are is enough. */
const COUNTED: Record<string, string> = { plants: 'planted', lamps: 'hung', prices: 'priced' };

function wholes(mine: Design, theirs: Design, root: string): [string, string] {
	const say = (design: Design) => {
		const value = valueAt(design, root);
		return root in COUNTED ? `${Object.keys(value as object).length} ${COUNTED[root]}` : 'differs';
	};
	const [a, b] = [say(mine), say(theirs)];
	return a === b ? ['differs', 'differs'] : [a, b];
}

/** Which of several stands a field belongs to. */
function ownerOf({ stands }: Design, path: string): string {
	const [root, index] = path.split('.');
	return root === 'stands' && stands.length > 1 ? `${stands[Number(index)]!.name}: ` : '';
}
