import { expect } from 'chai';
import { SEED, tries } from '../../seed';
import { dice, accepted, mutant } from '../mutants';
import { pageOf, storedOf } from './stage';

const MUTANTS = tries(400, 24);
const PAGES = ['', 'print/', 'template/', 'compare/'];

describe('pages of what the schema accepts', function () {
	this.timeout(240_000);

	it('mutants of the examples: each page of one is written out, with no hole in it', async () => {
		const roll = dice(SEED);
		const faults: string[] = [];
		let shown = 0;
		for (let i = 0; i < MUTANTS; i++) {
			const { name, file } = mutant(roll);
			const system = accepted(file);
			if (!system) continue;
			const stored = storedOf(system);
			const data = { id: 'm', today: '2026-05-28', stored, broken: null, alternatives: [] };
			const chosen = { id: 'v', name: 'As it stands', plan: system };
			for (const page of PAGES)
				try {
					const html = (await pageOf(`systems/[id]/${page}`, { ...data, chosen })).toString();
					const hole = /.{30}(?:NaN|Infinity|undefined|\[object).{20}/.exec(html)?.[0];
					if (hole) throw new Error(hole);
					shown++;
				} catch (fault) {
					faults.push(`${page} ${name}: ${String(fault).slice(0, 200)}`);
				}
		}
		expect(faults).to.deep.equal([]);
		expect(shown).to.be.above(MUTANTS * 0.4 * PAGES.length * 0.7);
	});
});
