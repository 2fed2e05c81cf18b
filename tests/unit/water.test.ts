import { expect } from 'chai';
import fc from 'fast-check';
import type { Climate } from '../../src/lib/core/design';
import { InvalidInput, NoSolution } from '../../src/lib/core/quantity';
import {
	heightAt,
	litresAt,
	shapeHeightMm,
	tankLevel,
	type TankShape
} from '../../src/lib/core/shelf';
import {
	evapotranspiration,
	plantDemand,
	reservoirRun,
	reservoirSize,
	type ReservoirRunInput
} from '../../src/lib/core/water';

const between = (min: number, max: number) => fc.double({ min, max, noNaN: true });
const mm = between(50, 1500);
const shapes: fc.Arbitrary<TankShape> = fc.oneof(
	fc.record({ kind: fc.constant('straight' as const), areaCm2: between(50, 20_000), heightMm: mm }),
	fc.record({
		kind: fc.constant('round' as const),
		bottomDiameterMm: mm,
		topDiameterMm: mm,
		heightMm: mm
	}),
	fc.record({
		kind: fc.constant('oblong' as const),
		bottomLengthMm: mm,
		bottomWidthMm: mm,
		topLengthMm: mm,
		topWidthMm: mm,
		heightMm: mm
	}),
	fc.record({ kind: fc.constant('lying' as const), diameterMm: mm, lengthMm: mm }),
	fc
		.array(fc.tuple(between(1, 100), between(0.5, 20)), { minLength: 1, maxLength: 12 })
		.map((steps) => {
			let [heightMm, litres] = [0, 0];
			return {
				kind: 'table' as const,
				marks: steps.map(([h, l]) => ({ heightMm: (heightMm += h), litres: (litres += l) }))
			};
		})
);

describe('tank shapes', () => {
	it('go from height to litres and back', () => {
		fc.assert(
			fc.property(shapes, between(0, 1), (shape, share) => {
				const h = share * shapeHeightMm(shape);
				const litres = litresAt(shape, h);
				expect(litresAt(shape, heightAt(shape, litres))).to.be.closeTo(
					litres,
					1e-9 * litresAt(shape, shapeHeightMm(shape)) + 1e-12
				);
			}),
			{ numRuns: 400 }
		);
	});

	it('hold more the higher the water stands', () => {
		fc.assert(
			fc.property(shapes, between(0, 0.98), (shape, share) => {
				const top = shapeHeightMm(shape);
				expect(litresAt(shape, (share + 0.02) * top)).to.be.above(litresAt(shape, share * top));
			})
		);
	});

	const known: [what: string, shape: TankShape, level: number, litres: number][] = [
		['a straight box', { kind: 'straight', areaCm2: 1000, heightMm: 400 }, 250, 25],
		[
			'a cylinder',
			{ kind: 'round', bottomDiameterMm: 200, topDiameterMm: 200, heightMm: 500 },
			500,
			Math.PI * 0.01 * 500
		],
		[
			'a cone',
			{ kind: 'round', bottomDiameterMm: 1e-9, topDiameterMm: 300, heightMm: 300 },
			300,
			(Math.PI * 0.0225 * 300) / 3
		],
		[
			'a drum half full',
			{ kind: 'lying', diameterMm: 400, lengthMm: 600 },
			200,
			(Math.PI * 0.04 * 600) / 2
		],
		[
			'a measured bin, between marks',
			{
				kind: 'table',
				marks: [
					{ heightMm: 100, litres: 8 },
					{ heightMm: 200, litres: 20 }
				]
			},
			150,
			14
		]
	];
	for (const [what, shape, level, litres] of known)
		it(`${what} holds what geometry says`, () =>
			void expect(litresAt(shape, level)).to.be.closeTo(litres, 1e-6));

	it('mark a strip of tape at every step up to the brim, and no further', () => {
		const shape: TankShape = { kind: 'straight', areaCm2: 1000, heightMm: 400 };
		const { marks, fullL } = tankLevel({ shape, brimMm: 350, markEveryL: 5 });
		expect(fullL).to.equal(35);
		expect(marks.map((m) => m.litres)).to.deep.equal([5, 10, 15, 20, 25, 30, 35]);
		expect(marks.at(-1)!.heightMm).to.be.closeTo(350, 1e-6);
		expect(() => tankLevel({ shape, markEveryL: 0.05 })).to.throw(InvalidInput, /500 marks/);
		expect(() => tankLevel({ shape, brimMm: 350, levelsMm: [351] })).to.throw(
			InvalidInput,
			/the brim/
		);
		expect(() => tankLevel({ shape, litres: [41] })).to.throw(NoSolution);
	});
});

