import { valveId } from '../../src/lib/core/design';
import { expect } from 'chai';
import { ringOf, segmentsOf } from '../../src/lib/core/model';
import type { SystemModel } from '../../src/lib/core/model';
import { modelOf, set } from './example';

const ringIn = (model: SystemModel) => model.rings[0]!;
/** What each length of the line loses, m, with the sign of the way the water takes through it. */
const lossesOf = (model: SystemModel) => {
	const ring = ringIn(model);
	return segmentsOf(ring).map(
		({ result }, k) => Math.sign(ring.result.flowsLph[k]!) * result.totalLossM
	);
};
const sum = (list: number[]) => list.reduce((a, b) => a + b, 0);
const risesOf = (model: SystemModel) => ringIn(model).pots.map((pot) => pot.riseMm);

describe('pots on a return line under water', () => {
	const model = modelOf('control-pot-ring');

	it('round a ring the water loses the same both ways', () => {
		expect(ringIn(model).pots).to.have.length(6);
		expect(sum(lossesOf(model))).to.be.closeTo(0, 1e-6);
	});

	it('what each pot takes in leaves it: the flow changes by that much at every pot', () => {
		const { result, run } = ringIn(model);
		const { flowsLph } = result;
		const inflow = run.level!.order.map((id) =>
			sum(
				model.layout.outlets
					.filter((e) => e.containerId === id)
					.map((e) => model.flows.outletLph.get(e.nodeId)!)
			)
		);
		inflow.forEach((q, k) =>
			expect(flowsLph[k]! - flowsLph[k + 1]!, run.level!.order[k]).to.be.closeTo(q, 1e-9)
		);
		// all of it comes home, by one end or by the other
		expect(flowsLph[0]! - flowsLph.at(-1)!).to.be.closeTo(sum(inflow), 1e-9);
	});

	it('each pot stands higher than the one it drains through by what that length loses', () => {
		const losses = lossesOf(model);
		let rise = 0;
		risesOf(model).forEach((mm, k) => {
			rise += losses[k]!;
			expect(mm).to.be.closeTo(rise * 1000, 1e-6);
			expect(mm).to.be.above(0);
		});
	});

	it('what rises comes off the margin under the brim, to the millimetre', () => {
		const { layout, balance } = model;
		for (const { id, riseMm, marginMm } of ringIn(model).pots) {
			const pot = layout.containers.find((c) => c.id === id)!;
			const brimMm = 1000 * pot.zM + pot.heightMm;
			expect(riseMm + marginMm).to.be.closeTo(brimMm - 1000 * balance.source.waterLevelM, 1e-6);
		}
	});

	it('a line cut open at one end sends everything one way, and its pots stand higher', () => {
		const { run } = ringIn(model);
		const open = { ...run.level!, closed: false, metres: run.level!.metres.slice(0, -1) };
		const line = ringOf(model, { ...run, level: open });
		expect(line.result.flowsLph.every((q) => q > 0)).to.equal(true);
		line.pots.forEach((pot, k) =>
			expect(pot.riseMm, pot.id).to.be.above(ringIn(model).pots[k]!.riseMm)
		);
	});

	const thinner: [what: string, tube: string][] = [
		['a return of 32 mm', 'return-32'],
		['a return of 40 mm', 'return-40']
	];
	for (const [what, tube] of thinner)
		it(`${what} raises the pots no less than the next wider one`, () => {
			const highest = (id: string) =>
				Math.max(...risesOf(modelOf('control-pot-ring', set('design.stands.0.returnTubeId', id))));
			expect(highest(tube)).to.be.at.least(highest('return-50'));
		});

	it('in a large ring it settles as well as in a small one', () => {
		for (const perRow of [2, 5, 12, 40]) {
			const many = modelOf(
				'control-pot-ring',
				set('design.stands.0.perRow', perRow),
				set('design.stands.0.lengthMm', 20_000)
			);
			const total = ringIn(many).result.flowsLph[0]! - ringIn(many).result.flowsLph.at(-1)!;
			expect(Math.abs(sum(lossesOf(many))), `${perRow} a row`).to.be.below(2e-6);
			expect(total, `${perRow} a row`).to.be.above(0);
		}
	});

	it('with the pump off nothing runs and all stand level', () => {
		const still = modelOf('control-pot-ring', set('operation.dial', 0.01));
		for (const { riseMm } of ringIn(still).pots) expect(riseMm).to.be.closeTo(0, 1e-6);
	});
});

describe('several stands on one loop', () => {
	const model = modelOf('mixed-loop');
	const { layout, path } = model;

	it('are laid out side by side, each with letters of its own', () => {
		expect(layout.stands).to.have.length(3);
		const labels = layout.containers.map((c) => c.label);
		expect(new Set(labels).size).to.equal(labels.length);
		for (const stand of layout.stands) {
			const own = layout.containers.filter((c) => c.standId === stand.id);
			const others = layout.containers.filter((c) => c.standId !== stand.id);
			const letters = new Set(own.map((c) => c.label[0]));
			expect(others.some((c) => letters.has(c.label[0]))).to.equal(false);
		}
	});

	it('are solved together: what the outlets give is what the pump lifts', () => {
		const total = sum(layout.outlets.map((e) => path.outletLph.get(e.nodeId)!));
		expect(total).to.be.closeTo(path.result.source.flowLph, 0.02);
	});

	it('a row shut on one sends more to the others', () => {
		const fed = (c: SystemModel, standId: string) =>
			sum(
				c.layout.outlets
					.filter((e) => e.standId === standId)
					.map((e) => c.flows.outletLph.get(e.nodeId)!)
			);
		const at = model.design.stands.findIndex((stand) => 'feedAboveRimMm' in stand);
		const valve = valveId(model.design.stands[at]!.id, 0);
		const shut = model.with([set('operation.shutValves', [valve])]);
		const [closed, ...rest] = [
			model.design.stands[at]!,
			...model.design.stands.filter((_, i) => i !== at)
		].map((stand) => stand.id);
		expect(fed(shut, closed!)).to.be.below(fed(model, closed!));
		for (const id of rest) expect(fed(shut, id), id).to.be.above(fed(model, id));
	});
});
