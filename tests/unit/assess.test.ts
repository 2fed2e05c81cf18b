import { expect } from 'chai';
import { tries } from '../seed';
import fc from 'fast-check';
import { partsSchema, startSystem, type Parts } from '../../src/lib/core/design';
import { assess, calculate, findOperation } from '../../src/lib/core/operations';
import { SystemModel } from '../../src/lib/core/model';
import { findingsOf } from '../../src/lib/core/review';
import { BUILT_IN_SHELF } from '../../src/lib/core/shelf';
import { benchIn, rail } from './rail';

const near = (a: unknown, b: unknown, where: string): void => {
	if (typeof a === 'number' && typeof b === 'number')
		expect(a, where).to.be.closeTo(b, 1e-6 + 2e-4 * Math.abs(b));
	else if (a !== null && typeof a === 'object')
		for (const key of Object.keys(a))
			near((a as never)[key], (b as never)?.[key], `${where}.${key}`);
	else expect(a, where).to.equal(b);
};

/** Figures that depend on where an iteration began, not on the water. */
const drop = ({ ...result }: Record<string, unknown>) => {
	delete result.iterations;
	delete result.imbalanceLph;
	return result;
};

describe('assess', () => {
	it('leaves every result reproducible from its input by the operation of that name', () => {
		const { operations } = assess(rail());
		expect(Object.keys(operations)).to.include.members([
			'network',
			'pump-curve',
			'drain',
			'drain-back',
			'plant-demand',
			'reservoir-size',
			'feed-plan',
			'salts',
			'tank-level',
			'layout-row'
		]);
		for (const [name, entry] of Object.entries(operations))
			for (const { input, result } of Array.isArray(entry) ? entry : [entry]) {
				const answer = calculate(name, JSON.parse(JSON.stringify(input)));
				if (!('result' in answer)) throw new Error(`${name}: ${JSON.stringify(answer)}`);
				near(drop(answer.result as never), drop(result as never), name);
			}
	});

	it('answers in its own schema, with every site and step', () => {
		const result = assess(rail());
		expect(findOperation('assess')!.output.safeParse(result).error).to.equal(undefined);
		expect(result.sites).to.have.length(14);
		expect(result.steps.map((s) => s.step)).to.have.length(11);
		expect(JSON.stringify(result)).to.not.match(/NaN|Infinity/);
	});

	it('speaks the units of the place', () => {
		const parts = rail();
		const us = { ...parts.place, units: { system: 'us', strength: 'ppm500' } as const };
		const { findings, steps } = assess({ ...parts, place: us });
		expect(findings[0]!.message).to.match(/gal /);
		expect(findings.map((f) => f.message).join(' ')).to.not.match(/ L\/h| mm /);
		expect(steps.find((s) => s.step === 'mix')!.headline).to.match(/ppm \(500\)/);
	});

	it('shares what a change cannot touch, and still agrees with working it all out again', () => {
		const parts = rail();
		const changes = [
			[{ path: 'operation.dial', value: 0.9 }],
			[{ path: 'record.nowL', value: 50 }],
			[{ path: 'operation.feed.drainFraction', value: 0.3 }],
			[{ path: 'operation.mix.strengthMsCm', value: 1.8 }],
			[{ path: 'design.stands[id=rail].pitchMm', value: 400 }],
			[{ path: 'design.tank.partId', value: 'bin-120' }],
			[{ path: 'operation.crops', value: {} }],
			[{ path: 'record.stages', value: {} }],
			[{ path: 'record.waterC', value: 8 }],
			[{ path: 'operation.shutValves', value: ['rail/v-2'] }],
			[{ path: 'design.reserve', value: null }],
			[{ path: 'design.lines.checkValve', value: true }]
		];
		const before = new SystemModel(parts, BUILT_IN_SHELF);
		findingsOf(before);
		for (const change of changes) {
			const shared = before.with(change);
			const fresh = new SystemModel(shared.parts, BUILT_IN_SHELF);
			expect(findingsOf(shared).map((f) => f.message)).to.deep.equal(
				findingsOf(fresh).map((f) => f.message)
			);
			expect(shared.path.result.source.flowLph).to.be.closeTo(
				fresh.path.result.source.flowLph,
				1e-3
			);
		}
	});

	const benches = fc.record({
		rows: fc.integer({ min: 1, max: 4 }),
		perRow: fc.integer({ min: 1, max: 12 }),
		pitchMm: fc.integer({ min: 50, max: 900 }),
		lengthMm: fc.integer({ min: 200, max: 6000 }),
		endClearMm: fc.integer({ min: 0, max: 600 }),
		lowEndHeightMm: fc.integer({ min: 0, max: 2500 }),
		fallPercent: fc.double({ min: 0, max: 20, noNaN: true }),
		feedFallPercent: fc.double({ min: 0, max: 10, noNaN: true }),
		plantsPerBucket: fc.integer({ min: 1, max: 2 }),
		emittersPerBucket: fc.integer({ min: 1, max: 4 }),
		emitterId: fc.constantFrom(...BUILT_IN_SHELF.emitters.map((e) => e.id)),
		mediumId: fc.constantFrom(...BUILT_IN_SHELF.media.map((m) => m.id)),
		bucketId: fc.constantFrom(...BUILT_IN_SHELF.buckets.map((b) => b.id), 'no-such-bucket'),
		returnTubeId: fc.constantFrom(...BUILT_IN_SHELF.tubes.map((t) => t.id)),
		returns: fc.constantFrom('each-row', 'shared')
	});
	const systems = fc.record({
		stand: benches,
		shutValves: fc.subarray(['bench/v-1', 'bench/v-2']),
		crop: fc.constantFrom(...BUILT_IN_SHELF.crops.map((c) => c.id)),
		dial: fc.double({ min: 0.1, max: 1, noNaN: true }),
		pump: fc.constantFrom(...BUILT_IN_SHELF.pumps.map((p) => p.id)),
		gravity: fc.boolean(),
		tank: fc.constantFrom(...BUILT_IN_SHELF.tanks.map((t) => t.id)),
		spot: fc.constantFrom('under', 'beside'),
		floorMm: fc.integer({ min: -2000, max: 4000 }),
		nowL: fc.double({ min: 0, max: 200, noNaN: true }),
		fillL: fc.double({ min: 0.1, max: 200, noNaN: true }),
		school: fc.constantFrom('soak', 'pulse', 'repeat', 'continuous'),
		setMin: fc.option(fc.integer({ min: 1, max: 400 }))
	});

	it('never throws and never says NaN, whatever bench is asked for', () => {
		const { place } = rail();
		fc.assert(
			fc.property(systems, (s) => {
				const start = startSystem(
					{ name: 'any', areaId: 'lean-to', plants: 6, cropId: s.crop, ...benchIn(2400) },
					BUILT_IN_SHELF
				);
				const { design, operation } = start;
				const parts = {
					design: {
						...design,
						tank: { ...design.tank, partId: s.tank, spot: s.spot, floorMm: s.floorMm },
						source: s.gravity ? { kind: 'gravity' } : { kind: 'pump', partId: s.pump },
						stands: [{ ...design.stands[0]!, ...s.stand }]
					},
					operation: {
						...operation,
						dial: s.dial,
						shutValves: s.shutValves,
						fillL: s.fillL,
						feed: { ...operation.feed, school: s.school, setMin: s.setMin }
					},
					record: { ...start.record, nowL: s.nowL },
					place
				} as Parts;
				partsSchema.parse(parts);
				const model = new SystemModel(parts, BUILT_IN_SHELF);
				const result = assess(parts);
				expect(JSON.stringify(result)).to.not.match(/NaN|Infinity|null,"headM"/);
				const reached = new Set(['pump']);
				// a header may be fed in its middle, so that runs come in any order
				for (let before = 0; before < reached.size;) {
					before = reached.size;
					for (const run of model.layout.runs) if (reached.has(run.from)) reached.add(run.to);
				}
				for (const e of model.layout.outlets)
					expect(reached.has(e.nodeId), 'joined').to.equal(true);
				for (const run of model.layout.runs) expect(run.lengthM).to.be.at.least(0);
				for (const finding of result.findings) {
					expect(finding.message).to.match(/\d|crops|Air|readings|bench|window|water|join|shelf/);
					expect(finding.fixes.length).to.be.at.most(3);
					for (const fix of finding.fixes) partsSchema.parse(model.with(fix.change).parts);
				}
			}),
			{ numRuns: tries(2000, 6) }
		);
	}).timeout(1_200_000);
});
