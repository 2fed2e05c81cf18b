import { PARAMETERS } from '../../src/lib/core/parameters';
import { expect } from 'chai';
import fc from 'fast-check';
import { applyChanges, startSystem, type Change } from '../../src/lib/core/design';
import { feedPlan } from '../../src/lib/core/feeding';
import { atSpeed, headAt } from '../../src/lib/core/hydraulics';
import { METRIC, names, show, showRange } from '../../src/lib/core/quantity';
import { assessModel } from '../../src/lib/core/operations';
import {
	dayOf,
	faultWords,
	findingsOf,
	SEVERITIES,
	STEPS,
	SUBJECTS
} from '../../src/lib/core/review';
import {
	SystemModel,
	daysLeft,
	feedInput,
	pumpMinutes,
	systemCurve
} from '../../src/lib/core/model';
import { autofix } from '../../src/lib/core/edit';
import { BUILT_IN_SHELF } from '../../src/lib/core/shelf';
import { modelOf, EXAMPLES } from './example';
import { benchIn, rail, railModel } from './rail';
import { TROUBLES } from './troubles';

const change = (path: string, value: unknown): Change => ({ path, value });

describe('trials at other levels and dials', () => {
	it('the lowest level at which all flow: a little under it, somebody is dry', () => {
		const model = railModel();
		const lowest = model.lowestFlowingL!;
		const dryAt = (litres: number) =>
			model.with([change('record.nowL', litres)]).path.result.uniformity.dry;
		expect(dryAt(lowest + 0.01)).to.equal(0);
		expect(dryAt(lowest - 0.5)).to.be.above(0);
	});

	it('the lowest level at which all are fed: a little under it, somebody is short', () => {
		const model = railModel();
		const lowest = model.lowestFedL!;
		const short = (litres: number) => {
			const { path, feed } = model.with([change('record.nowL', litres)]);
			return (
				[...model.feed!.needLph].some(([id, need]) => path.siteLph.get(id)! < need * (1 - 1e-6)) &&
				feed !== null
			);
		};
		expect(short(lowest + 0.01)).to.equal(false);
		expect(short(lowest - 0.6)).to.equal(true);
	});

	it('the least dial that feeds everybody, to a percent', () => {
		const model = railModel();
		const needs = model.feed!.needLph;
		const percent = model.trials.leastDialPercent(needs, model.nowL)!;
		const fed = (p: number) => {
			const { path } = model.with([change('operation.dial', p / 100)]);
			return [...needs].every(([id, need]) => path.siteLph.get(id)! >= need * (1 - 1e-6));
		};
		expect(fed(percent)).to.equal(true);
		expect(fed(percent - 1)).to.equal(false);
	});

	it('says so where no level and no dial would do', () => {
		const high = [change('design.stands.0.lowEndHeightMm', 2400)];
		const model = railModel(high);
		expect(model.lowestFlowingL).to.equal(null);
		expect(model.trials.leastDialPercent(new Map([['rail.A1', 1]]), model.nowL)).to.equal(null);
	});

	it('a fuller tank never leaves an outlet with less head', () => {
		const { trials } = railModel();
		fc.assert(
			fc.property(
				fc.double({ min: 0, max: 70, noNaN: true }),
				fc.double({ min: 0, max: 20, noNaN: true }),
				(litres, more) => {
					expect(trials.leastResidualM(litres + more)).to.be.at.least(
						trials.leastResidualM(litres) - 1e-6
					);
				}
			),
			{ numRuns: 60 }
		);
	});
});

describe('pump and lines', () => {
	it('cross at the operating point', () => {
		const model = railModel();
		const { flowLph, headM } = model.path.result.source;
		const curve = atSpeed(model.curve!.result, 0.72);
		expect(headAt(curve, flowLph)).to.be.closeTo(headM, 1e-6);
		const points = systemCurve(model, 40);
		const after = points.findIndex((p) => p.headM > headM);
		const [a, b] = [points[after - 1]!, points[after]!];
		const share = (headM - a.headM) / (b.headM - a.headM);
		expect(a.flowLph + share * (b.flowLph - a.flowLph)).to.be.closeTo(flowLph, 0.02 * flowLph);
	});

	it('what the lines pass rises with the head they are given', () => {
		const flows = systemCurve(railModel(), 20).map((p) => p.flowLph);
		flows.slice(1).forEach((q, i) => expect(q).to.be.at.least(flows[i]! - 1e-6));
		expect(flows[0]).to.be.closeTo(0, 1e-3);
	});

	it('a filter or a check valve in the main costs head, and a wider row gives it back', () => {
		const flow = (...changes: Change[]) => railModel(changes).path.result.source.flowLph;
		expect(flow(change('design.lines.filter', true))).to.be.below(flow());
		expect(flow(change('design.lines.checkValve', true))).to.be.below(flow());
		expect(flow(change('design.stands.0.rowTubeId', 'feed-19'))).to.be.above(flow());
		expect(flow(change('design.stands.0.rowTubeId', 'feed-4'))).to.be.below(flow());
	});
});

