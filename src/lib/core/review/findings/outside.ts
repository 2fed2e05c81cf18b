import { countAlong, fieldsOf, kindOf, spotOf } from '../../design';
import type { LayoutProblem } from '../../layout';
import { SystemModel } from '../../model';
import { counted, names } from '../../quantity';
import { type Fix, type Said, availableFixes, set, setOf } from '../finding';
import { say } from '../sentence';

/** What stands over the edge of its area, with what would bring it in. */
export function outsideArea(
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
export function fewer(model: SystemModel, length: number): Fix | false {
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
export function fewerOf(
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
export function lower(model: SystemModel, byM: number): Fix | false {
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
