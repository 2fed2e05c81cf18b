import { expect } from 'chai';
import fc from 'fast-check';
import {
	guardMin,
	rootZone,
	rootZoneInput,
	switchingsCsv,
	switchingsJson,
	switchingsOf,
	watered,
	worstCut,
	type RootZoneInput
} from '../../src/lib/core/feeding';
import { cutRun, schoolSteps } from '../../src/lib/core/model';
import { calculate } from '../../src/lib/core/operations';
import { allOf } from '../../src/lib/core/quantity';
import { tankHeat, tankHeatInput } from '../../src/lib/core/water';
import { EXAMPLES, modelOf } from './example';

const SEED = { seed: 1113, numRuns: 200 };
const within = (min: number, max: number) => fc.double({ min, max, noNaN: true });

/** Sites alone and on lines, fed by one timer. */
const anyInput = fc
	.record({
		sites: fc.array(
			fc.record({
				mediumL: within(0.05, 20),
				availableFraction: within(0.02, 0.7),
				demandLPerDay: within(0, 4),
				flowLph: fc.oneof(fc.constant(0), within(0.1, 60)),
				catchFraction: within(0.05, 1),
				onward: fc.boolean()
			}),
			{ minLength: 1, maxLength: 7 }
		),
		events: fc.array(
			fc.record({
				startMin: fc.integer({ min: 0, max: 1439 }),
				durationMin: fc.integer({ min: 1, max: 90 })
			}),
			{ maxLength: 10 }
		),
		onMin: fc.integer({ min: 0, max: 1439 }),
		durationMin: fc.integer({ min: 1, max: 1440 }),
		profile: fc.constantFrom('lamps' as const, 'sun' as const),
		dayShare: within(0, 1),
		days: fc.integer({ min: 1, max: 3 }),
		outage: fc.option(fc.integer({ min: 0, max: 4000 })),
		stressFraction: within(0.05, 0.9),
		wiltFraction: within(0.01, 0.2)
	})
	.map(({ sites, onMin, durationMin, profile, outage, ...rest }): RootZoneInput =>
		rootZoneInput.parse({
			...rest,
			sites: sites.map(({ onward, ...site }, i) => ({
				...site,
				id: `s${i}`,
				passesTo: onward && i + 1 < sites.length ? `s${i + 1}` : null
			})),
			lights: { onMin, durationMin, profile },
			sampleMin: 1,
			...(outage !== null && { outageFromMin: outage })
		})
	);

/** The same model written down again as plainly as it is told: a record a site, a minute at a time. */
function plainly(input: RootZoneInput) {
	const { onMin, durationMin, profile } = input.lights;
	const dark = 1440 - durationMin;
	const day = dark === 0 ? 1 : input.dayShare;
	const sines = Array.from({ length: durationMin }, (_, k) =>
		Math.sin((Math.PI * (k + 0.5)) / durationMin)
	);
	const whole = sines.reduce((a, b) => a + b, 0);
	const rate = (minute: number): number => {
		const k = (minute - onMin + 1440) % 1440;
		if (k >= durationMin) return (1 - day) / dark;
		return profile === 'lamps' ? day / durationMin : (day * sines[k]!) / whole;
	};
	const on = (minute: number) =>
		input.events.some(
			({ startMin, durationMin: long }) => (minute - startMin + 1440) % 1440 < long
		);
	const state = input.sites.map((site) => ({
		site,
		cap: site.mediumL * site.availableFraction,
		s: site.mediumL * site.availableFraction,
		...{ min: 1, sum: 0, supplied: 0, drained: 0, used: 0, stress: 0, passed: 0 },
		stressAt: null as number | null,
		wiltAt: null as number | null
	}));
	const from = input.outageFromMin ?? 0;
	const total = input.days * 1440;
	for (let m = 0; m < total; m++) {
		const pumping = on(m % 1440) && (input.outageFromMin === undefined || m < input.outageFromMin);
		for (const one of state) one.passed = 0;
		// lines run in the order of the list here
		for (const one of state) {
			const { site, cap } = one;
			const arriving = one.passed + (pumping ? site.flowLph / 60 : 0);
			const enters = arriving * (site.catchFraction ?? 1);
			const over = Math.max(0, one.s + enters - cap);
			one.s = Math.min(cap, one.s + enters);
			const leaves = arriving - enters + over;
			one.supplied += arriving;
			one.drained += leaves;
			const next = state.find((other) => other.site.id === site.passesTo);
			if (next) next.passed += leaves;
			const drink = Math.min(
				one.s,
				site.demandLPerDay * rate(m % 1440) * Math.min(1, one.s / (input.stressFraction * cap))
			);
			one.s -= drink;
			one.used += drink;
			const share = one.s / cap;
			one.sum += share;
			one.min = Math.min(one.min, share);
			if (share < input.stressFraction) one.stress++;
			const hours = (m + 1 - from) / 60;
			if (m >= from && share < input.stressFraction) one.stressAt ??= hours;
			if (m >= from && share < input.wiltFraction) one.wiltAt ??= hours;
		}
	}
	return state.map((one) => ({ ...one, mean: one.sum / total }));
}

