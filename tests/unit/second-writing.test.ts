import { expect } from 'chai';
import { tries } from '../seed';
import fc from 'fast-check';
import { feedPlan, feedPlanInput, type FeedPlanInput } from '../../src/lib/core/feeding';
import { acid, type AcidInput } from '../../src/lib/core/nutrients';
import {
	evapotranspiration,
	reservoirRun,
	saltBuildUp,
	type ReservoirRunInput,
	type SaltBuildUpInput
} from '../../src/lib/core/water';

/** Every new formula written a second time, as plainly and slowly as can be, and compared on seeded inputs. */
const RUNS = { numRuns: tries(200, 40) };
const real = (min: number, max: number) => fc.double({ min, max, noNaN: true });
const near = (got: number, wanted: number, what: string, share = 1e-7) =>
	expect(got, `${what}: ${got} for ${wanted}`).to.be.closeTo(
		wanted,
		share * Math.max(1, Math.abs(wanted))
	);

// ---- the tank ----

const topUps = fc.oneof(
	fc.constant({ kind: 'none' as const }),
	fc.record({
		kind: fc.constant('refill' as const),
		everyDays: fc.integer({ min: 1, max: 9 }),
		toL: real(1, 120),
		ecMsCm: real(0, 4)
	}),
	fc.record({
		kind: fc.constant('float' as const),
		setL: real(1, 120),
		ecMsCm: real(0, 4),
		reserveL: fc.option(real(0, 300))
	})
);
const tanks = fc
	.record({
		startL: real(1, 120),
		ecStartMsCm: real(0, 4),
		pumpMinimumL: real(0, 20),
		useLPerDay: real(0, 60),
		returns: fc.boolean(),
		share: real(0, 1.5),
		wasteLPerDay: real(0, 20),
		evaporationLPerDay: real(0, 3),
		rainLPerDay: real(0, 10),
		days: fc.integer({ min: 1, max: 25 }),
		topUp: topUps,
		change: fc.option(
			fc.record({
				everyDays: fc.integer({ min: 1, max: 12 }),
				toppedUpL: real(1, 300),
				driftPercent: real(5, 80),
				toL: real(1, 120),
				ecMsCm: real(0, 4)
			})
		)
	})
	.map(({ returns, share, change, ...rest }) => ({
		...rest,
		brimL: 130,
		...(returns ? { uptakeShare: share } : { drainage: 'none' as const }),
		...(change && { change })
	}));

/** The tank, step by step, with nothing remembered but litres and salt. */
function plainTank(
	i: ReservoirRunInput & { brimL: number }
): { volumeL: number; ecMsCm: number }[] {
	let [v, s] = [i.startL, i.startL * i.ecStartMsCm];
	let reserve = i.topUp.kind === 'float' ? i.topUp.reserveL : null;
	let [fresh, since, topped] = [i.ecStartMsCm, 0, 0];
	const steps = i.topUp.kind === 'float' ? 24 : 1;
	const ec = () => (v < 1e-9 ? 0 : s / v);
	const out = (litres: number) => {
		const gone = Math.min(v, litres);
		s = Math.max(0, s - gone * ec());
		v -= gone;
	};
	const result: { volumeL: number; ecMsCm: number }[] = [];
	for (let day = 1; day <= i.days; day++) {
		for (let step = 0; step < steps; step++) {
			v += (i.rainLPerDay as number) / steps;
			if (v > i.brimL) out(v - i.brimL);
			out((i.wasteLPerDay as number) / steps);
			const use = (i.useLPerDay as number) / steps;
			if (i.drainage === 'none') out(use);
			else {
				const drunk = Math.min(v, use);
				s = Math.max(0, s - drunk * (i.uptakeShare ?? 0) * ec());
				v -= drunk;
			}
			v -= Math.min(v, i.evaporationLPerDay! / steps);
			if (v < 1e-9) v = 0;
			if (i.topUp.kind === 'float') {
				const add = Math.min(Math.max(0, i.topUp.setL - v), reserve ?? Infinity);
				v += add;
				s += add * i.topUp.ecMsCm;
				topped += add;
				if (reserve !== null) reserve = Math.max(0, reserve - add);
			}
		}
		if (i.topUp.kind === 'refill' && day % i.topUp.everyDays === 0) {
			const add = Math.max(0, i.topUp.toL - v);
			v += add;
			s += add * i.topUp.ecMsCm;
			topped += add;
		}
		since += 1;
		const { change } = i;
		const off = fresh > 0 && v >= 1e-9 ? (100 * Math.abs(ec() - fresh)) / fresh : 0;
		if (
			change &&
			(since >= change.everyDays! ||
				topped >= change.toppedUpL! * (1 - 1e-9) ||
				(off > 0 && off >= change.driftPercent! * (1 - 1e-9)))
		) {
			[v, s] = [change.toL, change.toL * change.ecMsCm];
			[fresh, since, topped] = [change.ecMsCm, 0, 0];
		}
		result.push({ volumeL: v, ecMsCm: ec() });
	}
	return result;
}

