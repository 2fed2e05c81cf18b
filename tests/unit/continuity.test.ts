import { expect } from 'chai';
import { readdirSync } from 'node:fs';
import { bendsOf, insertionM, partsOf } from '../../src/lib/core/construction';
import { pipeLoss, reportOf, solutionOf, solveGraph } from '../../src/lib/core/hydraulics';
import { pick } from '../../src/lib/core/shelf';
import type { SystemModel } from '../../src/lib/core/model';
import { modelOf, set } from './example';

const NAMES = readdirSync(new URL('../../examples/', import.meta.url)).map((name) =>
	name.replace('.json', '')
);
const sum = (list: Iterable<number>) => [...list].reduce((a, b) => a + b, 0);

/** What goes into a node less what comes out of it, L/h. */
function imbalance({ path }: SystemModel): Map<string, number> {
	const { input, result } = path;
	const at = new Map(result.nodes.map((node) => [node.id, -node.outletFlowLph]));
	const add = (id: string, q: number) => at.set(id, at.get(id)! + q);
	input.links.forEach(({ from, to }, i) => {
		add(from, -result.links[i]!.flowLph);
		add(to, result.links[i]!.flowLph);
	});
	add(input.source.nodeId, result.source.flowLph);
	return at;
}

describe('the water path of every example', () => {
	for (const name of NAMES) {
		const model = modelOf(name);
		const { input, result, waterLevelM, outletLph, siteLph } = model.path;

		it(`${name}: no water is made or lost at any joint`, () => {
			for (const [id, left] of imbalance(model)) expect(left, id).to.be.closeTo(0, 1e-3);
			expect(sum(outletLph.values())).to.be.closeTo(result.source.flowLph, 1e-3);
			// what passes on down a line is not counted again
			expect(sum(siteLph.values())).to.be.closeTo(result.source.flowLph, 1e-3);
			const { arrivesLph } = model.flows;
			const feet = model.layout.sites.filter(({ passesTo }) => passesTo === null);
			expect(sum(feet.map(({ id }) => arrivesLph.get(id)!))).to.be.closeTo(
				result.source.flowLph,
				1e-3
			);
		});

		it(`${name}: along every pipe the head falls by what the pipe loses`, () => {
			const head = new Map(result.nodes.map((node) => [node.id, node.headM]));
			input.links.forEach((link, i) => {
				const { flowLph, lossM, reynolds } = result.links[i]!;
				if (!link.open) return expect(flowLph).to.equal(0);
				const falls = head.get(link.from)! - head.get(link.to)!;
				expect(Math.sign(flowLph) * lossM, link.id).to.be.closeTo(falls, 1e-6);
				const { from, to, id, open, ...pipe } = link;
				expect([from, to, id, open].includes(undefined as never)).to.equal(false);
				const { temperatureC } = input;
				const loss = pipeLoss({ ...pipe, flowLph: Math.abs(flowLph), temperatureC });
				// where regimes meet a hair of flow is a millimetre of head
				const near = Math.max(1e-5, 0.02 * lossM);
				expect(loss.totalLossM, link.id).to.be.closeTo(lossM, near);
				expect(loss.reynolds).to.be.closeTo(reynolds, 1e-6 * (1 + reynolds));
			});
		});

		it(`${name}: the source stands where its curve and the water say`, () => {
			const at = result.nodes.find((node) => node.id === input.source.nodeId)!;
			if (input.source.kind === 'tank') return expect(at.headM).to.be.closeTo(waterLevelM, 1e-9);
			const { shutOffHeadM, coefficient, exponent } = input.source.curve;
			const { speed } = input.source;
			const q = result.source.flowLph / speed;
			const given = speed ** 2 * (shutOffHeadM - coefficient * q ** exponent);
			expect(at.headM - waterLevelM).to.be.closeTo(given, 1e-4);
			expect(result.source.headM).to.be.closeTo(given, 1e-4);
		});

		it(`${name}: started from elsewhere it comes to the same`, () => {
			const { graph, balance } = model;
			const cold = reportOf(graph, solutionOf(graph, balance.source));
			const heads = balance.heads.map((h, i) => h + Math.sin(i * 7.3));
			const warm = solveGraph(graph, balance.source, { heads });
			for (const [i, node] of cold.nodes.entries())
				expect(warm.nodes[i]!.outletFlowLph, node.id).to.be.closeTo(node.outletFlowLph, 1e-4);
		});
	}

	it('a higher tank level never gives any outlet less, and a wider main never does', () => {
		for (const name of NAMES) {
			const model = modelOf(name);
			const low = Math.max(1, 0.7 * model.nowL);
			const at = model.with([set('record.nowL', low)]).flows.outletLph;
			for (const [id, q] of model.flows.outletLph)
				expect(q, `${name} ${id}`).to.be.at.least(at.get(id)! - 1e-4);
		}
	});

	it('trying another emitter without laying out anew is the same as laying it out', () => {
		const model = modelOf('loft-table');
		const changed = model.with([set('design.stands.0.emitterId', 'even-4')]);
		const [finding] = [changed.path.result.uniformity.variationPercent];
		const fresh = modelOf('loft-table', set('design.stands.0.emitterId', 'even-4'));
		expect(finding).to.be.closeTo(fresh.path.result.uniformity.variationPercent, 1e-6);
	});
});

