import { capital, counted, names } from '../../quantity';
import { countAlong, fieldAt, fieldsOf, keysOf, kindOf, spotOf, type Stand } from '../../design';
import { isPlaced, type Impossible, type LayoutProblem, type Replacement } from '../../layout';
import { shapeHeightMm, type ShelfLists, type TankShape } from '../../shelf';
import type { SystemModel } from '../../model';
import { set, availableFixes, type Rule, type Said, type Fix, setOf } from '../finding';
import { say } from '../sentence';
import { sameGround, standingInIt, throughWall } from './floor';
import { subjectOn } from '../words';

/** More in a row than its length has room for. */
function tooShort(
	model: SystemModel,
	problem: Extract<LayoutProblem, { code: 'row-does-not-fit' }>,
	i: number
): Said {
	const stand = model.design.stands[i]!;
	const { stand: what, container } = kindOf(stand).words;
	const { lengthMm = 0, endClearMm = 0, pitchMm = 1 } = fieldsOf(stand);
	const asked = countAlong(stand);
	const needed = problem.neededMm;
	const room = lengthMm - 2 * endClearMm;
	return {
		code: problem.code,
		step: 'sites',
		severity: 'stop',
		off: Math.max(0.01, needed / Math.max(1, lengthMm) - 1),
		subject: subjectOn(model, stand, 'top'),
		message: `${asked} ${container[1]} at ${say(pitchMm, 'size')} need a ${what} of ${say(needed / 1000, 'span')}; this one is ${say(lengthMm / 1000, 'span')}. It is drawn as long as they need.`,
		fixes: () => roomierFixes(stand, needed, room, pitchMm)
	};
}

/** A longer one, fewer in it, or closer together. */
function roomierFixes(stand: Stand, neededMm: number, roomMm: number, pitchMm: number): Fix[] {
	const { stand: what } = kindOf(stand).words;
	const asked = countAlong(stand);
	const fits = Math.floor(roomMm / pitchMm) + 1;
	const closer = asked > 1 ? Math.floor(roomMm / (asked - 1) / 10) * 10 : 0;
	return availableFixes(
		{
			label: `${capital(what)} of ${say(neededMm / 1000, 'span')}`,
			effect: `${asked} fit`,
			change: [setOf(stand, 'lengthMm', neededMm)]
		},
		fits >= 1 &&
			roomMm >= 0 && {
				label: `${fits} a row`,
				effect: 'fits as it is',
				change: [setOf(stand, kindOf(stand).along, fits)]
			},
		closer >= 250 && {
			label: `Space at ${say(closer, 'size')}`,
			effect: `${asked} fit`,
			change: [setOf(stand, 'pitchMm', closer)]
		}
	);
}

/** Things that would stand in one another, each with so much apart and so much needed. */
const NEAR: Record<
	'towers' | 'channels' | 'vessels' | 'rows',
	(asked: string, least: string) => string
> = {
	towers: (asked, least) =>
		`Spaced ${asked} apart the towers would stand in one another: each needs ${least} with its foot.`,
	channels: (asked, least) =>
		`Spaced ${asked} apart the channels would stand in one another: each is ${least} wide.`,
	vessels: (asked, least) =>
		`Spaced ${asked} apart they would stand in one another: each is ${least} wide.`,
	rows: (asked, least) => `Rows ${asked} apart would stand in one another: each is ${least} deep.`
};

/** Why something cannot be built, in a sentence. */
function reason(because: Impossible): string {
	switch (because.why) {
		case 'plate-too-high':
			return `The plate would stand ${say(because.plateMm, 'size')} up a bucket of ${say(because.bucketMm, 'size')}: hardly any room is left for roots.`;
		case 'too-near':
			return NEAR[because.things](say(because.askedMm, 'size'), say(because.leastMm, 'size'));
		case 'beyond-the-lid':
			return `${because.over} of ${because.of} towers would stand beyond the tank's lid, which is ${say(because.lidMm, 'size')} long.`;
		case 'tray-too-small':
			return `${because.pots} pots of ${say(because.potMm, 'size')} do not stand in a tray of ${say(because.lengthMm, 'size')} × ${say(because.widthMm, 'size')}.`;
		case 'no-room-between-ends':
			return because.of === 'pipe'
				? `A pipe of ${say(because.lengthMm, 'size')} has no room for a ring: ${say(because.clearMm, 'size')} are kept clear at its ends.`
				: `A channel of ${say(because.lengthMm, 'size')} has no room between its ends: ${say(because.clearMm, 'size')} are kept clear.`;
	}
}

