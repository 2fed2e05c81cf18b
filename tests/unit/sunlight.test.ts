import { PARAMETERS } from '../../src/lib/core/parameters';
import { expect } from 'chai';
import { readdirSync } from 'node:fs';
import fc from 'fast-check';
import type { Site } from '../../src/lib/core/layout';
import { bestFront } from '../../src/lib/core/model';
import { provenFindings } from '../../src/lib/core/review';
import { touchDay } from '../../src/lib/core/review/findings/spacing';
import type { SystemModel } from '../../src/lib/core/model';
import { CROPS, pick } from '../../src/lib/core/shelf';
import { dayLengthH, growingDays, sunAt } from '../../src/lib/core/water';
import { modelOf, set } from './example';

const NAMES = readdirSync(new URL('../../examples/', import.meta.url)).map((name) =>
	name.replace('.json', '')
);
const JUNE = 172;
const DECEMBER = 355;
const MARCH = 80;

describe('the sun', () => {
	const noon = (latitude: number, day: number) => sunAt(latitude, day, 12).altitudeDeg;
	// 90° less the latitude, and the tilt of the axis more or less
	for (const [latitude, day, altitude] of [
		[0, MARCH, 90],
		[51.5, JUNE, 62],
		[51.5, DECEMBER, 15.1],
		[40, MARCH, 50],
		[-33.9, DECEMBER, 79.5],
		[-33.9, JUNE, 32.7],
		[66.6, DECEMBER, 0]
	] as const)
		it(`at ${latitude}° on day ${day} stands ${altitude}° high at noon`, () =>
			expect(noon(latitude, day)).to.be.closeTo(altitude, 0.8));

	it('rises in the east, is south at noon in the north and north at noon in the south', () => {
		expect(sunAt(50, MARCH, 6.1).azimuthDeg).to.be.closeTo(90, 4);
		expect(sunAt(50, MARCH, 12).azimuthDeg).to.be.closeTo(180, 1e-6);
		expect(sunAt(50, MARCH, 17.9).azimuthDeg).to.be.closeTo(270, 4);
		const south = sunAt(-35, JUNE, 12).azimuthDeg;
		expect(Math.min(south, 360 - south)).to.be.closeTo(0, 1e-6);
	});

	it('is on the horizon at the ends of its day, wherever there is one', () => {
		fc.assert(
			fc.property(
				fc.integer({ min: -64, max: 64 }),
				fc.integer({ min: 1, max: 365 }),
				(lat, day) => {
					const half = dayLengthH(lat, day) / 2;
					for (const hour of [12 - half, 12 + half])
						expect(sunAt(lat, day, hour).altitudeDeg).to.be.closeTo(0, 1e-6);
					expect(dayLengthH(lat, day) + dayLengthH(-lat, day)).to.be.closeTo(24, 1e-9);
				}
			)
		);
	});

	it('never comes up in a polar winter nor goes down in its summer', () => {
		expect(dayLengthH(75, DECEMBER)).to.equal(0);
		expect(dayLengthH(75, JUNE)).to.equal(24);
	});

	it('the longest day is about midsummer of either half, and the shortest one that grows has ten hours', () => {
		for (const latitude of [55, 48, 35, -35, -45]) {
			const { longest, shortest } = growingDays(latitude);
			expect(Math.abs(longest - (latitude > 0 ? JUNE : DECEMBER))).to.be.at.most(3);
			expect(dayLengthH(latitude, shortest)).to.be.at.least(10 - 1e-9);
			expect(dayLengthH(latitude, shortest)).to.be.at.most(dayLengthH(latitude, longest));
		}
	});
});

/** Mean loss with the front turned. */
const turned = (model: SystemModel, front: number) =>
	model.with([set('design.frontDeg', front % 360)]).shade!.result.mean;

