import { expect } from 'chai';
import { boundsAt, kindOf, type Change, type Design } from '../../src/lib/core/design';
import { assessChain } from '../../src/lib/core/operations';
import { Chain } from '../../src/lib/core/review';
import { BUILT_IN_SHELF } from '../../src/lib/core/shelf';
import { chainOf, EXAMPLES, set } from './example';

/** A figure nudged by a tenth, within what its field takes. */
function nudged(design: Design, path: string, value: number): Change | null {
	const bounds = boundsAt(design, path);
	if (!bounds) return null;
	const by = Math.max(bounds.whole ? 1 : 0.1, Math.abs(value) / 10);
	const next = value + by <= bounds.max ? value + by : value - by;
	const fit = bounds.whole ? Math.round(next) : Number(next.toFixed(3));
	return fit >= bounds.min && fit !== value ? set(path, fit) : null;
}

/** One change to each part of a design that anything could be remembered of. */
function changesOf(design: Design): Change[] {
	const plants = Object.entries(design.plants);
	const numbers: [path: string, value: number][] = [
		['water.nowL', design.water.nowL],
		['water.fillL', design.water.fillL],
		['water.useFactor', design.water.useFactor],
		['water.uptakePercent', design.water.uptakePercent],
		['tank.floorMm', design.tank.floorMm],
		['lines.waterC', design.lines.waterC],
		['feed.drainFraction', design.feed.drainFraction],
		['frontDeg', design.frontDeg],
		...design.stands.flatMap((stand, i) =>
			Object.entries(stand).flatMap(([field, value]): [string, number][] =>
				typeof value === 'number' ? [[`stands.${i}.${field}`, value]] : []
			)
		)
	];
	return [
		...numbers.flatMap(([path, value]) => nudged(design, path, value) ?? []),
		set('lines.checkValve', !design.lines.checkValve),
		set('lines.filter', !design.lines.filter),
		set('tank.partId', 'bin-120'),
		set('mix.strengthMsCm', 1.8),
		set('plants', Object.fromEntries(plants.slice(1))),
		set(
			'plants',
			Object.fromEntries(plants.map(([id]) => [id, { cropId: 'mint', stage: 'young' }]))
		),
		set('source', { kind: 'pump', partId: 'pump-2500', dial: 0.8, bench: null }),
		set('source', { kind: 'gravity' }),
		set('lamps', []),
		set('diary.seenTo', ['electricity-near-water'])
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
			for (const change of changesOf(before.design)) {
				const shared = before.with([change]);
				const fresh = new Chain(shared.design, before.place, BUILT_IN_SHELF);
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
			const changes = changesOf(start.design).filter((_, i) => i % 4 === 0);
			for (const change of changes) {
				assessChain(chain);
				chain = chain.with([change]);
			}
			const fresh = new Chain(chain.design, chain.place, BUILT_IN_SHELF);
			close(plain(chain), plain(fresh), name);
		}
	});

	it('a change of nothing that matters works nothing out again', () => {
		for (const name of EXAMPLES) {
			const chain = chainOf(name);
			const { layout, graph, flows } = chain;
			const noted = chain.with([set('notes', 'the tap drips')]);
			expect(noted.layout, kindOf(chain.design.stands[0]!).title).to.equal(layout);
			expect(noted.graph).to.equal(graph);
			expect(noted.flows).to.equal(flows);
			const lower = chain.with([set('water.nowL', chain.design.water.nowL * 0.9)]);
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
