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
import type { AcidKind } from '../shelf';
import type { PhBottle } from '../procedure';
import type { PhDose } from './helpers/ph-dose';
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

/** What acid or base is poured into, as their operations read it: of two acids each has its part of the water. */
const poured = ({ litres }: MixState, dose: PhDose, share = 1) => ({
	volumeL: litres * share,
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
		return acidFor(mix, phDose, bottles.acid, 1 - (bottles.second?.share ?? 0));
	}
);

const acidFor = (
	mix: MixState,
	dose: PhDose,
	{ kind, molarity, assumed }: PhBottle<AcidKind>,
	share: number
) => {
	const input: AcidInput = { ...poured(mix, dose, share), acid: { kind, molarity } };
	return orNone(() => ({ input, result: acidOf(input), assumed }));
};

/** The same of the second acid, for its part of the water; null: one does it all. */
export const secondAcid = stage(
	'second acid',
	{},
	{ mix },
	({ mix }): { input: AcidInput; result: Acid; assumed: boolean } | null => {
		const { phDose, bottles } = mix;
		if (phDose?.way !== 'acid' || !bottles.second) return null;
		return acidFor(mix, phDose, bottles.second, bottles.second.share);
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
 * @param second another acid poured along with it, each for its part of the water
 * @returns `perMl`: what one more millilitre does to the pH at the aim; points rise in mL
 */
export function phCurve(way: Way, second: Way | null = null): { points: PhPoint[]; perMl: number } {
	const { startPh, targetPh } = way.input;
	const mlTo = (pH: number): number | null => {
		const [one, other] = [mlOf(way, pH), second ? mlOf(second, pH) : 0];
		return one === null || other === null ? null : one + other;
	};
	const end = targetPh + (targetPh > startPh ? PAST_PH : -PAST_PH);
	const points = Array.from({ length: STEPS + 1 }, (_, i) => {
		const pH = startPh + ((end - startPh) * i) / STEPS;
		return { pH, ml: mlTo(Math.min(11, Math.max(3, pH))) };
	}).flatMap(({ pH, ml }) => (ml === null ? [] : [{ pH, ml }]));
	const d = 0.05;
	const [under, over] = [mlTo(targetPh - d), mlTo(targetPh + d)];
	const slope = under === null || over === null ? 0 : (2 * d) / (over - under);
	return { points, perMl: slope };
}