/** A value that would do, as its field names and says it. */
function replaced(model: SystemModel, { path, value }: Replacement): string {
	if (path === 'design.tank.shape')
		return `Plate: ${say(shapeHeightMm(value as TankShape), 'size')} up`;
	const { title = '', quantity, options, shelf } = fieldAt(model.parts, path) ?? {};
	const list: readonly { id: string; name: string }[] = shelf
		? model.shelf[shelf as keyof ShelfLists]
		: [];
	const said =
		typeof value === 'number' && quantity
			? say(value, quantity)
			: (options?.[String(value)] ?? list.find(({ id }) => id === value)?.name ?? String(value));
	return `${capital(title)}: ${said}`;
}

/** What the layout could not build as asked, and the nearest it could. */
function impossible(
	model: SystemModel,
	{ code, because, instead, standId }: Extract<LayoutProblem, { code: 'cannot-be-built' }>
): Said {
	return {
		code,
		step: 'sites',
		severity: 'stop',
		subject: subjectOn(model, { id: standId }, 'top'),
		message: reason(because),
		fixes: () =>
			availableFixes(
				instead && {
					label: replaced(model, instead),
					effect: 'the nearest that can be built',
					change: [set(instead.path, instead.value)]
				},
				because.why === 'beyond-the-lid' && fewerOnLid(model, standId, because.of - because.over)
			)
	};
}

/** As many as its lid has room for. */
function fewerOnLid(model: SystemModel, standId: string, fit: number): Fix | false {
	const stand = model.design.stands.find(({ id }) => id === standId)!;
	const { container } = kindOf(stand).words;
	return (
		fit >= 1 && {
			label: counted(fit, container),
			effect: 'as many as stand on the lid',
			change: [setOf(stand, kindOf(stand).along, fit)]
		}
	);
}

/** What a path of the document leads to, on the drawing. */
function drawnAt(model: SystemModel, path: string): string {
	const [, list, item] = keysOf(path);
	if (list === 'tank') return 'tank';
	if (list === 'stands' && typeof item === 'object') return subjectOn(model, item, 'top');
	return list === 'lines' ? 'main' : (model.layout.containers[0]?.id ?? 'tank');
}

/** What is not on the shelf. */
const unknown = (
	model: SystemModel,
	{ code, what, id, drawn, instead }: Extract<LayoutProblem, { code: 'unknown-part' }>
): Said => ({
	code,
	step: 'lines',
	severity: 'look',
	subject: drawnAt(model, instead.path),
	message: `The ${what} “${id}” is not on the shelf, so its sizes are not known; “${drawn}” is drawn and solved in its place.`,
	fixes: () => [
		{
			label: `Use ${drawn}`,
			effect: 'what is drawn is then what you have',
			change: [set(instead.path, instead.value)]
		}
	]
});

function outsideArea(
	model: SystemModel,
	problem: Extract<LayoutProblem, { code: 'outside-area' }>
): Said {
	const { lengthM: length, widthM: width, heightM: height } = problem;
	const { area } = model;
	const over = names(
		[
			length > area.lengthM && `${say(length, 'span')} long for ${say(area.lengthM, 'span')}`,
			width > area.widthM && `${say(width, 'span')} deep for ${say(area.widthM, 'span')}`,
			height > area.heightM && `${say(height, 'span')} high for ${say(area.heightM, 'span')}`
		].filter((x): x is string => Boolean(x))
	);
	const past = Math.max(length / area.lengthM, width / area.widthM, height / area.heightM);
	return {
		code: problem.code,
		step: 'place',
		severity: 'stop',
		subject: 'place',
		off: past - 1,
		message: `This system does not fit ${area.name}: ${over}.`,
		fixes: () =>
			availableFixes(
				length > area.lengthM && fewer(model, length),
				height > area.heightM && lower(model, height - area.heightM),
				width > area.widthM &&
					fewerOf(model, 'rows', 'row', ({ from, to }) => to.yM - from.yM <= area.widthM),
				height > area.heightM && fewerOf(model, 'tiers', 'tier', ({ to }) => to.zM <= area.heightM),
				length > area.lengthM &&
					spotOf(model.design) === 'beside' && {
						label: 'Tank underneath',
						effect: `${say(model.layout.tank.lengthM - 0.1, 'span')} shorter`,
						change: [set('design.tank.spot', 'under')]
					}
			)
	};
}

/** Fewer along the front, by what it is too long. */
function fewer(model: SystemModel, length: number): Fix | false {
	const stand = model.design.stands[0]!;
	const { along, words } = kindOf(stand);
	const { pitchMm, lengthMm } = fieldsOf(stand);
	const now = countAlong(stand);
	if (!pitchMm || !(now > 1)) return false;
	const excess = Math.ceil(((length - model.area.lengthM) * 1000) / pitchMm);
	if (now - excess < 1) return false;
	return {
		label: `${now - excess} ${along === 'perRow' ? 'a row' : words.container[1]}`,
		effect: `${say(length - (excess * pitchMm) / 1000, 'span')} long`,
		change: [
			setOf(model.design.stands[0]!, along, now - excess),
			...(lengthMm
				? [setOf(model.design.stands[0]!, 'lengthMm', Math.max(200, lengthMm - excess * pitchMm))]
				: [])
		]
	};
}

