import { lengthOf, type ReturnRun, type TankLayout } from '../types';

/** A return's end stands at least so far inside the edge of the tank, m. */
const INSIDE_M = 0.05;

/**
 * A return that would end beside the tank turns to it: its last stretch goes across, with the same fall, until
 * it is over the water.
 */
export function overTank(run: ReturnRun, tank: TankLayout): ReturnRun {
	const end = run.points.at(-1);
	if (!end || run.way !== 'fall') return run;
	const inside = Math.min(INSIDE_M, tank.widthM / 2);
	const yM = Math.min(tank.yM + tank.widthM - inside, Math.max(tank.yM + inside, end.yM));
	const across = Math.abs(yM - end.yM);
	if (across < 1e-9) return run;
	const sinks = (across * run.fallPercent) / 100;
	const points = [...run.points, { xM: end.xM, yM, zM: end.zM - sinks }];
	return { ...run, points, lengthM: lengthOf(points), endM: run.endM - sinks };
}
