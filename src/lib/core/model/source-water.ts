import {
	RAIN,
	treatedWater,
	waterOf,
	type Operation,
	type Place,
	type WaterFigures
} from '../design';
import { phOfAll, type Part } from '../nutrients';
import { lowerFirst } from '../quantity';
import { stage } from './stage';

/** What is in the water this system is filled with: out of a softener or a membrane, and thinned with another. */
export const sourceWater = stage(
	'source water',
	{ operation: ['waterId', 'thinned'], place: ['waters'] },
	{},
	({ operation, place }): WaterFigures => {
		const main = treatedWater(waterOf(place, operation.waterId));
		const { thinned: with_ } = operation;
		return with_
			? thinned(main, treatedWater(thinningWater(place, with_.waterId)), with_.part)
			: main;
	}
);

/** The water another is thinned with: one of the place, or rain where none is named or it is gone. */
export const thinningWater = ({ waters }: Pick<Place, 'waters'>, waterId: string | null) =>
	waters.find(({ id }) => id === waterId) ?? { id: 'rain', name: 'Rain water', ...RAIN };

/** How much of it is another water, in words that follow "water"; nothing where it is one alone. */
export function thinnedWords(
	place: Pick<Place, 'waters'>,
	{ thinned: with_ }: Pick<Operation, 'thinned'>
): string {
	if (!with_) return '';
	const { name } = thinningWater(place, with_.waterId);
	return `, ${Math.round(100 * with_.part)}% of it ${lowerFirst(name)}`;
}

const IONS = ['ecMsCm', 'alkalinityMeqL', 'Ca', 'Mg', 'Na', 'Cl', 'S', 'K', 'NO3N', 'B'] as const;

/**
 * Two waters poured together: what is dissolved in them and their alkalinity by their parts, pH of the closed
 * carbonate system they make.
 *
 * @param part of the second, 0 to 1
 */
export function thinned(hard: WaterFigures, soft: WaterFigures, part: number): WaterFigures {
	const of = (water: typeof hard, volumeL: number): Part => ({
		volumeL,
		alkalinityMeqL: water.alkalinityMeqL,
		ph: water.ph,
		phosphateMmolL: 0
	});
	const ph = Number(phOfAll([of(hard, 1 - part), of(soft, part)]).toFixed(2));
	const mixed = { ph } as Record<(typeof IONS)[number] | 'ph', number>;
	for (const e of IONS) {
		if (hard[e] === undefined && soft[e] === undefined) continue;
		mixed[e] = Number(((1 - part) * (hard[e] ?? 0) + part * (soft[e] ?? 0)).toPrecision(6));
	}
	return mixed;
}
