import { fieldsOf, kindOf, spotOf, tankTo, type Change, standOf } from '../../design';
import { DRY_LPH } from '../../hydraulics';
import { AISLE_M, isPlaced, type Container, type Ground, type StandLayout } from '../../layout';
import type { SystemModel } from '../../model';
import { counted } from '../../quantity';
import { set, availableFixes, type Rule, type Said, type Fix, setOf } from '../finding';
import { say } from '../sentence';
import { aisles, waysAlong } from './floor';
import { subjectOn } from '../words';

/** A hand must get to the pump, the strainer and the filler without lifting plants. */
const handRoom: Rule = (model) => {
	const { layout, design } = model;
	const clear = layout.tank.clearanceM;
	const handM = model.limit('handM');
	if (clear === null || clear >= handM) return [];
	const byMm = Math.ceil(((handM - clear) * 1000) / 10) * 10;
	const what = kindOf(design.stands[0]!).words.stand;
	const low = fieldsOf(design.stands[0]!).lowEndHeightMm;
	return [
		{
			code: 'pump-out-of-reach',
			step: 'tank',
			severity: 'look',
			subject: 'tank',
			off: Math.max(0.01, (handM - clear) / handM),
			message: `${
				clear > 0
					? `Only ${say(clear * 1000, 'size')} are free over the tank's rim`
					: `Nothing is free over the tank's rim, it stands ${say(-clear * 1000, 'size')} too high to be under there`
			}: no hand gets in to lift the pump, clear its strainer or fill up.`,
			fixes: () =>
				availableFixes(
					{
						label: `Tank beside the ${what}`,
						effect: 'open above',
						change: [set('design.tank.spot', 'beside')]
					},
					low !== undefined &&
						low + byMm <= model.limit('benchMm') && {
							label: `Raise ${what} by ${say(byMm, 'size')}`,
							effect: `${say(handM * 1000, 'size')} free`,
							change: [setOf(model.design.stands[0]!, 'lowEndHeightMm', low + byMm)]
						}
				)
		}
	];
};

/** The tank put elsewhere, where the pump still lifts the water to every outlet, its dial opened if it must be. */
function stillFlows(model: SystemModel, change: Change[], label: string): Fix | null {
	const opened = [...change, set('operation.dial', 1)];
	const dry = (c: SystemModel) => Math.min(...c.flows.outletLph.values()) < DRY_LPH;
	for (const all of model.curve ? [change, opened] : [change])
		if (!dry(model.with(all))) {
			const effect = all === opened ? 'open above, dial at 100 %' : 'open above';
			return { label, effect, change: all };
		}
	return null;
}

/** What the pump stands under is lifted for every clogged strainer, unless there is a way through it. */
const underPlants: Rule = (model) => {
	const { layout, design } = model;
	const spot = spotOf(design);
	if (spot !== 'lid' && spot !== 'inside') return [];
	const onLid = spot === 'lid';
	const [first] = design.stands;
	const carried = layout.containers.filter((c) => c.standId === first!.id);
	const massKg = carried.reduce((sum, c) => sum + c.massKg, 0);
	const room = onLid ? layout.tank.hatch : true;
	if (massKg <= model.limit('liftKg') || (design.tank.hatch && room)) return [];
	const size = say((layout.tank.hatch?.sizeM ?? 0.11) * 1000, 'size');
	return [
		{
			code: 'pump-out-of-reach',
			step: 'tank',
			severity: 'look',
			subject: 'tank',
			message:
				`${design.source.kind === 'pump' ? 'Pump' : 'Strainer'} and filler are under ${onLid ? 'the lid' : 'the plate'}, and ${say(massKg, 'mass')} of ${kindOf(first!).words.container[carried.length > 1 ? 1 : 0]} and plants on it: ` +
				`nobody lifts that to clear a strainer${room ? '' : ', and what stands on the lid leaves no room for a hatch'}.`,
			fixes: () =>
				availableFixes(
					room && {
						label: onLid
							? `Cut a hatch of ${size} in the lid`
							: `Set an access tube of ${size} in it`,
						effect: 'reached without lifting a plant',
						change: [set('design.tank.hatch', true)]
					},
					onLid &&
						stillFlows(
							model,
							tankTo(design, 'beside'),
							`Tank beside the ${kindOf(first!).words.stand}`
						)
				)
		}
	];
};

/** One reaches in from the back as well. */
const fromBothSides = (model: SystemModel, stand: StandLayout): boolean =>
	isPlaced(model.design) && waysAlong(model, stand).every((wide) => wide >= AISLE_M);

/** How far one reaches to the row that is worst to get at: from the front, from behind, from between rows. */
function farthestM(model: SystemModel, stand: StandLayout): number {
	const both = fromBothSides(model, stand);
	const rows = rowsAcross(model, stand);
	const aisles = rows.slice(1).flatMap(([front], i): number[] => {
		const back = rows[i]![1];
		return front - back >= AISLE_M ? [back, front] : [];
	});
	if (aisles.length === 0) return (both ? stand.depthM / 2 : stand.depthM) - 0.15;
	const { x0, x1, y0, y1 } = stand.ground;
	const ends = [
		[y0, y1],
		[x1, x0],
		[y1, y0],
		[x0, x1]
	][stand.turns]!;
	const edges = [ends[0]!, ...(both ? [ends[1]!] : []), ...aisles];
	return Math.max(
		...rows.map(([front, back]) =>
			Math.min(...edges.map((edge) => Math.abs((front + back) / 2 - edge)))
		)
	);
}

/** What each row takes across the stand, m, in their order. */
function rowsAcross({ layout }: SystemModel, { id, turns }: StandLayout): [number, number][] {
	const rows = new Map<number, [number, number]>();
	for (const container of layout.containers) {
		if (container.standId !== id) continue;
		const { x0, x1, y0, y1 } = groundOf(container);
		const [low, high] = turns % 2 === 0 ? [y0, y1] : [x0, x1];
		const known = rows.get(container.row) ?? [low, high];
		rows.set(container.row, [Math.min(known[0], low), Math.max(known[1], high)]);
	}
	return [...rows.values()].sort(([a], [b]) => a - b);
}

const groundOf = ({ above, radiusM, xM, yM }: Container): Ground => {
	if (radiusM !== null)
		return { x0: xM - radiusM, x1: xM + radiusM, y0: yM - radiusM, y1: yM + radiusM };
	const [xs, ys] = [above.map(([x]) => x), above.map(([, y]) => y)];
	return { x0: Math.min(...xs), x1: Math.max(...xs), y0: Math.min(...ys), y1: Math.max(...ys) };
};

const backRow: Rule = (model) => {
	const { layout, place } = model;
	return layout.stands.flatMap((stand, i): Said[] => {
		const far = farthestM(model, stand);
		if (far <= place.reachM || stand.view !== 'rows') return [];
		return [
			{
				code: 'row-out-of-reach',
				step: 'sites',
				severity: 'look',
				off: far / place.reachM - 1,
				subject: subjectOn(model, stand, 'top'),
				message: `The back row stands ${say(far, 'span')} from the front edge; you reach ${say(place.reachM, 'span')}. You would have to lean over the plants.`,
				fixes: () => nearerRows(model, stand, i)
			}
		];
	});
};

/** Rows closer together, as many as are in reach, or far enough apart to walk between. */
function nearerRows(model: SystemModel, stand: StandLayout, i: number): Fix[] {
	const { rows = 1, rowGapMm = 0, perRow = 1 } = fieldsOf(model.design.stands[i]!);
	if (rows < 2) return [];
	const [, containers] = kindOf(model.design.stands[i]!).words.container;
	const closestMm = model.limit('rowsMm');
	const [[front, back] = [0, 0]] = rowsAcross(model, stand);
	const walkM = Math.max(AISLE_M, model.area.walkM);
	const walkedMm = Math.ceil((back - front + walkM) * 100) * 10;
	const within = (fix: Fix): boolean => {
		const trial = model.with(fix.change);
		return farthestM(trial, trial.layout.stands[i]!) <= model.place.reachM;
	};
	const apart = (mm: number, effect: string): Fix => ({
		label: `Rows ${say(mm, 'size')} apart`,
		effect,
		change: [setOf(stand, 'rowGapMm', mm)]
	});
	const fewer = Array.from({ length: rows - 1 }, (_, k): Fix => ({
		label: counted(rows - 1 - k, ['row', 'rows']),
		effect: `${(k + 1) * perRow} ${containers} fewer`,
		change: [setOf(stand, 'rows', rows - 1 - k)]
	}));
	return availableFixes(
		...(rowGapMm > closestMm ? [apart(closestMm, 'the back row is in reach')] : []).filter(within),
		fewer.find(within),
		...[apart(walkedMm, 'one walks between them')].filter(within)
	);
}

/** Somebody has to get by in front of it, with a can. */
const wayIn: Rule = (model) => {
	const { layout, area, design } = model;
	if (isPlaced(design)) return aisles(model);
	const { from, to } = layout.extent;
	const left = area.widthM - (to.yM - from.yM);
	if (area.walkM === 0 || left < 0 || left >= area.walkM - 1e-9) return [];
	const stand = design.stands.find((one) => (fieldsOf(one).rows ?? 1) > 1);
	const { rows = 1, rowGapMm = 0 } = stand ? fieldsOf(stand) : {};
	return [
		{
			code: 'no-way-through',
			step: 'place',
			severity: 'look',
			subject: 'place',
			off: (area.walkM - left) / area.walkM,
			message: `Only ${say(left, 'span')} are left in front to walk and work in; you keep ${say(area.walkM, 'span')} free.`,
			fixes: () =>
				availableFixes(
					stand && {
						label: 'One row fewer',
						effect: `${say(left + rowGapMm / 1000, 'span')} free`,
						change: [setOf(stand, 'rows', rows - 1)]
					}
				)
		}
	];
};

/** Plants that only a ladder reaches. */
const overhead: Rule = (model) => {
	const { layout, place, parameters } = model;
	return layout.stands.flatMap((stand): Said[] => {
		const mine = layout.sites.filter((site) => site.standId === stand.id);
		const top = Math.max(0, ...mine.map((site) => site.zM));
		const reachable = place.reachM + parameters.thresholds.reachUpM.value;
		if (top <= reachable) return [];
		const over = mine.filter((site) => site.zM > reachable).length;
		return [
			{
				code: 'sites-overhead',
				step: 'sites',
				severity: 'caution',
				subject: mine.find((site) => site.zM === top)!.containerId,
				message: `${over} sites stand over ${say(reachable, 'span')}, higher than you reach from the floor. Work there from a firm step, not from a chair, with somebody near.`,
				off: top / reachable - 1,
				acknowledge: 'I work from a firm step',
				fixes: () => availableFixes(...lowerDown(model, stand.id, top - reachable))
			}
		];
	});
};

/** Bases lower, or fewer things on top of one another. */
function* lowerDown(model: SystemModel, standId: string, byM: number): Iterable<Fix> {
	const stand = standOf(model.design, standId)!;
	const { lowEndHeightMm } = fieldsOf(stand);
	const byMm = Math.ceil(byM * 100) * 10;
	if (lowEndHeightMm !== undefined && lowEndHeightMm >= byMm)
		yield {
			label: `${say(byMm, 'size')} lower`,
			effect: 'all within reach from the floor',
			change: [setOf(stand, 'lowEndHeightMm', lowEndHeightMm - byMm)]
		};
	// a ring goes as a whole
	const cutMm =
		'ringPitchMm' in stand ? Math.ceil(byMm / stand.ringPitchMm) * stand.ringPitchMm : byMm;
	if ('pipeLengthMm' in stand && stand.pipeLengthMm - cutMm >= 200)
		yield {
			label: `Pipe of ${say(stand.pipeLengthMm - cutMm, 'size')}`,
			effect: 'its top ring within reach',
			change: [setOf(stand, 'pipeLengthMm', stand.pipeLengthMm - cutMm)]
		};
	for (const field of ['tiers', 'sitesPerStack'] as const) {
		const now = (stand as unknown as Record<string, unknown>)[field];
		if (typeof now === 'number' && now > 1)
			yield {
				label: `${now - 1} on top of one another`,
				effect: 'one fewer, lower down',
				change: [setOf(stand, field, now - 1)]
			};
	}
}

/** Pump, plants and rows a hand does not get to. */
export const reach: Rule = (model) => [
	...handRoom(model),
	...underPlants(model),
	...backRow(model),
	...overhead(model),
	...wayIn(model)
];
