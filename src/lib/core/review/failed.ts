/** Hears of a rule that threw: what it judges is not known. */
export type Told = (rule: string, fault: unknown) => void;

let told: Told = (rule, fault) => console.error(`the rule “${rule}” failed`, fault);

/** Who hears of rules that throw; a test has them thrown on. */
export function whenARuleFails(hears: Told): void {
	told = hears;
}

/** Says that a rule threw. */
export const ruleFailed: Told = (rule, fault) => told(rule, fault);
