import { expect } from 'chai';
import { switchingsOf } from '../../../src/lib/core/feeding';
import { monthsOf, type Succession } from '../../../src/lib/core/design';
import { byHandOf, eventsOf, roundsOf, weeksOf } from '../../../src/lib/core/model';
import { dayOf } from '../../../src/lib/core/review';
import { moved, planOf, refusedOn } from '../../../src/lib/ui/clock/season-drag';
import { siteLine } from '../../../src/lib/ui/inspector/site-line';
import { EXAMPLES, modelOf, set } from '../example';
import { sessionOf, shown, wordsOf } from './stage';

const DAY = '2026-05-28';
const PLAN: Succession = {
	from: 'seed',
	batches: 3,
	everyDays: 10,
	rounds: 2,
	pickDays: 12,
	emptyDays: 7,
	moved: {}
};

describe('the season on the board', function () {
	this.timeout(240_000);
	for (const name of EXAMPLES)
		it(`${name}: every planting is there to take hold of, and says its days`, async () => {
			const session = await sessionOf(name);
			const on = session.record.plantOutOn ?? session.today;
			const rounds = roundsOf(session.model, on);
			const root = await shown(session, 'ui/steps/plant-out/SeasonStrip.svelte', {
				width: 840,
				tall: 340
			});
			const sliders = root.querySelectorAll('.round');
			expect(sliders).to.have.length(rounds.length);
			const told = sliders.map((one) => one.getAttribute('aria-valuetext'));
			for (const { plantOut, pickFrom, until } of rounds)
				expect(told.join('\n')).to.include(
					`plant out ${dayOf(plantOut)}, pick ${dayOf(pickFrom)} to ${dayOf(until)}`
				);
			const weeks = weeksOf(rounds);
			// a line break between two words is a space to a browser
			const tight = (words: string) => words.replace(/\s+/g, '');
			const titles = root.querySelectorAll('rect > title').map((title) => tight(wordsOf(title)));
			for (const { monday, picked } of weeks)
				if (picked > 0)
					expect(titles).to.include(tight(`Week of ${dayOf(monday)}: ${picked} to pick from`));
		});

	it('batches of a crop stand under one another, and a gap is marked', async () => {
		const succession = { 'leaf-lettuce': { ...PLAN, moved: { '0.1': 9, '1.1': -4 } } };
		const session = await sessionOf('segment-tower', [set('operation.succession', succession)]);
		const root = await shown(session, 'ui/steps/plant-out/SeasonStrip.svelte', {
			width: 840,
			tall: 340
		});
		expect(root.querySelectorAll('.round')).to.have.length(6);
		expect(root.querySelectorAll('.gap')).to.have.length(1);
		expect(root.querySelectorAll('.two')).to.have.length(1);
		const words = wordsOf(root);
		for (const batch of [1, 2, 3]) expect(words).to.include(`8 leaf lettuces, batch ${batch}`);
		const narrow = await shown(session, 'ui/steps/plant-out/SeasonStrip.svelte', {
			width: 370,
			tall: 300
		});
		expect(narrow.querySelectorAll('.crop').map((text) => wordsOf(text).trim())).to.deep.equal([
			'batch 1',
			'batch 2',
			'batch 3'
		]);
	});

	it('a planting moved and moved back leaves nothing behind; one before its time is refused with a date that would do', () => {
		const model = modelOf('segment-tower', set('operation.succession', { 'leaf-lettuce': PLAN }));
		const rounds = roundsOf(model, DAY);
		const second = rounds.find(({ key }) => key === '0.1')!;
		const there = model.with([moved(model, PLAN, second, 6)]);
		const plan = there.operation.succession['leaf-lettuce']!;
		expect(plan.moved).to.deep.equal({ '0.1': 6 });
		const back = there.with([moved(there, plan, second, -6)]);
		expect(back.operation.succession['leaf-lettuce']).to.deep.equal(PLAN);
		expect(model.with([planOf(model, 'leaf-lettuce', null)]).operation.succession).to.deep.equal(
			{}
		);
		const first = rounds.find(({ key }) => key === '0.0')!;
		expect(refusedOn(rounds, first, '2020-01-01')).to.equal(null);
		expect(refusedOn(rounds, second, first.plantOut)).to.match(/choose \d{4}-\d\d-\d\d or later/);
		expect(refusedOn(rounds, second, second.plantOut)).to.equal(null);
	});
});

describe('the weeks on the board', function () {
	this.timeout(240_000);
	for (const name of EXAMPLES)
		it(`${name}: fillings by hand are strokes, and the warmest week is a band where the place has a year`, async () => {
			const plain = await sessionOf(name);
			const root = await shown(plain, 'ui/steps/tank/WeeksStrip.svelte', { width: 840 });
			const { input, result } = plain.model.run;
			const filled =
				input.topUp.kind === 'refill' ? result.days.filter(({ addedL }) => addedL > 0).length : 0;
			expect(root.querySelectorAll('.refill')).to.have.length(filled);
			expect(root.querySelectorAll('.hot')).to.have.length(0);
			const yearly = await sessionOf(name, [set('place.months', monthsOf('mild'))]);
			const outdoors = yearly.model.area.climate.setting === 'outdoors';
			const withYear = await shown(yearly, 'ui/steps/tank/WeeksStrip.svelte', { width: 840 });
			expect(withYear.querySelectorAll('.hot')).to.have.length(outdoors ? 1 : 0);
			if (outdoors) expect(wordsOf(withYear)).to.match(/warmest week, to [\d.]+ °C/);
		});
});

describe('the printed day and season', function () {
	this.timeout(240_000);
	for (const name of EXAMPLES)
		it(`${name}: a line a feed, what is watered by hand, and no more than ten weeks`, async () => {
			const session = await sessionOf(name);
			const root = await shown(session, 'ui/print/DayAndSeason.svelte', { width: 730 });
			const { feed } = session.model;
			const list = feed ? switchingsOf(eventsOf(feed)) : [];
			expect(root.querySelectorAll('.feeds tbody tr')).to.have.length(list.length);
			const words = wordsOf(root);
			const on = session.record.plantOutOn ?? session.today;
			for (const { until } of byHandOf(session.model, on))
				expect(words).to.match(
					new RegExp(`Water the young plants from above by hand: .* until about ${dayOf(until)}`)
				);
			expect(root.querySelectorAll('.second > table tbody tr').length).to.be.at.most(10);
		});
});

describe('a site that is chosen', () => {
	for (const name of EXAMPLES)
		it(`${name}: tells its season, and its hot day where a timer feeds it`, () => {
			const model = modelOf(name);
			for (const { id, cropId } of model.layout.sites.slice(0, 4)) {
				const line = siteLine(model, id, DAY);
				expect(line === null, id).to.equal(!cropId);
				if (!line) continue;
				expect(line.season).to.match(/planted out \d+ \w+, picked \d+ \w+ to \d+ \w+/);
				const zone = model.rootZone?.result.sites.find((site) => site.id === id);
				expect(line.day === null).to.equal(!zone);
				if (line.day)
					expect(line.day).to.match(/arrive, .* are drunk, .* (run through|site below)/);
			}
			expect(siteLine(model, 'tank', DAY)).to.equal(null);
			expect(siteLine(model, null, DAY)).to.equal(null);
		});
});