describe('tank', () => {
	it('days left are the water over the pump’s minimum, with the reserve, by what is drunk', () => {
		const model = railModel();
		// a float keeps its level while the pump runs: what is on its way is not missing from it
		const usable = 32 - model.tank.pumpMinimumL + model.reserve!.usableL;
		// a butt of 120 L keeps what stands under its outlet
		expect(model.reserve!.usableL).to.be.within(116, 119);
		expect(daysLeft(model)).to.be.closeTo(usable / model.account.leavesLPerDay, 1e-9);
		expect(
			daysLeft(
				railModel([
					change('operation.topUp', { kind: 'float', with: 'weak' }),
					change('design.reserve', null)
				])
			)
		).to.equal(null);
		expect(daysLeft(railModel([change('operation.crops', {})]))).to.equal(null);
	});

	it('a check valve keeps the lines full, so less comes back', () => {
		const back = (held: boolean) =>
			railModel([change('design.lines.checkValve', held)]).drainBack.result.standingL;
		expect(back(true)).to.be.below(back(false));
	});

	it('a feed row without fall empties as well, out of the drippers that hang under it', () => {
		const standing = (...changes: Change[]) => railModel(changes).drainBack.result.standingL;
		expect(standing(change('design.stands.0.feedFallPercent', 0))).to.be.closeTo(standing(), 0.05);
	});

	it('an overflow hole is the brim', () => {
		const model = railModel([change('design.tank.overflowBelowRimMm', 100)]);
		expect(model.tank.fullL).to.be.below(railModel().tank.fullL);
		expect(model.tank.input.brimMm).to.equal(240);
	});

	it('each kind of top-up drifts its own way', () => {
		const end = (kind: string) => {
			const { days } = railModel([
				change('operation.topUp', { kind: 'float', with: kind }),
				change('design.reserve', null)
			]).run.result;
			return days.at(-1)!.ecMsCm;
		};
		// the first litres bring the level up to the float
		expect(end('weak')).to.be.closeTo(2.2, 0.03);
		expect(end('solution')).to.be.above(2.2);
		expect(end('water')).to.be.below(2.2);
	});
});

describe('demand and feed', () => {
	it('follow the stage: a tenth of the leaf drinks a tenth', () => {
		const grown = (stage: string) =>
			railModel([
				change('operation.crops', { 'rail/1/1/1': 'tomato' }),
				change('record.stages', { 'rail/1/1/1': stage })
			]).waterUse.useLPerDay;
		for (const stage of ['seedling', 'young', 'growing'] as const)
			expect(grown(stage)).to.be.closeTo(PARAMETERS.growth[stage].value * grown('full'), 1e-9);
	});

	it('the grower’s own factor scales what is predicted', () => {
		const use = (factor: number) =>
			railModel([change('record.useFactor', factor)]).waterUse.useLPerDay;
		expect(use(1.3)).to.be.closeTo(1.3 * use(1), 1e-9);
	});

	it('every school can be planned for the same plants, and none is short', () => {
		const model = railModel([change('operation.feed.setMin', null)]);
		for (const school of ['soak', 'pulse', 'repeat', 'continuous'] as const) {
			const plan = feedPlan(feedInput(model, { ...model.operation.feed, school })!);
			expect(plan.warnings).to.not.include('dose-short');
			expect(plan.events.length).to.be.above(0);
		}
	});

	it('the timer as planned leaves nobody under their need', () => {
		const model = railModel([change('operation.feed.setMin', null)]);
		for (const [id, need] of model.feed!.needLph)
			expect(model.path.siteLph.get(id)).to.be.at.least(need * (1 - 1e-9));
		expect(pumpMinutes(model)).to.equal(model.feed!.plan.onMin * model.feed!.plan.events.length);
	});

	it('a timer set shorter needs more flow at every site, in proportion', () => {
		const need = (min: number) =>
			railModel([change('operation.feed.setMin', min)]).feed!.needLph.get('rail/1/7/1')!;
		expect(need(5)).to.be.closeTo(3 * need(15), 1e-9);
	});
});

