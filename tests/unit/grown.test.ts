import { expect } from 'chai';
import { some } from '../seed';
import { startSystem, VARIANTS } from '../../src/lib/core/design';
import { assess } from '../../src/lib/core/operations';
import { SystemModel } from '../../src/lib/core/model';
import { findingsOf, provenFindings, type ProvenFinding } from '../../src/lib/core/review';
import { autofix } from '../../src/lib/core/edit';
import { BUILT_IN_SHELF } from '../../src/lib/core/shelf';
import { modelOf, example, EXAMPLES, set } from './example';

/** An example with all its plants at a stage. */
const at = (name: string, stage: string, ...more: Parameters<typeof set>[]) => {
	const sites = Object.keys(example(name).operation.crops);
	const stages = Object.fromEntries(sites.map((id) => [id, stage]));
	return modelOf(
		name,
		set('record.stages', stages),
		...more.map(([path, value]) => set(path, value))
	);
};
const key = ({ code, subject }: ProvenFinding) => `${code} ${subject}`;

const nine = (one: string | number) => (typeof one === 'number' ? one.toPrecision(9) : one);
/** What is found, its figures to the digits that do not hang on where a solution started from. */
const told = (model: SystemModel) =>
	provenFindings(model).map(({ figures, ...said }) => ({
		...said,
		figures: figures.map(({ quantity, value, to = value }) => [quantity, value, to].map(nine))
	}));

describe('now and grown', () => {
	it('a system of grown plants is its own grown state', () => {
		for (const name of some(EXAMPLES, 'own', 0.35)) {
			const model = at(name, 'full');
			expect(model.grown, name).to.equal(model);
			for (const { state, code } of provenFindings(model)) expect(state, code).to.equal('now');
		}
	});

	for (const name of some(EXAMPLES, 'grown', 0.4))
		it(`${name}: what stops it once grown is said of seedlings too, and by when`, () => {
			const grown = provenFindings(at(name, 'full'));
			const young = provenFindings(at(name, 'seedling'));
			const said = new Set(young.map(key));
			// what is set for today is for today's plants: timer, mix and the light that reaches them
			const built = grown.filter(
				({ step, severity }) => severity === 'stop' && !['feed', 'mix'].includes(step)
			);
			for (const finding of built) expect([...said], finding.message).to.include(key(finding));
			for (const { state, message } of young)
				if (state === 'grown')
					expect(message).to.match(
						/once the plants are grown, (?:by about \d+ \w+ 20\d\d|in about)/
					);
		});

	it('loads, tank and pump are judged grown; mix, timer and today’s tank are reckoned now', () => {
		const model = at('lean-to-rail', 'seedling');
		const full = at('lean-to-rail', 'full');
		expect(model.waterUse.useLPerDay).to.be.below(0.3 * full.waterUse.useLPerDay);
		expect(model.mix.recommendedMsCm).to.be.below(full.mix.recommendedMsCm);
		expect(model.grown.loads[0]!.massKg).to.be.closeTo(full.loads[0]!.massKg, 1e-9);
		expect(model.grown.size.result.grossL).to.be.closeTo(full.size.result.grossL, 1e-9);
		const pot = at(
			'loft-table',
			'seedling',
			['operation.topUp', { kind: 'hand', everyDays: 12, with: 'solution' }],
			['operation.fillL', 16],
			['record.nowL', 16]
		);
		const dry = provenFindings(pot).find((f) => f.code === 'tank-below-pump')!;
		expect(dry.state).to.equal('grown');
		expect(dry.severity).to.equal('stop');
		// planted out on 28 February: the date is told
		expect(dry.message).to.match(
			/It comes to this once the plants are grown, by about \d+ \w+ 2026\.$/
		);
		for (const { change } of dry.fixes)
			expect(findingsOf(pot.with(change)).map((f) => f.message)).to.not.include(dry.message);
	});

	it('a change shares the grown state with what stood before, and says the same as a fresh one', () => {
		for (const name of ['lean-to-rail', 'kitchen-columns', 'away-bench']) {
			let model = at(name, 'young');
			provenFindings(model);
			for (const change of [
				set('record.nowL', 12),
				set('operation.dial', 0.9),
				set('operation.feed.setMin', 4)
			]) {
				if (change.path === 'operation.dial' && model.design.source.kind !== 'pump') continue;
				const before = model.grown;
				model = model.with([change]);
				if (change.path === 'operation.feed.setMin')
					expect(model.grown.layout).to.equal(before.layout);
				const fresh = new SystemModel(model.parts, model.shelf);
				expect(told(model), name).to.deep.equal(told(fresh));
			}
		}
	});

	it('operations that depend on plants stand twice, each with its state', () => {
		const { operations } = assess(at('lean-to-rail', 'young').parts);
		for (const name of [
			'plant-demand',
			'reservoir-size',
			'reservoir-run',
			'feed-plan',
			'recipe',
			'salts'
		]) {
			const list = operations[name] as { state: string }[];
			expect([...new Set(list.map((one) => one.state))], name).to.deep.equal(['now', 'grown']);
		}
		for (const name of ['network', 'tank-level', 'evapotranspiration'])
			expect(operations[name]).to.not.be.an('array');
	});

	it('a new system starts with young plants, in a build that holds them grown', () => {
		const { place } = example('lean-to-rail');
		for (const variant of some(VARIANTS, 'young', 0.35)) {
			const start = startSystem(
				{
					name: 'New',
					areaId: place.areas[0]!.id,
					variant,
					plants: 6,
					cropId: 'leaf-lettuce',
					lengthMm: 2400,
					depthMm: 1200,
					heightMm: 2200
				},
				BUILT_IN_SHELF
			);
			const settled = autofix({ ...start, place }, BUILT_IN_SHELF);
			const model = new SystemModel(settled, BUILT_IN_SHELF);
			expect(Object.keys(model.plants).length, variant).to.be.above(0);
			for (const { stage } of Object.values(model.plants)) expect(stage).to.equal('young');
			const stops = provenFindings(model).filter(
				(f) => f.severity === 'stop' && f.state === 'grown' && f.fixes.length > 0
			);
			expect(
				stops.map((f) => f.message),
				variant
			).to.deep.equal([]);
		}
	});
});
