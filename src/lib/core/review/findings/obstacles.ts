import { standingInIt } from './floor';
import { say } from '../sentence';
import { type Fix, type Rule, type Said, availableFixes, setOf } from '../finding';
import { isPlaced } from '../../layout';
import { fieldsOf, kindOf } from '../../design';
import type { Box, Obstacle } from './room';
import { SystemModel } from '../../model';

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
export function aroundIt(model: SystemModel, o: Obstacle): Fix[] {
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