describe('the root zone minute by minute', () => {
	it('agrees with a plain second writing', () => {
		fc.assert(
			fc.property(anyInput, (input) => {
				const run = rootZone(input);
				plainly(input).forEach((one, i) => {
					const site = run.sites[i]!;
					const near = (a: number, b: number, what: string) =>
						expect(a, what).to.be.closeTo(b, 1e-6 * Math.max(1, Math.abs(b)));
					near(site.minFraction, one.min, 'least');
					near(site.meanFraction, one.mean, 'mean');
					near(site.suppliedL, one.supplied, 'supplied');
					near(site.drainedL, one.drained, 'drained');
					near(site.usedL, one.used, 'used');
					// a minute more or less where it grazes the limit
					expect(Math.abs(site.stressMin - one.stress)).to.be.at.most(2);
				});
			}),
			SEED
		);
	});

	it('water in is drunk, kept or returned, at every site and in the loop', () => {
		fc.assert(
			fc.property(anyInput, (input) => {
				const run = rootZone(input);
				let [pumped, used, kept] = [0, 0, 0];
				const minutes = (id: string) => {
					const site = input.sites.find((one) => one.id === id)!;
					return site.flowLph;
				};
				run.sites.forEach((site, i) => {
					const { mediumL, availableFraction } = input.sites[i]!;
					const cap = mediumL * availableFraction;
					const change = (run.series.sites[i]!.fraction.at(-1)! - 1) * cap;
					expect(site.suppliedL - site.drainedL - site.usedL).to.be.closeTo(
						change,
						1e-7 * Math.max(1, site.suppliedL)
					);
					const above = input.sites.filter((one) => one.passesTo === site.id);
					const passed = above.reduce(
						(sum, one) => sum + run.sites.find(({ id }) => id === one.id)!.drainedL,
						0
					);
					pumped += site.suppliedL - passed;
					used += site.usedL;
					kept += change;
					if (minutes(site.id) === 0)
						expect(site.suppliedL - passed).to.be.closeTo(0, 1e-7 * Math.max(1, passed));
				});
				expect(pumped).to.be.closeTo(used + kept + run.returnedL, 1e-6 * Math.max(1, pumped));
			}),
			SEED
		);
	});

	it('more minutes of pump never dry a site', () => {
		fc.assert(
			fc.property(anyInput, fc.integer({ min: 1, max: 60 }), (input, more) => {
				const longer = rootZone({
					...input,
					events: input.events.map((event) => ({
						...event,
						durationMin: Math.min(1440, event.durationMin + more)
					}))
				});
				rootZone(input).sites.forEach((site, i) => {
					expect(longer.sites[i]!.minFraction).to.be.at.least(site.minFraction - 1e-9);
					expect(longer.sites[i]!.stressMin).to.be.at.most(site.stressMin);
				});
			}),
			SEED
		);
	});

	it('no feed is a worse moment for the power to fail than the worst', () => {
		fc.assert(
			fc.property(anyInput, (any) => {
				const input = { ...any, days: 3, outageFromMin: undefined, sampleMin: 15 };
				const worst = worstCut(input);
				if (!worst) return input.sites.every(({ demandLPerDay }) => demandLPerDay === 0);
				const least = cutRun(input, worst.siteId, worst.atMin).hoursToStress ?? Infinity;
				for (const { startMin } of input.events)
					for (const { id, demandLPerDay } of input.sites) {
						if (demandLPerDay === 0) continue;
						const hours = cutRun(input, id, startMin).hoursToStress ?? Infinity;
						expect(hours, `${id} at ${startMin}`).to.be.at.least(least - 0.04);
					}
				return true;
			}),
			{ seed: 7, numRuns: 25 }
		);
	});
});

describe('ways of feeding side by side', () => {
	for (const name of EXAMPLES) {
		const model = modelOf(name);
		if (!model.feed) continue;
		it(`${name}: each one’s figures are those of a run of its own feeds, and one is advised`, () => {
			const runs = allOf(schoolSteps(model));
			expect(runs.filter(({ because }) => because !== null)).to.have.length(1);
			const mine = runs.find(({ school }) => school === model.operation.feed.school)!;
			const { plan, onMin } = model.feed!;
			expect(mine.feeds).to.include({ count: plan.events.length, onMin });
			const answer = calculate('root-zone', {
				...model.rootZone!.input,
				events: plan.events.map(({ startMin }) => ({ startMin, durationMin: onMin }))
			});
			if (!('result' in answer)) throw new Error(JSON.stringify(answer));
			const { sites, returnedL } = answer.result as ReturnType<typeof rootZone>;
			expect(mine.stressMin).to.equal(Math.max(...sites.map(({ stressMin }) => stressMin)));
			expect(mine.drainedLPerDay).to.be.closeTo(returnedL / 3, 1e-9);
			const calm = Math.min(...runs.filter((r) => r.because).map((r) => r.stressMin));
			for (const { school, feeds, overSlots, soakedH, stressMin } of runs)
				if (feeds && !overSlots && school !== 'fixed' && soakedH <= 23)
					expect(stressMin).to.be.at.least(calm);
		});
	}
});

