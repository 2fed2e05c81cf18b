import { expect } from 'chai';
import fc from 'fast-check';
import { lightAtSite } from '../../src/lib/core/water';
import { reflectedPpfd } from '../../src/lib/core/water/reflected-light';

const lamp = {
	ppfUmolS: 500,
	spreadDeg: 120,
	xM: 1,
	yM: 1,
	heightM: 2,
	turnedDeg: 0,
	towardsDeg: 0
};
const room = { lengthM: 2, widthM: 2, heightM: 2, reflects: 0.8, floorReflects: 0.1 };

describe('light that walls give back', () => {
	it('a box of one reflectance: light absorbed again and again adds up to all there is', () => {
		fc.assert(
			fc.property(
				fc.double({ min: 0.05, max: 0.9, noNaN: true }),
				fc.double({ min: 0.5, max: 5, noNaN: true }),
				fc.double({ min: 0, max: 180, noNaN: true }),
				(reflects, lengthM, turnedDeg) => {
					const box = { ...room, lengthM, reflects, floorReflects: reflects };
					const areaM2 = 2 * (lengthM * 2 + 2 * 2 + lengthM * 2);
					const back = reflectedPpfd({ ...lamp, turnedDeg }, box);
					const absorbed = (1 - reflects) * (lamp.ppfUmolS + back * areaM2);
					expect(absorbed).to.be.closeTo(lamp.ppfUmolS, 1e-6 * lamp.ppfUmolS);
				}
			),
			{ numRuns: 100 }
		);
	});

	it('the floor meets what geometry says of a lamp that shines by the cosine', () => {
		// four corners of a point source over a square, by the configuration factor of a parallel rectangle
		const x = 0.5;
		const root = Math.sqrt(1 + x * x);
		const share = (4 / (2 * Math.PI)) * 2 * (x / root) * Math.atan(x / root);
		const areaM2 = 2 * (4 + 4 + 4);
		const mean = (0.8 * (areaM2 - 4) + 0.1 * 4) / areaM2;
		const by = (lamp.ppfUmolS * (share * 0.1 + (1 - share) * 0.8)) / (areaM2 * (1 - mean));
		expect(reflectedPpfd(lamp, room)).to.be.closeTo(by, 0.01 * by);
	});

	it('dark walls give nothing, lighter ones more, and all of a room alike', () => {
		const sites = [
			{ id: 'near', xM: 1, yM: 1, zM: 0.5 },
			{ id: 'far', xM: 0.2, yM: 0.2, zM: 0.5 }
		];
		const at = (reflects: number | null) =>
			lightAtSite({
				lamps: [{ ...lamp, lengthM: 0.5, hoursH: 10 }],
				sites,
				room: reflects === null ? null : { ...room, reflects, floorReflects: 0 }
			}).sites.map(({ ppfdUmol }) => ppfdUmol);
		const bare = at(null);
		expect(at(0)).to.deep.equal(bare);
		const [near, far] = at(0.8).map((ppfd, i) => ppfd - bare[i]!);
		expect(near).to.be.closeTo(far!, 1e-9);
		expect(near).to.be.above(at(0.5)[0]! - bare[0]!);
	});
});
