import { expect } from 'chai';
import fc from 'fast-check';
import { leastWetFlowLph, mostWetTiltMmPerM, spread } from '../../src/lib/core/hydraulics';
import { modelOf, set } from './example';

const rim = fc.record({
	rimDiameterMm: fc.double({ min: 30, max: 400, noNaN: true }),
	sectors: fc.integer({ min: 2, max: 12 })
});
const dry = (of: { rimDiameterMm: number; sectors: number }, flowLph: number, tiltMmPerM: number) =>
	spread({ ...of, flowLph, tiltMmPerM }).dry;

describe('the rim of a spreader', () => {
	it('wets every side just over the least flow, and not just under it', () => {
		fc.assert(
			fc.property(rim, fc.double({ min: 0.5, max: 150, noNaN: true }), (of, tilt) => {
				const least = leastWetFlowLph(of, tilt);
				expect(dry(of, least * 1.001, tilt)).to.equal(0);
				expect(dry(of, least * 0.99, tilt)).to.be.above(0);
			})
		);
	});

	it('wets every side just under the greatest lean, and not just over it', () => {
		fc.assert(
			fc.property(rim, fc.double({ min: 1, max: 2000, noNaN: true }), (of, flow) => {
				const most = mostWetTiltMmPerM(of, flow);
				expect(dry(of, flow, most * 0.999)).to.equal(0);
				expect(dry(of, flow, most * 1.01)).to.be.above(0);
				expect(leastWetFlowLph(of, most)).to.be.closeTo(flow, 1e-6 * flow);
			})
		);
	});

	it('more flow allows more lean; a wider rim allows less', () => {
		const tilt = (flow: number, rimDiameterMm = 100) =>
			mostWetTiltMmPerM({ rimDiameterMm, sectors: 8 }, flow);
		expect(tilt(200)).to.be.above(tilt(100));
		expect(tilt(100, 200)).to.be.below(tilt(100, 100));
		expect(mostWetTiltMmPerM({ rimDiameterMm: 100, sectors: 1 }, 50)).to.equal(Infinity);
	});

	it('a tower stood at that lean has no dry side, and one further has', () => {
		const [state] = modelOf('segment-tower').sharing;
		const at = (lean: number) =>
			modelOf('segment-tower', set('design.stands.0.leanMmPerM', lean)).sharing[0]!.result.dry;
		expect(at(0.99 * state!.mostTiltMmPerM)).to.equal(0);
		expect(at(1.02 * state!.mostTiltMmPerM)).to.be.above(0);
	});
});
