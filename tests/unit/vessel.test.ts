import { expect } from 'chai';
import fc from 'fast-check';
import { kindOf, SPOTS, spotOf, spotsFor, tankTo, type Spot } from '../../src/lib/core/design';
import { hatchIn } from '../../src/lib/core/layout/passes/hatch';
import { overTank } from '../../src/lib/core/layout/passes/over-tank';
import { cutOff, litresAt, shapeHeightMm, TANKS, type TankShape } from '../../src/lib/core/shelf';
import { modelOf, EXAMPLES, set } from './example';

const mm = (min: number, max: number) => fc.double({ min, max, noNaN: true });
const shapes: fc.Arbitrary<TankShape> = fc.oneof(
	fc.record({
		kind: fc.constant('straight' as const),
		areaCm2: mm(100, 9000),
		heightMm: mm(80, 900)
	}),
	fc.record({
		kind: fc.constant('round' as const),
		bottomDiameterMm: mm(100, 600),
		topDiameterMm: mm(100, 700),
		heightMm: mm(80, 900)
	}),
	fc.record({
		kind: fc.constant('oblong' as const),
		bottomLengthMm: mm(200, 900),
		bottomWidthMm: mm(150, 600),
		topLengthMm: mm(200, 1000),
		topWidthMm: mm(150, 700),
		heightMm: mm(80, 900)
	})
);

describe('a tank cut off level', () => {
	it('holds up to the cut just what it held there before', () => {
		fc.assert(
			fc.property(shapes, mm(0.1, 1), mm(0, 1), (shape, share, level) => {
				const heightMm = share * shapeHeightMm(shape);
				const low = cutOff(shape, heightMm)!;
				expect(shapeHeightMm(low)).to.be.closeTo(heightMm, 1e-9);
				const at = level * heightMm;
				const before = litresAt(shape, at);
				expect(litresAt(low, at)).to.be.closeTo(before, 1e-9 * Math.max(1, before));
			})
		);
	});

	it('cannot be, for what lies on its side or was measured with a jug', () => {
		expect(cutOff({ kind: 'lying', diameterMm: 400, lengthMm: 800 }, 200)).to.equal(null);
		expect(cutOff({ kind: 'table', marks: [{ heightMm: 100, litres: 9 }] }, 50)).to.equal(null);
	});
});

describe('where a tank stands', () => {
	for (const name of EXAMPLES) {
		const { design } = modelOf(name);
		const [stand] = design.stands;

		it(`${name}: in one of the places its kind allows, and any of them can be asked for`, () => {
			const spots = spotsFor(stand!);
			expect(spots.length).to.be.above(0);
			expect(spots).to.include(spotOf(design));
			for (const spot of spots) {
				const there = modelOf(name, ...tankTo(design, spot)).design;
				expect(spotOf(there), spot).to.equal(spot);
			}
		});

		it(`${name}: a place it does not allow gives way to one it does`, () => {
			for (const spot of SPOTS) {
				const there = modelOf(name, set('design.tank.spot', spot)).design;
				expect(spotsFor(there.stands[0]!), spot).to.include(spotOf(there));
			}
		});

		it(`${name}: wherever it is put, pump and returns go with it and nothing is NaN`, () => {
			for (const spot of spotsFor(stand!)) {
				const { layout } = modelOf(name, ...tankTo(design, spot));
				const { tank, pump } = layout;
				expect(pump.xM, spot).to.be.within(tank.xM, tank.xM + tank.lengthM);
				expect(pump.yM, spot).to.be.within(tank.yM, tank.yM + tank.widthM);
				for (const run of layout.returns.filter((r) => r.way === 'fall')) {
					const end = run.points.at(-1)!;
					expect(end.yM, `${spot}, ${run.id}`).to.be.within(tank.yM, tank.yM + tank.widthM);
				}
				expect(JSON.stringify(layout)).to.not.match(/null,"zM"|NaN/);
			}
		});
	}

	it('only what is small enough stands on a lid', () => {
		const onLid = (name: string) => spotsFor(modelOf(name).design.stands[0]!).includes('lid');
		const allowed: [name: string, lid: boolean][] = [
			['kitchen-columns', true],
			['pot-stack', true],
			['loft-table', true],
			['tower-bank', false],
			['lean-to-rail', false],
			['yard-channels', false]
		];
		for (const [name, lid] of allowed)
			expect(onLid(name), kindOf(modelOf(name).design.stands[0]!).title).to.equal(lid);
	});
});

