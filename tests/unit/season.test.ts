import { expect } from 'chai';
import fc from 'fast-check';
import type { Succession } from '../../src/lib/core/design';
import {
	daysBetween,
	entriesOf,
	roundsOf,
	shifted,
	suggestedSuccession,
	weeksOf,
	type SystemModel
} from '../../src/lib/core/model';
import { pick } from '../../src/lib/core/shelf';
import { calendarOf } from '../../src/lib/ui/clock/calendar';
import { EXAMPLES, modelOf } from './example';

const planned = (model: SystemModel, cropId: string, plan: Succession) =>
	model.with([{ path: 'operation.succession', value: { [cropId]: plan } }]);

describe('the season', () => {
	for (const name of EXAMPLES)
		it(`${name}: every crop is sown before it is planted out and picked after, and a calendar takes it`, async () => {
			const model = modelOf(name);
			const rounds = roundsOf(model, '2026-04-02');
			const crops = new Set(Object.values(model.operation.crops));
			expect(new Set(rounds.map(({ cropId }) => cropId))).to.deep.equal(crops);
			expect(
				rounds
					.filter(({ round }) => round === 0)
					.flatMap(({ siteIds }) => siteIds)
					.sort()
			).to.deep.equal(Object.keys(model.operation.crops).sort());
			for (const { cropId, sow, thin, plantOut, pick: picked, pickFrom, until } of rounds) {
				const order = [...(sow?.slice(0, 1) ?? []), ...(thin ? [thin] : []), plantOut, pickFrom];
				expect([...order, until].sort(), cropId).to.deep.equal([...order, until]);
				if (picked) expect(picked[0] <= pickFrom && pickFrom <= picked[1]).to.equal(true);
			}
			const entries = entriesOf(rounds, model.design.name);
			for (const { from, until } of entries) expect(until > from).to.equal(true);
			const text = await calendarOf(entries);
			expect(text.match(/BEGIN:VEVENT/g)).to.have.length(entries.length);
			expect(text).to.contain('DTSTART;VALUE=DATE:20260402');
		});

	it('days are counted by the calendar, over a leap day and a year’s end', () => {
		const model = modelOf('lean-to-rail');
		const pepper = (on: string) =>
			roundsOf(model, on).find(({ cropId }) => cropId === 'sweet-pepper')!;
		const { figures } = model.shelf.crops.find(({ id }) => id === 'sweet-pepper')!;
		const days = (a: string, b: string) => (Date.parse(b) - Date.parse(a)) / 86_400_000;
		for (const on of ['2028-03-01', '2026-01-05', '2026-12-20']) {
			const { sow, pick: picked } = pepper(on);
			expect(days(sow![0], on)).to.equal(Math.round(figures.propagationDays!.high));
			expect(days(on, picked![1])).to.equal(Math.round(figures.harvestDays!.high));
		}
	});

	it('batch by batch: every site is in one batch, a plant follows on the one before it, and each week’s cubes and plants add up', () => {
		const model = modelOf('kitchen-columns');
		const cropId = model.waterUse.crops[0]!.crop.id;
		const crop = pick(model.shelf.crops, cropId);
		const sites = Object.values(model.operation.crops).filter((id) => id === cropId).length;
		const plans = fc.record({
			from: fc.constantFrom('seed', 'cutting', 'bought'),
			batches: fc.integer({ min: 1, max: 26 }),
			everyDays: fc.integer({ min: 1, max: 60 }),
			rounds: fc.integer({ min: 1, max: 5 }),
			pickDays: fc.integer({ min: 0, max: 60 }),
			emptyDays: fc.constant(7),
			moved: fc.dictionary(
				fc.constantFrom('0.0', '0.1', '1.1', '2.0'),
				fc.integer({ min: 0, max: 40 })
			)
		}) as fc.Arbitrary<Succession>;
		fc.assert(
			fc.property(plans, (plan) => {
				const all = roundsOf(planned(model, cropId, plan), '2026-03-01');
				const rounds = all.filter((round) => round.cropId === cropId);
				for (let round = 0; round < plan.rounds; round++) {
					const mine = rounds.filter((one) => one.round === round);
					expect(new Set(mine.flatMap(({ siteIds }) => siteIds)).size).to.equal(sites);
				}
				for (const { batch, round, plantOut, emptyDays, key } of rounds) {
					const before = rounds.find((one) => one.batch === batch && one.round === round - 1);
					expect(emptyDays).to.equal(round === 0 ? 0 : (plan.moved[key] ?? 0));
					if (before) expect(shifted(before.until, emptyDays)).to.equal(plantOut);
				}
				const weeks = weeksOf(rounds);
				const sum = (of: 'cubes' | 'cuttings' | 'plantedOut') =>
					weeks.reduce((total, week) => total + week[of], 0);
				expect(sum('plantedOut')).to.equal(sites * plan.rounds);
				expect(sum('cubes') + sum('cuttings')).to.equal(
					plan.from === 'bought' ? 0 : sites * plan.rounds
				);
				for (const { monday } of weeks) expect(new Date(monday).getUTCDay()).to.equal(1);
			}),
			{ numRuns: 60, seed: 13 }
		);
		// the one that is suggested has something to pick in every week between
		const plan = suggestedSuccession(crop, sites, model.parameters.growth);
		const rounds = roundsOf(planned(model, cropId, plan), '2026-03-01').filter(
			(round) => round.cropId === cropId
		);
		const weeks = weeksOf(rounds);
		const picked = weeks.flatMap((week, i) => (week.picked > 0 ? [i] : []));
		expect(picked).to.deep.equal(picked.map((_, i) => picked[0]! + i));
		expect(daysBetween(rounds[0]!.plantOut, rounds[0]!.pickFrom)).to.equal(crop.harvestDays);
	});
});
