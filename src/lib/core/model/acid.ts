import {
	acid as acidOf,
	base as baseOf,
	type Acid,
	type AcidInput,
	type Base,
	type BaseInput
} from '../nutrients';
import { NoSolution } from '../quantity';
import { mix, type MixState } from './mix';
import type { PhDose } from './ph-dose';
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

/** What acid or base is poured into, as their operations read it. */
const poured = ({ litres }: MixState, dose: PhDose) => ({
	volumeL: litres,
	alkalinityMeqL: dose.alkalinityMeqL,
	startPh: dose.startPh,
	targetPh: dose.targetPh,
	phosphateMmolL: dose.phosphateMmolL
});

/** Acid that brings the mix to the pH aimed at; null: it needs none, or the figures of the water do not agree. */
export const acid = stage(
	'acid',
	{},
	{ mix },
	({ mix }): { input: AcidInput; result: Acid; assumed: boolean } | null => {
		const { phDose, bottles } = mix;
		if (phDose?.way !== 'acid') return null;
		const { kind, molarity, assumed } = bottles.acid;
		const input: AcidInput = { ...poured(mix, phDose), acid: { kind, molarity } };
		return orNone(() => ({ input, result: acidOf(input), assumed }));
	}
);

/** Base that brings it up, where the mix stands under what crops take. */
export const base = stage(
	'base',
	{},
	{ mix },
	({ mix }): { input: BaseInput; result: Base; assumed: boolean } | null => {
		const { phDose, bottles } = mix;
		if (phDose?.way !== 'base') return null;
		const { kind, molarity, assumed } = bottles.base;
		const input: BaseInput = { ...poured(mix, phDose), base: { kind, molarity } };
		return orNone(() => ({ input, result: baseOf(input), assumed }));
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
