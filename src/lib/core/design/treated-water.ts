import type { SourceWater } from './place';

/** What of a water matters to a mix. */
export type WaterFigures = Omit<SourceWater, 'id' | 'name' | 'treated' | 'guessed'>;

const MG_A_MEQ = { Ca: 20.04, Mg: 12.15, Na: 22.99 };
/** Water through a membrane is sour of the carbon dioxide that goes through with it; not under this. */
const LEAST_PH = 5;

/**
 * A water as it comes out of what stands in front of the tank: a softener puts sodium for calcium and magnesium,
 * charge for charge; a membrane holds its part of everything dissolved back.
 */
export function treatedWater(water: SourceWater): WaterFigures {
	const { ecMsCm, ph, alkalinityMeqL, Ca, Mg, Na, Cl, S, K, NO3N, B, treated } = water;
	const plain = { ecMsCm, ph, alkalinityMeqL, Ca, Mg, Na, Cl, S };
	const rest = {
		...(K !== undefined && { K }),
		...(NO3N !== undefined && { NO3N }),
		...(B !== undefined && { B })
	};
	if (!treated) return { ...plain, ...rest };
	if (treated.kind === 'softener') {
		const sodium = (Ca / MG_A_MEQ.Ca + Mg / MG_A_MEQ.Mg) * MG_A_MEQ.Na;
		return { ...plain, ...rest, Ca: 0, Mg: 0, Na: Na + sodium };
	}
	const passes = 1 - treated.holdsBack;
	const thinned = Object.fromEntries(
		Object.entries({ ...plain, ...rest }).map(([key, value]) => [key, value * passes])
	) as unknown as WaterFigures;
	return { ...thinned, ph: Math.max(LEAST_PH, Math.min(ph, ph + Math.log10(passes))) };
}

/** What runs to the drain while a membrane makes so many litres. */
export const rejectL = ({ treated }: Pick<SourceWater, 'treated'>, litres: number): number =>
	treated?.kind === 'osmosis' ? (litres * (1 - treated.yields)) / treated.yields : 0;

/** By strength and a drop test alone: cations as in common tap water, a third of the rest chloride. */
const COMMON = { Ca: 0.68, Mg: 0.16, Na: 0.16 };
const MEQ_A_MSCM = 10;
const MG_OF_ANION = { Cl: 35.45, S: 16.03 };

/**
 * The ions a water may hold, from its strength and its alkalinity: good to two fifths.
 *
 * @param ecMsCm 0–20 @param alkalinityMeqL 0–50
 */
export function guessedIons(
	ecMsCm: number,
	alkalinityMeqL: number
): Pick<SourceWater, 'Ca' | 'Mg' | 'Na' | 'Cl' | 'S'> {
	const cations = ecMsCm * MEQ_A_MSCM;
	const others = Math.max(0, cations - alkalinityMeqL);
	const to = (value: number) => Number(value.toPrecision(3));
	return {
		Ca: to(cations * COMMON.Ca * MG_A_MEQ.Ca),
		Mg: to(cations * COMMON.Mg * MG_A_MEQ.Mg),
		Na: to(cations * COMMON.Na * MG_A_MEQ.Na),
		Cl: to((others / 2) * MG_OF_ANION.Cl),
		S: to((others / 2) * MG_OF_ANION.S)
	};
}
/** How far off a guessed ion may be. */
export const GUESS_OFF = 0.4;
