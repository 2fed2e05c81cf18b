import { expect } from 'chai';
import fc from 'fast-check';
import { calculate } from '../../src/lib/core/operations';
import { dutyOf } from '../../src/lib/core/design';
import { switchingsCsv, switchingsJson, switchingsOf } from '../../src/lib/core/feeding';
import {
	byHandOf,
	eventsOf,
	levelDay,
	pumpMinutes,
	rinsed,
	roundsOf,
	saltAtSites,
	stageWeeks
} from '../../src/lib/core/model';
import { copyFeed, dropFeed, runsInto } from '../../src/lib/ui/clock/day-drag';
import { EXAMPLES, modelOf, set } from './example';

const DAY = '2026-05-28';

describe('the first weeks', function () {
	this.timeout(60_000);
	for (const name of EXAMPLES) {
		it(`${name}: plants drink more stage by stage, by hand for days at first, and the plan of their stage is the one there is`, () => {
			const model = modelOf(name);
			const weeks = stageWeeks(model, DAY);
			expect(weeks.map(({ from }) => from)).to.deep.equal([...weeks.map((w) => w.from)].sort());
			const drinks = weeks.map(({ drinksLPerDay }) => drinksLPerDay);
			expect(drinks).to.deep.equal([...drinks].sort((a, b) => a - b));
			const grown = model.grown;
			const full = weeks.at(-1)!;
			expect(full.drinksLPerDay).to.be.closeTo(grown.waterUse.useLPerDay, 1e-9);
			expect(full.feeds?.count).to.equal(grown.feed?.plan.events.length);
			for (const { days, everyDays, mlAPlant, until } of byHandOf(model, DAY)) {
				expect(days).to.be.at.least(everyDays);
				expect(mlAPlant).to.be.greaterThan(0);
				expect(until > DAY).to.equal(true);
			}
			expect(roundsOf(model, DAY)).to.not.have.length(0);
		});

		it(`${name}: a relay brings in whole minutes what its seconds let through`, () => {
			const model = modelOf(name);
			const relay = { onS: 15, offS: 45 };
			const slow = model.with([set('operation.feed.relay', relay)]);
			expect(dutyOf({ relay })).to.equal(0.25);
			expect(slow.feed === null).to.equal(model.feed === null);
			if (!model.feed || !slow.feed) return;
			for (const { id, flowLph } of slow.feed.input.sites)
				expect(flowLph).to.be.closeTo(
					0.25 * model.feed.input.sites.find((site) => site.id === id)!.flowLph,
					1e-9
				);
			const { onMin, plan, pumpedLPerDay, duty } = slow.feed;
			expect(pumpMinutes(slow)).to.be.closeTo(
				0.25 * Math.min(1440, onMin * plan.events.length),
				1e-9
			);
			expect(pumpedLPerDay / pumpMinutes(slow)).to.be.closeTo(
				model.feed.pumpedLPerDay / pumpMinutes(model),
				1e-6
			);
			// what an outlet must give while it runs is what it must give without a relay, for as many minutes
			expect(duty).to.equal(0.25);
			const list = switchingsOf(eventsOf(slow.feed));
			expect(switchingsCsv(list, relay).split('\n')[0]).to.equal(
				'on,off,minutes,on_seconds,off_seconds'
			);
			expect(JSON.parse(switchingsJson(list, relay))).to.deep.include({
				relay: { onSeconds: 15, offSeconds: 45 }
			});
		});
	}

	for (const name of ['away-bench', 'valve-pots'])
		it(`${name}: what valves let in over days is what was drunk, and the water stands between dry and full`, () => {
			const model = modelOf(name);
			for (const state of model.levels) {
				const day = levelDay(model, state)!;
				expect(day.depthMm).to.have.length(96);
				for (const mm of day.depthMm) expect(mm).to.be.within(0, state.basis.depthMm + 1e-9);
				// the mean time a fill lasts is what it holds by what is drunk, besides the filling itself
				const { totalL, fillMinutes } = state.filled!.result;
				const mean = state.hoursAFill! + fillMinutes / 60;
				expect(day.shortestH).to.be.at.most(mean + 1);
				expect(day.longestH).to.be.at.least(state.hoursAFill! - 1);
				expect(totalL).to.be.greaterThan(0);
			}
		});
});

describe('salt round the roots of single sites', () => {
	for (const name of ['away-bench', 'valve-pots', 'slab-gutter', 'outdoor-bucket-rows'])
		it(`${name}: the thirstiest gathers no less than the mean of like media, a rinse never adds`, () => {
			const model = modelOf(name);
			for (const state of model.saltInMedia) {
				const sites = saltAtSites(model, state);
				expect(sites).to.not.have.length(0);
				for (const { input, result, which } of sites) {
					expect(calculate('salt-build-up', input)).to.deep.equal({ result });
					const least = rinsed(model, input, 14);
					for (const [i, { msCm }] of least.days.entries())
						expect(msCm).to.be.at.most(result.days[i]!.msCm + 1e-9);
					if (which === 'least fed')
						expect(input.drainFraction).to.be.at.most(sites[0]!.input.drainFraction);
				}
				const [thirstiest] = sites;
				const perL = ({ useLPerDay, mediumL }: { useLPerDay: number; mediumL: number }) =>
					useLPerDay / mediumL;
				expect(perL(thirstiest!.input)).to.be.at.least(perL(state.input) - 1e-9);
			}
		});
});

describe('feeds taken hold of on the day', () => {
	const starts = fc.uniqueArray(fc.integer({ min: 0, max: 1439 }), { minLength: 1, maxLength: 12 });
	it('one more stands between it and the next, dropping it takes it away, and only what overlaps is said to', () => {
		fc.assert(
			fc.property(starts, fc.nat(), fc.integer({ min: 1, max: 60 }), (list, pick, onMin) => {
				const one = list[pick % list.length]!;
				const more = copyFeed(list, one, onMin);
				const over = runsInto(list, onMin);
				if (more) {
					const next = more.find(({ path }) => path.endsWith('startsMin'))!.value as number[];
					expect(next).to.have.length(list.length + 1);
					// what did not overlap before does not now
					for (const [at] of runsInto(next, onMin)) expect(over.has(at)).to.equal(true);
				}
				const fewer = dropFeed(list, one);
				expect(fewer === null).to.equal(list.length === 1);
				if (fewer)
					expect(fewer.find(({ path }) => path.endsWith('startsMin'))!.value).to.deep.equal(
						list.filter((at) => at !== one).sort((a, b) => a - b)
					);
				for (const [at, next] of over) expect((next - at + 1440) % 1440).to.be.lessThan(onMin);
			}),
			{ seed: 13, numRuns: 300 }
		);
	});
});
