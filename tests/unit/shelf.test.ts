import { expect } from 'chai';
import {
	BUILT_IN_LISTS,
	CROPS,
	litresAt,
	MEDIA,
	PUMPS,
	shapeHeightMm,
	TANKS,
	TUBES
} from '../../src/lib/core/shelf';

describe('shelf', () => {
	it('every id is its own, in every list', () => {
		for (const list of Object.values(BUILT_IN_LISTS) as { id: string }[][])
			expect(new Set(list.map((item) => item.id)).size).to.equal(list.length);
	});
	it('media hold no more than there is room for', () => {
		for (const m of MEDIA)
			expect(m.availableFraction + m.airFraction, m.id).to.be.within(0.3, 0.95);
	});
	it('crops are wider and hungrier when grown, within reason', () => {
		for (const c of CROPS) {
			expect(c.ecFullMsCm, c.id).to.be.above(c.ecEarlyMsCm);
			expect(c.phHigh).to.be.above(c.phLow);
			// a canopy is at most the square its spread covers, with some height to it
			expect(c.canopyM2, c.id).to.be.at.most(1.9 * (c.spreadMm / 1000) ** 2);
		}
	});
	it('tubes are wider outside than inside', () => {
		for (const t of TUBES) {
			expect(t.outerDiameterMm, t.id).to.be.above(t.innerDiameterMm);
		}
	});
	it('tanks hold what their name says', () => {
		for (const t of TANKS) {
			const litres = Number(/\d+/.exec(t.name)![0]);
			expect(litresAt(t.shape, shapeHeightMm(t.shape)), t.id).to.be.within(
				litres * 0.95,
				litres * 1.12
			);
		}
	});
	it('pumps stand from small to large, each with a tube that fits', () => {
		for (const [i, p] of PUMPS.entries()) {
			expect(
				TUBES.some((t) => t.id === `feed-${p.outletMm}`),
				p.id
			).to.equal(true);
			if (i > 0) expect(p.watts).to.be.above(PUMPS[i - 1]!.watts);
		}
	});
});
