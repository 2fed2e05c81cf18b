import {
	acid as acidOf,
	base as baseOf,
	type Acid,
	type AcidInput,
	type Base,
	type BaseInput
} from '../nutrients';
import { NoSolution } from '../quantity';
import { ATOMIC_WEIGHT } from '../shelf';
import { mix } from './mix';
import { sourceWater } from './source-water';
import { stage } from './stage';

/** Where no dose answers there is none to show. */
function orNone<T>(ask: () => T): T | null {
	try {
		return ask();
	} catch (problem) {
		if (problem instanceof NoSolution) return null;
		throw problem;
	}
}

/** The mix before anything is done about its pH, as acid and base read it. */
const before = stage(
	'water before its pH',
	{},
	{ sourceWater, mix },
	({ sourceWater: { alkalinityMeqL, ph }, mix }) => ({
		volumeL: mix.litres,
		alkalinityMeqL,
		startPh: ph,
		targetPh: mix.ph.aim,
		phosphateMmolL: Math.min(50, mix.salts.result.elementsMgL.P / ATOMIC_WEIGHT.P)
	})
);

/** Acid that brings the mix to the pH aimed at; null: it is there already, or the figures of the water do not agree. */
export const acid = stage(
	'acid',
	{ operation: ['mix'], parameters: ['mixing'] },
	{ before },
	({ operation, parameters, before }): { input: AcidInput; result: Acid } | null => {
		if (before.startPh <= before.targetPh) return null;
		const usual = { kind: 'phosphoric' as const, molarity: parameters.mixing.acidMolL.value };
		const input: AcidInput = { ...before, acid: operation.mix.acid ?? usual };
		return orNone(() => ({ input, result: acidOf(input) }));
	}
);

/** Base that brings it up, where the water stands under what is aimed at. */
export const base = stage(
	'base',
	{ operation: ['mix'], parameters: ['mixing'] },
	{ before },
	({ operation, parameters, before }): { input: BaseInput; result: Base } | null => {
		const usual = { kind: 'k2co3' as const, molarity: parameters.mixing.baseMolL.value };
		const input: BaseInput = { ...before, base: operation.mix.base ?? usual };
		if (before.startPh >= before.targetPh) return null;
		return orNone(() => ({ input, result: baseOf(input) }));
	}
);

/** A point of the way down or up: what was poured so far, and the pH it comes to. */
export interface PhPoint {
	ml: number;
	pH: number;
}
const STEPS = 40;
/** How far past its aim the way is drawn. */
const PAST_PH = 0.8;

type Way = { input: AcidInput; result: Acid } | { input: BaseInput; result: Base };
const mlOf = (way: Way, targetPh: number): number | null =>
	orNone(() =>
		'acid' in way.input
			? acidOf({ ...way.input, targetPh }).acidMl
			: baseOf({ ...way.input, targetPh }).baseMl
	);

/**
 * pH over what is poured, from the water's own to a little past the aim, and how steep it is there.
 *
 * @returns `perMl`: what one more millilitre does to the pH at the aim; points rise in mL
 */
export function phCurve(way: Way): { points: PhPoint[]; perMl: number } {
	const { startPh, targetPh } = way.input;
	const end = targetPh + (targetPh > startPh ? PAST_PH : -PAST_PH);
	const points = Array.from({ length: STEPS + 1 }, (_, i) => {
		const pH = startPh + ((end - startPh) * i) / STEPS;
		return { pH, ml: mlOf(way, Math.min(11, Math.max(3, pH))) };
	}).flatMap(({ pH, ml }) => (ml === null ? [] : [{ pH, ml }]));
	const d = 0.05;
	const [under, over] = [mlOf(way, targetPh - d), mlOf(way, targetPh + d)];
	const slope = under === null || over === null ? 0 : (2 * d) / (over - under);
	return { points, perMl: slope };
}
