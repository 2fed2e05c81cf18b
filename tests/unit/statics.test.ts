import { expect } from 'chai';
import fc from 'fast-check';
import { tipping, wallLoad } from '../../src/lib/core/construction';
import { modelOf, set } from './example';

const G = 9.80665;
const amount = (min: number, max: number) => fc.double({ min, max, noNaN: true });
const part = fc.record({ massKg: amount(0.1, 200), heightM: amount(0, 3) });
const face = fc.record({ areaM2: amount(0.01, 3), heightM: amount(0.05, 3) });
const tower = fc.record({
	parts: fc.array(part, { minLength: 1, maxLength: 5 }),
	faces: fc.array(face, { minLength: 1, maxLength: 4 }),
	edgeM: amount(0.05, 1)
});

describe('a tower in the wind', () => {
	it('is on its edge at the gust named: what pushes over is what holds down', () => {
		fc.assert(
			fc.property(tower, (input) => {
				const { gustMS } = tipping(input);
				const pressure = 0.5 * 1.225 * gustMS ** 2;
				const over = input.faces.map((f) => 1.2 * pressure * f.areaM2 * f.heightM);
				const down = input.parts.map((p) => p.massKg * G * input.edgeM);
				const sum = (list: number[]) => list.reduce((a, b) => a + b, 0);
				expect(sum(over)).to.be.closeTo(sum(down), 1e-9 * sum(down));
			})
		);
	});

	it('stands the better the heavier and wider it is, and the worse the more it shows the wind', () => {
		fc.assert(
			fc.property(tower, face, amount(1.01, 3), (input, more, times) => {
				const { gustMS } = tipping(input);
				const ballast = [...input.parts, { massKg: 5, heightM: 0 }];
				expect(tipping({ ...input, parts: ballast }).gustMS).to.be.above(gustMS);
				expect(tipping({ ...input, edgeM: input.edgeM * times }).gustMS).to.be.above(gustMS);
				expect(tipping({ ...input, faces: [...input.faces, more] }).gustMS).to.be.below(gustMS);
			})
		);
	});

	it('tips by itself where its centre of mass passes its edge', () => {
		fc.assert(
			fc.property(tower, (input) => {
				const { tipAngleDeg, centreHeightM, massKg } = tipping(input);
				const turned = (tipAngleDeg * Math.PI) / 180;
				// turned by that angle about the edge, the centre stands right over it
				const outward = -input.edgeM * Math.cos(turned) + centreHeightM * Math.sin(turned);
				expect(outward).to.be.closeTo(0, 1e-9 * (input.edgeM + centreHeightM));
				const moments = input.parts.reduce((m, p) => m + p.massKg * p.heightM, 0);
				expect(massKg * centreHeightM).to.be.closeTo(moments, 1e-9 * (moments + 1));
			})
		);
	});

	it('with nothing for the wind to take hold of does not tip, and says so', () => {
		const parts = [{ massKg: 1, heightM: 1 }];
		for (const faces of [[], [{ areaM2: 1, heightM: 0 }]])
			expect(() => tipping({ parts, faces, edgeM: 0.2 })).to.throw(/no gust tips it/);
	});
});

describe('a garden on a wall', () => {
	const hung = fc.record({
		massKg: amount(0.5, 300),
		standoffM: amount(0.02, 0.8),
		rows: fc.array(
			fc.record({ heightM: amount(0.05, 3), fixings: fc.integer({ min: 1, max: 20 }) }),
			{
				minLength: 1,
				maxLength: 6
			}
		)
	});

	it('is held: the pulls turn back just what its weight turns out, and the shear carries it all', () => {
		fc.assert(
			fc.property(hung, (input) => {
				const { rows, shearPerFixingN } = wallLoad(input);
				const weight = input.massKg * G;
				const back = rows.reduce(
					(m, { pullPerFixingN }, i) =>
						m + pullPerFixingN * input.rows[i]!.fixings * input.rows[i]!.heightM,
					0
				);
				expect(back).to.be.closeTo(weight * input.standoffM, 1e-9 * weight);
				const fixings = input.rows.reduce((n, row) => n + row.fixings, 0);
				expect(shearPerFixingN * fixings).to.be.closeTo(weight, 1e-9 * weight);
			})
		);
	});

	it('pulls hardest at the top, and less with a row or a fixing more', () => {
		fc.assert(
			fc.property(hung, amount(0.05, 3), (input, heightM) => {
				const { rows, worstPullN } = wallLoad(input);
				const top = input.rows.reduce((a, b) => (b.heightM > a.heightM ? b : a));
				expect(rows[input.rows.indexOf(top)]!.pullPerFixingN).to.equal(worstPullN);
				const row = { ...input, rows: [...input.rows, { heightM, fixings: 2 }] };
				expect(wallLoad(row).shearPerFixingN).to.be.below(wallLoad(input).shearPerFixingN);
				const more = input.rows.map((r) => ({ ...r, fixings: r.fixings + 1 }));
				expect(wallLoad({ ...input, rows: more }).worstPullN).to.be.below(worstPullN);
			})
		);
	});
});

describe('what stands and hangs', () => {
	const standing = ['bucket-stack', 'pot-stack', 'tower-bank', 'yard-channels'];
	for (const name of standing)
		it(`${name}: an empty tank holds a tower no better than a full one`, () => {
			for (const { tipping: tips } of modelOf(name).loads) {
				expect(tips!.empty.gustMS).to.be.at.most(tips!.now.result.gustMS + 1e-9);
			}
		});

	it('water in the tank under a tower is weight at its foot', () => {
		const gust = (litres: number) =>
			modelOf('bucket-stack', set('record.nowL', litres)).loads[0]!.tipping!.now.result.gustMS;
		const at = [2, 10, 30, 60].map(gust);
		expect([...at].sort((a, b) => a - b)).to.deep.equal(at);
	});

	it('every plant, pot and litre of medium is in the weight', () => {
		const model = modelOf('loft-table');
		const [load] = model.loads;
		const bare = modelOf('loft-table', set('operation.crops', {})).loads[0]!;
		const grown = model.layout.containers.reduce((kg, c) => kg + c.massKg, 0);
		expect(load!.massKg).to.be.closeTo(grown + model.layout.stands[0]!.frameKg, 1e-9);
		expect(bare.massKg).to.be.below(load!.massKg);
		expect(load!.perM2! * load!.stand.lengthM * load!.stand.depthM).to.be.closeTo(
			load!.massKg,
			1e-9
		);
	});

	it('a tank under a tower is in the weight on the floor too', () => {
		const at = (litres: number) =>
			modelOf('pot-stack', set('operation.fillL', litres)).loads[0]!.massKg;
		expect(at(40) - at(20)).to.be.closeTo(20, 1e-9);
	});

	it('twice the fixings, half the shear; the pull goes down with them', () => {
		const wall = (fixings: number) =>
			modelOf('wall-pockets', set('design.stands.0.fixingsPerTier', fixings)).loads[0]!.wall!
				.result;
		expect(wall(4).shearPerFixingN).to.be.closeTo(wall(2).shearPerFixingN / 2, 1e-9);
		expect(wall(4).worstPullN).to.be.closeTo(wall(2).worstPullN / 2, 1e-9);
	});
});
