import fc from 'fast-check';
import { applyChanges, VARIANTS } from '../../src/lib/core/design';
import { STAGES, SystemModel } from '../../src/lib/core/model';
import { findingsOf, judged } from '../../src/lib/core/review';
import { BUILT_IN_SHELF } from '../../src/lib/core/shelf';
import { editsOf, start } from './any-design';
import { accepted, dice, mutant } from './mutants';
import { compare, graded } from './written';

const MUTANTS = 160;
const A_KIND = 6;

/** Every stage of a design, and what is found. */
const allOf = (model: SystemModel) => [
	Object.keys(STAGES).map((key) => [key, model[key as keyof typeof STAGES]]),
	findingsOf(model),
	judged(model).map(graded)
];

/** The same, or that it cannot be worked out. */
function told(make: () => SystemModel): unknown {
	try {
		return allOf(make());
	} catch (fault) {
		return (fault as Error).message;
	}
}

describe('figures of changed designs', () => {
	it('examples with figures changed at random: each stage, and what is found', () => {
		const roll = dice(20261202);
		const of: Record<string, unknown> = {};
		for (let i = 0; i < MUTANTS; i++) {
			const { name, file } = mutant(roll);
			const parts = accepted(file);
			if (parts)
				of[`${i}: ${name.split(' ')[0]}`] = told(() => new SystemModel(parts, BUILT_IN_SHELF));
		}
		compare('changed examples', of);
	});

	for (const variant of VARIANTS)
		it(`${variant} with any fields: each stage, and what is found`, () => {
			const base = start(variant);
			const edits = fc.sample(editsOf(variant), { seed: 20261202, numRuns: A_KIND });
			const of = edits.map((changes, i) => {
				const parts = accepted(applyChanges(base, changes));
				return [`${i}`, parts && told(() => new SystemModel(parts, BUILT_IN_SHELF))] as const;
			});
			compare(`${variant} with any fields`, Object.fromEntries(of));
		});
});