// ---- the feed ----

const SUN = (n: number) => Array.from({ length: n }, (_, k) => Math.sin((Math.PI * (k + 0.5)) / n));

/** What is drunk in each minute of the day, as a share of the day. */
function plainDay({ lights, dayShare }: FeedPlanInput): number[] {
	const minute = new Array<number>(1440).fill(0);
	const lit =
		lights.profile === 'sun'
			? SUN(lights.durationMin)
			: new Array<number>(lights.durationMin).fill(1);
	const whole = lit.reduce((a, b) => a + b, 0);
	const share = lights.durationMin === 1440 ? 1 : dayShare;
	for (let m = 0; m < 1440; m++) {
		const at = (lights.onMin + m) % 1440;
		minute[at] =
			m < lights.durationMin
				? (share * lit[m]!) / whole
				: (1 - share) / (1440 - lights.durationMin);
	}
	return minute;
}

/** A line of sites filled from the top, each given the times at which its inflow changes. */
function plainLine(sites: FeedPlanInput['sites'], lacks: readonly number[]) {
	type Flow = [fromMin: number, perMin: number][];
	let passed: Flow = [[0, 0]];
	return sites.map((site, i) => {
		const inflow: Flow = passed.map(([t, q]) => [t, q + site.flowLph / 60]);
		const share = site.catchFraction ?? 1;
		let [left, filled] = [lacks[i]!, lacks[i]! > 0 ? Infinity : 0];
		inflow.forEach(([t, q], k) => {
			if (filled < Infinity) return;
			const until = inflow[k + 1]?.[0] ?? Infinity;
			const needs = q * share > 0 ? left / (q * share) : Infinity;
			if (t + needs <= until) filled = t + needs;
			else left -= (until - t) * q * share;
		});
		const times = [...new Set([...inflow.map(([t]) => t), ...(filled < Infinity ? [filled] : [])])];
		const at = (t: number) => inflow.filter(([from]) => from <= t).at(-1)![1];
		passed = times.sort((a, b) => a - b).map((t) => [t, t >= filled ? at(t) : at(t) * (1 - share)]);
		return { filled, inflow };
	});
}

const feeds = fc
	.record({
		sites: fc.array(
			fc.record({
				mediumL: real(0.3, 8),
				availableFraction: real(0.05, 0.6),
				demandLPerDay: real(0, 2),
				flowLph: real(0.5, 20),
				catchFraction: real(0.1, 1)
			}),
			{ minLength: 1, maxLength: 6 }
		),
		line: fc.boolean(),
		lights: fc.record({
			onMin: fc.nat(1439),
			durationMin: fc.integer({ min: 300, max: 1440 }),
			profile: fc.constantFrom('lamps' as const, 'sun' as const)
		}),
		dayShare: real(0.6, 1),
		allowedDepletion: real(0.05, 0.5),
		drainFraction: real(0, 0.5),
		startsMin: fc.uniqueArray(fc.nat(1439), { minLength: 1, maxLength: 9 })
	})
	.map(({ sites, line, ...rest }) =>
		feedPlanInput.parse({
			...rest,
			school: 'fixed',
			timer: { resolutionMin: 1, minOnMin: 1, slotsPerDay: 48 },
			sites: sites.map((site, i) => ({
				...site,
				id: `s${i}`,
				flowLph: line && i > 0 ? 0 : site.flowLph,
				...(line && i < sites.length - 1 && { passesTo: `s${i + 1}` })
			}))
		})
	);

