import { litresNow, type Operation, type SourceWater, type SystemRecord } from '../design';
import { reservoirSize, type ReservoirRunInput } from '../water';
import { account, type WaterAccount } from './account';
import { sharedL, type LoopWater } from './loop-water';
import { mix, type MixState } from './mix';
import type { ReserveState } from './reserve';
import { inTransitL, returns } from './returns';
import { asFed } from './helpers/as-fed';
import { trueReading } from './helpers/reading';
import { stage } from './stage';
import { tank, type TankState } from './tank';

interface Topped {
	operation: Pick<Operation, 'topUp' | 'uptakePercent'>;
	sourceWater: Pick<SourceWater, 'ecMsCm'>;
	mix: MixState;
}

/** Strength of what tops the tank up, mS/cm. A weak top-up brings just what the plants take. */
export function topUpStrength({ operation, sourceWater, mix }: Topped): number {
	const kind = operation.topUp.with;
	if (kind === 'water') return sourceWater.ecMsCm;
	const weak = (mix.strengthMsCm * operation.uptakePercent) / 100;
	return asFed(kind === 'weak' ? weak : mix.strengthMsCm);
}

/** Strength of all that leaves a tank in a day, mS/cm: what a loop takes up, and the rest as it is. */
const leavingMsCm = (
	{ mix, operation }: Pick<Topped, 'mix' | 'operation'>,
	{ loopUseL, oneWayL, leavesLPerDay }: WaterAccount
): number => {
	const share = operation.uptakePercent / 100;
	const mean = leavesLPerDay > 0 ? (loopUseL * share + oneWayL) / leavesLPerDay : 1;
	return asFed(mix.strengthMsCm * mean);
};

/** How large a tank these plants would need. */
export const size = stage(
	'tank size',
	{
		operation: ['topUp', 'maxDriftPercent', 'uptakePercent'],
		parameters: ['supply']
	},
	{ account, tank, returns, mix },
	(given) => {
		const { operation, parameters, account, tank, mix } = given;
		const { topUp, maxDriftPercent } = operation;
		const input = {
			useLPerDay: account.leavesLPerDay,
			// a float makes up each day's use on the day
			refillEveryDays: topUp.kind === 'hand' ? topUp.everyDays : 1,
			pumpMinimumL: tank.pumpMinimumL,
			inTransitL: inTransitL(given),
			ecStartMsCm: mix.strengthMsCm,
			// where nothing comes back, what leaves is as strong as what stays
			uptakeEcMsCm: leavingMsCm(given, account),
			maxDriftPercent,
			freeboardPercent: parameters.supply.freeboardPercent.value
		};
		return { input, result: reservoirSize(input) };
	}
);

interface Reserved {
	reserve: ReserveState | null;
	operation: Pick<Operation, 'topUp' | 'fillL'>;
}

/** Litres behind a float; null: it is fed from the mains, or there is no float. */
export const reserveL = ({ reserve, operation }: Reserved): number | null =>
	operation.topUp.kind === 'float' ? (reserve?.usableL ?? null) : null;

/** An operation takes no emptier tank. */
const LEAST_L = 0.001;

/** What a run of the tank follows from. */
export interface RunsOn extends Topped, Reserved {
	operation: Pick<Operation, 'topUp' | 'fillL' | 'uptakePercent' | 'change'>;
	record: Pick<SystemRecord, 'nowL' | 'reading' | 'meters'>;
	account: WaterAccount;
	tank: TankState;
	drainBack: { result: { returnsL: number } };
	loopWater: LoopWater;
}

/** What a run begins from: as it is topped up and changed, on days that are all alike. */
export function runInput(given: RunsOn, days: number): ReservoirRunInput {
	const { record, operation, tank, account, mix, loopWater, drainBack } = given;
	const loop = (litres: number) =>
		account.oneWay ? litres : litres + sharedL(loopWater, tank, litres) + loopWater.heldL;
	const fillL = loop(Math.min(operation.fillL, tank.fullL));
	// while the pump runs, what is on its way is missing from the tank
	const awayL = operation.topUp.kind === 'hand' ? drainBack.result.returnsL : 0;
	return {
		startL: Math.max(LEAST_L, loop(Math.min(litresNow(record, operation), tank.fullL))),
		ecStartMsCm: strengthNow(record, mix),
		pumpMinimumL: loop(Math.min(tank.fullL, tank.pumpMinimumL + awayL)),
		...leaving(account, operation),
		evaporationLPerDay: 0,
		days,
		topUp: topUpOf(given, fillL),
		...changes(operation, fillL, mix)
	};
}