describe('what is counted', () => {
	for (const name of NAMES)
		it(`${name}: each run is cut once, with what goes into its fittings`, () => {
			const { design, layout, shelf } = modelOf(name);
			const parts = new Map(partsOf(design, layout, shelf).map((p) => [p.id, p]));
			const bought = [...layout.runs, ...layout.returns.filter((r) => r.way !== 'drop')];
			for (const tubeId of new Set(bought.map((run) => run.tubeId))) {
				const mine = bought.filter((run) => run.tubeId === tubeId);
				const { count, lengthM } = parts.get(tubeId)!;
				// a return that turns to its tank is two pieces and an elbow
				const cuts = sum(mine.map((run) => 1 + ('way' in run ? bendsOf(run) : 0)));
				// the hose of a reserve is cut at its elbows
				const hose = layout.reserve?.hose.tubeId === tubeId ? layout.reserve.hose : null;
				const pieces = cuts + (hose ? 1 + hose.fittings.length : 0);
				expect(count, tubeId).to.equal(pieces);
				expect(parts.get(`bend ${tubeId}`)?.count ?? 0).to.equal(cuts - mine.length);
				const into = 2 * pieces * insertionM(pick(shelf.tubes, tubeId));
				expect(lengthM! / 1.05 - into, tubeId).to.be.closeTo(
					sum(mine.map((r) => r.lengthM)) + (hose?.lengthM ?? 0),
					1e-9
				);
			}
			for (const { id, count, lengthM } of parts.values()) {
				expect(count, id).to.be.above(0);
				if (lengthM !== null) expect(lengthM, id).to.be.above(0);
			}
		});

	for (const name of NAMES)
		it(`${name}: what comes back is what stands in pipes that empty, and what is on its way`, () => {
			const { design, layout, drainBack, returns } = modelOf(name);
			const litres = (run: { innerDiameterMm: number; lengthM: number }) =>
				Math.PI * (run.innerDiameterMm / 200) ** 2 * run.lengthM * 10;
			const open = layout.runs.filter((run) => run.open);
			const standing = sum(drainBack.input.lines.map(litres));
			// what falls to the pump empties whole, of the rest what hangs over an outlet, and no more than there is
			const pumped = design.source.kind === 'pump';
			const falls = sum(open.filter((run) => pumped && run.emptiesBack).map(litres));
			expect(standing).to.be.within(falls - 1e-9, sum(open.map(litres)) + 1e-9);
			const onItsWay = sum(
				returns.filter(({ run }) => run.way !== 'waste').map((r) => r.wetL + r.fallingL)
			);
			expect(drainBack.result.returnsL).to.be.closeTo(standing + onItsWay, 1e-9);
		});

	for (const name of NAMES)
		it(`${name}: the plants together drink what each drinks`, () => {
			const { waterUse, layout } = modelOf(name);
			expect(sum(waterUse.bySite.values())).to.be.closeTo(waterUse.useLPerDay, 1e-9);
			const planted = layout.sites.filter((site) => site.cropId).map((site) => site.id);
			expect([...waterUse.bySite.keys()].sort()).to.deep.equal(planted.sort());
		});
});
