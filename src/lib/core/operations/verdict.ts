import type { SystemModel } from '../model';
import { settleSteps, type Settled } from '../edit';
import type { Steps } from '../quantity';
import {
	failedRules,
	findingsOf,
	fixSteps,
	stepsOf,
	type Finding,
	type Fix,
	type StepState
} from '../review';

/** What is said of a system as it stands: what was found, the state of each step, and by name the rules that failed. */
export interface Verdict {
	findings: Finding[];
	steps: StepState[];
	failed: string[];
}

/**
 * The whole verdict on a system, without the fixes, which are tried one by one.
 *
 * @throws whatever makes a system impossible to work out, such as a network that does not settle
 */
export function verdictOf(model: SystemModel): Verdict {
	const findings = findingsOf(model);
	return { findings, steps: stepsOf(model, findings), failed: failedRules(model) };
}

/** What may be asked of a model that is held, and what each is answered by. */
export interface Questions {
	verdict: { asked: object; answer: Verdict };
	fixes: { asked: Pick<Finding, 'code' | 'subject' | 'state'>; answer: Fix[] };
	settle: { asked: object; answer: Settled };
}
export type QuestionName = keyof Questions;

const ANSWERS: {
	[Q in QuestionName]: (
		model: SystemModel,
		asked: Questions[Q]['asked']
	) => Steps<Questions[Q]['answer']>;
} = {
	*verdict(model) {
		return verdictOf(model);
	},
	fixes: fixSteps,
	settle: settleSteps
};

/** Answers a question about a model, step by step. */
export const answering = <Q extends QuestionName>(
	question: Q,
	model: SystemModel,
	asked: Questions[Q]['asked']
): Steps<Questions[Q]['answer']> => ANSWERS[question](model, asked);