/** Strength of what is in the tank: as it was last read, mixing included; else as it is mixed. */
function strengthNow(
	{ reading, meters }: RunsOn['record'],
	{ strengthMsCm }: Pick<MixState, 'strengthMsCm'>
): number {
	const read = reading && trueReading(reading, meters).msCm;
	return asFed(read ?? strengthMsCm);
}

/** Of the litres of a run, what stands in pools and media; and of the rest what is in the tank itself. */
export const inTankOf = ({
	account,
	loopWater: { heldL, levelL, filledL }
}: Pick<RunsOn, 'account' | 'loopWater'>): { outsideL: number; tankShare: number } => ({
	outsideL: account.oneWay ? 0 : heldL,
	tankShare: account.oneWay ? 1 : filledL / (filledL + levelL)
});

/** What leaves the tank in a day, and with how much of its salt. */
export function leaving(
	{ oneWay, loopUseL, oneWayL, wastedL }: WaterAccount,
	{ uptakePercent }: Pick<Operation, 'uptakePercent'>
) {
	if (oneWay)
		return { drainage: 'none' as const, useLPerDay: oneWayL - wastedL, wasteLPerDay: wastedL };
	const uptakeShare = uptakePercent / 100;
	return {
		drainage: 'returns' as const,
		useLPerDay: loopUseL,
		uptakeShare,
		wasteLPerDay: oneWayL
	};
}

function topUpOf(of: Topped & Reserved, fillL: number): ReservoirRunInput['topUp'] {
	const { topUp } = of.operation;
	const ecMsCm = topUpStrength(of);
	return topUp.kind === 'hand'
		? { kind: 'refill', everyDays: topUp.everyDays, toL: fillL, ecMsCm }
		: { kind: 'float', setL: fillL, ecMsCm, reserveL: reserveL(of) };
}

function changes(
	{ change: { everyDays, toppedUpL, driftPercent } }: Pick<Operation, 'change'>,
	toL: number,
	{ strengthMsCm }: MixState
): Pick<ReservoirRunInput, 'change'> {
	if (everyDays === null && toppedUpL === null && driftPercent === null) return {};
	return {
		change: {
			...(everyDays !== null && { everyDays }),
			...(toppedUpL !== null && { toppedUpL }),
			...(driftPercent !== null && { driftPercent }),
			toL,
			ecMsCm: asFed(strengthMsCm)
		}
	};
}

/** Days until the tank, with any reserve behind it, is down to the pump's minimum; null: it never is. */
export function daysLeft(of: Lasting & { record: Pick<SystemRecord, 'nowL'> }): number | null {
	return daysFrom(of, litresNow(of.record, of.operation));
}

/** Days from as full as it is kept. */
export const daysKept = (of: Lasting): number | null => daysFrom(of, of.operation.fillL);

type Lasting = Reserved & {
	account: WaterAccount;
	tank: TankState;
	drainBack: { result: { returnsL: number } };
	loopWater: LoopWater;
};

function daysFrom(of: Lasting, litres: number): number | null {
	const { account, operation, tank, loopWater } = of;
	const reserve = reserveL(of);
	const float = operation.topUp.kind === 'float';
	if (account.leavesLPerDay <= 0 || (float && reserve === null)) return null;
	const least = Math.min(
		tank.fullL,
		tank.pumpMinimumL + (float ? 0 : of.drainBack.result.returnsL)
	);
	const inIt = (held: number) => held + (account.oneWay ? 0 : sharedL(loopWater, tank, held));
	const usable = inIt(Math.min(litres, tank.fullL)) - inIt(least);
	return Math.max(0, usable + (reserve ?? 0)) / account.leavesLPerDay;
}
