import { expect } from 'chai';
import {
	mostOverAsked,
	strengthRamp,
	advisedSchool,
	restsOn,
	roundsOf,
	STAGES,
	SystemModel,
	type Stage
} from '../../src/lib/core/model';
import { monthsOf } from '../../src/lib/core/design';
import { todayPlan } from '../../src/lib/core/logbook';
import { calculate } from '../../src/lib/core/operations';
import {
	overridesSchema,
	PARAMETERS,
	parametersWith,
	STARTING
} from '../../src/lib/core/parameters';
import { parameter, toIssues, type Figures, type Parameter } from '../../src/lib/core/quantity';
import { heldWater } from '../../src/lib/core/water';
import { catchesOf, mixCard } from '../../src/lib/core/logbook';
import { findingsOf, judged, stepsOf } from '../../src/lib/core/review';
import { BUILT_IN_LISTS, BUILT_IN_SHELF, FIXINGS } from '../../src/lib/core/shelf';
import { groundRow, WORDS } from '../../src/lib/ui/explain/formulas';
import { EXAMPLES, example, exampleFile, modelOf, set } from './example';
import { troubled, TROUBLES } from './troubles';

const CUTTINGS = {
	batches: 2,
	everyDays: 7,
	rounds: 1,
	pickDays: 10,
	emptyDays: 7,
	moved: {}
};
const ALL = Object.entries(PARAMETERS).flatMap(([group, figures]) =>
	Object.entries<Parameter>(figures).map(([name, figure]) => ({ group, name, figure }))
);
const ITEMS: { id: string; figures: Figures }[] = [
	...Object.values(BUILT_IN_LISTS).flat(),
	...FIXINGS
];

function told({ value, low, high, source }: Parameter, of: string): void {
	expect(value, of).to.be.within(low, high);
	expect(source, of).to.have.length.above(8);
}

describe('figures of practice', () => {
	it('each lies in its range and says where it comes from', () => {
		for (const [name, figure] of Object.entries<Parameter>(STARTING)) told(figure, name);
		for (const { group, name, figure } of ALL) told(figure, `${group}.${name}`);
		expect(() => parameter(2, 'm', [3, 4])).to.throw(RangeError, '2 m is outside its range');
		expect(parameter(3, 'm', [3, 4]).source).to.equal('common practice, 3 to 4 m');
	});

	it('every item of the shelf keeps its own, with the value it counts with', () => {
		for (const item of ITEMS) {
			const figures = Object.entries<Parameter>(item.figures);
			expect(figures, item.id).to.have.length.above(1);
			const fields = JSON.stringify(item);
			for (const [field, figure] of figures) {
				told(figure, `${item.id}.${field}`);
				expect(fields, item.id).to.include(`"${field}":${figure.value}`);
			}
		}
	});

	it('none is there that nothing reads', () => {
		const unread = new Set(ALL.map(({ group, name }) => `${group}.${name}`));
		const watched = Object.fromEntries(
			Object.entries(PARAMETERS).map(([group, figures]) => [
				group,
				new Proxy(figures, {
					get(of, name) {
						unread.delete(`${group}.${String(name)}`);
						return Reflect.get(of, name) as unknown;
					}
				})
			])
		) as unknown as typeof PARAMETERS;
		const look = (model: SystemModel) => {
			for (const stage of Object.values<Stage<unknown>>(STAGES)) model.get(stage);
			stepsOf(model, findingsOf(model));
			for (const { fixes } of judged(model).slice(0, 2)) fixes();
			catchesOf(model);
			mixCard(model);
			strengthRamp(model, '2026-05-28');
			advisedSchool(model.shelf.media[0]!, model.parameters);
		};
		for (const name of EXAMPLES) look(new SystemModel(example(name), BUILT_IN_SHELF, watched));
		for (const trouble of TROUBLES) look(troubled(trouble, watched));
		const rail = new SystemModel(example('lean-to-rail'), BUILT_IN_SHELF, watched);
		look(rail.with([set('design.lines.checkValve', true)]));
		// water that wants a base
		const sour = rail.with([set('place.waters[id=tap].ph', 5)]);
		look(sour);
		for (const [kind, percent] of [
			['koh', 60],
			['k2co3', 25]
		] as const)
			look(sour.with([set('operation.mix.base', { kind, percent, said: true })]));
		todayPlan(rail.with([set('operation.mix.fish', true)]), {
			...{ on: '2026-05-28', litres: 20, msCm: null, ph: null, waterC: null },
			meters: null
		});
		// readings that go with what was known before, and one that does not
		const was = { on: '2026-05-27', litres: 30, msCm: 1.8, ph: 6, waterC: null, meters: null };
		for (const now of [{ litres: 29 }, { litres: 24, msCm: 2.1, ph: 6.4 }])
			todayPlan(rail, { ...was, ...now, on: '2026-05-28' }, was, true);
		mostOverAsked(rail.mix, rail.parameters.mixing);
		// a label that names no strength
		look(rail.with([set('operation.mix.acid', { kind: 'citric', percent: null, said: true })]));
		// a tank in foam, with an air stone
		look(rail.with([set('design.tank.insulated', true), set('design.tank.airStone', true)]));
		// a crop that is bought as a plant has a season instead of days to a harvest
		const all = (value: string) =>
			Object.fromEntries(Object.keys(rail.operation.crops).map((id) => [id, value]));
		const berries = rail.with([
			set('operation.crops', all('blueberry')),
			set('record.stages', all('seedling'))
		]);
		look(berries);
		look(berries.with([set('operation.topUp', { kind: 'hand', everyDays: 5, with: 'solution' })]));
		// young plants in cubes and plugs, bare roots, and media that are flushed
		const seeds = (crops: Record<string, string>) =>
			Object.fromEntries(Object.keys(crops).map((id) => [id, 'seedling']));
		look(rail.with([set('record.stages', seeds(rail.operation.crops))]));
		look(rail.with([set('record.stages', all('young'))]));
		const columns = new SystemModel(example('kitchen-columns'), BUILT_IN_SHELF, watched);
		look(
			columns.with([
				set('record.stages', seeds(columns.operation.crops)),
				set('design.stands.0.siteMl', 300)
			])
		);
		look(columns.with([set('design.stands.0.siteMl', 20)]));
		// on a day, under an open sky; and a season with cuttings
		const yard = new SystemModel(example('yard-channels'), BUILT_IN_SHELF, watched, '2026-05-28');
		const open = yard.with([set('design.tank.open', true), set('place.months', monthsOf('mild'))]);
		look(open);
		const cuttings = { ...CUTTINGS, from: 'cutting' as const };
		for (const id of ['strawberry', 'leaf-lettuce'])
			roundsOf(
				rail.with([
					set('operation.crops', all(id)),
					set('operation.succession', id === 'leaf-lettuce' ? { [id]: cuttings } : {})
				]),
				'2026-04-02'
			);
		roundsOf(rail.with([set('operation.crops', all('leaf-lettuce'))]), '2026-04-02');
		look(
			new SystemModel(example('away-bench'), BUILT_IN_SHELF, watched).with([
				set('operation.flushEveryDays', 9)
			])
		);
		look(
			new SystemModel(example('loft-table'), BUILT_IN_SHELF, watched).with([
				set('place.units.system', 'us')
			])
		);
		expect([...unread]).to.deep.equal([]);
	});

	it('replaced ones count, everywhere and at once', () => {
		const usual = modelOf('lean-to-rail');
		const { feed } = usual;
		const parameters = parametersWith({ transit: { filmL: 0.1 } });
		const own = usual.of(usual.parts, usual.shelf, parameters);
		const falling = ({ held }: SystemModel) =>
			[...held.values()].reduce((sum, { result }) => sum + result.fallingL, 0);
		expect(falling(own)).to.be.at.most(falling(usual));
		const flow = { media: [], mediumL: 0.01, poolL: 0, flowLph: 600, transitMin: 5 };
		expect(heldWater({ ...flow, filmL: 0.1 }).fallingL).to.be.below(heldWater(flow).fallingL);
		expect(own.feed, 'what does not read them is shared').to.equal(feed);
		expect(parametersWith({})).to.equal(PARAMETERS);
		expect(parametersWith({ transit: {} })).to.equal(PARAMETERS);
		expect(parameters.light).to.equal(PARAMETERS.light);
		expect(parameters.transit.filmL.source).to.equal('your own figure');
		const input = { ...exampleFile('lean-to-rail'), parameters: { growth: { young: 0.2 } } };
		expect(calculate('assess', input)).to.have.property('result');
	});

	it('out of their range they are refused by name, range and unit', () => {
		const refused = overridesSchema.safeParse({ transit: { filmL: 9 }, light: { moon: 1 } });
		expect(toIssues(refused.error!)).to.deep.equal([
			{ path: 'transit.filmL', message: 'film l must be a number from 0.1 to 0.6 L' },
			{ path: 'light.moon', message: 'unknown field "moon"' }
		]);
	});
});