describe('a hatch in the lid', () => {
	const lid = { xM: 0, yM: 0, lengthM: 0.6, widthM: 0.4 };
	const pump = { xM: 0.3, yM: 0.2, zM: 0.05 };
	const posts = fc.array(
		fc.record({
			xM: mm(0.05, 0.55),
			yM: mm(0.05, 0.35),
			radiusM: mm(0.02, 0.12)
		}),
		{ maxLength: 5 }
	);
	const cut = (containers: { xM: number; yM: number; radiusM: number }[]) =>
		hatchIn({ tank: lid, pump, containers } as never);

	it('lies within the lid and clear of all that stands on it', () => {
		fc.assert(
			fc.property(posts, (containers) => {
				const hatch = cut(containers);
				if (!hatch) return;
				const half = hatch.sizeM / 2;
				expect(hatch.xM - half).to.be.at.least(lid.xM);
				expect(hatch.xM + half).to.be.at.most(lid.xM + lid.lengthM + 1e-9);
				expect(hatch.yM - half).to.be.at.least(lid.yM);
				expect(hatch.yM + half).to.be.at.most(lid.yM + lid.widthM + 1e-9);
				for (const post of containers) {
					const dx = Math.max(0, Math.abs(post.xM - hatch.xM) - half);
					const dy = Math.max(0, Math.abs(post.yM - hatch.yM) - half);
					expect(Math.hypot(dx, dy)).to.be.above(post.radiusM);
				}
			})
		);
	});

	it('is as large as can be, over the pump where that is free, and none where there is no room', () => {
		expect(cut([])!.sizeM).to.equal(0.16);
		expect(Math.hypot(cut([])!.xM - pump.xM, cut([])!.yM - pump.yM)).to.be.below(0.02);
		const crowded = [0.1, 0.3, 0.5].flatMap((xM) =>
			[0.1, 0.3].map((yM) => ({ xM, yM, radiusM: 0.11 }))
		);
		expect(cut(crowded)).to.equal(null);
	});
});

describe('a return that turns to its tank', () => {
	const tank = { xM: 0, yM: 0, lengthM: 0.6, widthM: 0.4 } as never;
	const runTo = (yM: number, way = 'fall') =>
		({
			way,
			points: [
				{ xM: 2, yM, zM: 0.6 },
				{ xM: 0.3, yM, zM: 0.566 }
			],
			fallPercent: 2,
			lengthM: 1.7,
			endM: 0.54
		}) as never as Parameters<typeof overTank>[0];

	it('goes on across, with the same fall, to just inside the edge', () => {
		for (const yM of [-0.3, 0.9]) {
			const { points, lengthM, endM } = overTank(runTo(yM), tank);
			const [before, end] = points.slice(-2);
			const across = Math.abs(end!.yM - yM);
			expect(points).to.have.length(3);
			expect(end!.yM).to.be.within(0, 0.4);
			expect(before!.zM - end!.zM).to.be.closeTo(0.02 * across, 1e-12);
			expect(lengthM).to.be.closeTo(
				Math.hypot(1.7, 0.034) + Math.hypot(across, 0.02 * across),
				1e-9
			);
			expect(endM).to.be.closeTo(0.54 - 0.02 * across, 1e-12);
		}
	});

	it('stays as it is where it ends over the tank, or runs to waste', () => {
		const over = runTo(0.2);
		expect(overTank(over, tank)).to.equal(over);
		const waste = runTo(0.9, 'waste');
		expect(overTank(waste, tank)).to.equal(waste);
	});
});

describe('tanks on the shelf', () => {
	for (const { id, shape } of TANKS)
		it(`${id} holds more at every height than at the one before`, () => {
			const top = shapeHeightMm(shape);
			let before = 0;
			for (let i = 1; i <= 20; i++) {
				const litres = litresAt(shape, (top * i) / 20);
				expect(litres).to.be.above(before);
				before = litres;
			}
		});
});

it('every place a tank may stand has been tried by some example', () => {
	const seen = new Set<Spot>(EXAMPLES.flatMap((name) => spotsFor(modelOf(name).design.stands[0]!)));
	expect([...seen].sort()).to.deep.equal([...SPOTS].sort());
});
