import {
	RAIN,
	treatedWater,
	waterOf,
	type Operation,
	type Place,
	type SourceWater,
	type WaterFigures
} from '../design';
import { phOfAll, type Part } from '../nutrients';
import { stage } from './stage';

/** What is in the water this system is filled with: out of a softener or a membrane, and thinned with another. */
export const sourceWater = stage(
	'source water',
	{ operation: ['waterId', 'thinned'], place: ['waters'] },
	{},
	({ operation, place }): WaterFigures => {
		const [main, soft] = watersOf(place, operation);
		const of = treatedWater(main!.water);
		return soft ? thinned(of, treatedWater(soft.water), soft.part) : of;
	}
);

/** The waters that are poured together, each with its part of it: one alone, or one and what it is thinned with. */
export function watersOf(
	place: Pick<Place, 'waters'>,
	{ waterId, thinned: with_ }: Pick<Operation, 'waterId' | 'thinned'>
): { water: SourceWater; part: number }[] {
	const water = waterOf(place, waterId);
	if (!with_) return [{ water, part: 1 }];
	return [
		{ water, part: 1 - with_.part },
		{ water: thinningWater(place, with_.waterId), part: with_.part }
	];
}

/** The water another is thinned with: one of the place, or rain where none is named or it is gone. */
export const thinningWater = (
	{ waters }: Pick<Place, 'waters'>,
	waterId: string | null
): SourceWater =>
	waters.find(({ id }) => id === waterId) ?? { id: 'rain', name: 'Rain water', ...RAIN };

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
