import { upgradeFile } from '../design';
import type { SystemModel } from '../model';
import {
	InvalidInput,
	NoSolution,
	runSteps,
	toIssues,
	type Issue,
	type LongRun
} from '../quantity';
import { assessInput, modelFrom } from './assess';
import { findOperation } from './registry';

export interface Failure {
	code: 'invalid-input' | 'no-solution' | 'unknown-operation';
	message?: string;
	issues?: Issue[];
}
export type Answer = { result: unknown } | { error: Failure };

/** Runs an operation on raw input. Never throws on what a caller can get wrong. */
export function calculate(id: string, raw: unknown): Answer {
	const op = findOperation(id);
	if (!op)
		return { error: { code: 'unknown-operation', message: `there is no operation "${id}"` } };
	return refusing((): Answer => {
		const parsed = op.input.safeParse(op.upgrade ? op.upgrade(raw) : raw);
		if (!parsed.success)
			return { error: { code: 'invalid-input', issues: toIssues(parsed.error) } };
		return { result: op.run(parsed.data as never) };
	});
}

/** As `calculate`, but step by step where an operation is a long one. @throws Stopped when the signal is given */
export async function calculateLong(id: string, raw: unknown, how: LongRun): Promise<Answer> {
	const op = findOperation(id);
	if (!op?.steps) return calculate(id, raw);
	const parsed = op.input.safeParse(op.upgrade ? op.upgrade(raw) : raw);
	if (!parsed.success) return { error: { code: 'invalid-input', issues: toIssues(parsed.error) } };
	try {
		return { result: await runSteps(op.steps(parsed.data as never), how) };
	} catch (problem) {
		return refused(problem);
	}
}

/** The model of an input as `assess` takes it. Never throws on what a caller can get wrong. */
export const modelOfInput = (raw: unknown): { model: SystemModel } | { error: Failure } =>
	refusing(() => {
		const parsed = assessInput.safeParse(upgradeFile(raw));
		if (!parsed.success)
			return { error: { code: 'invalid-input' as const, issues: toIssues(parsed.error) } };
		return { model: modelFrom(parsed.data) };
	});

/** What was done, or why it cannot be, in the words of whoever noticed. */
function refusing<T>(make: () => T): T | { error: Failure } {
	try {
		return make();
	} catch (problem) {
		return refused(problem);
	}
}

function refused(problem: unknown): { error: Failure } {
	if (problem instanceof InvalidInput)
		return { error: { code: 'invalid-input', issues: problem.issues } };
	if (problem instanceof NoSolution)
		return { error: { code: 'no-solution', message: problem.message } };
	throw problem;
}

/** Runs a list of { op, input }; each answer stands where its item stood. */
export function calculateBatch(list: unknown): Answer[] | { error: Failure } {
	if (!Array.isArray(list))
		return invalid('', 'a batch must be a list of { "op": "...", "input": {...} }');
	return list.map((item: unknown) => {
		if (typeof item !== 'object' || item === null || Array.isArray(item))
			return invalid('', 'a batch item must be { "op": "...", "input": {...} }');
		const { op, input } = item as { op?: unknown; input?: unknown };
		if (typeof op !== 'string') return invalid('op', 'op must be the name of an operation');
		return calculate(op, input);
	});
}

/** An answer to input that cannot be read, at a path of it; '' for the whole. */
export const invalid = (path: string, message: string): { error: Failure } => ({
	error: { code: 'invalid-input', issues: [{ path, message }] }
});
