import { expect } from 'chai';
import { readFileSync, writeFileSync } from 'node:fs';
import { numbers } from '../seed';
import { SEVERITIES, type Judged } from '../../src/lib/core/review';

// Every figure of every example and of many designs besides, summed up as written down: a change moves those it means
// to and no other. Where it means to, `npm run figures` writes them anew, and the difference says which stages moved.
const WRITTEN = new URL('../figures.json', import.meta.url);
const WRITE = process.env.CRELBO_FIGURES === 'write';
type Sum = [count: number, weighed: number];
const written = (WRITE ? {} : JSON.parse(readFileSync(WRITTEN, 'utf8'))) as Record<
	string,
	Record<string, Sum>
>;
/** Of the sum: less is what another machine's sines and powers make of it. */
const NEAR = 1e-9;

/** All numbers in something, those in words too, each weighed by its place, small ones as heavily as large. */
function sumOf(of: unknown): Sum {
	const weight = numbers('weight');
	const seen = new Set<unknown>();
	let [count, sum] = [0, 0];
	const add = (value: number) => {
		if (Number.isNaN(value)) throw new Error('a figure is no number');
		count += 1;
		if (Number.isFinite(value))
			sum += (0.5 + weight()) * Math.sign(value) * Math.log1p(Math.abs(value) * 1e6);
	};
	const walk = (value: unknown): void => {
		if (typeof value === 'number') add(value);
		else if (typeof value === 'boolean') add(Number(value));
		else if (typeof value === 'string')
			for (const figure of value.match(/\d+(?:\.\d+)?/g) ?? []) add(Number(figure));
		else if (value !== null && typeof value === 'object' && !seen.has(value)) {
			seen.add(value);
			if (value instanceof Map || value instanceof Set || ArrayBuffer.isView(value))
				for (const one of value as unknown as Iterable<unknown>) walk(one);
			else if (Array.isArray(value)) value.forEach(walk);
			// a model that is handed on with its figures is no figure
			else if (Object.getPrototypeOf(value) === Object.prototype)
				for (const [key, one] of Object.entries(value)) {
					walk(key);
					walk(one);
				}
		}
	};
	walk(of);
	return [count, Number(sum.toPrecision(14))];
}

/** Holds the figures of something to what is written down of them. */
export function compare(name: string, of: Record<string, unknown>): void {
	const now = Object.fromEntries(Object.entries(of).map(([key, one]) => [key, sumOf(one)]));
	if (WRITE) {
		const twice = Object.keys(now).filter((key) => key in (written[name] ?? {}));
		expect(twice, 'two figures of one name').to.deep.equal([]);
		return void (written[name] = { ...written[name], ...now });
	}
	const moved = Object.entries(now).filter(([key, [count, sum]]) => {
		const [n, before] = written[name]?.[key] ?? [-1, 0];
		return n !== count || Math.abs(sum - before) > NEAR * Math.max(1, Math.abs(before));
	});
	const said = moved.map(([key, one]) => `${key}: ${written[name]?.[key]} → ${one}`);
	expect(said, 'moved; where this is meant: npm run figures').to.deep.equal([]);
}

/** What of a finding stands in no sentence. */
export const graded = ({ off, judged, severity, state }: Judged) => [
	off,
	judged,
	SEVERITIES.indexOf(severity),
	state === 'now'
];

if (WRITE)
	process.on('exit', () => {
		const lines = Object.entries(written).map(([name, sums]) => {
			const rows = Object.entries(sums).map(
				([key, sum]) => `${JSON.stringify(key)}: ${JSON.stringify(sum)}`
			);
			return `${JSON.stringify(name)}: {\n${rows.join(',\n')}\n}`;
		});
		writeFileSync(WRITTEN, `{\n${lines.join(',\n')}\n}\n`);
	});
