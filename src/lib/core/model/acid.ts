import { acid as acidOf, type Acid, type AcidInput } from '../nutrients';
import { NoSolution } from '../quantity';
import { ATOMIC_WEIGHT } from '../shelf';
import { mix } from './mix';
import { stage } from './stage';

/** Acid that brings the mix to the pH aimed at; null: it is there already, or the figures of the water do not agree. */
export const acid = stage(
	'acid',
	{ place: ['water'], parameters: ['mixing'] },
	{ mix },
	({ place, parameters, mix }): { input: AcidInput; result: Acid } | null => {
		const { alkalinityMeqL, ph } = place.water;
		const targetPh = mix.ph.aim;
		if (ph <= targetPh) return null;
		const input: AcidInput = {
			volumeL: mix.litres,
			alkalinityMeqL,
			startPh: ph,
			targetPh,
			phosphateMmolL: Math.min(50, mix.salts.result.elementsMgL.P / ATOMIC_WEIGHT.P),
			acid: { kind: 'phosphoric', molarity: parameters.mixing.acidMolL.value }
		};
		try {
			return { input, result: acidOf(input) };
		} catch (problem) {
			if (problem instanceof NoSolution) return null;
			throw problem;
		}
	}
);
