import { expect } from 'chai';
import { readdirSync, readFileSync } from 'node:fs';
import { calculate, OPERATIONS } from '../../src/lib/core/operations';
import { example } from './example';

const FOLDER = new URL('../../docs/examples/', import.meta.url);

interface Example {
	operation: string;
	/** An example's document as it is shipped, with `input` on top; absent: `input` is all of it. */
	document?: string;
	input: object;
	/** Of long answers the beginning. */
	result: unknown;
}

/** Whether an answer begins with what is shown of it, figures to a millionth. */
function begins(answer: unknown, shown: unknown, where: string): void {
	if (typeof shown === 'number')
		expect(answer, where).to.be.closeTo(shown, Math.max(1e-9, 1e-6 * Math.abs(shown)));
	else if (shown !== null && typeof shown === 'object')
		for (const [key, one] of Object.entries(shown))
			begins((answer as Record<string, unknown>)[key], one, `${where}.${key}`);
	else expect(answer, where).to.equal(shown);
}

describe('every operation has an example', () => {
	it('and there is none of any other', () => {
		const named = readdirSync(FOLDER).map((name) => name.replace('.json', ''));
		expect(named.sort()).to.deep.equal(OPERATIONS.map(({ id }) => id).sort());
	});
	for (const { id } of OPERATIONS)
		it(id, () => {
			const text = readFileSync(new URL(`${id}.json`, FOLDER), 'utf8');
			const { operation, document, input, result } = JSON.parse(text) as Example;
			expect(operation).to.equal(id);
			const answer = calculate(id, document ? { ...example(document), ...input } : input);
			if ('error' in answer) throw new Error(JSON.stringify(answer.error));
			expect(Object.keys(result as object)).to.have.length.above(0);
			begins(answer.result, result, id);
		});
});