describe('steps', () => {
	const headlines: [
		step: (typeof STEPS)[number],
		changes: Change[],
		says: RegExp,
		state: string
	][] = [
		['place', [], /^3.40 × 1.20 m$/, 'fine'],
		['plants', [], /^14 of 3 kinds$/, 'fine'],
		['plants', [change('operation.crops', {})], /^none yet$/, 'open'],
		['sites', [], /^2 × 7 buckets$/, 'fine'],
		['lines', [change('design.stands.0.fallPercent', 0)], /^13 mm$/, 'stop'],
		['pump', [], /^28.4 L\/h, 0.83 m$/, 'look'],
		['pump', [change('design.source', { kind: 'gravity' })], /^0 L\/h$/, 'stop'],
		['tank', [], /^6.1 days$/, 'fine'],
		['dry-run', [], /^30 Mar$/, 'fine'],
		['dry-run', [change('record.dryRunOn', null)], /^not yet$/, 'open'],
		['feed', [], /^18 × 9 min$/, 'fine'],
		['feed', [change('operation.feed.school', 'continuous')], /^all day$/, 'fine'],
		['mix', [], /^2.20 mS\/cm$/, 'fine'],
		['plant-out', [change('record.plantOutOn', null)], /^not yet$/, 'open'],
		['run', [], /^22.2 L a day$/, 'fine']
	];
	for (const [name, changes, says, state] of headlines)
		it(`${name}${changes[0] ? ` with another ${changes[0].path}` : ''} reads ${says.source}`, () => {
			const found = assessModel(railModel(changes)).steps.find((s) => s.step === name)!;
			expect(found.headline).to.match(says);
			expect(found.state).to.equal(state);
		});

	it('take the worst of what was found for them', () => {
		const { steps, findings } = assessModel(
			railModel([change('design.stands.0.lowEndHeightMm', 200)])
		);
		for (const { step, state } of steps) {
			const worst = Math.min(
				...findings.filter((f) => f.step === step).map((f) => SEVERITIES.indexOf(f.severity)),
				2
			);
			if (worst < 2) expect(state).to.equal(SEVERITIES[worst]);
		}
	});

	it('findings come the most urgent first', () => {
		const ranks = findingsOf(railModel([change('record.nowL', 8)])).map((f) =>
			SEVERITIES.indexOf(f.severity)
		);
		expect(ranks).to.deep.equal([...ranks].sort());
	});
});

describe('words', () => {
	const lists: [string[], string][] = [
		[[], ''],
		[['A1'], 'A1'],
		[['A1', 'A2'], 'A1 and A2'],
		[['A1', 'A2', 'A3'], 'A1, A2 and A3'],
		[['A1', 'A2', 'A3', 'A4', 'A5'], 'A1, A2, A3, A4 and A5'],
		[['A1', 'A2', 'A3', 'A4', 'A5', 'A6'], 'A1, A2, A3, A4 and 2 more']
	];
	for (const [list, says] of lists)
		it(`${list.length} names`, () => void expect(names(list)).to.equal(says));
	it('a finding carries the figures of its sentence, in their order, in any units', () => {
		const US = { ...METRIC, system: 'us' as const };
		let told = 0;
		for (const name of EXAMPLES)
			for (const units of [METRIC, US]) {
				const model = modelOf(name, { path: 'place.units', value: units });
				for (const { code, message, figures } of findingsOf(model)) {
					let from = 0;
					for (const { quantity, value, to } of figures) {
						const said =
							to === undefined
								? show(value, quantity, units)
								: showRange(value, to, quantity, units);
						const at = message.indexOf(said, from);
						expect(at, `${name}, ${code}: ${said} in ${message}`).to.be.at.least(from);
						from = at + said.length;
						told += 1;
					}
					expect(message).to.not.match(/[⟦⟧]/);
				}
			}
		expect(told).to.be.above(100);
	});
	it('a range says its unit once', () => {
		expect(showRange(1.71, 1.9, 'flow', METRIC)).to.equal('1.71 to 1.90 L/h');
		expect(showRange(0.1, 0.2, 'dose', { ...METRIC, system: 'us' })).to.equal('3.4 to 6.8 fl oz');
		expect(showRange(2, 2.001, 'volume', METRIC)).to.equal('2 L');
	});
	it('a calendar day, free of time zones', () => {
		expect(['2026-04-02', '2026-12-31'].map(dayOf)).to.deep.equal(['2 Apr', '31 Dec']);
	});
});

