import type { SourceWater } from '../../src/lib/core/design';
import { PARAMETERS } from '../../src/lib/core/parameters';
import { expect } from 'chai';
import { rendered } from '../../src/lib/core/review/sentence';
import fc from 'fast-check';
import { LIMITED, NUTRIENTS, recipe } from '../../src/lib/core/nutrients';
import { SystemModel } from '../../src/lib/core/model';
import { provenFindings } from '../../src/lib/core/review';
import { lacks, overLimit } from '../../src/lib/core/review/findings/mix';
import { SALT_IDS, saltFractions, USUAL_SALTS, type SaltId } from '../../src/lib/core/shelf';
import { modelOf, EXAMPLES, set } from './example';

const MACRO: SaltId[] = USUAL_SALTS.slice(0, 5);
const rail = (...saltIds: SaltId[]) =>
	modelOf('lean-to-rail', set('operation.mix.source.saltIds', saltIds));
const without = (...out: SaltId[]) => USUAL_SALTS.filter((id) => !out.includes(id));
const mixFindings = (model: SystemModel) =>
	[...overLimit(model), ...lacks(model)].map((said) => ({
		...said,
		message: rendered(said.message, model.place.units)
	}));
const watered = (model: SystemModel, water: Partial<SourceWater>) =>
	model.with([set('place.waters', [{ ...model.place.waters[0]!, ...water }])]);

/** Nothing over its limit, or it is said as a stop. */
function harmless(model: SystemModel): void {
	const { elementsMgL: holds } = model.mix.salts.result;
	const over = LIMITED.filter((e) => holds[e] > PARAMETERS.limits[e].value * 1.00001);
	const ammonium = holds.NH4N > PARAMETERS.mixing.ammoniumShare.value * holds.N * 1.00001 + 1e-9;
	const stop = mixFindings(model).find((f) => f.code === 'mix-over-limit');
	expect(stop?.severity, over.join(' ')).to.equal(over.length > 0 || ammonium ? 'stop' : undefined);
}

