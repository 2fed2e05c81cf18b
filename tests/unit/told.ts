import type { Step } from '../../src/lib/core/procedure';
import { METRIC, type Units } from '../../src/lib/core/quantity';
import { told } from '../../src/lib/ui/procedure/words';

/** Steps as they stand on paper: each with what to mind at it. */
export const readOf = (steps: readonly Step[], units: Units = METRIC) =>
	steps.map((step) => told(step, units));

/** A step as it is read: what to do, and how much. */
export const lineOf = (step: Step, units: Units = METRIC): string => {
	const { text, amount } = told(step, units);
	return amount ? `${text} ${amount}` : text;
};
