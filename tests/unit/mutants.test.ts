import { expect } from 'chai';
import { assessModel, modelFrom } from '../../src/lib/core/operations';
import { provenFindings } from '../../src/lib/core/review';
import { SEED, tries } from '../seed';
import { accepted, dice, mutant } from './mutants';

const MUTANTS = tries(2000, 100);
const BATCHES = 10;

/** Every number in an answer is one. */
function finite(value: unknown, path: string): void {
	if (typeof value === 'number' && !Number.isFinite(value)) throw new Error(`${path} is ${value}`);
	if (typeof value === 'string' && /NaN|Infinity|undefined/.test(value))
		throw new Error(`${path}: ${value}`);
	if (typeof value === 'object' && value !== null)
		for (const [key, inner] of Object.entries(value)) finite(inner, `${path}.${key}`);
}

describe('what the schema accepts is assessed', () => {
	const roll = dice(SEED);
	let taken = 0;
	for (let batch = 0; batch < BATCHES; batch++)
		it(`mutants of the examples, batch ${batch + 1}: an answer, and every figure in it a number`, () => {
			const faults: string[] = [];
			for (let i = 0; i < MUTANTS / BATCHES; i++) {
				const { name, file } = mutant(roll);
				const system = accepted(file);
				if (!system) continue;
				taken++;
				try {
					const model = modelFrom(system);
					finite(assessModel(model), 'assessment');
					// every tenth with all its fixes tried
					if (i % 10 === 0) finite(provenFindings(model), 'fixes');
				} catch (fault) {
					faults.push(`${name}: ${String(fault)}`);
				}
			}
			expect(faults).to.deep.equal([]);
		});

	it('at least 40 in 100 mutants were accepted and tried', () => {
		expect(taken / MUTANTS).to.be.at.least(0.4);
	});
});
