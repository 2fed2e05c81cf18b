import { poursOf, type PourState, type SystemModel } from '../model';
import {
	acidCharge,
	acidForAll,
	baseLift,
	carbonateOf,
	carbonOf,
	phOfAll,
	type Part
} from '../nutrients';
import { bottleAsked, pourSteps, type Step } from '../procedure';
import { clamp, NoSolution } from '../quantity';
import { ATOMIC_WEIGHT } from '../shelf';
import { bandOf } from './card';

/** What is left in the tank and what is poured in, as acid and base read them. */
function partsIn(model: SystemModel, leftL: number, waterL: number, ph: number): Part[] {
	const { mix, sourceWater } = model;
	const phosphateMmolL = Math.min(50, mix.salts.result.elementsMgL.P / ATOMIC_WEIGHT.P);
	return [
		{
			volumeL: leftL,
			alkalinityMeqL: alkalinityAt(ph, sourceWater, phosphateMmolL),
			ph,
			phosphateMmolL
		},
		{
			volumeL: waterL,
			alkalinityMeqL: sourceWater.alkalinityMeqL,
			ph: sourceWater.ph,
			phosphateMmolL: 0
		}
	];
}

/** Alkalinity of the mix where it stands at a pH: what carbon its water brought is in it still. */
function alkalinityAt(
	ph: number,
	{ alkalinityMeqL, ph: startPh }: SystemModel['sourceWater'],
	phosphateMmolL: number
): number {
	try {
		const { totalMmolL } = carbonOf({ alkalinityMeqL, phosphateMmolL: 0 }, startPh);
		return clamp(carbonateOf(totalMmolL, phosphateMmolL).alkalinity(ph), -50, 50);
	} catch (problem) {
		if (problem instanceof NoSolution) return alkalinityMeqL;
		throw problem;
	}
}

/** Acid or base for both, where they do not come right by themselves. */
export function towardsPh(
	model: SystemModel,
	leftL: number,
	waterL: number,
	ph: number | null
): { steps: Step[]; phAfter: number | null; asks: ReturnType<typeof bottleAsked> } {
	if (ph === null) return { steps: [], phAfter: null, asks: null };
	const parts = partsIn(model, leftL, waterL, ph);
	const phAfter = phOfAll(parts);
	const { low, high, aim } = model.mix.ph;
	if (phAfter >= low && phAfter <= high) return { steps: [], phAfter, asks: null };
	const state = stateOf(model, acidForAll(parts, aim), leftL + waterL);
	const towards = { band: bandOf(model.mix.ph), expect: null, waitMin: null, nowPh: null };
	return {
		steps: pourSteps(state, towards),
		phAfter,
		asks: bottleAsked(state)
	};
}

/** @param meq of a strong acid, below nought of a base */
function stateOf(model: SystemModel, meq: number, litres: number): PourState {
	const { mix, operation, parameters, sourceWater } = model;
	const { aim } = mix.ph;
	const way = meq > 0 ? 'acid' : 'base';
	const { acid, base } = mix.bottles;
	const second = way === 'acid' ? mix.bottles.second : null;
	const share = second?.share ?? 0;
	const mmol =
		way === 'acid'
			? ((1 - share) * meq) / acidCharge(acid.kind, aim)
			: -meq / Math.max(LEAST_LIFT, baseLift(base.kind, aim));
	const bottle = way === 'acid' ? acid : base;
	const need = {
		mmol,
		litres,
		alkalinityMeqL: sourceWater.alkalinityMeqL,
		targetPh: aim,
		meter: operation.mix.method === 'meter'
	};
	const secondMmol = second ? (share * meq) / acidCharge(second.kind, aim) : 0;
	return poursOf({ way, bottle, second }, need, secondMmol, parameters.mixing);
}

/** A base that lifts no further has no amount. */
const LEAST_LIFT = 1e-3;
