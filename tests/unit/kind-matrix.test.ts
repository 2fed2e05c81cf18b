import { expect } from 'chai';
import { partsSchema, KINDS, spotOf, spotsFor, suggest, VARIANTS } from '../../src/lib/core/design';
import { changeKind, compare, kindChanges, oneMore } from '../../src/lib/core/edit';
import { findingsOf, stepsOf, STEPS } from '../../src/lib/core/review';
import { CROPS, pick } from '../../src/lib/core/shelf';
import { some } from '../seed';
import { modelOf, set } from './example';

/** An example that is of the kind and nothing else. */
const OF = {
	'bucket-bench': 'lean-to-rail',
	'bucket-rows': 'outdoor-bucket-rows',
	'pots-on-tank': 'loft-table',
	'single-bucket': 'single-bucket',
	'slab-gutter': 'slab-gutter',
	'control-pot-ring': 'control-pot-ring',
	'pipe-tower': 'kitchen-columns',
	'branch-stack': 'branch-stack',
	'bucket-stack': 'bucket-stack',
	'pot-stack': 'pot-stack',
	channels: 'yard-channels',
	'wall-modules': 'wall-pockets',
	'tower-bank': 'tower-bank',
	'valve-pots': 'valve-pots',
	'valve-trays': 'away-bench'
} as const;

describe('from every kind to every other', () => {
	for (const from of VARIANTS)
		it(`${from}: plants come along as far as there are sites, and everything is said`, () => {
			const before = modelOf(OF[from]);
			const planted = before.layout.sites.filter((site) => site.cropId);
			for (const to of some(VARIANTS, `from ${from}`, 0.2)) {
				const changed = changeKind(before, to);
				const after = before.with(kindChanges(changed));
				expect(partsSchema.safeParse(after.parts).error?.issues ?? [], to).to.deep.equal([]);
				const kept = after.layout.sites.filter((site) => site.cropId).length;
				expect(kept, to).to.be.within(1, planted.length);
				const said = [...changed.kept, ...changed.lost].join('; ');
				expect(said, to).to.not.match(/undefined|NaN|null/);
				if (kept < planted.length) expect(said, to).to.contain(`${planted.length - kept} plant`);
				expect(spotsFor(after.design.stands[0]!), to).to.include(spotOf(after.design));
				// a plant keeps its kind and its stage
				const crops = after.layout.sites.flatMap((s) =>
					s.cropId ? [`${s.cropId} ${s.stage}`] : []
				);
				const had = planted.map((s) => `${s.cropId} ${s.stage}`);
				for (const crop of crops) expect(had, to).to.include(crop);
			}
		});

	it('each against each is compared row by row, and the other way round is the mirror of it', () => {
		const some = ['pots-on-tank', 'pipe-tower', 'valve-trays', 'channels'] as const;
		for (const a of some)
			for (const b of some) {
				const [mine, theirs] = [modelOf(OF[a]), modelOf(OF[b])];
				const there = compare(mine, theirs);
				const back = compare(theirs, mine);
				expect(there.map((row) => row.name)).to.deep.equal(back.map((row) => row.name));
				there.forEach((row, i) => {
					const other = back[i]!;
					expect([row.a, row.b], row.name).to.deep.equal([other.b, other.a]);
					const turned = { a: 'b', b: 'a' } as const;
					expect(other.wins, row.name).to.equal(row.wins && turned[row.wins]);
				});
			}
	});
});

describe('steps of every kind', () => {
	for (const variant of VARIANTS)
		it(`${variant}: each has a state and a headline; findings stand under one of them`, () => {
			const model = modelOf(OF[variant]);
			const findings = findingsOf(model);
			const steps = stepsOf(model, findings);
			expect(steps.map((s) => s.step)).to.deep.equal([...STEPS]);
			for (const { step, state, headline } of steps) {
				expect(headline, step).to.not.match(/undefined|NaN|null|Infinity/);
				expect(headline.length, step).to.be.within(1, 40);
				const worst = findings.filter((f) => f.step === step && f.severity !== 'caution');
				if (worst.some((f) => f.severity === 'stop')) expect(state, step).to.equal('stop');
				else if (worst.length > 0) expect(state, step).to.equal('look');
				else expect(['open', 'fine'], step).to.include(state);
			}
		});

	for (const variant of VARIANTS.filter((v) => v !== 'single-bucket'))
		it(`${variant}: one more has a site or more, and drinks for it`, () => {
			const model = modelOf(OF[variant]);
			const more = oneMore(model, 1)!;
			const fewer = oneMore(model, -1);
			expect(more.sites).to.be.above(model.layout.sites.length);
			expect(more.useLPerDay).to.be.above(model.waterUse.useLPerDay);
			if (fewer) {
				expect(fewer.sites).to.be.below(model.layout.sites.length);
				expect(model.layout.sites.length - fewer.sites).to.equal(
					more.sites - model.layout.sites.length
				);
			}
		});
});

describe('what is suggested', () => {
	const areas = ['indoors', 'tent', 'greenhouse', 'balcony', 'wall', 'yard'] as const;
	it('for every place, crop and effort there is something, and it is of use there', () => {
		for (const area of areas)
			for (const crop of CROPS)
				for (const power of [true, false]) {
					const [first] = suggest({ area, crop, plants: 8, effort: 2, power, floorM2: 3 });
					const kind = KINDS[first!.variant];
					const where = `${area}, ${crop.id}, ${power ? 'power' : 'no power'}`;
					if (!power) expect(kind.feeding, where).to.equal('valve');
					if (crop.habit === 'climber') expect(kind.suits.tall, where).to.equal(true);
					else if (power && ['rosette', 'trailing'].includes(crop.habit))
						expect(kind.suits.places, where).to.include(area);
				}
	});

	it('less effort never suggests more of it', () => {
		const crop = pick(CROPS, 'leaf-lettuce');
		for (const area of areas) {
			const effort = (wish: 1 | 2 | 3) =>
				KINDS[
					suggest({ area, crop, plants: 12, effort: wish, power: true, floorM2: 2 })[0]!.variant
				].suits.effort;
			expect(effort(1), area).to.be.at.most(effort(3));
		}
	});

	it('a stand for one plant is not first for many', () => {
		const crop = pick(CROPS, 'tomato');
		const wish = { area: 'yard' as const, crop, effort: 1 as const, power: true, floorM2: 6 };
		expect(suggest({ ...wish, plants: 12 })[0]!.variant).to.not.equal('single-bucket');
	});
});

describe('a place for it', () => {
	it('the place says no where it is too low, too short or too shallow for a kind', () => {
		for (const [name, field, value] of [
			['kitchen-columns', 'heightM', 1.2],
			['lean-to-rail', 'lengthM', 1.5],
			['loft-table', 'widthM', 0.5]
		] as const) {
			const model = modelOf(name);
			const areas = model.place.areas.map((area) =>
				area.id === model.design.areaId ? { ...area, [field]: value } : area
			);
			const tight = model.with([set('place.areas', areas)]);
			expect(
				findingsOf(tight).map((f) => f.code),
				name
			).to.include('outside-area');
		}
	});
});
