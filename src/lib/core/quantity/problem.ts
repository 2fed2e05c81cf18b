/** One thing wrong with an input: where it stands, and what would be accepted there. */
export interface Issue {
	path: string;
	message: string;
}

/** The input is not acceptable. Carries one issue per offending field. */
export class InvalidInput extends Error {
	readonly code = 'invalid-input';
	constructor(readonly issues: Issue[]) {
		super(issues.map((issue) => `${issue.path || 'input'}: ${issue.message}`).join('; '));
	}
}

/** The input is well formed, but nature has no answer to it. The message is in the grower's words. */
export class NoSolution extends Error {
	readonly code = 'no-solution';
}

/** Shorthand for refusing one field. */
export const refuse = (path: string, message: string): InvalidInput =>
	new InvalidInput([{ path, message }]);
