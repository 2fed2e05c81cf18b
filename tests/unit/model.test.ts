import { expect } from 'chai';
import { some } from '../seed';
import {
	boundsAt,
	kindOf,
	standPath,
	usualReserve,
	valveId,
	type Change,
	type Parts,
	monthsOf
} from '../../src/lib/core/design';
import { givenOf, stage, STAGES, SystemModel, type Stage } from '../../src/lib/core/model';
import { assessModel, inFigures } from '../../src/lib/core/operations';
import { PARAMETERS } from '../../src/lib/core/parameters';
import { BUILT_IN_SHELF } from '../../src/lib/core/shelf';
import { modelOf, EXAMPLES, set } from './example';

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
		['record.nowL', record.nowL ?? operation.fillL],
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
		set('design.reserve', design.reserve === null ? usualReserve(80) : null),
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
		set('record.settled', [])
	];
}

/** Numbers to nine places: a solve begun from a near one ends within rounding of the same answer. */
const plain = (model: SystemModel): string => {
	const { operations, ...rest } = assessModel(model);
	// how many steps the solver took is not part of the answer
	const { network, ...others } = operations as unknown as {
		network: { result: object };
	};
	const kept = { ...network.result, iterations: 0, imbalanceLph: 0 };
	return JSON.stringify({ rest, others, kept }, (_, value: unknown) =>
		typeof value === 'number' ? Number(value.toPrecision(9)) : value
	);
};

/** Stages whose results are figures; a graph and its trials are machines, told by what they come to. */
const TOLD = Object.values<Stage<unknown>>(STAGES).filter(
	({ name }) => !['graph', 'trials', 'balance'].includes(name)
);
const told = (value: unknown): string =>
	JSON.stringify(
		inFigures(value, (key, one) =>
			key === 'iterations' || key === 'imbalanceLph'
				? 0
				: typeof one === 'number'
					? Number(one.toPrecision(9))
					: one
		)
	) ?? 'undefined';

describe('what each stage reads', () => {
	/** A stage made again from what it declares, with every key it looked up on the way noted. */
	function readsOf(stage: Stage<unknown>, model: SystemModel): Set<string> {
		const reads = new Set<string>();
		const watched = (part: string, target: object): object =>
			new Proxy(target, {
				get(of, key) {
					if (typeof key === 'string') reads.add(`${part}.${key}`);
					return Reflect.get(of, key) as unknown;
				},
				has(of, key) {
					reads.add(`${part}.${String(key)}`);
					return Reflect.has(of, key);
				}
			});
		const { parts, shelf, parameters } = model;
		const sources = { ...parts, shelf, parameters, calendar: { today: model.today } };
		const given = givenOf(stage, sources, (needed) => {
			reads.add(`needs ${needed.name}`);
			return model.get(needed);
		}) as Record<string, object>;
		for (const part of Object.keys(stage.keys)) given[part] = watched(part, given[part]!);
		const made = stage.make(watched('given', given) as never, undefined);
		// trials read what they were handed when they are asked
		if (stage === STAGES.trials) {
			const trials = made as SystemModel['trials'];
			trials.lowestFlowingL();
			trials.leastDialPercent(new Map(), model.nowL);
		}
		return reads;
	}
	const declared = ({ keys, needs }: Stage<unknown>): string[] => [
		...Object.entries(keys).flatMap(([part, names]) => names.map((name) => `${part}.${name}`)),
		...Object.values(needs).map(({ name }) => `needs ${name}`),
		...[...Object.keys(keys), ...Object.keys(needs)].map((name) => `given.${name}`)
	];

	for (const stage of Object.values<Stage<unknown>>(STAGES))
		it(`${stage.name}: is all declared, and what is declared is read somewhere`, () => {
			const may = new Set(declared(stage));
			const somewhere = new Set<string>();
			for (const name of EXAMPLES)
				for (const model of [
					modelOf(name),
					modelOf(name).grown,
					otherwise(name),
					...(stage === STAGES.run ? [someDay(name)] : [])
				])
					for (const read of readsOf(stage, model)) {
						expect(may.has(read), `${name}: ${stage.name} reads ${read}`).to.equal(true);
						somewhere.add(read);
					}
			// shelf lists are looked up by what a kind of stand names
			const idle = [...may].filter((one) => !somewhere.has(one) && !one.startsWith('shelf.'));
			expect(idle).to.deep.equal([]);
		});

	/** Looked at on a day, under an open sky and its year. */
	const someDay = (name: string): SystemModel => {
		const open = modelOf(
			name,
			set('place.months', monthsOf('cool')),
			set('design.tank.open', true)
		);
		return new SystemModel(open.parts, BUILT_IN_SHELF, PARAMETERS, '2026-05-28');
	};

	/** The same with what no example has: plain water on a float, and no pump. */
	const otherwise = (name: string): SystemModel =>
		modelOf(
			name,
			set('operation.topUp', { kind: 'float', with: 'water' }),
			set('design.source', { kind: 'gravity' })
		);

	it('is handed over while a stage is made, and not after', () => {
		let kept: { area: unknown } | undefined;
		const leak = stage('leak', {}, { area: STAGES.area }, (given) => void (kept = given));
		modelOf('lean-to-rail').get(leak);
		expect(() => kept!.area).to.throw('after it was made');
	});

	it('every stage has a name of its own', () => {
		const names = Object.values<Stage<unknown>>(STAGES).map(({ name }) => name);
		expect(new Set(names).size).to.equal(names.length);
	});
});

describe('a changed model shares what the change cannot have touched', () => {
	for (const name of some(EXAMPLES, 'shared', 0.4))
		it(`${name}: and comes to just what a new one comes to, whatever is changed`, () => {
			const before = modelOf(name);
			assessModel(before);
			for (const change of some(changesOf(before.parts), name, 0.1)) {
				const shared = before.with([change]);
				const fresh = new SystemModel(shared.parts, BUILT_IN_SHELF);
				const where = `${name}, ${change.path} ${JSON.stringify(change.value)}`;
				close(plain(shared), plain(fresh), where);
				for (const stage of TOLD)
					close(told(shared.get(stage)), told(fresh.get(stage)), `${where}: ${stage.name}`);
			}
		});

	it('through a run of changes as well, and back again', () => {
		for (const name of some(EXAMPLES, 'run', 0.4)) {
			const start = modelOf(name);
			let model = start;
			const changes = changesOf(start.parts).filter((_, i) => i % 4 === 0);
			for (const change of changes) {
				assessModel(model);
				model = model.with([change]);
			}
			const fresh = new SystemModel(model, BUILT_IN_SHELF);
			close(plain(model), plain(fresh), name);
		}
	});

	it('a change of nothing that matters works nothing out again', () => {
		for (const name of EXAMPLES) {
			const model = modelOf(name);
			const { layout, graph, flows } = model;
			const noted = model.with([set('design.notes', 'the tap drips')]);
			expect(noted.layout, kindOf(model.design.stands[0]!).title).to.equal(layout);
			expect(noted.graph).to.equal(graph);
			expect(noted.flows).to.equal(flows);
			const lower = model.with([set('record.nowL', model.nowL * 0.9)]);
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
		if (off > 1e-5 * Math.max(Math.abs(value), Math.abs(y[i]!)) && off > 1e-6)
			expect.fail(`${where}: ${value} is not ${y[i]} in …${around(a, i)}…`);
	});
}
const around = (text: string, nth: number): string => {
	const at = [...text.matchAll(/-?\d+(?:\.\d+)?(?:e[-+]?\d+)?/g)][nth]!.index;
	return text.slice(Math.max(0, at - 120), at + 20);
};
