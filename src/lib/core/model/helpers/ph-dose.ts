import {
	acid,
	acidCharge,
	base,
	charges,
	OF_PHOSPHATE,
	phWithPhosphate,
	type RecipeInput
} from '../../nutrients';
import type { MixSettings } from '../../design';
import type { ParameterSet } from '../../parameters';
import type { PhBottle } from '../../procedure';
import { clamp, NoSolution } from '../../quantity';
import { molarityOf, PH_SUBSTANCES, type AcidKind, type BaseKind } from '../../shelf';
import type { WaterFigures } from '../../design';

type Mixing = ParameterSet['mixing'];

/** The bottle of acid there is, or the usual one until somebody says. */
export const acidBottle = ({ acid: set }: Pick<MixSettings, 'acid'>, { acidPercent }: Mixing) =>
	bottleOf<AcidKind>(set, 'phosphoric', acidPercent.value);
/** The second acid, and what part of the work it does; null: one does it all. */
export const secondBottle = ({ secondAcid: set }: Pick<MixSettings, 'secondAcid'>): SecondBottle =>
	set
		? { ...bottleOf<AcidKind>(set, 'nitric', PH_SUBSTANCES.nitric.sold[0]!), share: set.share }
		: null;
export type SecondBottle = (PhBottle<AcidKind> & { share: number }) | null;
/** The bottle of base there is, or the usual one until somebody says. */
export const baseBottle = ({ base: set }: Pick<MixSettings, 'base'>, { basePercent }: Mixing) =>
	bottleOf<BaseKind>(set, 'k2co3', basePercent.value);

function bottleOf<K extends AcidKind | BaseKind>(
	set: { kind: K | 'unnamed'; percent: number | null; said: boolean } | null,
	usual: K,
	usualPercent: number
): PhBottle<K> {
	const named = set !== null && set.kind !== 'unnamed' ? set.kind : null;
	const kind = named ?? usual;
	const percent =
		(named === null ? null : set!.percent) ??
		(kind === usual ? usualPercent : PH_SUBSTANCES[kind].sold[0]!);
	const state = !set?.said
		? 'ask'
		: named === null
			? 'unnamed'
			: set.percent === null
				? 'no-strength'
				: 'said';
	return { kind, percent, molarity: molarityOf(kind, percent), assumed: state !== 'said', state };
}

/** What a litre of the mix takes of acid or base, and what it is then. */
export interface PhDose {
	way: 'acid' | 'base';
	/** Of the mix before it, its phosphates in it; and what is aimed at. */
	startPh: number;
	targetPh: number;
	alkalinityMeqL: number;
	phosphateMmolL: number;
	mmolL: number;
	/** The same of the second acid; 0 without one. */
	secondMmolL: number;
	addsMgL: { N?: number; P?: number; S?: number; K?: number };
	/** Alkalinity after it, with the phosphate of the acid itself, meq/L. */
	leavesMeqL: number;
	/** Charge of citrate in it, meq/L. */
	citrateMeqL: number;
}

/** Nearer than this no pen meter tells it from what is wanted. */
const NEAR_PH = 0.05;

/** What of a mix decides how its pH is moved. */
export interface Dosing {
	ph: { low: number; high: number; aim: number };
	bottles: { acid: PhBottle<AcidKind>; second: SecondBottle; base: PhBottle<BaseKind> };
	/** Fish live in it: nothing is dosed. */
	fish: boolean;
}

/**
 * What brings a litre of the mix to its pH: nothing where its salts leave it between what the crops take.
 *
 * @param water the source water, treated
 * @param phosphateMmolL what salts and products bring, the acid's own left out
 * @returns null: it needs nothing, or no dose answers
 */