describe('why the strength strays', () => {
	const said = (name: string, ...changes: Change[]) =>
		findingsOf(modelOf(name, change('operation.maxDriftPercent', 5), ...changes)).find(
			(f) => f.code === 'drift-over-limit'
		)?.message ?? '';
	const hand = (everyDays: number, kind: string) =>
		change('operation.topUp', { kind: 'hand', everyDays, with: kind });
	it('in a loop by what tops it up, or what is left between two top-ups', () => {
		expect(said('loft-table', hand(1, 'solution'))).to.match(/brings more salt than the plants/);
		expect(said('loft-table', hand(1, 'water'))).to.match(/brings less salt than the plants/);
		expect(said('loft-table', hand(9, 'water'))).to.match(/the plants leave salt behind|less salt/);
	});
	it('where nothing comes back only by another strength than it was filled with', () => {
		expect(said('away-bench', hand(5, 'solution'))).to.equal('');
		expect(said('away-bench', hand(5, 'water'))).to.match(/is not what it was filled with/);
	});
});

describe('what a finding points at', () => {
	/** Everything a press can mark in the drawing, and what only a sheet shows; joints are too small to be drawn. */
	const drawn = ({ layout }: SystemModel) =>
		new Set<string>([
			...SUBJECTS.filter((one) => one !== 'reserve' || layout.reserve),
			...[layout.solids, layout.containers, layout.runs, layout.returns, layout.sites].flatMap(
				(list) => list.map(({ id }) => id)
			)
		]);
	const lost = (model: SystemModel) => {
		const there = drawn(model);
		return findingsOf(model)
			.filter((f) => f.code !== 'parts-do-not-join' && !there.has(f.subject))
			.map((f) => `${f.code}: ${f.subject}`);
	};
	it('says of a return that cannot carry its flow what could, in the units of the place', () => {
		const { from, by } = TROUBLES.find(({ code }) => code === 'return-too-small')!;
		const flat = [...by, change('design.stands.0.fallPercent', 0.05)];
		const why = (units: object) => {
			const model = modelOf(from, ...flat, change('place.units', units));
			return model.returns.flatMap(({ fault }) => faultWords(model, fault) ?? []);
		};
		for (const words of why({ system: 'metric', strength: 'mscm' }))
			expect(words).to.match(
				/^at most [\d.]+ L\/h run through [\d.]+ mm .* [\d.]+ mm inside would/
			);
		const us = why({ system: 'us', strength: 'mscm' });
		expect(us.length).to.be.above(0);
		for (const words of us)
			expect(words)
				.to.match(/gal\/h run through [\d.]+ in at/)
				.and.not.match(/\d{5}/);
	});

	it('is there, in every example and in every trouble', () => {
		for (const name of EXAMPLES) expect(lost(modelOf(name)), name).to.deep.equal([]);
		for (const { code, from, by } of TROUBLES)
			expect(lost(modelOf(from, ...by)), `${code} in ${from}`).to.deep.equal([]);
	});
});

describe('settling a start', () => {
	const { place } = rail();
	it('changes nothing that works already', () => {
		expect(autofix(rail(), BUILT_IN_SHELF)).to.deep.equal(rail());
	});
	it('makes what cannot work work, and leaves the defaults marked', () => {
		const start = startSystem(
			{ name: 'Low', areaId: 'lean-to', plants: 6, cropId: 'tomato', ...benchIn(3000) },
			BUILT_IN_SHELF
		);
		const low = applyChanges(start, [
			change('design.stands.0.lowEndHeightMm', 100),
			change('operation.fillL', 60)
		]);
		const { assumed } = start.design;
		const parts = { ...low, design: { ...low.design, assumed }, place };
		const settled = autofix(parts, BUILT_IN_SHELF);
		const stops = findingsOf(new SystemModel(settled, BUILT_IN_SHELF)).filter(
			(f) => f.severity === 'stop'
		);
		expect(stops.map((f) => f.code)).to.deep.equal([]);
		expect(settled.design.assumed).to.deep.equal(assumed);
	});
	it('never plants fewer than were asked for', () => {
		const start = startSystem(
			{ name: 'Many', areaId: 'lean-to', plants: 40, cropId: 'tomato', ...benchIn(20_000) },
			BUILT_IN_SHELF
		);
		expect(
			Object.keys(autofix({ ...start, place }, BUILT_IN_SHELF).operation.crops)
		).to.have.length(40);
	});
});
