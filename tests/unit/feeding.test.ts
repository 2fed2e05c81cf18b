import { expect } from 'chai';
import fc from 'fast-check';
import {
	feedPlan,
	feedPlanInput,
	type FeedPlan,
	type FeedPlanInput
} from '../../src/lib/core/feeding';
import { NoSolution } from '../../src/lib/core/quantity';

const between = (min: number, max: number) => fc.double({ min, max, noNaN: true });
const site = fc.record({
	mediumL: between(1, 40),
	availableFraction: between(0.05, 0.6),
	demandLPerDay: between(0.05, 4),
	flowLph: between(1, 40)
});
const lights = fc.record({
	onMin: fc.integer({ min: 0, max: 1439 }),
	durationMin: fc.integer({ min: 300, max: 1440 }),
	profile: fc.constantFrom('lamps' as const, 'sun' as const)
});
const plans = fc.record({
	sites: fc.array(site, { minLength: 1, maxLength: 12 }),
	lights,
	school: fc.constantFrom(
		'soak' as const,
		'pulse' as const,
		'repeat' as const,
		'continuous' as const
	),
	drainFraction: between(0, 0.5),
	allowedDepletion: between(0.1, 0.6),
	dayShare: between(0.6, 1),
	pulseEveryMin: fc.integer({ min: 15, max: 240 }),
	repeatEveryMin: fc.integer({ min: 15, max: 480 }),
	resolutionMin: fc.constantFrom(1, 5, 15, 30)
});
const inputOf = (p: typeof plans extends fc.Arbitrary<infer T> ? T : never): FeedPlanInput =>
	feedPlanInput.parse({
		sites: p.sites.map((s, i) => ({ id: `s${i}`, ...s })),
		lights: p.lights,
		school: p.school,
		drainFraction: p.drainFraction,
		allowedDepletion: p.allowedDepletion,
		dayShare: p.dayShare,
		pulseEveryMin: p.pulseEveryMin,
		repeatEveryMin: p.repeatEveryMin,
		window: { startAfterOnMin: 60, stopBeforeOffMin: 60 },
		timer: { resolutionMin: p.resolutionMin }
	});
/** A plan, or null where the medium would need more feeds than there are minutes. */
const planned = (input: FeedPlanInput): FeedPlan | null => {
	try {
		return feedPlan(input);
	} catch (problem) {
		if (problem instanceof NoSolution) return null;
		throw problem;
	}
};

