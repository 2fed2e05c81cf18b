import type { Design, Operation, Place, SystemRecord } from '../design';
import { reservoirRun, reservoirSize, type ReservoirRunInput } from '../water';
import { mix, type MixState } from './mix';
import { inTransitL, returns, type ReturnState } from './returns';
import { stage, type Stage } from './stage';
import { tank } from './tank';
import { waterUse, type WaterUse } from './water-use';

type TankState = typeof tank extends Stage<infer T> ? T : never;

interface Topped {
	operation: Pick<Operation, 'topUp' | 'uptakePercent'>;
	place: Pick<Place, 'water'>;
	mix: MixState;
}

/** Strength of what the plants take up, mS/cm. */
const uptakeOf = ({ mix, operation }: Pick<Topped, 'mix' | 'operation'>): number =>
	(mix.strengthMsCm * operation.uptakePercent) / 100;

/** Strength of what tops the tank up, mS/cm. A weak top-up brings just what the plants take. */
export function topUpStrength(of: Topped): number {
	const kind = of.operation.topUp.with;
	if (kind === 'water') return of.place.water.ecMsCm;
	return kind === 'weak' ? Math.min(20, uptakeOf(of)) : of.mix.strengthMsCm;
}

/** How large a tank these plants would need. */
export const size = stage(
	'tank size',
	{
		operation: ['topUp', 'maxDriftPercent', 'uptakePercent'],
		parameters: ['supply']
	},
	{ waterUse, tank, returns, mix },
	(given) => {
		const { operation, parameters, waterUse, tank, mix } = given;
		const { topUp, maxDriftPercent } = operation;
		const input = {
			useLPerDay: waterUse.useLPerDay,
			// a float makes up each day's use on the day
			refillEveryDays: topUp.kind === 'hand' ? topUp.everyDays : 1,
			pumpMinimumL: tank.pumpMinimumL,
			inTransitL: inTransitL(given),
			ecStartMsCm: mix.strengthMsCm,
			uptakeEcMsCm: Math.min(20, uptakeOf(given)),
			maxDriftPercent,
			freeboardPercent: parameters.supply.freeboardPercent.value
		};
		return { input, result: reservoirSize(input) };
	}
);

interface Reserved {
	design: Pick<Design, 'reserve'>;
	operation: Pick<Operation, 'topUp'>;
}

/** Litres behind a float; null: it is fed from the mains, or there is no float. */
export const reserveL = ({ design, operation }: Reserved): number | null =>
	operation.topUp.kind === 'float' ? (design.reserve?.volumeL ?? null) : null;

const AHEAD_DAYS = 21;

/** The tank from today's level on: day by day, with the top-up as planned. */
export const run = stage(
	'run',
	{
		design: ['reserve'],
		operation: ['topUp', 'fillL', 'uptakePercent'],
		record: ['nowL'],
		place: ['water']
	},
	{ tank, waterUse, mix },
	(given) => {
		const { record, operation, tank, waterUse, mix } = given;
		const { topUp } = operation;
		const fillL = Math.min(operation.fillL, tank.fullL);
		const ecMsCm = topUpStrength(given);
		const input: ReservoirRunInput = {
			startL: Math.max(0.001, Math.min(record.nowL, tank.fullL)),
			ecStartMsCm: mix.strengthMsCm,
			pumpMinimumL: tank.pumpMinimumL,
			useLPerDay: waterUse.useLPerDay,
			uptakeEcMsCm: Math.min(20, uptakeOf(given)),
			evaporationLPerDay: 0,
			days: AHEAD_DAYS,
			topUp:
				topUp.kind === 'hand'
					? { kind: 'refill', everyDays: topUp.everyDays, toL: fillL, ecMsCm }
					: { kind: 'float', setL: fillL, ecMsCm, reserveL: reserveL(given) }
		};
		return { input, result: reservoirRun(input) };
	}
);

/** Days until the tank, with any reserve behind it, is down to the pump's minimum; null: it never is. */
export function daysLeft(
	of: Reserved & {
		record: Pick<SystemRecord, 'nowL'>;
		waterUse: WaterUse;
		tank: TankState;
		returns: readonly ReturnState[];
	}
): number | null {
	const { waterUse, record, operation, tank } = of;
	const endless = operation.topUp.kind === 'float' && reserveL(of) === null;
	if (waterUse.useLPerDay <= 0 || endless) return null;
	const usable = Math.min(record.nowL, tank.fullL) - tank.pumpMinimumL;
	return Math.max(0, usable - inTransitL(of) + (reserveL(of) ?? 0)) / waterUse.useLPerDay;
}
