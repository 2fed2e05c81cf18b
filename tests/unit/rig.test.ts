import { expect } from 'chai';
import { SimulatedMeter, type Fault } from '../../src/lib/server/rig/simulated';

const HOUR = 3_600_000;
const figures = {
	fullL: 40,
	startL: 40,
	startMsCm: 2,
	startPh: 6,
	pumpMinimumL: 5,
	useLPerDay: 10,
	uptakeShare: 0.7,
	phPerDay: 0.2,
	floatMsCm: null as number | null,
	coolC: 16,
	warmC: 24
};
/** A meter on a clock of our own, from noon on. */
function rig(over: Partial<typeof figures> = {}, seed = 5) {
	let now = 0;
	const meter = new SimulatedMeter({ ...figures, ...over }, seed, () => now, 12);
	const after = async (hours: number) => {
		now += hours * HOUR;
		return meter.read();
	};
	return { meter, after };
}

describe('the simulated meter', () => {
	it('shows a tank that is drunk from: litres fall by what plants drink, strength and pH go their way', async () => {
		const { after } = rig();
		const day = await after(24);
		expect(day.litres).to.be.closeTo(30, 0.6);
		// salt goes with 0.7 of the strength: 40·2 − 10·2·0.7 of it are left, about
		expect(day.msCm).to.be.closeTo(66 / 30, 0.06);
		expect(day.ph).to.be.above(6.1);
		expect(day.waterC).to.be.within(15, 25);
		expect((await after(24)).litres).to.be.closeTo(20, 0.6);
	});

	it('shows the same for the same seed, and other noise for another', async () => {
		const series = async (seed: number) => {
			const { after } = rig({}, seed);
			return [await after(1), await after(1), await after(1)].map(({ msCm }) => msCm);
		};
		expect(await series(3)).to.deep.equal(await series(3));
		expect(await series(3)).to.not.deep.equal(await series(4));
	});

	it('has a clock that can run faster', async () => {
		const { meter, after } = rig();
		meter.set({ speed: 24, fault: 'none' });
		expect((await after(1)).litres).to.be.closeTo(30, 0.6);
	});

	const seen = async (fault: Fault, hours = 48, over: Partial<typeof figures> = {}) => {
		const { meter, after } = rig(over);
		meter.set({ speed: 1, fault });
		return after(hours);
	};
	it('drifts, is set wrong, or is fouled: and the tank is as it was', async () => {
		const sound = await seen('none');
		const near = ({ litres }: { litres: number | null }) =>
			expect(litres).to.be.closeTo(sound.litres!, 1);
		for (const fault of ['drift', 'calibration', 'fouled'] as const) near(await seen(fault));
		expect((await seen('drift')).msCm! - sound.msCm!).to.be.within(0.02, 0.12);
		expect((await seen('calibration')).msCm! / sound.msCm!).to.be.closeTo(1.15, 0.03);
		expect((await seen('fouled')).msCm! / sound.msCm!).to.be.closeTo(0.7, 0.05);
	});

	it('an empty tank shows no pH, a stopped pump leaves it full, a stuck float lets it fall', async () => {
		const empty = await seen('empty');
		expect([empty.litres, empty.ph]).to.deep.equal([0, null]);
		expect((await seen('stopped-pump')).litres).to.be.closeTo(40, 0.6);
		const float = { floatMsCm: 0.3 };
		expect((await seen('none', 48, float)).litres).to.be.closeTo(40, 0.6);
		expect((await seen('stuck-float', 48, float)).litres).to.be.closeTo(20, 1);
	});

	it('tells by itself until nobody listens', async () => {
		const { meter } = rig();
		let heard = 0;
		const stop = meter.watch(() => (heard += 1));
		await new Promise((done) => setTimeout(done, 30));
		stop();
		const then = heard;
		expect(then).to.equal(1);
		await new Promise((done) => setTimeout(done, 1100));
		expect(heard).to.equal(then);
	});
});
