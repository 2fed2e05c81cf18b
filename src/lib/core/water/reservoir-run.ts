import { InvalidInput, type Issue } from '../quantity';
import { DayTank, type Flow } from './day-tank';
import type { ReservoirRun, ReservoirRunInput } from './reservoir-run-schema';

/** A float makes good what is drunk hour by hour. */
const STEPS_WITH_A_FLOAT = 24;

/**
 * The tank day by day: rain, what runs to waste, what the plants drink, evaporation, then the top-up, and a
 * change of the solution when one is due. In a loop plants take up at their own strength, never more salt than
 * is there; where nothing comes back everything leaves at the tank's. Volume and salt never go below nothing.
 *
 * @throws InvalidInput when a list does not have one a day
 */
export function reservoirRun(input: ReservoirRunInput): ReservoirRun {
	refuseLists(input);
	const { days, topUp, change } = input;
	const tank = new DayTank(input);
	const steps = topUp.kind === 'float' ? STEPS_WITH_A_FLOAT : 1;
	for (let day = 1; day <= days; day++) {
		const flow = flowOn(input, day, steps);
		for (let step = 0; step < steps; step++) {
			tank.pass(flow);
			if (topUp.kind === 'float') tank.floatUp(day, topUp);
			tank.noteLevel(day);
		}
		if (topUp.kind === 'refill' && day % topUp.everyDays === 0) tank.refill(topUp);
		if (change) tank.changeIfDue(day, change);
		tank.end(day);
	}
	return tank.run;
}

const LISTS = ['useLPerDay', 'wasteLPerDay', 'rainLPerDay'] as const;

function refuseLists(input: ReservoirRunInput): void {
	const issues = LISTS.flatMap((path): Issue[] => {
		const list = input[path];
		if (!Array.isArray(list) || list.length === input.days) return [];
		const message = `a list must have one figure a day: ${input.days}, not ${list.length}`;
		return [{ path, message }];
	});
	if (issues.length > 0) throw new InvalidInput(issues);
}

/** What goes in and out in one of so many steps of a day. */
function flowOn(input: ReservoirRunInput, day: number, steps: number): Flow {
	const on = (figure: number | number[] | undefined) =>
		(Array.isArray(figure) ? figure[day - 1]! : (figure ?? 0)) / steps;
	return {
		rainL: on(input.rainLPerDay),
		wasteL: on(input.wasteLPerDay),
		useL: on(input.useLPerDay),
		evaporationL: on(input.evaporationLPerDay)
	};
}
