import { labelled } from '../design';
import type { SystemModel } from '../model';

export interface ByLabel {
	/** Of each product, for the litres topped up. */
	doses: { name: string; amount: number; unit: 'g' | 'mL' }[];
	/** Between what and what the tank stands then, mS/cm. */
	lowMsCm: number;
	highMsCm: number;
}

/** Plants eat between so much and so much of what they drink. */
const [LEAST_EATEN, MOST_EATEN] = [0.5, 1.4];

/**
 * Topped up by the label alone: the dose for the litres poured in, and between what and what the strength can
 * then be, from how well a label and a spoon hold and how differently plants eat.
 *
 * @param pouredL since the tank was last mixed anew
 * @returns null where there is a salt in the mix that no label doses
 */
export function byLitres(model: SystemModel, pouredL: number): ByLabel | null {
	const { mix, operation, filled, sourceWater } = model;
	if (!labelled(operation.mix.source)) return null;
	const fullL = filled.tank;
	const share = mix.byLabel ? operation.mix.labelShare : 1;
	const doses = mix.ingredients.map(({ name, unit, labelDosePerL }) => ({
		name,
		unit,
		amount: (labelDosePerL ?? 0) * share * pouredL
	}));
	const fed = mix.expectedMsCm - sourceWater.ecMsCm;
	const after = (eaten: number, off: number) => {
		const start = mix.expectedMsCm + off;
		// what is drunk of the tank is poured in again with its dose, over and over: a balance of salt
		const times = fullL > 0 ? pouredL / fullL : 0;
		const settled = (sourceWater.ecMsCm + fed + off) / Math.max(0.2, eaten);
		return settled + (start - settled) * Math.exp(-eaten * times);
	};
	const ends = [LEAST_EATEN, 1, MOST_EATEN].flatMap((eaten) => [
		after(eaten, -mix.uncertaintyMsCm),
		after(eaten, mix.uncertaintyMsCm)
	]);
	return { doses, lowMsCm: Math.max(0, Math.min(...ends)), highMsCm: Math.max(...ends) };
}
