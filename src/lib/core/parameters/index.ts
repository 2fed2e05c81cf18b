import { z } from 'zod';
import { numberOf, type Parameter } from '../quantity';
import { fittings } from './fittings';
import { growth } from './growth';
import { light } from './light';
import { reading } from './reading';
import { roots } from './roots';
import { supply } from './supply';
import { tanks } from './tanks';
import { thresholds } from './thresholds';
import { transit } from './transit';
import { fruitTargets, leafTargets, limits, mixing, traceTargets } from './uptake';
import { vessels } from './vessels';
import { wind } from './wind';

/**
 * Every figure of practice that belongs to no crop, medium or part, by what it is about. A model holds them
 * beside the shelf; what is known better of one place can replace them there.
 */
export const PARAMETERS = {
	transit,
	fittings,
	light,
	growth,
	roots,
	vessels,
	leafTargets,
	fruitTargets,
	traceTargets,
	limits,
	mixing,
	wind,
	supply,
	tanks,
	reading,
	thresholds
};
export type ParameterSet = {
	readonly [G in keyof typeof PARAMETERS]: {
		readonly [N in keyof (typeof PARAMETERS)[G]]: Parameter;
	};
};
export type ParameterGroup = keyof ParameterSet;
/** Figures that replace the usual ones, by group and name. */
export type Overrides = {
	readonly [G in ParameterGroup]?: { readonly [N in keyof ParameterSet[G]]?: number };
};

/** `holdUp` as it is read: "hold up". */
const nameOf = (key: string): string => key.replace(/([A-Z])/g, ' $1').toLowerCase();

/** Figures to put in place of the usual ones: each within the range that is found in practice. */
export const overridesSchema = z.strictObject(
	Object.fromEntries(
		Object.entries(PARAMETERS).map(([group, figures]) => [
			group,
			z
				.strictObject(
					Object.fromEntries(
						Object.entries<Parameter>(figures).map(([name, { unit, low, high }]) => [
							name,
							numberOf(nameOf(name), unit, { min: low, max: high }).optional()
						])
					)
				)
				.optional()
		])
	)
) as unknown as z.ZodType<Overrides>;

export { STARTING } from './starting';

const OWN = 'your own figure';

/**
 * The usual parameters with some replaced.
 *
 * @returns the very same where nothing is replaced; groups nothing is replaced in keep their identity
 */
export function parametersWith(overrides: Overrides): ParameterSet {
	const changed = Object.entries(overrides).filter(
		([, figures]) => figures && Object.keys(figures).length > 0
	);
	if (changed.length === 0) return PARAMETERS;
	return {
		...PARAMETERS,
		...Object.fromEntries(
			changed.map(([group, figures]) => [
				group,
				replaced(PARAMETERS[group as ParameterGroup], figures as Record<string, number>)
			])
		)
	};
}

const replaced = (usual: Record<string, Parameter>, figures: Record<string, number>) => ({
	...usual,
	...Object.fromEntries(
		Object.entries(figures).map(([name, value]) => [name, { ...usual[name]!, value, source: OWN }])
	)
});