export function phDose(
	water: Pick<WaterFigures, 'alkalinityMeqL' | 'ph'>,
	{ ph, bottles, fish }: Dosing,
	phosphateMmolL: number
): PhDose | null {
	if (fish) return null;
	const phosphate = clamp(phosphateMmolL, 0, 50);
	try {
		const startPh = clamp(phWithPhosphate(water, phosphate), 3, 11);
		if (startPh >= ph.low - NEAR_PH && startPh <= ph.high + NEAR_PH) return null;
		const { alkalinityMeqL } = water;
		const input = {
			volumeL: 1,
			alkalinityMeqL,
			startPh,
			targetPh: ph.aim,
			phosphateMmolL: phosphate
		};
		const of = { startPh, targetPh: ph.aim, alkalinityMeqL, phosphateMmolL: phosphate };
		return startPh > ph.aim ? byAcids(input, of, bottles) : byBase(input, of, bottles.base.kind);
	} catch (problem) {
		if (problem instanceof NoSolution) return null;
		throw problem;
	}
}

type Of = Pick<PhDose, 'startPh' | 'targetPh' | 'alkalinityMeqL' | 'phosphateMmolL'>;
type Asked = Of & { volumeL: number };

/** The charge an acid takes up is in proportion to it: two that do parts of the work each take that part of what they would alone. */
function byAcids(input: Asked, of: Of, { acid, second }: Dosing['bottles']): PhDose {
	const one = byAcid(input, of, acid.kind);
	if (!second) return one;
	const other = byAcid(input, of, second.kind);
	const { share } = second;
	const mean = (a: number, b: number) => (1 - share) * a + share * b;
	const adds: PhDose['addsMgL'] = {};
	for (const e of ['N', 'P', 'S'] as const) {
		const mgL = mean(one.addsMgL[e] ?? 0, other.addsMgL[e] ?? 0);
		if (mgL > 0) adds[e] = mgL;
	}
	return {
		...one,
		mmolL: (1 - share) * one.mmolL,
		secondMmolL: share * other.mmolL,
		addsMgL: adds,
		leavesMeqL: mean(one.leavesMeqL, other.leavesMeqL),
		citrateMeqL: mean(one.citrateMeqL, other.citrateMeqL)
	};
}

function byAcid(input: Asked, of: Of, kind: AcidKind): PhDose {
	const done = acid({ ...input, acid: { kind, molarity: 1 } });
	const own = kind === 'phosphoric' ? charges(of.targetPh, OF_PHOSPHATE) - 1 : 0;
	return {
		...of,
		way: 'acid',
		mmolL: done.acidMmolL,
		secondMmolL: 0,
		addsMgL: done.addsMgL,
		leavesMeqL: done.remainingAlkalinityMeqL + done.acidMmolL * own,
		citrateMeqL: kind === 'citric' ? done.acidMmolL * acidCharge(kind, of.targetPh) : 0
	};
}

function byBase(input: Asked, of: Of, kind: BaseKind): PhDose {
	const done = base({ ...input, base: { kind, molarity: 1 } });
	return {
		...of,
		way: 'base',
		mmolL: done.baseMmolL,
		secondMmolL: 0,
		addsMgL: done.addsMgL,
		leavesMeqL: done.resultingAlkalinityMeqL,
		citrateMeqL: 0
	};
}

type Elements = NonNullable<RecipeInput['water']>;

/** A water with what acid or base brings into it, mg/L. */
export function withDose(water: Elements, adds: PhDose['addsMgL']): Elements {
	const sum: Elements = { ...water };
	for (const e of ['P', 'S', 'K'] as const)
		if (adds[e]) sum[e] = Math.min(10_000, (water[e] ?? 0) + adds[e]);
	if (adds.N) {
		// nitrogen without its forms is all nitrate
		const nitrate = water.NO3N ?? (water.NH4N === undefined ? (water.N ?? 0) : 0);
		sum.NO3N = Math.min(10_000, nitrate + adds.N);
		if (water.N !== undefined) sum.N = Math.min(10_000, water.N + adds.N);
	}
	return sum;
}

/** The pH and the alkalinity of a water cannot both be right: no dose follows from them. */
export function contradictory(water: Pick<WaterFigures, 'alkalinityMeqL' | 'ph'>): boolean {
	try {
		phWithPhosphate(water, 0);
		return false;
	} catch (problem) {
		if (problem instanceof NoSolution) return true;
		throw problem;
	}
}