describe('demand', () => {
	const outdoors: Climate = {
		setting: 'outdoors',
		tMinC: 12,
		tMaxC: 24,
		rhMinPercent: 45,
		rhMaxPercent: 85,
		windMS: 1.5,
		elevationM: 50,
		latitudeDeg: 50,
		dayOfYear: 170,
		solarMjM2: 18
	};
	const et0 = (change: Partial<typeof outdoors>) =>
		evapotranspiration({ ...outdoors, ...change }).et0MmDay;

	it('rises with sun, warmth and wind, and falls with damp air', () => {
		const now = et0({});
		expect(et0({ solarMjM2: 24 })).to.be.above(now);
		expect(et0({ tMaxC: 30 })).to.be.above(now);
		expect(et0({ windMS: 4 })).to.be.above(now);
		expect(et0({ rhMinPercent: 70, rhMaxPercent: 95 })).to.be.below(now);
	});

	it('is the same from hours of sun as from the radiation they make', () => {
		const { dliMol } = evapotranspiration({ ...outdoors, solarMjM2: undefined, sunshineH: 8 });
		expect(et0({ solarMjM2: dliMol / 2.06 })).to.be.closeTo(
			et0({ solarMjM2: undefined, sunshineH: 8 }),
			1e-9
		);
	});

	it('never goes below nothing, in the dark of a polar winter', () => {
		const winter = evapotranspiration({
			...outdoors,
			solarMjM2: undefined,
			sunshineH: 0,
			latitudeDeg: 80,
			dayOfYear: 355,
			tMinC: -30,
			tMaxC: -20,
			windMS: 0
		});
		expect(winter.et0MmDay).to.be.at.least(0);
		expect(winter.dliMol).to.equal(0);
	});

	it('under lamps follows their light', () => {
		const lamps: Climate = {
			setting: 'indoors',
			tMinC: 19,
			tMaxC: 25,
			rhMinPercent: 50,
			rhMaxPercent: 65,
			windMS: 0.3,
			ppfdUmol: 380,
			photoperiodH: 14,
			lamp: 'led'
		};
		const { dliMol, netRadiationMjM2 } = evapotranspiration(lamps);
		expect(dliMol).to.be.closeTo(19.152, 1e-9);
		expect(netRadiationMjM2).to.be.closeTo((0.77 * 19.152) / 5, 1e-9);
	});

	it('is litres: a millimetre on a square metre', () => {
		expect(plantDemand({ et0MmDay: 4, kc: 1, canopyM2: 1 }).litresPerDay).to.equal(4);
		expect(
			plantDemand({ et0MmDay: 4, kc: 1.1, canopyM2: 0.5, plants: 3, factor: 0.5 }).litresPerDay
		).to.be.closeTo(3.3, 1e-12);
	});
});