describe('feed plan', () => {
	it('gives every site its deficit and its drain, on the timer’s own steps', () => {
		fc.assert(
			fc.property(plans, (p) => {
				const input = inputOf(p);
				const plan = planned(input);
				if (!plan) return;
				expect(plan.events.map((e) => e.startMin)).to.deep.equal(
					plan.events.map((e) => e.startMin).sort((a, b) => a - b)
				);
				for (const event of plan.events) {
					expect(event.startMin).to.be.within(0, 1439);
					if (p.school !== 'continuous') expect(event.startMin % p.resolutionMin).to.equal(0);
				}
				if (plan.onMin < 1440)
					for (const s of plan.sites) {
						expect(s.doseL).to.be.at.least(s.deficitL * (1 - 1e-9));
						expect(s.drainFraction).to.be.at.least(p.drainFraction - 1e-9);
					}
				expect(plan.pumpMinutesPerDay).to.be.at.most(
					Math.min(1440, plan.onMin * plan.events.length)
				);
				expect(plan.dayEvents + plan.nightEvents).to.equal(plan.events.length);
			}),
			{ numRuns: 400 }
		);
	});

	it('makes good in a day what is drunk in a day', () => {
		fc.assert(
			fc.property(plans, (p) => {
				const input = inputOf(p);
				const plan = planned(input);
				if (!plan || p.school === 'continuous') return;
				plan.sites.forEach((s, i) => {
					// no more can be made good than the medium holds
					if (s.depletion < 1 - 1e-9)
						expect(s.deficitL * plan.events.length).to.be.at.least(
							input.sites[i]!.demandLPerDay * (1 - 1e-9)
						);
				});
			})
		);
	});

	it('warns just where its warnings hold', () => {
		fc.assert(
			fc.property(plans, (p) => {
				const input = inputOf(p);
				const plan = planned(input);
				if (!plan) return;
				const has = (code: (typeof plan.warnings)[number]) => plan.warnings.includes(code);
				expect(has('too-many-events')).to.equal(p.school !== 'repeat' && plan.events.length > 48);
				if (p.school === 'continuous') expect(has('drain-heavy')).to.equal(false);
				else
					expect(has('drain-heavy')).to.equal(
						plan.sites.some((s) => s.deficitL > 0 && s.drainFraction > 0.6 + 1e-9)
					);
			})
		);
	});

	const lamps = { onMin: 360, durationMin: 840, profile: 'lamps' as const };
	const one = { id: 'a', mediumL: 10, availableFraction: 0.2, demandLPerDay: 2, flowLph: 4 };
	const plan = (change: object) =>
		feedPlan(feedPlanInput.parse({ sites: [one], lights: lamps, school: 'soak', ...change }));

	it('sets how often by the thirstiest and how long by the slowest', () => {
		const sites = [
			one,
			{ ...one, id: 'thirsty', demandLPerDay: 3 },
			{ ...one, id: 'slow', flowLph: 1 }
		];
		const { frequencySetBy, durationSetBy } = plan({ sites });
		expect([frequencySetBy, durationSetBy]).to.deep.equal(['thirsty', 'slow']);
		const equal = plan({ sites: [one, { ...one, id: 'b' }] });
		expect([equal.frequencySetBy, equal.durationSetBy]).to.deep.equal(['a', 'a']);
	});

	it('spreads soaks from the window’s start to its end', () => {
		expect(
			plan({ soakPerDay: 3 })
				.events.filter((e) => !e.night)
				.map((e) => e.startMin)
		).to.deep.equal([450, 765, 1080]);
		expect(
			plan({ soakPerDay: 1 })
				.events.filter((e) => !e.night)
				.map((e) => e.startMin)
		).to.deep.equal([450]);
	});

	it('carries the day over midnight', () => {
		const late = { onMin: 1080, durationMin: 720, profile: 'lamps' as const };
		const { events } = plan({ lights: late, soakPerDay: 4 });
		expect(events.map((e) => e.startMin)).to.deep.equal(
			[1170, 1340, 70, 240].sort((a, b) => a - b)
		);
	});

	it('counts an overlap once, and warns of it', () => {
		// 1.8 L by day in 84 feeds, a fifth of each to drain, at 0.4 L/h: 4.02 min, on a timer of whole minutes
		const { onMin, pumpMinutesPerDay, warnings } = plan({
			school: 'repeat',
			repeatEveryMin: 10,
			sites: [{ ...one, flowLph: 0.4 }]
		});
		expect(onMin).to.equal(5);
		expect(pumpMinutesPerDay).to.equal(144 * 5);
		expect(warnings).to.not.include('overlap');
		const tight = plan({ school: 'repeat', repeatEveryMin: 10, sites: [{ ...one, flowLph: 0.1 }] });
		expect(tight.onMin).to.be.above(10);
		expect(tight.pumpMinutesPerDay).to.equal(1440);
		expect(tight.warnings).to.include('overlap');
	});

	const refusals: [what: string, change: object, path: string][] = [
		['a pulse without its spacing', { school: 'pulse' }, 'pulseEveryMin'],
		['a repeat without its spacing', { school: 'repeat' }, 'repeatEveryMin'],
		['the same site twice', { sites: [one, one] }, 'sites.1.id'],
		[
			'a timer step that does not divide the day',
			{ timer: { resolutionMin: 7 } },
			'timer.resolutionMin'
		],
		['half minutes', { lights: { ...lamps, onMin: 1.5 } }, 'lights.onMin']
	];
	for (const [what, change, path] of refusals)
		it(`refuses ${what}`, () => {
			const { error } = feedPlanInput.safeParse({
				sites: [one],
				lights: lamps,
				school: 'soak',
				...change
			});
			expect(error!.issues.map((i) => i.path.join('.'))).to.include(path);
		});
});
