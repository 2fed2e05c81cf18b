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
import { clamp, lowerFirst, NoSolution } from '../quantity';
import { bottleAsked, bottleCalled, pourSteps, whyNoAmount } from '../review';
import { ATOMIC_WEIGHT } from '../shelf';
import type { Act } from './acts';

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
): { acts: Act[]; phAfter: number | null; asks: ReturnType<typeof bottleAsked> } {
	if (ph === null) return { acts: [], phAfter: null, asks: null };
	const parts = partsIn(model, leftL, waterL, ph);
	const phAfter = phOfAll(parts);
	const { low, high, aim } = model.mix.ph;
	if (phAfter >= low && phAfter <= high) return { acts: [], phAfter, asks: null };
	const state = stateOf(model, acidForAll(parts, aim), leftL + waterL);
	return {
		acts: actsOf(model, state),
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

function actsOf({ mix, say }: SystemModel, state: PourState): Act[] {
	const { aim, low, high, agree } = mix.ph;
	const band = agree ? `${low.toFixed(1)}–${high.toFixed(1)}` : aim.toFixed(2);
	return pourSteps(state, band, say).map(({ text, amount, caution }, i) => ({
		kind: state.way,
		text,
		amount,
		caution,
		phrase: i === 0 ? phraseOf(state, say) : null
	}));
}
/** A base that lifts no further has no amount. */
const LEAST_LIFT = 1e-3;

/** The same in one breath. */
function phraseOf(state: PourState, say: SystemModel['say']): string {
	const { pour, bottle, then } = state;
	const why = whyNoAmount(state, say);
	if (why !== null) return lowerFirst(why);
	if (pour.kind === 'pour') {
		const one = `${say(pour.ml, 'liquid')} of ${bottleCalled(bottle)}`;
		return then?.pour.kind === 'pour'
			? `${one} and ${say(then.pour.ml, 'liquid')} of ${bottleCalled(then.bottle)}`
			: one;
	}
	return `${bottleCalled(bottle)}, little by little`;
}