describe('the water’s own day', () => {
	const anyTank = fc
		.record({
			volumeL: within(5, 2000),
			wallAreaM2: within(0.1, 8),
			wallUWM2K: within(0.2, 8),
			pumpWatts: within(0, 200),
			pumpMinutesPerDay: within(0, 1440),
			minC: within(-10, 20),
			swing: within(0, 25),
			hottestMin: fc.integer({ min: 0, max: 1439 }),
			sun: fc.option(
				fc.record({
					peakW: within(0, 400),
					startMin: fc.integer({ min: 0, max: 700 }),
					long: fc.integer({ min: 1, max: 700 })
				})
			),
			days: fc.integer({ min: 1, max: 9 })
		})
		.filter(({ volumeL, wallAreaM2, wallUWM2K }) => wallUWM2K * wallAreaM2 * 60 < 2000 * volumeL)
		.map(({ minC, swing, hottestMin, sun, ...rest }) =>
			tankHeatInput.parse({
				...rest,
				air: { minC, maxC: minC + swing, hottestMin },
				...(sun && {
					sun: { peakW: sun.peakW, startMin: sun.startMin, endMin: sun.startMin + sun.long }
				})
			})
		);

	it('agrees with a plain second writing', () => {
		fc.assert(
			fc.property(anyTank, (input) => {
				const c = 4184 * input.volumeL;
				const mean = (input.air.minC + input.air.maxC) / 2;
				let t = mean;
				let last: number[] = [];
				for (let k = 0; k < input.days * 1440; k++) {
					const m = k % 1440;
					if (m === 0) last = [];
					const air =
						mean +
						((input.air.maxC - input.air.minC) / 2) *
							Math.cos((2 * Math.PI * (m - input.air.hottestMin)) / 1440);
					const { sun } = input;
					const shines =
						sun && m >= sun.startMin && m <= sun.endMin
							? sun.peakW * Math.sin((Math.PI * (m - sun.startMin)) / (sun.endMin - sun.startMin))
							: 0;
					const watts =
						(input.pumpWatts * input.pumpMinutesPerDay) / 1440 +
						input.wallUWM2K * input.wallAreaM2 * (air - t) +
						shines;
					t += (watts * 60) / c;
					last.push(t);
				}
				const result = tankHeat(input);
				expect(result.maxC).to.be.closeTo(Math.max(...last), 1e-7);
				expect(result.minC).to.be.closeTo(Math.min(...last), 1e-7);
				expect(result.meanC).to.be.closeTo(last.reduce((a, b) => a + b, 0) / 1440, 1e-7);
				expect(last[result.hottestAtMin]).to.be.closeTo(result.maxC, 1e-7);
			}),
			SEED
		);
	});
});

describe('what a timer is set to', () => {
	it('feeds that meet are one, round midnight too, and a pump that never stops has no table', () => {
		const at = (startMin: number, durationMin: number) => ({ startMin, durationMin });
		expect(switchingsOf([at(600, 10), at(480, 30), at(505, 10)])).to.deep.equal([
			{ onMin: 480, offMin: 515, minutes: 35 },
			{ onMin: 600, offMin: 610, minutes: 10 }
		]);
		expect(switchingsOf([at(1430, 20), at(5, 10)])).to.deep.equal([
			{ onMin: 1430, offMin: 15, minutes: 25 }
		]);
		expect(switchingsOf([at(0, 1440)])).to.deep.equal([]);
	});

	it('its table covers just the minutes the pump runs, whatever the feeds', () => {
		fc.assert(
			fc.property(anyInput, ({ events }) => {
				const list = switchingsOf(events);
				const minutes = list.reduce((sum, one) => sum + one.minutes, 0);
				const runs = watered(events).reduce((a, b) => a + b, 0);
				expect(list.length === 0 && events.length > 0 ? 1440 : minutes).to.equal(runs);
				expect(guardMin(list)).to.be.at.least(Math.max(0, ...list.map((one) => one.minutes)));
				expect(switchingsCsv(list).trim().split('\n')).to.have.length(1 + list.length);
				const told = JSON.parse(switchingsJson(list)) as { switchings: { minutes: number }[] };
				expect(told.switchings.map((one) => one.minutes)).to.deep.equal(
					list.map((one) => one.minutes)
				);
			}),
			SEED
		);
	});
});
