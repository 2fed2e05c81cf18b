import { acid as acidOf } from '../nutrients';
import { clamp, NoSolution } from '../quantity';
import { ATOMIC_WEIGHT } from '../shelf';
import { acid, base } from './acid';
import { mix } from './mix';
import { sourceWater } from './source-water';
import { stage } from './stage';
import { waterUse } from './water-use';

/** Where the pH of a tank is heading, and why: a tendency, no forecast. */
export interface PhDrift {
	direction: 'up' | 'down' | 'steady';
	/** At first, of a tank as full as it is mixed for. */
	perDay: number;
	/** Ammonium, as a share of the nitrogen. */
	ammoniumShare: number;
	/** Alkalinity a day that roots set free (below nought: take up) and that the top-up brings, meq/L. */
	fromRootsMeqL: number;
	fromTopUpMeqL: number;
}

/** Slower than this no pen meter tells it from its own error in a week. */
const STEADY_PER_DAY = 0.02;
const MOST_PER_DAY = 1;
const STEP_PH = 0.1;

/**
 * Roots give alkalinity for nitrate and acid for ammonium (after Marschner, Mineral Nutrition of Higher Plants,
 * 2012, chapter 2); water that is topped up brings its own. How far that moves pH is what acid moves it at the
 * pH aimed at.
 */
export const phDrift = stage(
	'pH drift',
	{ operation: ['topUp', 'uptakePercent'], parameters: ['mixing'] },
	{ mix, sourceWater, waterUse, acid, base },
	({ operation, parameters, mix, sourceWater, waterUse, acid, base }): PhDrift => {
		const { elementsMgL } = mix.salts.result;
		const { nitrateAlkali } = parameters.mixing;
		const takenL = (waterUse.useLPerDay * operation.uptakePercent) / 100;
		const aDay = (mgL: number) => ((mgL / ATOMIC_WEIGHT.N) * takenL) / mix.litres;
		const fromRootsMeqL = nitrateAlkali.value * aDay(elementsMgL.NO3N) - aDay(elementsMgL.NH4N);
		// what is mixed is brought to its pH; plain water is poured in as it is
		const untreated = operation.topUp.with === 'water';
		const fromTopUpMeqL = untreated
			? (waterUse.useLPerDay * sourceWater.alkalinityMeqL) / mix.litres
			: 0;
		const alkalinityMeqL = Math.max(
			0,
			acid?.result.remainingAlkalinityMeqL ??
				base?.result.resultingAlkalinityMeqL ??
				sourceWater.alkalinityMeqL
		);
		const perDay = clamp(
			(fromRootsMeqL + fromTopUpMeqL) / bufferOf(mix.ph.aim, alkalinityMeqL, elementsMgL.P),
			-MOST_PER_DAY,
			MOST_PER_DAY
		);
		return {
			direction: Math.abs(perDay) < STEADY_PER_DAY ? 'steady' : perDay > 0 ? 'up' : 'down',
			perDay,
			ammoniumShare: elementsMgL.N > 0 ? elementsMgL.NH4N / elementsMgL.N : 0,
			fromRootsMeqL,
			fromTopUpMeqL
		};
	}
);

/** What moves a litre of it by one pH, meq. */
function bufferOf(startPh: number, alkalinityMeqL: number, phosphorusMgL: number): number {
	try {
		const { acidMmolL } = acidOf({
			volumeL: 1,
			alkalinityMeqL,
			startPh,
			targetPh: startPh - STEP_PH,
			phosphateMmolL: Math.min(50, phosphorusMgL / ATOMIC_WEIGHT.P),
			acid: { kind: 'nitric', molarity: 1 }
		});
		return Math.max(acidMmolL / STEP_PH, 1e-3);
	} catch (problem) {
		if (problem instanceof NoSolution) return 1;
		throw problem;
	}
}
