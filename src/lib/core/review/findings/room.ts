import { spotOf, fieldsOf, countAlong, kindOf } from '../../design';
import type { LayoutProblem } from '../../layout';
import type { FieldMeta } from '../../quantity';
import type { SystemModel } from '../../model';
import { names, set, some, type Concern, type Said, type Fix, setOf } from '../finding';
import { subjectOn } from '../words';

/** More in a row than its length has room for. */
function tooShort(model: SystemModel, problem: LayoutProblem, i: number): Said {
	const stand = model.design.stands[i]!;
	const { stand: what, container } = kindOf(stand).words;
	const { lengthMm = 0, endClearMm = 0, pitchMm = 1 } = fieldsOf(stand);
	const along = kindOf(stand).along;
	const asked = countAlong(stand);
	const room = lengthMm - 2 * endClearMm;
	const needed = problem.numbers.neededMm!;
	const fits = Math.floor(room / pitchMm) + 1;
	const closer = asked > 1 ? Math.floor(room / (asked - 1) / 10) * 10 : 0;
	return {
		code: problem.code,
		step: 'sites',
		severity: 'stop',
		subject: subjectOn(model, stand, 'top'),
		message: `${asked} ${container[1]} at ${model.say(pitchMm, 'size')} need a ${what} of ${model.say(needed / 1000, 'span')}; this one is ${model.say(lengthMm / 1000, 'span')}. It is drawn as long as they need.`,
		fixes: some(
			{
				label: `${what[0]!.toUpperCase()}${what.slice(1)} of ${model.say(needed / 1000, 'span')}`,
				effect: `${asked} fit`,
				change: [setOf(stand, 'lengthMm', Math.min(20_000, needed))]
			},
			fits >= 1 &&
				room >= 0 && {
					label: `${fits} a row`,
					effect: 'fits as it is',
					change: [setOf(stand, along, fits)]
				},
			closer >= 250 && {
				label: `Space at ${model.say(closer, 'size')}`,
				effect: `${asked} fit`,
				change: [setOf(stand, 'pitchMm', closer)]
			}
		)
	};
}

/** A length as the layout writes it. */
const LENGTH = /(\d+(?:\.\d+)?) mm/g;

/** What a problem of the layout is about: the stand that has it or that its path leads to, else tank or main. */
function subjectOf(model: SystemModel, path: string | undefined, standId: string | null): string {
	const id = standId ?? /^design\.stands\[id=([^\]]+)\]/.exec(path ?? '')?.[1];
	if (id !== undefined) return subjectOn(model, { id }, 'top');
	if (path?.startsWith('design.lines.')) return 'main';
	return path?.startsWith('design.tank.') ? 'tank' : 'place';
}

/** What the layout could not build as asked, and the nearest it could. */
function impossible(
	model: SystemModel,
	{ code, text, path, replacement, standId }: LayoutProblem
): Said {
	const stand = model.design.stands.find((s) => s.id === standId);
	const field = path?.split('.').at(-1) ?? '';
	const meta = (stand && (kindOf(stand).schema.shape[field]?.meta() as FieldMeta)) ?? {};
	const value = replacement?.value;
	const inUnits = (words: string) =>
		words.replace(LENGTH, (_, mm) => model.say(Number(mm), 'size'));
	const said =
		replacement?.said ??
		(meta.unit === 'mm' ? `${Number(value)} mm` : (meta.options?.[String(value)] ?? String(value)));
	const title = replacement?.name ?? '';
	return {
		code,
		step: 'sites',
		severity: 'stop',
		subject: subjectOf(model, path, standId),
		message: `${inUnits(text)}.`,
		fixes: some(
			path !== undefined &&
				replacement && {
					label: `${title[0]!.toUpperCase()}${title.slice(1)}: ${inUnits(said)}`,
					effect: 'the nearest that can be built',
					change: [set(path, value)]
				}
		)
	};
}

