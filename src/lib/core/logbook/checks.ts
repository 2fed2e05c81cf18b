import { byHandOf, type SystemModel } from '../model';
import { act, amount, type StepOf } from '../procedure';

/** What is looked at and touched before plain water first runs, in its order. */
export const dryRunChecks = ({ design }: Pick<SystemModel, 'design'>): StepOf<'check'>[] =>
	(
		[
			'plain-water',
			'joints',
			'level',
			'air',
			design.source.kind === 'pump' ? 'pump-stops' : 'valve-shuts'
		] as const
	).map((check) => act('check', check, { check }));

/**
 * How young plants are watered by hand until they can do without, stand by stand.
 *
 * @param plantOutOn as 2026-04-02
 */
export const handWaterSteps = (model: SystemModel, plantOutOn: string): StepOf<'water'>[] =>
	byHandOf(model, plantOutOn).map(({ standId, days, until, everyDays, mlAPlant, reachMm }) =>
		act('water', `water-${standId}`, {
			...{ standId, days, until, everyDays, reachMm },
			...{ amount: amount('liquid', mlAPlant), changes: 'water' }
		})
	);
