import { readFileSync } from 'node:fs';
import { partsIn, readDesignFile } from '../src/lib/core/design';
import { rootZone, rootZoneInput, type RootZoneInput } from '../src/lib/core/feeding';
import { SystemModel } from '../src/lib/core/model';
import { assessModel } from '../src/lib/core/operations';
import { BUILT_IN_SHELF } from '../src/lib/core/shelf';
import { median, print, time } from './measure';

/** Sites with an outlet each, or in lines of eight that pass water on. */
function sitesOf(count: number, days: number, passing = false): RootZoneInput {
	return rootZoneInput.parse({
		sites: Array.from({ length: count }, (_, i) => ({
			id: `s${i}`,
			mediumL: 5 + (i % 7),
			availableFraction: 0.2,
			demandLPerDay: 1 + (i % 5) / 4,
			flowLph: passing && i % 8 > 0 ? 0 : 4,
			...(passing && {
				catchFraction: 0.6,
				passesTo: i % 8 < 7 && i + 1 < count ? `s${i + 1}` : null
			})
		})),
		events: Array.from({ length: 12 }, (_, k) => ({ startMin: 300 + 60 * k, durationMin: 6 })),
		lights: { onMin: 300, durationMin: 960, profile: 'sun' },
		days
	});
}

/** The same model with a record for each site, as one would write it first. */
function withRecords({ sites, events, lights, dayShare, days, stressFraction }: RootZoneInput) {
	const { onMin, durationMin } = lights;
	const sines = Array.from({ length: durationMin }, (_, k) =>
		Math.sin((Math.PI * (k + 0.5)) / durationMin)
	);
	const whole = sines.reduce((a, b) => a + b, 0);
	const shares = Array.from({ length: 1440 }, (_, m) => {
		const k = (m - onMin + 1440) % 1440;
		return k < durationMin ? (dayShare * sines[k]!) / whole : (1 - dayShare) / (1440 - durationMin);
	});
	const on = Array.from({ length: 1440 }, (_, m) =>
		events.some((event) => (m - event.startMin + 1440) % 1440 < event.durationMin)
	);
	const state = sites.map((site) => {
		const cap = site.mediumL * site.availableFraction;
		return { cap, site, held: cap, least: 1, sum: 0, course: [] as number[] };
	});
	for (let m = 0; m < days * 1440; m++)
		for (const one of state) {
			if (on[m % 1440]) one.held = Math.min(one.cap, one.held + one.site.flowLph / 60);
			const limit = Math.min(1, one.held / (stressFraction * one.cap));
			one.held -= Math.min(one.held, one.site.demandLPerDay * shares[m % 1440]! * limit);
			one.least = Math.min(one.least, one.held / one.cap);
			one.sum += one.held / one.cap;
			if (m % 15 === 0) one.course.push(one.held / one.cap);
		}
	return state;
}

/** The root zone: 500 sites over 14 days, against plain records, its growth, and what it adds to an assessment. */
export function rootZones(): void {
	const big = sitesOf(500, 14);
	for (let i = 0; i < 5; i++) rootZone(sitesOf(50, 7));
	const ms = time(() => void rootZone(big), 9);
	print('root zone, 500 sites over 14 days', `${ms.toFixed(0)} ms`);
	const lines = time(() => void rootZone(sitesOf(500, 14, true)), 9);
	print('root zone, the same in lines of eight', `${lines.toFixed(0)} ms`);
	const plain = time(() => void withRecords(big), 3);
	print('root zone, plain records over typed arrays', `${(plain / ms).toFixed(1)} times`);
	const growth = (of: (times: number) => RootZoneInput, times: number) => {
		const [low, high] = [of(1), of(times)].map((input) => time(() => void rootZone(input), 9));
		return Math.log(high! / low!) / Math.log(times);
	};
	print(
		'root zone, growth in sites, 100 to 1,000',
		`exponent ${growth((n) => sitesOf(100 * n, 14), 10).toFixed(2)}`
	);
	print(
		'root zone, growth in days, 4 to 40',
		`exponent ${growth((n) => sitesOf(300, 4 * n), 10).toFixed(2)}`
	);
	for (const name of ['lean-to-rail', 'tower-bank']) {
		const text = readFileSync(new URL(`../examples/${name}.json`, import.meta.url), 'utf8');
		const parts = partsIn(readDesignFile(text));
		let turn = 0;
		const fresh = () =>
			new SystemModel(
				{ ...parts, record: { ...parts.record, nowL: 25 + (turn++ % 200) / 20 } },
				BUILT_IN_SHELF
			);
		for (let i = 0; i < 30; i++) assessModel(fresh());
		const whole = time(() => void assessModel(fresh()), 31);
		const spent: number[] = [];
		for (let i = 0; i < 31; i++) {
			const model = fresh();
			for (const one of new Set([model, model.grown])) void [one.feed];
			const start = performance.now();
			for (const one of new Set([model, model.grown])) void [one.rootZone, one.powerCut];
			spent.push(performance.now() - start);
		}
		const mine = median(spent);
		print(
			`assess with three days of root zone over without, ${name}`,
			`${(whole / (whole - mine)).toFixed(2)} times (${mine.toFixed(1)} of ${whole.toFixed(1)} ms)`
		);
	}
}
