import { tries } from '../seed';
import { expect } from 'chai';
import fc from 'fast-check';
import { readdirSync, readFileSync } from 'node:fs';
import { calculate, OPERATIONS } from '../../src/lib/core/operations';
import { RAIL_TEXT } from './rail';

const FOLDER = new URL('../cases/', import.meta.url);
interface Case {
	op: string;
	input: Record<string, unknown>;
}
const seeds: Case[] = readdirSync(FOLDER)
	.filter((name) => name.endsWith('.json'))
	.flatMap((name) => JSON.parse(readFileSync(new URL(name, FOLDER), 'utf8')) as Case[]);

/** Paths of everything in a document that is not itself a list or an object. */
function leaves(value: unknown, path: (string | number)[] = []): (string | number)[][] {
	if (typeof value !== 'object' || value === null) return [path];
	return Object.entries(value).flatMap(([key, inner]) =>
		leaves(inner, [...path, Array.isArray(value) ? Number(key) : key])
	);
}
function replace(value: unknown, path: (string | number)[], next: unknown): unknown {
	const [key, ...rest] = path;
	if (key === undefined) return next;
	if (Array.isArray(value))
		return value.map((item, i) => (i === key ? replace(item, rest, next) : item));
	const { ...copy } = value as Record<string, unknown>;
	copy[key as string] = replace(copy[key as string], rest, next);
	return copy;
}

const EXTREMES = [
	0,
	-0,
	1e-320,
	1e-12,
	0.5,
	1,
	1e6,
	1e9,
	1e300,
	-1,
	-1e-12,
	NaN,
	Infinity,
	null,
	undefined,
	'text',
	true,
	[],
	{}
];

/** Everything an operation says must be a figure a person can use. */
function finite(value: unknown, where: string): void {
	if (typeof value === 'number')
		expect(Number.isFinite(value), `${where} is ${value}`).to.equal(true);
	else if (typeof value === 'object' && value !== null)
		for (const [key, inner] of Object.entries(value)) finite(inner, `${where}.${key}`);
}

/** Take a whole document, which mutants of the examples are tried as. */
const WHOLE = ['assess', 'extension', 'fixes', 'schools', 'settle', 'top-ups'];

describe('whatever goes in', () => {
	for (const { id } of OPERATIONS.filter((op) => !WHOLE.includes(op.id)))
		it(`${id} answers in figures or refuses in words`, () => {
			const own = seeds.filter((seed) => seed.op === id);
			expect(own).to.not.have.length(0);
			const edits = fc.array(fc.tuple(fc.nat(), fc.constantFrom(...EXTREMES)), {
				minLength: 1,
				maxLength: 3
			});
			fc.assert(
				fc.property(fc.constantFrom(...own), edits, (seed, changes) => {
					let input: unknown = seed.input;
					for (const [pick, next] of changes) {
						const paths = leaves(input);
						if (paths.length > 0) input = replace(input, paths[pick % paths.length]!, next);
					}
					const answer = calculate(id, input);
					if ('error' in answer) {
						const { code, issues, message } = answer.error;
						expect(['invalid-input', 'no-solution']).to.include(code);
						if (code === 'no-solution') expect(message).to.match(/^\w.*\.$/s);
						else {
							expect(issues!.length).to.be.greaterThan(0);
							for (const issue of issues!)
								expect(issue.message).to.not.match(/^Invalid input|^Too (big|small)/);
						}
					} else finite(answer.result, id);
				}),
				{ numRuns: id === 'network' || id === 'feed-plan' ? 250 : 400 }
			);
		});

	it('assess refuses a spoilt design at the path that is wrong', () => {
		const file = JSON.parse(RAIL_TEXT) as unknown;
		const paths = leaves(file);
		fc.assert(
			fc.property(fc.nat(paths.length - 1), fc.constantFrom(...EXTREMES), (pick, next) => {
				const answer = calculate('assess', replace(file, paths[pick]!, next));
				if ('error' in answer) {
					expect(answer.error.code).to.equal('invalid-input');
					const at = paths[pick]!.join('.');
					const touched = answer.error.issues!.some(
						({ path }) =>
							at.startsWith(path) || path.startsWith(at) || path.split('.')[0] === at.split('.')[0]
					);
					expect(touched, JSON.stringify(answer.error.issues)).to.equal(true);
				} else finite(answer.result, 'assess');
			}),
			{ numRuns: tries(250, 70) }
		);
	}).timeout(240_000);

	it('names the field, the range and the unit', () => {
		const table: [op: string, input: object, says: string][] = [
			[
				'pipe-loss',
				{ flowLph: 1, innerDiameterMm: 0.5, lengthM: 1 },
				'inner diameter must be a number from 1 to 200 mm'
			],
			[
				'drain',
				{ flowLph: 1, innerDiameterMm: 40, fallPercent: 0 },
				'fall must be a number over 0 to 1,000,000 %'
			],
			[
				'plant-demand',
				{ et0MmDay: 4, kc: 1, canopyM2: 1, plants: 2.5 },
				'plants must be a whole number from 0 to 100,000'
			],
			[
				'reservoir-size',
				{
					useLPerDay: 1,
					refillEveryDays: 2,
					pumpMinimumL: 0,
					inTransitL: 0,
					ecStartMsCm: 0,
					uptakeEcMsCm: 1,
					maxDriftPercent: 5
				},
				'strength at the start must be a number over 0 to 20 mS/cm'
			],
			['fluid', {}, 'temperature must be a number from 0 to 45 °C']
		];
		for (const [op, input, says] of table) {
			const answer = calculate(op, input);
			if (!('error' in answer)) throw new Error(`${op} accepted`);
			expect(answer.error.issues!.map((i) => i.message)).to.include(says);
		}
	});
});