function outsideArea(model: SystemModel, problem: LayoutProblem): Said {
	const { length, width, height } = problem.numbers as Record<
		'length' | 'width' | 'height',
		number
	>;
	const { area } = model;
	const over = names(
		[
			length > area.lengthM &&
				`${model.say(length, 'span')} long for ${model.say(area.lengthM, 'span')}`,
			width > area.widthM &&
				`${model.say(width, 'span')} deep for ${model.say(area.widthM, 'span')}`,
			height > area.heightM &&
				`${model.say(height, 'span')} high for ${model.say(area.heightM, 'span')}`
		].filter((x): x is string => Boolean(x))
	);
	return {
		code: problem.code,
		step: 'place',
		severity: 'stop',
		subject: 'place',
		message: `This system does not fit ${area.name}: ${over}.`,
		fixes: some(
			length > area.lengthM && fewer(model, length),
			height > area.heightM && lower(model, height - area.heightM),
			width > area.widthM &&
				fewerOf(model, 'rows', 'row', ({ from, to }) => to.yM - from.yM <= area.widthM),
			height > area.heightM && fewerOf(model, 'tiers', 'tier', ({ to }) => to.zM <= area.heightM),
			length > area.lengthM &&
				spotOf(model.design) === 'beside' && {
					label: 'Tank underneath',
					effect: `${model.say(model.layout.tank.lengthM - 0.1, 'span')} shorter`,
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
		effect: `${model.say(length - (excess * pitchMm) / 1000, 'span')} long`,
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
				label: `${count} ${what}${count === 1 ? '' : 's'}`,
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
		label: `Pipe of ${model.say(length, 'size')}`,
		effect: `${model.with(change).layout.sites.length} sites`,
		change
	};
}

export const place: Concern = (model) =>
	model.layout.problems.flatMap((problem): Said[] => {
		const i = model.design.stands.findIndex((s) => s.id === problem.standId);
		const stand = model.design.stands[i];
		if (problem.code === 'cannot-be-built') return [impossible(model, problem)];
		if (problem.code === 'row-does-not-fit' && stand) return [tooShort(model, problem, i)];

		if (problem.code === 'outside-area') {
			return [outsideArea(model, problem)];
		}
		const { path, replacement } = problem;
		return [
			{
				code: problem.code,
				step: 'lines',
				severity: 'look',
				subject: 'design',
				message: `${problem.text}.`,
				fixes: some(
					path !== undefined &&
						replacement && {
							label: `Use ${replacement.name}`,
							effect: 'what is drawn is then what you have',
							change: [set(path, replacement.value)]
						}
				)
			}
		];
	});

/** What stands on the floor where the bench or the tank should. */
export const obstacles: Concern = (model) => {
	const { layout, area, design } = model;
	const { from, to } = layout.extent;
	return area.obstacles.flatMap((o, k): Said[] => {
		const across = o.xM < to.xM && o.xM + o.lengthM > from.xM;
		const deep = o.yM < to.yM && o.yM + o.widthM > from.yM;
		if (!across || !deep) return [];
		const { perRow = 1, rows = 1, endClearMm = 0, pitchMm = 1 } = fieldsOf(design.stands[0]!);
		const what = kindOf(design.stands[0]!).words.stand;
		const free = o.xM - from.xM;
		const fit =
			Math.floor(
				((free - 0.05) * 1000 - (layout.stands[0]!.lowEndM.xM - from.xM) * 1000 - 2 * endClearMm) /
					pitchMm
			) + 1;
		const shorter = [
			setOf(model.design.stands[0]!, 'perRow', fit),
			setOf(
				model.design.stands[0]!,
				'lengthMm',
				Math.max(200, 2 * endClearMm + (fit - 1) * pitchMm)
			)
		];
		const one = [setOf(model.design.stands[0]!, 'rows', 1)];
		const clears = (change: Fix['change']) => {
			const box = model.with(change).layout.extent;
			return !(
				o.xM < box.to.xM &&
				o.xM + o.lengthM > box.from.xM &&
				o.yM < box.to.yM &&
				o.yM + o.widthM > box.from.yM
			);
		};
		return [
			{
				code: 'obstacle-in-the-way',
				step: 'place',
				severity: 'stop',
				subject: `obstacle${k + 1}`,
				message: `${o.name} stands in the way, ${model.say(o.xM, 'span')} from the left and ${model.say(o.yM, 'span')} from the front: the ${what} needs ${model.say(to.xM - from.xM, 'span')} by ${model.say(to.yM - from.yM, 'span')} there.`,
				fixes: some(
					fit >= 1 &&
						fit < perRow &&
						clears(shorter) && {
							label: `${fit} a row`,
							effect: 'ends before it',
							change: shorter
						},
					rows > 1 &&
						clears(one) && { label: 'One row', effect: 'stays in front of it', change: one }
				)
			}
		];
	});
};
