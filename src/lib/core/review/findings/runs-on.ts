import { fieldsOf, kindOf } from '../../design';
import { daysLeft, type SystemModel } from '../../model';
import { availableFixes, set, setOf, type Fix, type Rule } from '../finding';
import { say } from '../sentence';

/** A line that goes on running when the pump has stopped. */
export const siphons: Rule = (model) => {
	const { siphon } = model;
	if (!siphon) return [];
	const { flowLph, fromM, toM, litres } = siphon;
	return [
		{
			code: 'siphon-runs-on',
			step: 'lines',
			severity: 'stop',
			subject: 'main',
			message:
				`The lowest outlet hangs ${say((fromM - toM) * 1000, 'size')} under the water in the tank: when the pump stops the full line goes on running, ${say(flowLph, 'flow')} at first, ` +
				`until ${say(litres, 'volume')} have run out of it and the water stands as low.`,
			off: (fromM - toM) * 10,
			fixes: () => availableFixes(...broken(model))
		}
	];
};

/** Air let into the line, its end raised, or the tank put lower. */
function* broken(model: SystemModel): Iterable<Fix> {
	const { canBreak, fromM, toM } = model.siphon!;
	if (canBreak)
		yield {
			label: 'Drill an air hole in the main, over the water',
			effect: 'air comes in when the pump stops; a small jet while it runs, back into the tank',
			change: [set('design.lines.airHole', true)]
		};
	const byMm = Math.ceil(((fromM - toM) * 1000 + 30) / 10) * 10;
	const { tank, stands } = model.design;
	const floorMm = Math.max(-2000, tank.floorMm - byMm);
	if (tank.floorMm > 0)
		yield {
			label: `Tank ${say(Math.min(byMm, tank.floorMm), 'size')} lower`,
			effect: 'its water stands under every outlet',
			change: [set('design.tank.floorMm', Math.max(0, floorMm))]
		};
	for (const stand of stands) {
		const { lowEndHeightMm } = fieldsOf(stand);
		if (lowEndHeightMm === undefined) continue;
		yield {
			label: `Raise ${kindOf(stand).words.stand} by ${say(byMm, 'size')}`,
			effect: 'every outlet stands over the water',
			change: [setOf(stand, 'lowEndHeightMm', lowEndHeightMm + byMm)]
		};
	}
	if (tank.floorMm <= 0)
		yield {
			label: `Sink the tank by ${say(byMm, 'size')}`,
			effect: 'its water stands under every outlet',
			change: [set('design.tank.floorMm', floorMm)]
		};
}

/** A float that sticks: open, and what is behind it runs in; shut, and the tank is on its own. */
export const floatSticks: Rule = (model) => {
	const { operation, tank, account } = model;
	if (operation.topUp.kind !== 'float') return [];
	const room = Math.max(0, tank.fullL - operation.fillL);
	const behind = model.reserve?.usableL ?? null;
	const over = behind === null ? Infinity : Math.max(0, behind - room);
	const open =
		behind === null
			? `Stuck open, the mains run on over the brim without end: lead an overflow, wider than the inlet, to a drain. Local code asks for a device against back-flow; a licensed plumber fits it.`
			: over > 0
				? `Stuck open, all ${say(behind, 'volume')} of the reserve run in: the tank has room for ${say(room, 'volume')}, and ${say(over, 'volume')} go over its brim. Lead an overflow to where that does no harm.`
				: `Stuck open, all ${say(behind, 'volume')} of the reserve run in, and the tank has room for them.`;
	const alone = daysLeft({
		...model,
		operation: { ...operation, topUp: { kind: 'hand', everyDays: 1, with: operation.topUp.with } },
		record: model.record,
		account,
		tank,
		drainBack: model.drainBack,
		loopWater: model.loopWater,
		reserve: null
	});
	const shut = alone === null ? '' : ` Stuck shut, the tank alone lasts ${say(alone, 'days')}.`;
	return [
		{
			code: 'float-may-stick',
			step: 'tank',
			severity: 'caution',
			subject: 'tank',
			message: `${open}${shut} Lift the float by hand once a week.`,
			acknowledge: 'It can run off safely',
			fixes: () => []
		}
	];
};
