import { expect } from 'chai';
import fc from 'fast-check';
import { randomNetwork, rowsOnHeader, seeded } from '../../bench/networks';
import type { NetworkInput } from '../../src/lib/core/hydraulics';
import {
	atSpeed,
	buildGraph,
	headAt,
	pipeLoss,
	solveGraph,
	solveNetwork
} from '../../src/lib/core/hydraulics';
import { calculate } from '../../src/lib/core/operations';

const total = (flows: number[]) => flows.reduce((a, b) => a + b, 0);

describe('network', () => {
	it('settles a thousand random networks, and what goes in comes out', () => {
		const random = seeded(11);
		for (let i = 0; i < 1000; i++) {
			const input = randomNetwork(random);
			const result = solveNetwork(input);
			const out = total(result.nodes.map((node) => node.outletFlowLph));
			expect(result.imbalanceLph, `network ${i}`).to.be.at.most(0.01);
			expect(out, `network ${i}`).to.be.closeTo(result.source.flowLph, 0.02);
			for (const node of result.nodes) expect(Number.isFinite(node.headM)).to.equal(true);
		}
	});

	it('loses on every link what pipe-loss says, and runs the pump on its curve', () => {
		const random = seeded(5);
		for (let i = 0; i < 60; i++) {
			const input = randomNetwork(random);
			const result = solveNetwork(input);
			result.links.forEach((link, k) => {
				const { innerDiameterMm, lengthM, roughnessMm, fittingsK } = input.links[k]!;
				if (Math.abs(link.flowLph) < 1) return;
				const loss = pipeLoss({
					flowLph: Math.abs(link.flowLph),
					innerDiameterMm,
					lengthM,
					roughnessMm,
					fittingsK,
					temperatureC: input.temperatureC
				}).totalLossM;
				expect(link.lossM).to.be.closeTo(loss, 1e-6 + 1e-4 * loss);
			});
			const { source } = input;
			if (source.kind === 'pump')
				expect(result.source.headM).to.be.closeTo(
					headAt(atSpeed(source.curve, source.speed), result.source.flowLph),
					1e-6 + 1e-4 * Math.abs(result.source.headM)
				);
		}
	});

	it('gives no outlet less when the water rises', () => {
		fc.assert(
			fc.property(
				fc.integer({ min: 1, max: 1e6 }),
				fc.double({ min: 0.01, max: 1, noNaN: true }),
				(seed, by) => {
					const input = randomNetwork(seeded(seed));
					const graph = buildGraph(input, input.source);
					const low = solveGraph(graph, input.source);
					const higher = { ...input.source, waterLevelM: input.source.waterLevelM + by };
					const high = solveGraph(graph, higher);
					high.nodes.forEach((node, i) =>
						expect(node.outletFlowLph).to.be.at.least(low.nodes[i]!.outletFlowLph - 0.011)
					);
				}
			),
			{ numRuns: 150 }
		);
	});

	it('does not depend on the order of nodes and links, or on which way a link is written', () => {
		const input = randomNetwork(seeded(42));
		const turned: NetworkInput = {
			...input,
			nodes: [...input.nodes].reverse(),
			links: [...input.links].reverse().map((l) => ({ ...l, from: l.to, to: l.from }))
		};
		const a = new Map(solveNetwork(input).nodes.map((n) => [n.id, n.outletFlowLph]));
		for (const node of solveNetwork(turned).nodes)
			expect(node.outletFlowLph).to.be.closeTo(a.get(node.id)!, 0.01);
	});

	it('carries flow through links without length, and holds for two thousand outlets', () => {
		const input = rowsOnHeader(2000);
		input.links[1] = { ...input.links[1]!, lengthM: 0, fittingsK: 0 };
		const result = solveNetwork(input);
		expect(result.links[1]!.lossM).to.equal(0);
		expect(Math.abs(result.links[1]!.flowLph)).to.be.greaterThan(0.1);
		expect(result.uniformity.count).to.equal(2000);
		expect(result.imbalanceLph).to.be.at.most(0.01);
	});

	const base = {
		source: { kind: 'tank', nodeId: 'a', waterLevelM: 1.5 },
		nodes: [
			{ id: 'a', elevationM: 0.5 },
			{ id: 'b', elevationM: 0.4, outlet: { kind: 'orifice', nominalFlowLph: 12, nominalHeadM: 3 } }
		],
		links: [{ id: 'ab', from: 'a', to: 'b', innerDiameterMm: 9.5, lengthM: 2 }]
	};
	const refused: [string, object, string][] = [
		['a repeated node', { nodes: [...base.nodes, { id: 'b', elevationM: 0 }] }, 'nodes.2.id'],
		[
			'a link to itself',
			{ links: [...base.links, { ...base.links[0], id: 'aa', to: 'a' }] },
			'links.1'
		],
		['no way to an outlet', { links: [] }, 'links'],
		['a source nowhere', { source: { ...base.source, nodeId: 'z' } }, 'source.nodeId'],
		['a level off the map', { source: { ...base.source, waterLevelM: 101 } }, 'source.waterLevelM'],
		[
			'an unknown outlet',
			{ nodes: [base.nodes[0], { ...base.nodes[1], outlet: { kind: 'tap' } }] },
			'nodes.1.outlet.kind'
		],
		[
			'a length under a millimetre',
			{ links: [{ ...base.links[0], lengthM: 1e-4 }] },
			'links.0.lengthM'
		]
	];
	for (const [what, change, path] of refused)
		it(`refuses ${what} at ${path}`, () => {
			const answer = calculate('network', { ...base, ...change });
			if (!('error' in answer)) throw new Error('accepted');
			expect(answer.error.issues?.map((issue) => issue.path)).to.include(path);
		});

	it('is dry behind a shut valve, and says so without refusing', () => {
		const answer = calculate('network', { ...base, links: [{ ...base.links[0], open: false }] });
		if (!('result' in answer)) throw new Error('refused');
		const result = answer.result as ReturnType<typeof solveNetwork>;
		expect(result.uniformity.dry).to.equal(1);
		expect(result.nodes[1]).to.include({ headM: 0.4, pressureM: 0 });
	});
});
