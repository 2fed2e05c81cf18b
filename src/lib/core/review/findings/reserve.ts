import type { SystemModel } from '../../model';
import { availableFixes, set, type Rule, type Said } from '../finding';
import { say } from '../sentence';

/** Less than this of a reserve is worth no words, as a share. */
const SLIGHT = 0.05;

/** What of a reserve never runs in because it stands too low, and a trickle the plants outdrink. */
export const reserve: Rule = (model) => [...tooLow(model), ...tooSlow(model), ...tooHeavy(model)];

function tooLow({ design, layout, reserve }: SystemModel): Said[] {
	const made = layout.reserve;
	if (!design.reserve || !made || !reserve) return [];
	const underM = made.floatM - made.outletM;
	const lostL = reserve.deadL;
	if (underM <= 0.01 || lostL < SLIGHT * reserve.fullL) return [];
	const byMm = Math.ceil(underM * 100) * 10;
	return [
		{
			code: 'reserve-too-low',
			step: 'tank',
			severity: reserve.usableL < 1 ? 'stop' : 'look',
			subject: 'reserve',
			off: lostL / reserve.fullL,
			message: `The outlet of the reserve is ${say(underM * 1000, 'size')} under the float: ${
				reserve.usableL < 1
					? 'nothing of it ever runs in'
					: `${say(lostL, 'volume')} of its ${say(reserve.fullL, 'volume')} never run in`
			}.`,
			fixes: () =>
				availableFixes({
					label: `Raise the reserve by ${say(byMm, 'size')}`,
					effect: 'all over its outlet runs in',
					change: [set('design.reserve.floorMm', design.reserve!.floorMm + byMm)]
				})
		}
	];
}

const DAY_H = 24;

function tooSlow(model: SystemModel): Said[] {
	const { design, reserve, account } = model;
	if (!design.reserve || !reserve || reserve.usableL < 1) return [];
	const perDayL = reserve.low.flowLph * DAY_H;
	if (perDayL >= account.leavesLPerDay) return [];
	const wider = model.shelf.tubes
		.filter(
			({ use, innerDiameterMm }) =>
				use === 'feed' && innerDiameterMm > (model.layout.reserve?.hose.innerDiameterMm ?? 0)
		)
		.slice(0, 2);
	return [
		{
			code: 'refill-too-slow',
			step: 'tank',
			severity: 'look',
			subject: 'reserve',
			off: account.leavesLPerDay / Math.max(0.1, perDayL) - 1,
			message: `When the reserve is low ${say(reserve.low.flowLph, 'flow')} come through its hose, ${say(perDayL, 'volume')} a day, where ${say(account.leavesLPerDay, 'volume')} a day leave the tank: the float does not keep up.`,
			fixes: () =>
				availableFixes(
					...wider.map((tube) => ({
						label: `A hose of ${say(tube.innerDiameterMm, 'size')} inside`,
						effect: 'more runs through it',
						change: [set('design.reserve.hoseTubeId', tube.id)]
					})),
					{
						label: `Raise the reserve by ${say(200, 'size')}`,
						effect: 'more head on the float',
						change: [set('design.reserve.floorMm', design.reserve!.floorMm + 200)]
					}
				)
		}
	];
}

/** A full barrel on a floor that was said to bear so much. */
function tooHeavy({ area, layout, reserve, design }: SystemModel): Said[] {
	const limit = area.floorKgM2;
	const made = layout.reserve;
	if (limit === null || !made || !reserve || !design.reserve) return [];
	const { ground } = made.vessels[0]!;
	const areaM2 = (ground.x1 - ground.x0) * (ground.y1 - ground.y0);
	const perM2 = reserve.vesselKg / Math.max(0.01, areaM2);
	if (perM2 <= limit || reserve.vesselKg <= limit) return [];
	return [
		{
			code: 'floor-overloaded',
			step: 'tank',
			severity: 'stop',
			subject: 'reserve',
			off: reserve.vesselKg / limit - 1,
			message: `Full, a vessel of the reserve weighs ${say(reserve.vesselKg, 'mass')} on ${say(areaM2, 'area')}: ${say(perM2, 'floorLoad')}, over the ${say(limit, 'floorLoad')} the floor may bear. The building's owner and its rated load decide; outdoors on firm ground it stands safe.`,
			fixes: () => []
		}
	];
}
