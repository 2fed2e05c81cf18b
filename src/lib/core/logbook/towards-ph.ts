import type { SystemModel } from '../model';
import { acid as acidOf, base as baseOf, type AcidInput, type BaseInput } from '../nutrients';
import { clamp, NoSolution } from '../quantity';
import { ACID_CAUTION, ACID_NAMES, BASE_CAUTION, BASE_NAMES } from '../review';
import { ATOMIC_WEIGHT } from '../shelf';
import type { Act } from './acts';
import { acidForAll, phOfAll, type Part } from './ph-of-parts';

/** What is left in the tank and what is poured in, as acid and base read them. */
function partsOf(model: SystemModel, leftL: number, waterL: number, ph: number): Part[] {
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
	const from = { volumeL: 1, alkalinityMeqL, startPh, targetPh: ph, phosphateMmolL };
	try {
		const left =
			ph <= startPh
				? acidOf({ ...from, acid: { kind: 'nitric', molarity: 1 } }).remainingAlkalinityMeqL
				: baseOf({ ...from, base: { kind: 'koh', molarity: 1 } }).resultingAlkalinityMeqL;
		return clamp(left, -50, 50);
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
): { act: Act | null; phAfter: number | null } {
	if (ph === null) return { act: null, phAfter: null };
	const parts = partsOf(model, leftL, waterL, ph);
	const phAfter = phOfAll(parts);
	const { low, high, aim } = model.mix.ph;
	if (phAfter >= low && phAfter <= high) return { act: null, phAfter };
	const meq = acidForAll(parts, aim);
	return { act: meq > 0 ? acidAct(model, meq, aim) : baseAct(model, -meq, aim), phAfter };
}

/** Any water shows how much of an acid stands for a strong one at a pH. */
const ONE = { volumeL: 1, alkalinityMeqL: 1 };
const HALF = 'half of it first, stir, wait ten minutes, read, then the rest';

function acidAct({ operation, parameters, say }: SystemModel, meq: number, aim: number): Act {
	const usual = { kind: 'phosphoric' as const, molarity: parameters.mixing.acidMolL.value };
	const bought: AcidInput['acid'] = operation.mix.acid ?? usual;
	const mmol = (acid: typeof bought) =>
		acidOf({ ...ONE, startPh: 8, targetPh: aim, acid }).acidMmolL;
	const ml = (meq * mmol(bought)) / mmol({ kind: 'nitric', molarity: 1 }) / bought.molarity;
	return {
		kind: 'acid',
		text: `Then ${ACID_NAMES[bought.kind]}, ${HALF}:`,
		amount: say(ml, 'liquid'),
		caution: ACID_CAUTION
	};
}

function baseAct({ operation, parameters, say }: SystemModel, meq: number, aim: number): Act {
	const usual = { kind: 'k2co3' as const, molarity: parameters.mixing.baseMolL.value };
	const bought: BaseInput['base'] = operation.mix.base ?? usual;
	const mmol = (base: typeof bought) =>
		baseOf({ ...ONE, startPh: 4.5, targetPh: aim, base }).baseMmolL;
	const ml = (meq * mmol(bought)) / mmol({ kind: 'koh', molarity: 1 }) / bought.molarity;
	return {
		kind: 'base',
		text: `Then ${BASE_NAMES[bought.kind]}, ${HALF}:`,
		amount: say(ml, 'liquid'),
		caution: BASE_CAUTION
	};
}
