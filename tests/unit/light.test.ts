import { modelOf, codes, set } from './example';
import { expect } from 'chai';
import { type Change } from '../../src/lib/core/design';
import { bestFront, SystemModel } from '../../src/lib/core/model';
import { ppfdOf } from '../../src/lib/core/water';
import { dayLengthH, growingDays, sunAt } from '../../src/lib/core/water';
import { templatesOf } from '../../src/lib/core/construction';

describe('light and shade', () => {
	const lamp = {
		id: 'a',
		name: 'A',
		xM: 0.5,
		yM: 0.5,
		heightM: 1.6,
		lengthM: 0.02,
		ppfUmolS: 500,
		spreadDeg: 120,
		watts: 200,
		socket: 1
	};
	const lit = (...changes: Change[]) =>
		modelOf(
			'loft-table',
			set('design.lamps', [lamp]),
			set('operation.lampHours', { a: 12 }),
			...changes
		);

	it('a lamp sends out what it says: its light over a floor adds up to its photons', () => {
		let sum = 0;
		const step = 0.05;
		for (let xM = -12; xM < 13; xM += step)
			for (let yM = -12; yM < 13; yM += step) sum += ppfdOf(lamp, { xM, yM, zM: 0 }) * step * step;
		expect(sum).to.be.closeTo(500, 15);
	});
	it('is brightest under its middle, four times dimmer at twice the distance, and dark above', () => {
		const at = (zM: number, xM = 0.5) => ppfdOf(lamp, { xM, yM: 0.5, zM });
		expect(at(0.6) / at(-0.4)).to.be.closeTo(4, 0.01);
		expect(at(0.6, 1)).to.be.below(at(0.6));
		expect(at(2)).to.equal(0);
	});
	it('longer hours and a lower lamp give more in a day', () => {
		const dli = (model: SystemModel) => model.light.bySite.get('table/2/2/1')!.dliMol;
		expect(dli(lit(set('operation.lampHours.a', 18))) / dli(lit())).to.be.closeTo(1.5, 1e-9);
		expect(dli(lit(set('design.lamps.0.heightM', 1.4)))).to.be.above(dli(lit()));
	});
	it('too little is said with what would help, and too much on one socket is refused', () => {
		expect(codes(lit(set('design.lamps.0.ppfUmolS', 60)))).to.include('too-dim');
		expect(codes(lit(set('design.lamps.0.watts', 2000)))).to.include('socket-overloaded');
	});
	it('the sun stands where almanacs say: noon at 52° N, and the longest day in June', () => {
		expect(sunAt(52, 172, 12).altitudeDeg).to.be.closeTo(90 - 52 + 23.44, 0.3);
		expect(sunAt(52, 172, 12).azimuthDeg).to.be.closeTo(180, 1e-6);
		expect(sunAt(52, 80, 6).azimuthDeg).to.be.closeTo(90, 2);
		expect(dayLengthH(52, 172)).to.be.closeTo(16.5, 0.2);
		expect(growingDays(52).longest).to.be.within(170, 175);
		expect(growingDays(-35).longest).to.be.within(353, 358);
	});
	it('towers wider apart take less sun from one another, and one alone from its own back', () => {
		const mean = (...changes: Change[]) => modelOf('tower-bank', ...changes).shade!.result.mean;
		expect(
			mean(set('design.stands.0.pitchMm', 1500), set('design.stands.0.rowGapMm', 1500))
		).to.be.below(mean());
		const lone = modelOf(
			'tower-bank',
			set('design.stands.0.towers', 1),
			set('design.stands.0.rows', 1)
		);
		expect(lone.shade!.result.mean).to.be.within(0.01, 0.5);
		const loses = (front: boolean) =>
			Math.max(
				...lone.layout.sites
					.filter(({ facingDeg }) => Math.cos((facingDeg! * Math.PI) / 180) > 0.9 === front)
					.map(({ id }) => lone.shade!.bySite.get(id)!.shortest)
			);
		expect(loses(true)).to.be.below(loses(false));
		const best = bestFront(modelOf('tower-bank'))!;
		expect(best.mean).to.be.at.most(mean() + 1e-9);
	});
	it('climbers ask for something to hold them, and then weigh on it', () => {
		expect(codes(modelOf('lean-to-rail'))).to.include('support-bears');
		const none = { kind: 'none', heightM: 2 };
		expect(codes(modelOf('lean-to-rail', set('design.support', none)))).to.include(
			'nothing-to-climb'
		);
		expect(codes(modelOf('loft-table'))).to.not.include('nothing-to-climb');
	});
});

describe('templates in full size', () => {
	it('a hole at every site of the pattern, within the sheet', () => {
		const [skin] = templatesOf(modelOf('kitchen-columns'));
		expect(skin!.holes).to.have.length(32);
		expect(skin!.widthMm).to.be.closeTo(Math.PI * 110 + 8, 1e-9);
		for (const hole of skin!.holes) {
			expect(hole.xMm).to.be.within(0, skin!.widthMm);
			expect(hole.yMm).to.be.within(0, skin!.heightMm);
		}
	});
	it('a lid for a stack of buckets: riser, bolts, drains and cord', () => {
		const lid = templatesOf(modelOf('bucket-stack')).find((t) => t.id.endsWith('.lid'))!;
		expect(lid.holes.filter((h) => h.label === 'bolt')).to.have.length(4);
		expect(lid.holes.some((h) => h.label.startsWith('riser'))).to.equal(true);
		expect(templatesOf(modelOf('loft-table'))).to.deep.equal([]);
	});
});
