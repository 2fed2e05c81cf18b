import { expect } from 'chai';
import fc from 'fast-check';
import { partsOf } from '../../src/lib/core/construction';
import { solveNetwork, valveK, VALVES, type ValveKind } from '../../src/lib/core/hydraulics';
import { provenFindings } from '../../src/lib/core/review';
import { modelOf, set } from './example';

const kinds = Object.keys(VALVES) as ValveKind[];
const open = fc.double({ min: 0.05, max: 1, noNaN: true });
const kind = fc.constantFrom(...kinds);

/** A tube with so many velocity heads in each of its halves, from a tank to an open end. */
function through(...halves: number[]): number {
	const pipe = (id: string, from: string, to: string, fittingsK: number, lengthM: number) => ({
		...{ id, from, to, fittingsK, lengthM },
		innerDiameterMm: 13,
		roughnessMm: 0.0015,
		open: true
	});
	const nodes = ['a', 'b', 'c'].slice(0, halves.length + 1);
	return solveNetwork({
		temperatureC: 20,
		source: { kind: 'tank', nodeId: 'a', waterLevelM: 1.5 },
		nodes: nodes.map((id) => ({
			id,
			elevationM: 0,
			...(id === nodes.at(-1) && {
				outlet: { kind: 'orifice' as const, nominalFlowLph: 400, nominalHeadM: 1, exponent: 0.5 }
			})
		})),
		links: halves.map((k, i) => pipe(`p${i}`, nodes[i]!, nodes[i + 1]!, k, 4 / halves.length))
	}).source.flowLph;
}

describe('valves that are part open', () => {
	it('let less through the further they are shut, and all but nothing in the way wide open', () => {
		fc.assert(
			fc.property(kind, open, open, (of, a, b) => {
				const [low, high] = a < b ? [a, b] : [b, a];
				expect(valveK(of, low)).to.be.at.least(valveK(of, high) - 1e-12);
				expect(valveK(of, low)).to.be.above(0);
			})
		);
		expect(valveK('ball', 1)).to.be.closeTo(0.1, 1e-12);
		expect(valveK('ball', 0.5)).to.be.closeTo(9, 1e-12);
		for (const of of kinds) expect(() => valveK(of, 0.01)).to.throw();
	});

	it('two in a row solve as one that costs what both do', () => {
		fc.assert(
			fc.property(kind, open, kind, open, (of, a, other, b) => {
				const [k1, k2] = [valveK(of, a), valveK(other, b)];
				const [two, one] = [through(k1, k2), through(k1 + k2)];
				expect(two).to.be.closeTo(one, 1e-6 * one + 1e-6);
			}),
			{ numRuns: 60 }
		);
	});

	it('a throttled row gets less and leaves the other more, and is not counted as shut', () => {
		const model = modelOf('lean-to-rail');
		const row = (m: typeof model, letter: string) =>
			m.layout.outlets
				.filter(({ label }) => label.startsWith(letter))
				.reduce((sum, { nodeId }) => sum + m.flows.outletLph.get(nodeId)!, 0);
		let before = model;
		for (const at of [0.4, 0.2, 0.1]) {
			const next = model.with([
				set('operation.valves', { 'rail/v-1': { kind: 'ball', open: at } })
			]);
			expect(row(next, 'A')).to.be.below(row(before, 'A'));
			expect(row(next, 'B')).to.be.at.least(row(before, 'B'));
			before = next;
		}
		const wide = model.with([set('operation.valves', { 'rail/v-1': { kind: 'ball', open: 1 } })]);
		expect(row(wide, 'A')).to.be.closeTo(row(model, 'A'), 1e-6);
	});
});

describe('a valve at one outlet', () => {
	const half = { kind: 'needle' as const, open: 0.2 };
	const OF = ['lean-to-rail', 'tower-bank', 'yard-channels', 'wall-pockets', 'pot-stack'];

	it('gives that one less and no other less, wherever it sits', () => {
		fc.assert(
			fc.property(fc.constantFrom(...OF), fc.nat(50), (name, nth) => {
				const model = modelOf(name, set('operation.dial', 1));
				const { outlets } = model.layout;
				const { id } = outlets[nth % outlets.length]!;
				const throttled = model.with([set('operation.valves', { [id]: half })]);
				const given = (m: typeof model) =>
					new Map(m.layout.outlets.map((o) => [o.id, m.flows.outletLph.get(o.nodeId)!]));
				const [before, after] = [given(model), given(throttled)];
				expect(after.get(id)!, `${name} ${id}`).to.be.below(before.get(id)!);
				for (const other of before.keys())
					if (other !== id) expect(after.get(other)!).to.be.at.least(before.get(other)! - 1e-6);
				// its valve is bought
				const list = partsOf(throttled.design, throttled.layout, throttled.shelf);
				expect(list.filter((line) => line.id.startsWith('outlet-valve'))).to.have.length(1);
			}),
			{ numRuns: 40 }
		);
	});

	it('is what is blamed for the little that one gets, and opened it is mended', () => {
		const model = modelOf('branch-stack');
		const { id, label } = model.layout.outlets[0]!;
		const throttled = model.with([
			set('operation.valves', { [id]: { kind: 'needle', open: 0.4 } })
		]);
		const uneven = provenFindings(throttled).find(({ code }) => code === 'uneven-flow')!;
		expect(uneven.message).to.include(`the valve at ${label} is open to 40 %`);
		expect(uneven.fixes[0]!.label).to.equal('Open that valve all the way');
		const after = throttled.with(uneven.fixes[0]!.change);
		expect(after.operation.valves).to.deep.equal({});
	});

	it('open all the way costs next to nothing', () => {
		const model = modelOf('lean-to-rail');
		const { id, nodeId } = model.layout.outlets[3]!;
		const open = model.with([set('operation.valves', { [id]: { kind: 'ball', open: 1 } })]);
		const before = model.flows.outletLph.get(nodeId)!;
		expect(open.flows.outletLph.get(nodeId)!).to.be.closeTo(before, before * 1e-3);
	});
});