describe('what a result rests on', () => {
	it('are the figures its stages read, with range and source', () => {
		const model = modelOf('lean-to-rail');
		const rows = restsOn(model, STAGES.waterUse).map(groundRow);
		expect(rows).to.deep.include({
			name: 'cucumber: crop coefficient',
			value: '1.1 (0.94–1.3)',
			source: 'after Allen et al., FAO-56 (1998), table 12, by like crops'
		});
		expect(rows.map(({ name }) => name)).to.not.include('tomato: crop coefficient');
	});

	for (const name of EXAMPLES)
		it(`${name}: is read without a trace`, () => {
			const model = modelOf(name);
			for (const { stages = [] } of Object.values(WORDS))
				for (const stage of stages) {
					const before = model.get<unknown>(STAGES[stage] as Stage<unknown>);
					restsOn(model, STAGES[stage])
						.map(groundRow)
						.forEach(({ source }) => expect(source).to.not.equal(''));
					expect(model.get<unknown>(STAGES[stage] as Stage<unknown>)).to.equal(before);
				}
		});
});

describe('a catch of the dry run', () => {
	it('may be off by what the jug and emitters of one make differ by, and no more', () => {
		const model = modelOf('lean-to-rail');
		const [first] = catchesOf(model);
		// a coarse stake: 0.07 as made, twice, and the jug
		expect(first!.within).to.be.closeTo(0.15 + 2 * 0.07, 1e-12);
		const at = (share: number) =>
			catchesOf(
				model.with([set('record.caughtMl', { [first!.id]: 1000 * first!.expectedL * share })])
			)[0]!.verdict;
		expect([0.7, 0.72, 1.28, 1.3].map(at)).to.deep.equal(['clogged', 'fine', 'fine', 'loose']);
		expect(first!.verdict).to.equal(null);
	});

	it('is taken row by row, along one and back along the next, each outlet once', () => {
		for (const name of EXAMPLES) {
			const model = modelOf(name);
			const ids = catchesOf(model).map(({ id }) => id);
			expect([...ids].sort(), name).to.deep.equal(model.layout.outlets.map(({ id }) => id).sort());
		}
		const labels = catchesOf(modelOf('lean-to-rail')).map(({ label }) => label);
		expect(labels.join(' ')).to.equal('A1 A2 A3 A4 A5 A6 A7 B7 B6 B5 B4 B3 B2 B1');
	});
});
