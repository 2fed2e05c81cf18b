import { expect } from 'chai';
import {
	boundsAt,
	kindOf,
	standPath,
	valveId,
	type Change,
	type Parts
} from '../../src/lib/core/design';
import { assessChain } from '../../src/lib/core/operations';
import { Chain } from '../../src/lib/core/review';
import { BUILT_IN_SHELF } from '../../src/lib/core/shelf';
import { chainOf, EXAMPLES, set } from './example';

/** A figure nudged by a tenth, within what its field takes. */
function nudged(parts: Parts, path: string, value: number): Change | null {
	const bounds = boundsAt(parts, path);
	if (!bounds) return null;
	const by = Math.max(bounds.whole ? 1 : 0.1, Math.abs(value) / 10);
	const next = value + by <= bounds.max ? value + by : value - by;
	const fit = bounds.whole ? Math.round(next) : Number(next.toFixed(3));
	return fit >= bounds.min && fit !== value ? set(path, fit) : null;
}

/** One change to each part of a design that anything could be remembered of. */
function changesOf(parts: Parts): Change[] {
	const { design, operation, record } = parts;
	const crops = Object.entries(operation.crops);
	const numbers: [path: string, value: number][] = [
		['record.nowL', record.nowL],
		['operation.fillL', operation.fillL],
		['record.useFactor', record.useFactor],
		['operation.uptakePercent', operation.uptakePercent],
		['design.tank.floorMm', design.tank.floorMm],
		['record.waterC', record.waterC],
		['operation.feed.drainFraction', operation.feed.drainFraction],
		['operation.dial', operation.dial],
		['design.frontDeg', design.frontDeg],
		...design.stands.flatMap((stand) =>
			Object.entries(stand).flatMap(([field, value]): [string, number][] =>
				typeof value === 'number' ? [[standPath(stand, field), value]] : []
			)
		)
	];
	return [
		...numbers.flatMap(([path, value]) => nudged(parts, path, value) ?? []),
		set('design.lines.checkValve', !design.lines.checkValve),
		set('design.lines.filter', !design.lines.filter),
		set('design.tank.partId', 'bin-120'),
		set('operation.mix.strengthMsCm', 1.8),
		set('operation.crops', Object.fromEntries(crops.slice(1))),
		set('operation.crops', Object.fromEntries(crops.map(([id]) => [id, 'mint']))),
		set('record.stages', Object.fromEntries(crops.map(([id]) => [id, 'young']))),
		set('operation.shutValves', [valveId(design.stands[0]!.id, 0)]),
		set('operation.topUp', { kind: 'float', with: 'weak' }),
		set('design.reserve', design.reserve === null ? { volumeL: 80 } : null),
		set('record.pumpTest', {
			pumpId: design.source.kind === 'pump' ? design.source.partId : 'none',
			readings: [
				{ liftM: 0.5, litres: 9, seconds: 40 },
				{ liftM: 2.1, litres: 9, seconds: 110 }
			]
		}),
		set('design.source', { kind: 'pump', partId: 'pump-2500' }),
		...design.lamps.map(({ id }) => set(`operation.lampHours.${id}`, 9)),
		set('design.source', { kind: 'gravity' }),
		set('design.lamps', []),
		set('record.acknowledged', ['electricity-near-water'])
	];
}

/** Numbers to nine places: a solve begun from a near one ends within rounding of the same answer. */
const plain = (chain: Chain): string => {
	const { operations, ...rest } = assessChain(chain);
	// how many steps the solver took is not part of the answer
	const { network, ...others } = operations as unknown as {
		network: { result: object };
	};
	const kept = { ...network.result, iterations: 0, imbalanceLph: 0 };
	return JSON.stringify({ rest, others, kept }, (_, value: unknown) =>
		typeof value === 'number' ? Number(value.toPrecision(5)) : value
	);
};

describe('a changed chain shares what the change cannot have touched', () => {
	for (const name of EXAMPLES)
		it(`${name}: and comes to just what a new one comes to, whatever is changed`, () => {
			const before = chainOf(name);
			assessChain(before);
			for (const change of changesOf(before.parts)) {
				const shared = before.with([change]);
				const fresh = new Chain(shared.parts, BUILT_IN_SHELF);
				close(
					plain(shared),
					plain(fresh),
					`${name}, ${change.path} ${JSON.stringify(change.value)}`
				);
			}
		});

	it('through a run of changes as well, and back again', () => {
		for (const name of EXAMPLES) {
			const start = chainOf(name);
			let chain = start;
			const changes = changesOf(start.parts).filter((_, i) => i % 4 === 0);
			for (const change of changes) {
				assessChain(chain);
				chain = chain.with([change]);
			}
			const fresh = new Chain(chain, BUILT_IN_SHELF);
			close(plain(chain), plain(fresh), name);
		}
	});

	it('a change of nothing that matters works nothing out again', () => {
		for (const name of EXAMPLES) {
			const chain = chainOf(name);
			const { layout, graph, flows } = chain;
			const noted = chain.with([set('design.notes', 'the tap drips')]);
			expect(noted.layout, kindOf(chain.design.stands[0]!).title).to.equal(layout);
			expect(noted.graph).to.equal(graph);
			expect(noted.flows).to.equal(flows);
			const lower = chain.with([set('record.nowL', chain.record.nowL * 0.9)]);
			expect(lower.layout).to.equal(layout);
			expect(lower.flows).to.not.equal(flows);
		}
	});
});

/** The same but for the last figure of a number. */
function close(a: string, b: string, where: string): void {
	if (a === b) return;
	const NUMBER = /-?\d+(?:\.\d+)?(?:e[-+]?\d+)?/g;
	expect(a.replace(NUMBER, '#'), where).to.equal(b.replace(NUMBER, '#'));
	const [x, y] = [a.match(NUMBER)!.map(Number), b.match(NUMBER)!.map(Number)];
	x.forEach((value, i) => {
		const off = Math.abs(value - y[i]!);
		// what is next to nothing is nothing: a flow under a millilitre an hour, a head under a micrometre
		if (off > 1e-3 * Math.max(Math.abs(value), 0.01))
			expect.fail(`${where}: ${value} is not ${y[i]} in …${around(a, i)}…`);
	});
}
const around = (text: string, nth: number): string => {
	const at = [...text.matchAll(/-?\d+(?:\.\d+)?(?:e[-+]?\d+)?/g)][nth]!.index;
	return text.slice(Math.max(0, at - 120), at + 20);
};
