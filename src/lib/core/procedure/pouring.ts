import { isKnown, type NamedBottle, type Pour, type Pouring } from './bottle';
import { act, type Band, type Expected, type Step } from './step';
import { amount, type Substance } from './substance';

/** What the pH should come to, and how long to wait before a meter is believed. */
export interface Towards {
	band: Band;
	/** What a meter should show; null: there is none to be read. */
	expect: Expected | null;
	waitMin: number | null;
	/** What it is now; null: nobody says. */
	nowPh: number | null;
}
type Known = Extract<Pour, { kind: 'pour' }>;
type Of = Pick<Pouring, 'way' | 'bottle'>;
type Unnamed = Omit<Step, 'id'>;

/** As it goes into the tank: the bottle's own, or what it was thinned to. */
const asPoured = ({ way, bottle }: Of, pour?: Known): Substance => ({
	kind: 'ph',
	way,
	bottle: named(bottle),
	waterTimes: pour && pour.ml > 0 ? pour.waterMl / pour.ml : 0
});
const named = ({ kind, percent, state }: NamedBottle): NamedBottle => ({ kind, percent, state });

/** A bottle, and a second one, as a step holds them: without what figures are worked out with. */
export const plainPouring = ({ way, bottle, pour, then }: Pouring): Pouring => ({
	...{ way, pour, bottle: named(bottle) },
	then: then && { bottle: named(then.bottle), pour: then.pour }
});

/** What is done with the bottle, step by step; or why no amount of it is told. */
export function pourSteps(pouring: Pouring, towards: Towards): Step[] {
	const steps = stepsOf(pouring, towards);
	const alone = steps.length === 1;
	return steps.map(
		(step, i) =>
			({
				...step,
				id: alone || step.expect !== null ? 'ph' : `ph-${i + 1}`,
				why: i === 0 && step.why === null ? now(towards) : step.why
			}) as Step
	);
}

const now = ({ nowPh }: Towards): Step['why'] =>
	nowPh === null ? null : { code: 'ph-now', ph: nowPh };

function stepsOf(pouring: Pouring, towards: Towards): Unnamed[] {
	const { way, pour, then } = pouring;
	const caution = { code: way };
	if (!isKnown(pouring)) {
		const asks = pour.kind === 'ask' || then?.pour.kind === 'ask';
		const plain = plainPouring(pouring);
		return [act('no-amount', '', { pouring: plain, caution: asks ? null : caution })];
	}
	if (pour.kind === 'by-meter')
		return [
			act('pour', '', {
				...{ what: asPoured(pouring), amount: amount('liquid', pour.stepMl), part: 'little' },
				...{ ofBottle: null, band: towards.band, changes: 'ph', caution },
				...reading(towards)
			})
		];
	const known = pour as Known;
	if (then === null) return [...thinning(known, pouring), ...byHalves(known, pouring, towards)];
	const second = { way, bottle: then.bottle };
	const rest = then.pour as Known;
	return [
		...thinning(known, pouring),
		act('pour', '', {
			what: asPoured(pouring, known),
			amount: amount('liquid', known.ml + known.waterMl),
			...{ part: 'all', ofBottle: amount('liquid', known.ml), band: null, changes: 'ph', caution },
			why: { code: 'second-follows' }
		}),
		...thinning(rest, second),
		...byHalves(rest, second, towards)
	];
}

const reading = ({ expect, waitMin }: Towards) => ({ expect, waitMin });

/** A strong one goes into cold water before it goes into the tank. */
const thinning = ({ ml, waterMl }: Known, of: Of): Unnamed[] =>
	waterMl === 0
		? []
		: [
				act('thin', '', {
					...{ what: asPoured(of), amount: amount('liquid', ml), into: amount('liquid', waterMl) },
					...{ changes: 'ph', caution: { code: 'burns' } }
				})
			];

function byHalves(pour: Known, of: Of, towards: Towards): Unnamed[] {
	const half = amount('liquid', (pour.ml + pour.waterMl) / 2);
	const ofBottle = amount('liquid', pour.ml);
	const what = asPoured(of, pour);
	const common = { what, amount: half, changes: 'ph' as const, caution: { code: of.way } };
	return [
		act('pour', '', { ...common, part: 'half', ofBottle, band: null }),
		act('pour', '', {
			...common,
			...{ part: 'rest', ofBottle: null, band: towards.band },
			...reading(towards)
		})
	];
}
