import { capital, counted } from '../../quantity';
import { type Stand, countAlong, fieldAt, fieldsOf, keysOf, kindOf, standOf } from '../../design';
import type { Impossible, LayoutProblem, Replacement } from '../../layout';
import { type ShelfLists, type TankShape, shapeHeightMm } from '../../shelf';
import { SystemModel } from '../../model';
import {
	type Fix,
	type Rule,
	type Said,
	availableFixes,
	set,
	setOf,
	type Subject
} from '../finding';
import { say } from '../sentence';
import { sameGround, throughWall } from './floor';
import { subjectOn } from '../words';
import { outsideArea } from './outside';

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
	const stand = standOf(model.design, standId)!;
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
function drawnAt(model: SystemModel, path: string): Subject {
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

export type Box = SystemModel['layout']['extent'];

export type Obstacle = SystemModel['area']['obstacles'][number];
