import { acidCharge, baseLift } from '../nutrients';
import type { ParameterSet } from '../parameters';
import type { PhBottle, Pour } from '../procedure';
import { molarityOf, percentOf, PH_SUBSTANCES, type AcidKind, type BaseKind } from '../shelf';
import { acid, base, secondAcid } from './acid';
import { mix } from './mix';
import type { SecondBottle } from './helpers/ph-dose';
import { stage } from './stage';

/** What is done with a bottle, and with a second acid that goes in after it. */
export interface PourState {
	way: 'acid' | 'base';
	bottle: PhBottle;
	pour: Pour;
	/** A second acid that goes in after it. */
	then: Pick<PourState, 'bottle' | 'pour'> | null;
}

type Mixing = ParameterSet['mixing'];

/** The strongest of it that an amount is told of, percent by weight. */
function mostPercent(kind: AcidKind | BaseKind, mixing: Mixing): number {
	if (kind === 'sulfuric') return mixing.mostSulfuricPercent.value;
	if (kind === 'nitric') return mixing.mostNitricPercent.value;
	return kind === 'koh' ? mixing.mostHydroxidePercent.value : 100;
}

/** What burns badly is not poured without its strength. */
const BURNS: readonly (AcidKind | BaseKind)[] = ['nitric', 'sulfuric', 'koh'];

interface Need {
	/** Moles of what is in the bottle, mmol in all. */
	mmol: number;
	litres: number;
	alkalinityMeqL: number;
	targetPh: number;
	/** There is a pH meter. */
	meter: boolean;
	/** Another acid does part of the work. */
	shared?: boolean;
}

/**
 * What is done with a bottle of acid or base to bring so many litres to their pH.
 *
 * @param need what the water asks for, whatever the bottle
 */
function pourOf(bottle: PhBottle, need: Need, mixing: Mixing): Pour {
	const { kind, percent, molarity, state } = bottle;
	if (state === 'ask' || state === 'unnamed') return { kind: state };
	if (state === 'no-strength') {
		if (BURNS.includes(kind)) return { kind: 'no-strength' };
		if (need.shared) return { kind: 'shared' };
		return need.meter
			? { kind: 'by-meter', stepMl: blindMl(kind, need, mixing) }
			: { kind: 'no-meter' };
	}
	const most = mostPercent(kind, mixing);
	if (percent > most) return { kind: 'too-strong', mostPercent: most };
	const ml = need.mmol / molarity;
	const mostMl = mixing.mostPourShare.value * need.litres * 1000;
	if (ml > mostMl)
		return { kind: 'too-thin', ml, leastPercent: percentOf(kind, need.mmol / mostMl) };
	const isAcid = PH_SUBSTANCES[kind].way === 'acid';
	const thinFrom = (isAcid ? mixing.thinAcidPercent : mixing.thinBasePercent).value;
	return { kind: 'pour', ml, waterMl: percent > thinFrom ? mixing.thinTimes.value * ml : 0 };
}

/** A tenth of the alkalinity, even if it were the strongest that is sold. */
function blindMl(
	kind: AcidKind | BaseKind,
	{ litres, alkalinityMeqL, targetPh }: Need,
	mixing: Mixing
): number {
	const strongest = molarityOf(kind, PH_SUBSTANCES[kind].strongest);
	const charge =
		PH_SUBSTANCES[kind].way === 'acid'
			? acidCharge(kind as AcidKind, targetPh)
			: Math.max(0.1, baseLift(kind as BaseKind, targetPh));
	return (mixing.blindShare.value * Math.max(0.1, alkalinityMeqL) * litres) / charge / strongest;
}

/** How the fill is brought to its pH by hand; null: it needs nothing. */
export const pour = stage(
	'pour',
	{ operation: ['mix'], parameters: ['mixing'] },
	{ mix, acid, base, secondAcid },
	({ operation, parameters, mix, acid, base, secondAcid }): PourState | null => {
		const { phDose, litres, bottles } = mix;
		if (!phDose || !(acid ?? base)) return null;
		const bottle = bottles[phDose.way];
		const second = secondAcid && bottles.second;
		const need = {
			mmol: phDose.mmolL * litres,
			litres,
			alkalinityMeqL: phDose.alkalinityMeqL,
			targetPh: phDose.targetPh,
			meter: operation.mix.method === 'meter'
		};
		return poursOf(
			{ way: phDose.way, bottle, second },
			need,
			phDose.secondMmolL * litres,
			parameters.mixing
		);
	}
);

/** What is done with a bottle, and with a second acid after it. */
export function poursOf(
	{ way, bottle, second }: Pick<PourState, 'way' | 'bottle'> & { second: SecondBottle },
	need: Need,
	secondMmol: number,
	mixing: Mixing
): PourState {
	const shared = second !== null;
	return {
		way,
		bottle,
		pour: pourOf(bottle, { ...need, shared }, mixing),
		then: second && {
			bottle: second,
			pour: pourOf(second, { ...need, mmol: secondMmol, shared }, mixing)
		}
	};
}
