import { expect } from 'chai';
import { readFileSync } from 'node:fs';
import { randomNetwork, seeded } from '../../bench/networks';
import { monthsOf, newArea } from '../../src/lib/core/design';
import { settleSteps } from '../../src/lib/core/edit';
import { sharesByMinute } from '../../src/lib/core/feeding';
import { solveNetwork, type NetworkInput } from '../../src/lib/core/hydraulics';
import { freeGround, putStand } from '../../src/lib/core/layout';
import { likelyCauses } from '../../src/lib/core/logbook';
import { calculate } from '../../src/lib/core/operations';
import { findingsOf } from '../../src/lib/core/review';
import { modelOf, set } from './example';

/** Every third link of a network as if it lay in one place: no length, no fittings. */
const joined = (input: NetworkInput): NetworkInput => ({
	...input,
	links: input.links.map((link, i) => (i % 3 === 0 ? { ...link, lengthM: 0, fittingsK: 0 } : link))
});

// what few designs reach, and some grower will
describe('corners', () => {
	it('what flows to a node flows on from it, also through joints that lose nothing', () => {
		const random = seeded(23);
		for (let n = 0; n < 60; n++) {
			const input = joined(randomNetwork(random));
			const { links, nodes, source } = solveNetwork(input);
			const left = new Map(nodes.map(({ id, outletFlowLph }) => [id, -outletFlowLph]));
			const add = (id: string, lph: number) => left.set(id, left.get(id)! + lph);
			add(input.source.nodeId, source.flowLph);
			links.forEach(({ flowLph, velocityMS }, i) => {
				const { from, to, innerDiameterMm } = input.links[i]!;
				add(from, -flowLph);
				add(to, flowLph);
				const wide = Math.PI * (innerDiameterMm / 2000) ** 2;
				expect(velocityMS, `${n}, ${from}`).to.be.closeTo(Math.abs(flowLph) / 3.6e6 / wide, 1e-6);
			});
			for (const [id, lph] of left) expect(lph, `network ${n}, ${id}`).to.be.closeTo(0, 0.05);
		}
	});

	it('frost on the very day of planting is the first there is', () => {
		const months = monthsOf('mild')!.map((month) => ({ ...month, tMinC: -2 }));
		const model = modelOf(
			'yard-channels',
			set('place.months', months),
			set('record.plantOutOn', '2026-05-03')
		);
		const { message } = findingsOf(model).find(({ code }) => code === 'frost-before-pick')!;
		expect(message).to.match(/^Frost comes about 3 May/);
	});

	it('free ground begins in the very corner, and ends in the other', () => {
		const { layout } = modelOf('lean-to-rail');
		const area = newArea('a', { kind: 'yard', lengthM: 9, widthM: 9 });
		const free = (near: { xM: number; yM: number }) =>
			freeGround({ ...layout, stands: [], reserve: null }, area, { wide: 1, deep: 1 }, near, [
				'tank'
			]);
		expect(free({ xM: 0, yM: 0 })).to.deep.equal({ xM: 0, yM: 0 });
		expect(free({ xM: 8, yM: 8 })).to.deep.equal({ xM: 8, yM: 8 });
		expect(free({ xM: 9, yM: 9 })).to.deep.equal({ xM: 8, yM: 8 });
	});

	it('a stand put where it is and turned takes the ground the other way', () => {
		const model = modelOf('yard-channels');
		for (const { id, ground } of model.layout.stands) {
			const at = { xM: ground.x0, yM: ground.y0, faces: 'right' as const };
			const put = model.with(putStand(model.design, model.layout, id, at));
			const turned = put.layout.stands.find((stand) => stand.id === id)!.ground;
			expect(turned.x1 - turned.x0, id).to.be.closeTo(ground.y1 - ground.y0, 0.002);
			expect(turned.y1 - turned.y0, id).to.be.closeTo(ground.x1 - ground.x0, 0.002);
			expect(turned.x0, id).to.be.closeTo(at.xM, 0.001);
			expect(turned.y0, id).to.be.closeTo(at.yM, 0.001);
		}
	});

	it('under the sun as much is drunk before noon as after it, and most at noon', () => {
		const lights = { onMin: 360, durationMin: 720, profile: 'sun' as const };
		const shares = sharesByMinute({ lights, dayShare: 0.9 });
		for (let m = 0; m < 360; m++)
			expect(shares[360 + m], String(m)).to.be.closeTo(shares[1079 - m]!, 1e-9);
		expect(Math.max(...shares)).to.be.closeTo(shares[719]!, 1e-9);
		expect(shares.reduce((a, b) => a + b, 0)).to.be.closeTo(1, 1e-9);
	});

	it('settling says how far it is: never less than before, never more than all', () => {
		const steps = settleSteps(modelOf('wall-pockets'));
		let last = 0;
		for (let next = steps.next(); !next.done; next = steps.next()) {
			expect(next.value).to.be.within(last, 1);
			last = next.value;
		}
		expect(last).to.be.above(0.9);
	});

	it('plants a little closer than they will be wide are said to be', () => {
		const { sites } = modelOf('lean-to-rail').layout;
		const { cropId, matureSpreadMm: wideMm } = sites[0]!;
		for (const share of [0.95, 1.02]) {
			const model = modelOf(
				'lean-to-rail',
				set('design.stands.0.pitchMm', Math.round(share * wideMm)),
				set('design.stands.0.rows', 1),
				set('operation.crops', { 'rail/1/1/1': cropId, 'rail/1/2/1': cropId })
			);
			const [pair] = [...model.tightest.values()];
			if (share > 1) expect(pair).to.equal(undefined);
			else expect(pair!.apartMm / wideMm).to.be.closeTo(0.95, 0.01);
		}
	});

	it('of what shows on a leaf, what shows on these leaves is named first', () => {
		for (const leaves of ['older', 'younger'] as const)
			for (const sign of ['pale', 'spots'] as const) {
				const fits = likelyCauses(leaves, sign).map((cause) => cause.leaves.includes(leaves));
				expect(fits, `${leaves} ${sign}`).to.deep.equal([...fits].sort((a, b) => +b - +a));
				expect(fits[0]).to.equal(true);
			}
	});

	it('so little water that walls warm it at once is refused, with what it bears', () => {
		const input = JSON.parse(readFileSync('docs/examples/tank-heat.json', 'utf8')) as {
			input: object;
		};
		const asked = (wallUWM2K: number) =>
			calculate('tank-heat', { ...input.input, volumeL: 0.5, wallAreaM2: 10, wallUWM2K });
		const answer = asked(50);
		const words = 'error' in answer ? answer.error.issues![0]!.message : '';
		const most = Number(/at most ([\d.e+]+) W/.exec(words)?.[1]);
		expect(asked(0.98 * most)).to.have.property('result');
		expect(asked(1.02 * most)).to.have.property('error');
	});
});
