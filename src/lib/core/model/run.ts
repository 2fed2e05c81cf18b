import { reservoirRun } from '../water';
import { account } from './account';
import { aheadOf, type Ahead } from './ahead/ahead';
import { feed } from './feed';
import { area, layout } from './layout';
import { loopWater } from './loop-water';
import { mix } from './mix';
import { reserve } from './reserve';
import { drainBackState } from './returns';
import { sourceWater } from './source-water';
import { stage } from './stage';
import { inTankOf, runInput } from './supply';
import { tank } from './tank';
import { flows } from './water-path';
import { planting, waterUse, weather } from './water-use';

/** What a run of the tank is over, from the day it is looked at. */
const AHEAD_DAYS = 21;

/** The tank from now on; `days` is empty where nobody said what day it is. */
type Run = Omit<Ahead, 'course' | 'hotWeek'> & Partial<Pick<Ahead, 'course' | 'hotWeek'>>;

/** The tank from today's level on: day by day, with the top-up and the changes as planned. */
export const run = stage(
	'run',
	{
		design: ['tank', 'stands'],
		operation: ['topUp', 'fillL', 'uptakePercent', 'change', 'succession', 'feed'],
		record: ['nowL', 'reading', 'meters', 'stages', 'plantOutOn', 'useFactor'],
		place: ['months'],
		shelf: ['crops'],
		parameters: ['growth', 'mixing', 'light', 'tanks'],
		calendar: ['today']
	},
	{
		tank,
		account,
		mix,
		loopWater,
		drainBack: drainBackState,
		sourceWater,
		reserve,
		layout,
		feed,
		flows,
		area,
		weather,
		planting,
		waterUse
	},
	(given): Run => {
		const { today } = given.calendar;
		if (today !== null) return aheadOf(given, today, AHEAD_DAYS);
		const input = runInput(given, AHEAD_DAYS);
		return { days: [], input, result: reservoirRun(input), ...inTankOf(given) };
	}
);
