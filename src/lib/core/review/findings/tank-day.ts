import { litresAt, shapeHeightMm } from '../../shelf';
import { tankShapeOf } from '../../layout';
import type { SystemModel } from '../../model';
import { tankHeat } from '../../water';
import { availableFixes, set, type Fix, type Rule } from '../finding';
import { say } from '../sentence';

/** A change to the tank with what its warmest hour is then. */
function cooler(model: SystemModel, label: string, change: Fix['change']): Fix | null {
	const after = model.with(change).tankDay;
	const now = model.tankDay;
	if (after.result.maxC > now.result.maxC - 0.1 && after.oxygenMgL < now.oxygenMgL + 0.1)
		return null;
	return {
		label,
		effect: `at most ${say(after.result.maxC, 'temperature')}, ${say(after.oxygenMgL, 'concentration')} of oxygen`,
		change
	};
}

/** Water that gets too warm in its tank, or holds too little oxygen then. */
export const tankHeatsUp: Rule = (model) => {
	const { result, oxygenMgL, sunny, input } = model.tankDay;
	const over = result.maxC - model.limit('waterWarmC');
	const lacks = model.limit('leastOxygenMgL') - oxygenMgL;
	if (over <= 0 && lacks <= 0) return [];
	const clock = `${String(Math.floor(result.hottestAtMin / 60)).padStart(2, '0')}:${String(result.hottestAtMin % 60).padStart(2, '0')}`;
	const inShade = sunny ? tankHeat({ ...input, sun: undefined }).maxC : result.maxC;
	const why =
		inShade <= model.limit('waterWarmC') && sunny
			? 'The sun on it does that.'
			: input.air.maxC >= inShade
				? 'The air round it is as warm.'
				: 'Its pump does most of that.';
	return [
		{
			code: 'tank-heats-up',
			step: 'tank',
			severity: lacks > 0 ? 'look' : 'caution',
			subject: 'tank',
			message: `On a warm day the tank comes to ${say(result.maxC, 'temperature')} at ${clock}: roots find ${say(oxygenMgL, 'concentration')} of oxygen there, and from ${say(model.limit('waterWarmC'), 'temperature')} on rot sets in. ${why}`,
			off: Math.max(over / model.limit('waterWarmC'), lacks / model.limit('leastOxygenMgL')),
			...(lacks <= 0 && { acknowledge: 'I cool it' }),
			fixes: () => fixesFor(model)
		}
	];
};

function fixesFor(model: SystemModel): Fix[] {
	const { tank } = model.design;
	const shape = tankShapeOf(model.design, model.shelf);
	const brimL = Math.floor(litresAt(shape, shapeHeightMm(shape)));
	const fuller = Math.min(brimL * 0.9, model.operation.fillL * 2);
	const { sunny } = model.tankDay;
	return availableFixes(
		sunny && cooler(model, 'Shade it', [set('design.tank.shaded', true)]),
		sunny &&
			tank.coat !== 'white' &&
			cooler(model, 'Paint it white', [set('design.tank.coat', 'white')]),
		!tank.insulated && cooler(model, 'Wrap it in foam', [set('design.tank.insulated', true)]),
		!tank.airStone && cooler(model, 'Hang an air stone in it', [set('design.tank.airStone', true)]),
		fuller > model.operation.fillL * 1.1 &&
			model.record.nowL === null &&
			cooler(model, `Fill it to ${say(fuller, 'volume')}`, [
				set('operation.fillL', Math.floor(fuller))
			])
	);
}
