import { differences, kindOf, valueAt, type Design, type Stand } from '$lib/core/design';
import { show, type FieldMeta, type Units } from '$lib/core/quantity';
import { BUILT_IN_SHELF } from '$lib/core/shelf';

export interface Differing {
	name: string;
	mine: string;
	theirs: string;
}

const NAMES: Record<string, string> = {
	'tank.partId': 'Tank',
	'tank.spot': 'Tank stands',
	'tank.hatch': 'Hatch over the pump',
	'tank.floorMm': 'Tank floor',
	'source.partId': 'Pump',
	'source.kind': 'Fed by',
	'source.dial': 'Pump dial',
	'lines.mainTubeId': 'Main',
	'lines.filter': 'Screen filter',
	'lines.checkValve': 'Check valve',
	'water.fillL': 'Fill',
	'water.nowL': 'Water now',
	'water.topUp.kind': 'Top-up by',
	'water.topUp.with': 'Top-up with',
	'water.topUp.everyDays': 'Days between refills',
	'water.topUp.reserveL': 'Reserve',
	'feed.school': 'Feeding',
	'feed.setMin': 'Timer, min',
	'mix.strengthMsCm': 'Strength'
};
/** Lists whose items a design names. */
const LISTS = Object.values(BUILT_IN_SHELF).flat() as { id: string; name: string }[];

function words(value: unknown, meta: FieldMeta, units: Units): string {
	if (value === undefined) return '–';
	if (value === null) return 'as planned';
	if (typeof value === 'boolean') return value ? 'yes' : 'no';
	if (typeof value === 'number')
		return meta.unit === 'mm'
			? show(value, 'size', units)
			: `${Number(value.toPrecision(4))}${meta.unit ? ` ${meta.unit}` : ''}`;
	if (typeof value !== 'string') return 'differs';
	return meta.options?.[value] ?? LISTS.find((item) => item.id === value)?.name ?? value;
}

/** What differs between two designs, as a grower would say it; plants and bookkeeping are left out. */
export function differing(mine: Design, theirs: Design, units: Units): Differing[] {
	const list: Differing[] = [];
	const [a, b] = [mine.stands[0]!, theirs.stands[0]!];
	const sameKind = a.variant === b.variant;
	if (!sameKind) list.push({ name: 'Kind', mine: kindOf(a).title, theirs: kindOf(b).title });
	for (const { path } of differences(mine, theirs)) {
		const meta = fieldMeta(path, a, sameKind);
		const name = NAMES[path] ?? meta?.title;
		if (!name) continue;
		list.push({
			name: `${name[0]!.toUpperCase()}${name.slice(1)}`,
			mine: words(valueAt(mine, path), meta ?? {}, units),
			theirs: words(valueAt(theirs, path), meta ?? {}, units)
		});
	}
	return list;
}

function fieldMeta(path: string, stand: Stand, sameKind: boolean): FieldMeta | null {
	const [root, index, field, ...rest] = path.split('.');
	if (root !== 'stands') return NAMES[path] ? {} : null;
	if (!sameKind || index !== '0' || !field || rest.length > 0) return null;
	return (kindOf(stand).schema.shape[field]?.meta() as FieldMeta | undefined) ?? null;
}