/** The most of something counted that fits, where it is fewer than now. */
function fewerOf(
	model: SystemModel,
	field: 'rows' | 'tiers',
	what: string,
	fits: (extent: SystemModel['layout']['extent']) => boolean
): Fix | false {
	const stand = model.design.stands[0]!;
	const now = Number((stand as unknown as Record<string, unknown>)[field] ?? 0);
	for (let count = now - 1; count >= 1; count--) {
		const change = [setOf(model.design.stands[0]!, field, count)];
		const { extent, sites } = model.with(change).layout;
		if (fits(extent))
			return {
				label: `${counted(count, [what, `${what}s`])}`,
				effect: `${sites.length} sites, and it fits`,
				change
			};
	}
	return false;
}

/** A tower cut shorter, by what it is too high. */
function lower(model: SystemModel, byM: number): Fix | false {
	const stand = model.design.stands[0]!;
	if (!('pipeLengthMm' in stand)) return false;
	const length = Math.floor((stand.pipeLengthMm - byM * 1000) / 10) * 10;
	if (length < 200) return false;
	const change = [setOf(model.design.stands[0]!, 'pipeLengthMm', length)];
	return {
		label: `Pipe of ${say(length, 'size')}`,
		effect: `${model.with(change).layout.sites.length} sites`,
		change
	};
}

/** What does not fit or cannot be built, as the layout found it. */
export const place: Rule = (model) =>
	model.layout.problems.map((problem): Said => {
		switch (problem.code) {
			case 'cannot-be-built':
				return impossible(model, problem);
			case 'row-does-not-fit':
				return tooShort(
					model,
					problem,
					model.design.stands.findIndex((stand) => stand.id === problem.standId)
				);
			case 'outside-area':
				return outsideArea(model, problem);
			case 'unknown-part':
				return unknown(model, problem);
			case 'through-wall':
				return throughWall(model, problem);
			case 'same-ground':
				return sameGround(model, problem);
		}
	});

type Box = SystemModel['layout']['extent'];
type Obstacle = SystemModel['area']['obstacles'][number];

const standsIn = (o: Obstacle, { from, to }: Box): boolean =>
	o.xM < to.xM && o.xM + o.lengthM > from.xM && o.yM < to.yM && o.yM + o.widthM > from.yM;

/** What stands on the floor where the bench or the tank should. */
export const obstacles: Rule = (model) => {
	if (isPlaced(model.design)) return standingInIt(model);
	const { layout, area, design } = model;
	const { from, to } = layout.extent;
	const what = kindOf(design.stands[0]!).words.stand;
	return area.obstacles.flatMap((o, k): Said[] => {
		if (!standsIn(o, layout.extent)) return [];
		return [
			{
				code: 'obstacle-in-the-way',
				step: 'place',
				severity: 'stop',
				subject: `obstacle${k + 1}`,
				message: `${o.name} stands in the way, ${say(o.xM, 'span')} from the left and ${say(o.yM, 'span')} from the front: the ${what} needs ${say(to.xM - from.xM, 'span')} by ${say(to.yM - from.yM, 'span')} there.`,
				fixes: () => aroundIt(model, o)
			}
		];
	});
};

/** Ends before it, or stays in front of it. */
function aroundIt(model: SystemModel, o: Obstacle): Fix[] {
	const stand = model.design.stands[0]!;
	const { perRow = 1, rows = 1, endClearMm = 0, pitchMm = 1 } = fieldsOf(stand);
	const freeMm = (o.xM - 0.05 - model.layout.stands[0]!.lowEndM.xM) * 1000 - 2 * endClearMm;
	const fit = Math.floor(freeMm / pitchMm) + 1;
	const lengthMm = Math.max(200, 2 * endClearMm + (fit - 1) * pitchMm);
	const shorter = [setOf(stand, 'perRow', fit), setOf(stand, 'lengthMm', lengthMm)];
	const one = [setOf(stand, 'rows', 1)];
	const clears = (change: Fix['change']) => !standsIn(o, model.with(change).layout.extent);
	return availableFixes(
		fit >= 1 &&
			fit < perRow &&
			clears(shorter) && { label: `${fit} a row`, effect: 'ends before it', change: shorter },
		rows > 1 && clears(one) && { label: 'One row', effect: 'stays in front of it', change: one }
	);
}
