import { acid as acidOf, type Acid, type AcidInput } from '../nutrients';
import { NoSolution } from '../quantity';
import { ATOMIC_WEIGHT } from '../shelf';
import { mix } from './mix';
import { sourceWater } from './source-water';
import { stage } from './stage';

/** Acid that brings the mix to the pH aimed at; null: it is there already, or the figures of the water do not agree. */
export const acid = stage(
	'acid',
	{ parameters: ['mixing'] },
	{ sourceWater, mix },
	({ sourceWater, parameters, mix }): { input: AcidInput; result: Acid } | null => {
		const { alkalinityMeqL, ph } = sourceWater;
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
