import { fitOf } from '../edit';
import {
	bestFront,
	daysLeft,
	inTransitL,
	outletNeeds,
	pumpMinutes,
	STAGES,
	systemCurve,
	type Stage,
	type SystemModel
} from '../model';

/** What is worked out from a model beside its stages, by name. */
const BESIDE: Record<string, (model: SystemModel) => unknown> = {
	fit: (model) => model.design.stands.map((_, i) => fitOf(model, i)),
	daysLeft,
	inTransitL,
	pumpMinutes,
	outletNeeds,
	systemCurve,
	bestFront
};

/** Machines that later stages work with; what they come to is told by those. */
const MACHINES = new Set<string>([STAGES.graph.name, STAGES.trials.name, STAGES.balance.name]);

/** Names of all that can be asked of a model, in the order they build on one another. */
export const stageNames = (): string[] => [
	...Object.entries<Stage<unknown>>(STAGES).flatMap(([name, stage]) =>
		MACHINES.has(stage.name) ? [] : [name]
	),
	...Object.keys(BESIDE)
];

/**
 * One step of the model by its name, as plain figures: for looking into a figure that no operation of its own
 * gives.
 *
 * @throws RangeError where there is no such stage
 */
export function stageOf(model: SystemModel, name: string): unknown {
	if (!stageNames().includes(name))
		throw new RangeError(`there is no stage "${name}"; there are ${stageNames().join(', ')}`);
	const beside = BESIDE[name];
	const stages: Record<string, Stage<unknown>> = STAGES;
	const value = beside ? beside(model) : model.get(stages[name]!);
	return inFigures(value, (_, one) => one);
}

/** A result as JSON takes it: maps as objects, typed arrays as lists, each value as `as` gives it. */
export function inFigures(
	value: unknown,
	as: (key: string, value: unknown) => unknown,
	every = 1
): unknown {
	const told = (key: string, one: unknown): unknown => {
		if (one instanceof Map) return told(key, Object.fromEntries(one));
		if (ArrayBuffer.isView(one))
			return [...(one as Float64Array)]
				.filter((_, i, all) => i % every === 0 || i === all.length - 1)
				.map((x) => as(key, x));
		if (Array.isArray(one)) return one.map((each, i) => told(String(i), each));
		if (typeof one === 'object' && one !== null)
			return Object.fromEntries(Object.entries(one).map(([k, each]) => [k, told(k, each)]));
		return as(key, one);
	};
	return told('', value);
}

/** The buffers of all typed arrays in a result: handed over to another thread rather than copied. */
export function buffersIn(value: unknown): ArrayBuffer[] {
	if (ArrayBuffer.isView(value)) return value.buffer instanceof ArrayBuffer ? [value.buffer] : [];
	if (typeof value !== 'object' || value === null) return [];
	return [...new Set(Object.values(value).flatMap(buffersIn))];
}

/**
 * A result as JSON takes it: a typed array as a list of every nth of its figures, the last among them.
 *
 * @param every 1 leaves nothing out
 */
export const asJson = (value: unknown, every = 1): unknown =>
	inFigures(value, (_, one) => one, every);