describe('reservoir', () => {
	const runs = fc.record({
		startL: between(1, 200),
		ecStartMsCm: between(0, 4),
		pumpMinimumL: between(0, 30),
		useLPerDay: between(0, 40),
		uptakeEcMsCm: between(0, 4),
		evaporationLPerDay: between(0, 5),
		days: fc.integer({ min: 1, max: 60 })
	});
	const topUps = fc.oneof(
		fc.constant({ kind: 'none' as const }),
		fc.record({
			kind: fc.constant('refill' as const),
			everyDays: fc.integer({ min: 1, max: 9 }),
			toL: between(0, 200),
			ecMsCm: between(0, 4)
		}),
		fc.record({
			kind: fc.constant('float' as const),
			setL: between(0, 200),
			ecMsCm: between(0, 4),
			reserveL: fc.option(between(0, 300))
		})
	);

	it('never holds less than nothing, and adds no water it does not have', () => {
		fc.assert(
			fc.property(runs, topUps, (base, topUp) => {
				const input: ReservoirRunInput = { ...base, topUp };
				const { days } = reservoirRun(input);
				let before = base.startL;
				let added = 0;
				for (const day of days) {
					expect(day.volumeL).to.be.at.least(0);
					expect(day.ecMsCm).to.be.at.least(-1e-9);
					const lost = before + day.addedL - day.volumeL;
					expect(lost).to.be.within(-1e-6, base.useLPerDay + base.evaporationLPerDay + 1e-6);
					added += day.addedL;
					before = day.volumeL;
				}
				if (topUp.kind === 'float' && topUp.reserveL !== null) {
					expect(added).to.be.at.most(topUp.reserveL + 1e-6);
					expect(days.at(-1)!.reserveL!).to.be.closeTo(topUp.reserveL - added, 1e-6);
				}
			})
		);
	});

	it('sized by drift, drifts just so far in the days it was sized for', () => {
		fc.assert(
			fc.property(
				between(1, 20),
				fc.integer({ min: 1, max: 14 }),
				between(0.2, 0.95),
				between(5, 60),
				(use, days, share, drift) => {
					const size = reservoirSize({
						useLPerDay: use,
						refillEveryDays: days,
						pumpMinimumL: 0,
						inTransitL: 0,
						ecStartMsCm: 2,
						uptakeEcMsCm: 2 * share,
						maxDriftPercent: drift
					});
					expect(size.governedBy).to.equal('drift');
					const run = reservoirRun({
						startL: size.fillL,
						ecStartMsCm: 2,
						pumpMinimumL: 0,
						useLPerDay: use,
						uptakeEcMsCm: 2 * share,
						evaporationLPerDay: 0,
						days,
						topUp: { kind: 'none' }
					});
					expect(run.days.at(-1)!.ecMsCm).to.be.closeTo(2 * (1 + drift / 100), 1e-6);
					expect(size.ecAtRefillMsCm).to.be.closeTo(2 * (1 + drift / 100), 1e-6);
				}
			)
		);
	});

	it('topped up with just what the plants take, keeps its strength', () => {
		const run = reservoirRun({
			startL: 40,
			ecStartMsCm: 2,
			pumpMinimumL: 5,
			useLPerDay: 10,
			uptakeEcMsCm: 1.6,
			evaporationLPerDay: 0,
			days: 20,
			topUp: { kind: 'float', setL: 40, ecMsCm: 1.6, reserveL: null }
		});
		// by the hour it goes up a little before each top-up
		expect(run.days.every(({ ecMsCm }) => Math.abs(ecMsCm - 2) < 1e-9)).to.equal(true);
		expect(run.ecMaxMsCm).to.be.within(2, 2.005);
	});

	it('wants one use a day where a list is given', () => {
		const input: ReservoirRunInput = {
			startL: 40,
			ecStartMsCm: 2,
			pumpMinimumL: 5,
			useLPerDay: [1, 2],
			uptakeEcMsCm: 1,
			evaporationLPerDay: 0,
			days: 3,
			topUp: { kind: 'none' }
		};
		expect(() => reservoirRun(input)).to.throw(InvalidInput, /one figure a day/);
		expect(reservoirRun({ ...input, days: 2 }).days.map((d) => d.volumeL)).to.deep.equal([39, 37]);
	});
});
