import { expect } from 'chai';
import fc from 'fast-check';
import { InvalidInput, MOST_LEVELS, parseJson } from '../../src/lib/core/quantity';

describe('JSON from outside', () => {
	const nested = (levels: number) => '['.repeat(levels) + ']'.repeat(levels);

	it('is read as JSON.parse reads it, whatever stands in its texts', () => {
		fc.assert(
			fc.property(fc.jsonValue({ maxDepth: 8 }), (value) => {
				expect(parseJson(JSON.stringify(value))).to.deep.equal(JSON.parse(JSON.stringify(value)));
			})
		);
		expect(parseJson(JSON.stringify({ a: '[[[{{{"\\'.repeat(100) }))).to.have.property('a');
	});

	it('is refused by its depth before anything else sees it', () => {
		expect(parseJson(nested(MOST_LEVELS))).to.be.an('array');
		for (const levels of [MOST_LEVELS + 1, 20_000])
			expect(() => parseJson(nested(levels))).to.throw(InvalidInput, /deeper than 64 levels/);
		expect(() => parseJson(`{"a":${'{"a":'.repeat(70)}`)).to.throw(InvalidInput);
		expect(() => parseJson('[1')).to.throw(SyntaxError);
	});
});