describe('shade of neighbours', () => {
	it('a single tower has its own alone, two along the sun have, and further apart they have less', () => {
		const lone = modelOf(
			'tower-bank',
			set('design.stands.0.towers', 1),
			set('design.stands.0.rows', 1)
		);
		const own = lone.shade!.result.mean;
		expect(own).to.be.within(0.01, 0.5);
		const means = [300, 460, 900, 1800].map(
			(pitch) => modelOf('tower-bank', set('design.stands.0.pitchMm', pitch)).shade!.result.mean
		);
		expect([...means].sort((a, b) => b - a)).to.deep.equal(means);
		expect(means[0]).to.be.above(means.at(-1)!);
		expect(means.at(-1)).to.be.at.least(own - 1e-9);
	});

	it('turned right round a lone row loses the same, for the sun goes over both ways alike', () => {
		const model = modelOf('tower-bank', set('design.stands.0.rows', 1));
		for (const front of [0, 45, 90, 135])
			expect(turned(model, front)).to.be.closeTo(turned(model, front + 180), 0.06);
	});

	it('the way round that is recommended loses least of those tried', () => {
		for (const name of ['tower-bank', 'lean-to-rail', 'outdoor-bucket-rows']) {
			const model = modelOf(name);
			const best = bestFront(model)!;
			for (let front = 0; front < 360; front += 45)
				expect(turned(model, front), name).to.be.at.least(best.mean - 1e-9);
		}
	});

	it('a share of the sun is a share, on either day', () => {
		for (const name of NAMES) {
			const shade = modelOf(name).shade;
			for (const { longest, shortest } of shade?.bySite.values() ?? []) {
				expect(longest, name).to.be.within(0, 1);
				expect(shortest, name).to.be.within(0, 1);
			}
		}
	});

	it('small plants take no sun from large ones behind them', () => {
		const grown = modelOf('outdoor-bucket-rows');
		const young = modelOf(
			'outdoor-bucket-rows',
			set('record.stages', Object.fromEntries(grown.layout.sites.map((s) => [s.id, 'seedling'])))
		);
		expect(young.shade!.result.mean).to.be.below(grown.shade!.result.mean);
	});
});

describe('room between plants', () => {
	/** Where its leaves have their middle: half its spread out of a wall it grows from. */
	const crown = (site: Site) => {
		const out = site.facingDeg === null ? 0 : site.matureSpreadMm / 2000;
		const a = ((site.facingDeg ?? 0) * Math.PI) / 180;
		return [site.xM + out * Math.sin(a), site.yM - out * Math.cos(a), site.zM] as const;
	};
	for (const name of NAMES)
		it(`${name}: the tightest pair is the tightest of all pairs`, () => {
			const model = modelOf(name);
			for (const { id } of model.layout.stands) {
				const sites = model.layout.sites.filter((s) => s.standId === id && s.cropId);
				let least = Infinity;
				sites.forEach((a, i) =>
					sites.slice(i + 1).forEach((b) => {
						if (a.containerId === b.containerId && a.facingDeg === null) return;
						const [p, q] = [crown(a), crown(b)];
						const apart = 1000 * Math.hypot(p[0] - q[0], p[1] - q[1], p[2] - q[2]);
						const wants = (a.matureSpreadMm + b.matureSpreadMm) / 2;
						if (apart <= wants - 1) least = Math.min(least, apart / wants);
					})
				);
				const found = model.tightest.get(id);
				if (least === Infinity) expect(found).to.equal(undefined);
				else expect(found!.apartMm / found!.wantsMm).to.be.closeTo(least, 1e-9);
			}
		});

	it('they touch when the canopy’s share has the root of their distance: later the further apart', () => {
		for (const crop of CROPS.filter((c) => c.harvestDays !== null)) {
			const days = [0.2, 0.4, 0.6, 0.8, 0.95].map((share) =>
				touchDay(crop, share * 300, 300, PARAMETERS.growth)!
			);
			expect(
				[...days].sort((a, b) => a - b),
				crop.id
			).to.deep.equal(days);
			expect(days.at(-1)).to.be.at.most(crop.harvestDays!);
		}
		const lettuce = pick(CROPS, 'leaf-lettuce');
		// at 0.35 of its canopy, a third of its way, spread is 0.59 of the grown one
		const third = Math.sqrt(PARAMETERS.growth.young.value);
		expect(touchDay(lettuce, third * 300, 300, PARAMETERS.growth)).to.be.closeTo(
			lettuce.harvestDays! / 3,
			1
		);
		expect(touchDay(lettuce, 0, 300, PARAMETERS.growth)).to.equal(0);
		const blueberry = CROPS.find((c) => c.harvestDays === null)!;
		expect(touchDay(blueberry, 100, 300, PARAMETERS.growth)).to.equal(null);
	});

	it('with room enough nothing is said, and what is said goes when it is given', () => {
		const wide = modelOf(
			'kitchen-columns',
			set('design.stands.0.ringPitchMm', 400),
			set('operation.crops', {})
		);
		expect(provenFindings(wide).map((f) => f.code)).to.not.include('too-close');
		const tight = modelOf('tower-bank');
		const [finding] = provenFindings(tight).filter((f) => f.code === 'too-close');
		const after = tight.with(finding!.fixes[0]!.change);
		const left = after.tightest.get(after.layout.stands[0]!.id);
		const before = tight.tightest.get(tight.layout.stands[0]!.id)!;
		if (left) expect(left.apartMm / left.wantsMm).to.be.above(before.apartMm / before.wantsMm);
	});
});