describe('written a second time, plainly', () => {
	it('the tank day by day comes to the same', () => {
		fc.assert(
			fc.property(tanks, (input) => {
				const told = reservoirRun(input).days;
				plainTank(input).forEach(({ volumeL, ecMsCm }, i) => {
					near(told[i]!.volumeL, volumeL, `litres on day ${i + 1}`);
					if (volumeL > 1e-6) near(told[i]!.ecMsCm, ecMsCm, `strength on day ${i + 1}`, 1e-6);
				});
			}),
			RUNS
		);
	});

	it('litres of the tank add up', () => {
		fc.assert(
			fc.property(tanks, (input) => {
				const { days, totals, changes } = reservoirRun(input);
				const brought = changes.length * (input.change?.toL ?? 0);
				const { usedL, wastedL, evaporatedL, addedL, changedL, ranOffL } = totals;
				const left =
					input.startL +
					input.rainLPerDay * input.days +
					addedL +
					brought -
					(usedL + wastedL + evaporatedL + changedL + ranOffL);
				near(days.at(-1)!.volumeL, left, 'what is left');
			}),
			RUNS
		);
	});

	it('the feeds of a day: gaps by the minute, lines filled site by site', () => {
		fc.assert(
			fc.property(feeds, (input) => {
				const plan = feedPlan(input);
				const minute = plainDay(input);
				const starts = [...input.startsMin!].sort((a, b) => a - b);
				const drunk = (from: number, to: number) => {
					let sum = 0;
					for (let m = from; m < to; m++) sum += minute[m % 1440]!;
					return sum;
				};
				const longest = Math.max(
					...starts.map((at, k) => drunk(at, starts[k + 1] ?? starts[0]! + 1440))
				);
				const lacks = input.sites.map((s) =>
					Math.min(longest * s.demandLPerDay, s.mediumL * s.availableFraction)
				);
				const lined = input.sites.some(({ passesTo }) => passesTo);
				const groups = lined ? [input.sites] : input.sites.map((site) => [site]);
				let wants = 1;
				const reached: number[] = [];
				let place = 0;
				for (const group of groups) {
					const mine = lacks.slice(place, place + group.length);
					place += group.length;
					const filled = plainLine(group, mine).map((one) => one.filled);
					reached.push(...filled);
					const short = mine.reduce((a, b) => a + b, 0);
					const supply = group.reduce((a, s) => a + s.flowLph / 60, 0);
					wants = Math.max(wants, ...filled, short / supply / (1 - input.drainFraction));
				}
				expect(plan.onMin).to.equal(Math.min(1440, Math.ceil(wants - 1e-9 * wants)));
				plan.sites.forEach((site, i) => {
					near(site.deficitL, lacks[i]!, 'deficit');
					if (reached[i]! <= plan.onMin) near(site.reachedMin!, reached[i]!, 'reached', 1e-6);
				});
				const allowed = (k: number) =>
					drunk(starts[k]!, starts[k + 1] ?? starts[0]! + 1440) *
					Math.max(...input.sites.map((s) => s.demandLPerDay / (s.mediumL * s.availableFraction)));
				const over = starts.some((_, k) => allowed(k) > input.allowedDepletion * (1 + 1e-6));
				const says =
					plan.warnings.includes('too-few-events') || plan.warnings.includes('night-too-long');
				if (
					Math.abs(Math.max(...starts.map((_, k) => allowed(k))) / input.allowedDepletion - 1) >
					1e-5
				)
					expect(says).to.equal(over);
			}),
			RUNS
		);
	});

	it('salt in a medium, in a thousand steps a day', () => {
		const media = fc.record({
			mediumL: real(0.5, 20),
			startMsCm: real(0.5, 3),
			feedMsCm: real(0.5, 3),
			uptakeMsCm: real(0.2, 3),
			useLPerDay: real(0, 3),
			drainFraction: real(0, 0.6),
			days: fc.integer({ min: 1, max: 12 })
		});
		fc.assert(
			fc.property(media, (input: SaltBuildUpInput) => {
				let e = input.startMsCm;
				const supplied = input.useLPerDay / (1 - input.drainFraction);
				const drained = supplied - input.useLPerDay;
				saltBuildUp(input).days.forEach(({ msCm }) => {
					for (let k = 0; k < 1000; k++)
						e +=
							(supplied * input.feedMsCm - input.useLPerDay * input.uptakeMsCm - drained * e) /
							input.mediumL /
							1000;
					e = Math.max(0, e);
					near(msCm, e, 'strength', 5e-3);
				});
			}),
			RUNS
		);
	});

	it('acid, by halving the dose until the charges balance', () => {
		const waters = fc.record({
			alkalinityMeqL: real(0.2, 8),
			startPh: real(6.6, 8.4),
			down: real(0.1, 2.5),
			phosphateMmolL: real(0, 2),
			kind: fc.constantFrom(
				'nitric' as const,
				'phosphoric' as const,
				'sulfuric' as const,
				'citric' as const
			)
		});
		fc.assert(
			fc.property(waters, ({ alkalinityMeqL, startPh, down, phosphateMmolL, kind }) => {
				const targetPh = Math.max(3, startPh - down);
				const input: AcidInput = {
					volumeL: 1,
					alkalinityMeqL,
					startPh,
					targetPh,
					phosphateMmolL,
					acid: { kind, molarity: 1 }
				};
				const h = (ph: number) => 10 ** -ph;
				const carbonate = (ph: number) => {
					const [k1, k2] = [10 ** -6.352, 10 ** -10.329];
					const d = h(ph) ** 2 + k1 * h(ph) + k1 * k2;
					return (k1 * h(ph) + 2 * k1 * k2) / d;
				};
				const triprotic = (ph: number, [a, b, c]: [number, number, number]) => {
					const [k1, k2, k3] = [10 ** -a, 10 ** -b, 10 ** -c];
					const terms = [h(ph) ** 3, k1 * h(ph) ** 2, k1 * k2 * h(ph), k1 * k2 * k3] as const;
					const d = terms[0] + terms[1] + terms[2] + terms[3];
					return {
						z: (terms[1] + 2 * terms[2] + 3 * terms[3]) / d,
						alk: (terms[2] + 2 * terms[3] - terms[0]) / d
					};
				};
				const P: [number, number, number] = [2.148, 7.198, 12.35];
				const water = (ph: number) => 1000 * (10 ** (ph - 13.995) - h(ph));
				const total =
					(alkalinityMeqL - water(startPh) - phosphateMmolL * triprotic(startPh, P).alk) /
					carbonate(startPh);
				if (total < 0) return;
				const charge = (ph: number) =>
					total * carbonate(ph) + phosphateMmolL * triprotic(ph, P).z + water(ph);
				const brings = (ph: number) =>
					kind === 'nitric'
						? 1
						: kind === 'sulfuric'
							? 2
							: triprotic(ph, kind === 'phosphoric' ? P : [3.128, 4.761, 6.396]).z;
				let [low, high] = [0, 1000];
				for (let k = 0; k < 200; k++) {
					const dose = (low + high) / 2;
					if (charge(startPh) - charge(targetPh) - dose * brings(targetPh) > 0) low = dose;
					else high = dose;
				}
				near(acid(input).acidMmolL, low, 'dose', 1e-6);
			}),
			RUNS
		);
	});

	it('what a leaf loses under glass, from FAO-56 equation 6 with no long wave', () => {
		const days = fc.record({
			tMinC: real(5, 20),
			warmer: real(0, 15),
			rhMinPercent: real(20, 70),
			damper: real(0, 30),
			solarMjM2: real(1, 25),
			windMS: real(0.1, 2),
			elevationM: real(0, 1500)
		});
		fc.assert(
			fc.property(days, ({ warmer, damper, ...day }) => {
				const input = {
					setting: 'outdoors' as const,
					cover: 'glass' as const,
					...day,
					tMaxC: day.tMinC + warmer,
					rhMaxPercent: day.rhMinPercent + damper,
					latitudeDeg: 50,
					dayOfYear: 180
				};
				const e = (t: number) => 0.6108 * Math.exp((17.27 * t) / (t + 237.3));
				const t = (input.tMinC + input.tMaxC) / 2;
				const slope = (4098 * e(t)) / (t + 237.3) ** 2;
				const gamma = 0.665e-3 * 101.3 * ((293 - 0.0065 * day.elevationM) / 293) ** 5.26;
				const vpd =
					(e(input.tMinC) + e(input.tMaxC)) / 2 -
					(e(input.tMinC) * input.rhMaxPercent + e(input.tMaxC) * input.rhMinPercent) / 200;
				const wanted =
					(0.408 * slope * 0.77 * day.solarMjM2 + ((gamma * 900) / (t + 273)) * day.windMS * vpd) /
					(slope + gamma * (1 + 0.34 * day.windMS));
				near(evapotranspiration(input).et0MmDay, Math.max(0, wanted), 'mm a day', 1e-9);
			}),
			RUNS
		);
	});
});
