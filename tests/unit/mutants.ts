import {
	boundsAt,
	partsSchema,
	setPaths,
	usualReserve,
	valueAt,
	type Parts
} from '../../src/lib/core/design';
import { example, EXAMPLES } from './example';

/** Figures that come again: the same seed makes the same mutants anywhere. */
export function dice(seed: number): (below: number) => number {
	let state = seed;
	return (below) => {
		state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
		return Math.floor((state / 2 ** 32) * below);
	};
}

/** What a grower may have set that the examples have not. */
const ODD: readonly (readonly [path: string, value: unknown])[] = [
	[
		'record.pumpTest',
		{
			pumpId: 'pump-900',
			readings: [
				{ liftM: 0.4, litres: 9, seconds: 40 },
				{ liftM: 1.4, litres: 9, seconds: 80 },
				{ liftM: 2, litres: 1, seconds: 30 }
			]
		}
	],
	['design.tank.shape', { kind: 'straight', areaCm2: 2400, heightMm: 350 }],
	[
		'design.tank.shape',
		{ kind: 'round', bottomDiameterMm: 400, topDiameterMm: 500, heightMm: 450 }
	],
	['design.tank.shape', { kind: 'lying', diameterMm: 480, lengthMm: 800 }],
	[
		'design.tank.shape',
		{
			kind: 'table',
			marks: [
				{ heightMm: 100, litres: 18 },
				{ heightMm: 300, litres: 60 }
			]
		}
	],
	[
		'operation.mix.source',
		{
			kind: 'product',
			name: 'Blend',
			form: 'liquid',
			label: { N: 6, NH4N: 1, P2O5: 4, K2O: 8, CaO: 4, Fe: 0.08, Mn: 0.03 },
			densityKgL: 1.2,
			labelDosePerL: 4
		}
	],
	['operation.feed.school', 'continuous'],
	['operation.feed.school', 'pulse'],
	['operation.topUp', { kind: 'float', with: 'weak' }],
	['operation.topUp', { kind: 'float', with: 'water' }],
	['design.reserve', usualReserve(120)],
	['design.lines.checkValve', true],
	['place.units', { system: 'us', strength: 'ppm500' }]
];
const WORDS = ['soak', 'pulse', 'repeat', 'under', 'beside', 'lid', 'water', 'weak', 'full', 'sun'];
const TIMES = [0.001, 0.1, 0.5, 0.8, 0.9, 1.1, 1.25, 2, 10, 1000];

const leaves = (value: unknown, path: string): string[] =>
	typeof value !== 'object' || value === null
		? [path]
		: Object.entries(value).flatMap(([key, inner]) =>
				leaves(inner, path === '' ? key : `${path}.${key}`)
			);

function other(file: Parts, path: string, roll: (below: number) => number): unknown {
	const value = valueAt(file, path);
	if (typeof value === 'boolean') return !value;
	if (value === null) return [0, 1, 50, 500][roll(4)];
	if (typeof value !== 'number') return WORDS[roll(WORDS.length)];
	const bounds = boundsAt(file, path);
	const way = roll(6);
	if (way === 0) return value * TIMES[roll(TIMES.length)]!;
	if (way === 1) return Math.round(value * TIMES[roll(TIMES.length)]!);
	if (way === 2 || !bounds || !Number.isFinite(bounds.max - bounds.min)) return value + roll(9) - 4;
	// anywhere in its range, ends included, low figures as often as high ones
	const at = bounds.min + (bounds.max - bounds.min) * (roll(101) / 100) ** (1 + roll(3));
	return bounds.whole ? Math.round(at) : at;
}

/** An example of the shelf, something odd set in it now and then, and one to three of its figures changed. */
export function mutant(roll: (below: number) => number): { name: string; file: unknown } {
	const name = EXAMPLES[roll(EXAMPLES.length)]!;
	let file: Parts = example(name);
	if (roll(2) === 0) {
		const [path, value] = ODD[roll(ODD.length)]!;
		file = setPaths(file, [{ path, value }]);
	}
	const all = leaves(file, '').filter(
		(path) =>
			!/name|notes|schemaVersion|assumed|crops|kept|stages|pumpTest|saltIds|kind$|setting$|lamp$|\.id$/.test(
				path
			)
	);
	const made: string[] = [];
	for (let left = 1 + roll(3); left > 0; left--) {
		const path = all[roll(all.length)]!;
		const value = other(file, path, roll);
		file = setPaths(file, [{ path, value }]);
		made.push(`${path}=${JSON.stringify(value)}`);
	}
	return { name: `${name} ${made.join(' ')}`, file };
}

export const accepted = (file: unknown): Parts | null => {
	const parsed = partsSchema.safeParse(file);
	return parsed.success ? parsed.data : null;
};