describe('a mix never poisons', () => {
	it('every trace salt gives its target and no more, whatever else is lacking', () => {
		for (const [salt, element, mgL] of [
			['manganese-sulfate-1h', 'Mn', 0.6],
			['zinc-sulfate-7h', 'Zn', 0.1],
			['copper-sulfate-5h', 'Cu', 0.05],
			['boric-acid', 'B', 0.3],
			['sodium-molybdate-2h', 'Mo', 0.05]
		] as const)
			for (const bags of [
				[...MACRO, salt],
				// nothing but the trace sulfate brings sulfur
				[...without('magnesium-sulfate-7h'), 'magnesium-nitrate-6h' as const]
			]) {
				const model = rail(...bags);
				const wanted = (mgL * model.mix.aimMsCm) / 2;
				expect(model.mix.salts.result.elementsMgL[element], salt).to.be.closeTo(
					wanted,
					0.002 * wanted
				);
				harmless(model);
			}
	});

	it('the targets of traces follow the strength and not how far the fit is stretched', () => {
		for (const strength of [1, 2, 3]) {
			const { mix } = modelOf('lean-to-rail', set('operation.mix.strengthMsCm', strength));
			expect(mix.targetsMgL.Mn).to.be.closeTo(0.3 * strength, 1e-12);
			expect(mix.salts.result.elementsMgL.Mn).to.be.closeTo(0.3 * strength, 0.001 * strength);
		}
	});

	const lists: [what: string, bags: SaltId[], words: RegExp][] = [
		['only potassium nitrate', ['potassium-nitrate'], /calcium.*no trace elements at all/],
		['no calcium', without('calcium-nitrate-4h'), /calcium \(34 of/],
		['chlorides only', ['calcium-chloride-2h', 'potassium-chloride'], /nitrogen \(0 of.*limits/],
		['ammonium only', ['ammonium-nitrate', 'ammonium-sulfate'], /nitrogen \(0 of/],
		[
			'magnesium nitrate for Epsom salt',
			[...without('magnesium-sulfate-7h'), 'magnesium-nitrate-6h'],
			/sulfur/
		],
		['no trace salts', MACRO, /no trace elements at all, no manganese/],
		['no boron', without('boric-acid'), /boron \(0 of 0.33/]
	];
	for (const [what, bags, words] of lists)
		it(`${what}: no element over its limit, the lack named, a fix that works`, () => {
			const model = rail(...bags);
			harmless(model);
			const found = provenFindings(model).find((f) => f.code === 'mix-lacks')!;
			expect(found.message).to.match(words);
			expect(found.fixes).to.not.have.length(0);
			for (const { label, change } of found.fixes)
				expect(
					mixFindings(model.with(change)).map((f) => f.code),
					label
				).to.deep.equal([]);
		});

	it('salty water: what it takes alone and what nitrogen is left are named', () => {
		const model = watered(modelOf('kitchen-columns', set('operation.mix.strengthMsCm', 1)), {
			Ca: 200,
			Mg: 50,
			ecMsCm: 1.6
		});
		const [lack] = mixFindings(model);
		expect(lack!.message).to.match(
			/nitrogen \(.*alone is 1.\d+ mS\/cm of the 1 mS\/cm aimed at.*leaves [\d.]+ mg\/L of nitrogen/
		);
		// worked out once for a strength, and yet read in the units of whoever reads it
		const [inPpm] = mixFindings(
			model.with([set('place.units', { system: 'us', strength: 'ppm500' })])
		);
		expect(inPpm!.message).to.match(/alone is \d{3} ppm \(500\) of the 500 ppm \(500\) aimed at/);
		const salt = watered(model, { Na: 140, Cl: 260 });
		const stop = mixFindings(salt).find((f) => f.code === 'mix-over-limit')!;
		expect(stop.severity).to.equal('stop');
		expect(stop.message).to.match(
			/140 mg\/L of sodium.*water alone brings too much sodium and chloride/
		);
	});

	it('whatever bags stand on the shelf, nothing passes its limit unsaid, and the strength is no lie', () => {
		fc.assert(
			fc.property(
				fc.constantFrom(...EXAMPLES),
				fc.subarray(SALT_IDS, { minLength: 1 }),
				fc.double({ min: 0.2, max: 6, noNaN: true }),
				(name, saltIds, strength) => {
					const model = modelOf(
						name,
						set('operation.mix.source', { kind: 'salts', saltIds }),
						set('operation.mix.method', 'meter'),
						set('operation.mix.strengthMsCm', strength)
					);
					harmless(model);
					for (const id of ['Mn', 'Zn', 'Cu', 'B', 'Mo'] as const)
						expect(model.mix.salts.result.elementsMgL[id], id).to.be.at.most(
							model.mix.targetsMgL[id] * 1.05 + 1e-9
						);
					expect(model.mix.strengthMsCm).to.be.closeTo(model.mix.expectedMsCm, 0.051);
				}
			),
			{ numRuns: 50, seed: 20261126 }
		);
	});

	it('shipped examples lack nothing and hold all twelve elements', () => {
		for (const name of EXAMPLES) {
			const model = modelOf(name);
			expect(mixFindings(model), name).to.deep.equal([]);
			for (const e of NUTRIENTS)
				expect(model.mix.salts.result.elementsMgL[e], `${name} ${e}`).to.be.above(0);
		}
	});
});

describe('recipe within limits', () => {
	const targets = fc.record({
		N: fc.double({ min: 50, max: 250, noNaN: true }),
		P: fc.double({ min: 20, max: 60, noNaN: true }),
		K: fc.double({ min: 100, max: 300, noNaN: true }),
		Ca: fc.double({ min: 50, max: 200, noNaN: true }),
		S: fc.double({ min: 20, max: 80, noNaN: true })
	});

	it('keeps them, and nothing near that keeps them is better', () => {
		fc.assert(
			fc.property(
				targets,
				fc.subarray(SALT_IDS.slice(0, 12), { minLength: 1 }),
				fc.double({ min: 10, max: 200, noNaN: true }),
				fc.double({ min: 0, max: 0.3, noNaN: true }),
				fc.array(fc.double({ min: -1, max: 1, noNaN: true }), { minLength: 12, maxLength: 12 }),
				(targetsMgL, salts, Cl, ammoniumShare, way) => {
					const { additions, elementsMgL: got } = recipe({
						targetsMgL,
						salts,
						limitsMgL: { Cl, S: 30 },
						ammoniumShare
					});
					expect(got.Cl).to.be.at.most(Cl * (1 + 1e-9));
					expect(got.S).to.be.at.most(30 * (1 + 1e-9));
					expect(got.NH4N).to.be.at.most(ammoniumShare * got.N + 1e-8);
					const grams = additions.map((a) => a.gramsPerL);
					const holds = (list: number[], e: keyof typeof got) =>
						list.reduce((sum, g, i) => sum + g * 1000 * saltFractions(salts[i]!)[e], 0);
					const cost = (list: number[]) =>
						Object.entries(targetsMgL).reduce((sum, [e, t]) => {
							const off = (holds(list, e as 'N') - t) / t;
							return sum + (e === 'S' ? 0.1 : 1) * off * off;
						}, 0);
					for (const step of [1e-1, 1e-2, 1e-4]) {
						const near = grams.map((g, i) => Math.max(0, g + step * way[i]!));
						const kept =
							holds(near, 'Cl') <= Cl &&
							holds(near, 'S') <= 30 &&
							holds(near, 'NH4N') <= ammoniumShare * holds(near, 'N');
						if (kept) expect(cost(near)).to.be.at.least(cost(grams) - 1e-9);
					}
				}
			),
			{ numRuns: 200, seed: 20261126 }
		);
	});

	it('what the water alone has over is no limit; a salt that brings nothing wanted stays out', () => {
		const water = { Cl: 250, NH4N: 30, N: 40 };
		const fit = recipe({
			targetsMgL: { K: 200 },
			salts: ['potassium-chloride', 'calcium-nitrate-4h'],
			water,
			limitsMgL: { Cl: 180 },
			ammoniumShare: 0.1
		});
		expect(fit.elementsMgL.K).to.be.closeTo(200, 1e-6);
		expect(fit.additions[1]!.gramsPerL).to.equal(0);
	});
});
