import { expect } from 'chai';
import { z } from 'zod';
import {
	boundsAt,
	designSchema,
	fieldAt,
	operationSchema,
	partsSchema,
	placeSchema,
	recordSchema,
	setPaths,
	valueAt,
	type Climate
} from '../../src/lib/core/design';
import { toIssues } from '../../src/lib/core/quantity';
import { example, EXAMPLES } from './example';

/** Every number that stands anywhere in a document, by its path. */
function numbersIn(value: unknown, path: string[] = []): string[] {
	if (typeof value === 'number') return [path.join('.')];
	if (typeof value !== 'object' || value === null) return [];
	return Object.entries(value).flatMap(([key, inner]) => numbersIn(inner, [...path, key]));
}
/** One path for each field, however many items of a list have it. */
const kindOfPath = (path: string) => path.replace(/\.\d+(?=\.|$)/g, '.#');

interface Document {
	what: string;
	schema: z.ZodType;
	value: object;
	path: string;
}
/** Each number of a design or a place, once, in an example that has it. */
const fields = ((): Document[] => {
	const seen = new Map<string, Document>();
	for (const name of EXAMPLES) {
		const { design, operation, record, place } = example(name);
		for (const [what, schema, value] of [
			['design', designSchema, design],
			['operation', operationSchema, operation],
			['record', recordSchema, record],
			['place', placeSchema, place]
		] as const)
			for (const path of numbersIn(value)) {
				const variant = /^stands\.(\d+)/.exec(path);
				const kind = variant ? `${design.stands[Number(variant[1])]!.variant}.` : '';
				const key = `${what}.${kind}${kindOfPath(path)}`;
				if (!/schemaVersion$/.test(path) && !seen.has(key))
					seen.set(key, { what, schema, value, path });
			}
	}
	return [...seen.values()];
})();

/** What the schema says against a value at a path. */
const against = ({ schema, value, path }: Document, tried: unknown) => {
	const answer = schema.safeParse(setPaths(value, [{ path, value: tried }]));
	return answer.success ? [] : toIssues(answer.error);
};

describe('at the edge of every figure there is', () => {
	it('there are many of them, in designs and in places', () => {
		expect(fields.filter((f) => f.what === 'design').length).to.be.above(100);
		expect(fields.filter((f) => f.what === 'operation').length).to.be.above(18);
		expect(fields.filter((f) => f.what === 'record').length).to.be.above(2);
		expect(fields.filter((f) => f.what === 'place').length).to.be.above(20);
	});

	it('a form finds the range of each that has one, and what stands there lies within', () => {
		for (const { schema, value, path } of fields) {
			const bounds = boundsAt(value, path, schema);
			expect(bounds, path).to.not.equal(undefined);
			expect(valueAt(value, path), path).to.be.within(bounds!.min, bounds!.max);
		}
	});

	it('each names itself, and its unit where it has one', () => {
		for (const { what, value, path } of fields)
			if (what !== 'place') {
				const title = fieldAt(value, path)?.title;
				expect(title, path).to.match(/^[a-z]|^pH|^N\b|^P/i);
			}
	});

	it('what lies past its range is refused by name, with the range and the unit', () => {
		const silent: string[] = [];
		for (const field of fields) {
			const { schema, value, path } = field;
			const { min, max, whole } = boundsAt(value, path, schema)!;
			const past = whole ? 1 : 0.01;
			for (const bad of [min - past, max + past]) {
				if (!Number.isFinite(bad)) continue;
				const issue = against(field, bad).find(
					(i) => path.startsWith(i.path) || i.path.startsWith(path)
				);
				if (!issue) silent.push(`${path} took ${bad}`);
				else if (!/\d/.test(issue.message)) silent.push(`${path}: ${issue.message}`);
			}
		}
		expect(silent).to.deep.equal([]);
	});

	it('words, nothing, and numbers that are none are refused everywhere', () => {
		const taken: string[] = [];
		for (const field of fields)
			for (const bad of ['a lot', NaN, Infinity, [], {}, true])
				if (against(field, bad).length === 0) taken.push(`${field.path} took ${String(bad)}`);
		expect(taken).to.deep.equal([]);
	});

	it('a field that does not exist is named, not dropped', () => {
		for (const name of EXAMPLES.slice(0, 4)) {
			for (const path of [
				'design.colour',
				'record.colour',
				'design.tank.colour',
				'design.stands.0.colour',
				'operation.feed.colour'
			]) {
				const answer = partsSchema.safeParse(setPaths(example(name), [{ path, value: 'green' }]));
				expect(answer.success, path).to.equal(false);
				expect(JSON.stringify(toIssues(answer.error!)), path).to.include('colour');
			}
		}
	});
});

describe('the months of a place', () => {
	const { place } = example('lean-to-rail');
	const may = { tMinC: 6, tMaxC: 16, rhMinPercent: 50, rhMaxPercent: 90, windMS: 2, solarMjM2: 17 };
	const year = (month: object | null) => [month, ...Array.from({ length: 11 }, () => null)];
	const cases: [what: string, months: unknown, says: RegExp | null][] = [
		['nobody said', null, null],
		['one of them', year(may), null],
		['eleven', year(may).slice(1), /list of twelve/],
		['warmest under coolest', year({ ...may, tMaxC: 2 }), /highest temperature must be at least/],
		[
			'dampest under driest',
			year({ ...may, rhMaxPercent: 9 }),
			/highest humidity must be at least/
		],
		['a storm', year({ ...may, windMS: 90 }), /wind must be a number from 0 to 40 m.s/],
		['none at all', undefined, /months|list/]
	];
	for (const [what, months, says] of cases)
		it(`${what}`, () => {
			const answer = placeSchema.safeParse({ ...place, months });
			expect(answer.success).to.equal(says === null);
			if (says) expect(toIssues(answer.error!)[0]!.message).to.match(says);
		});
});

describe('a typical day', () => {
	const { place } = example('lean-to-rail');
	const day = place.areas.find((a) => a.climate.setting === 'outdoors')!.climate;
	const indoors: Climate = {
		setting: 'indoors',
		tMinC: 18,
		tMaxC: 24,
		rhMinPercent: 40,
		rhMaxPercent: 60,
		windMS: 0.3,
		ppfdUmol: 250,
		photoperiodH: 16,
		lamp: 'led'
	};
	const said = (changes: object, base: object = day) => {
		const area = { ...place.areas[0]!, climate: { ...base, ...changes } };
		const answer = placeSchema.safeParse({ ...place, areas: [area] });
		return answer.success
			? ''
			: toIssues(answer.error)
					.map((i) => `${i.path}: ${i.message}`)
					.join('; ');
	};
	const cases: [what: string, changes: object, base: object, says: RegExp][] = [
		['a night warmer than the day', { tMinC: 30, tMaxC: 20 }, day, /tMaxC: highest temperature/],
		['air drier at its wettest', { rhMinPercent: 80, rhMaxPercent: 40 }, day, /rhMaxPercent/],
		['sunshine and radiation at once', { sunshineH: 8, solarMjM2: 14 }, day, /not both/],
		[
			'neither of them',
			{ sunshineH: undefined, solarMjM2: undefined },
			day,
			/sunshineH: give hours/
		],
		['a day past the year', { dayOfYear: 400 }, day, /day of the year .*1 to 366/],
		['a lamp unheard of', { lamp: 'neon' }, indoors, /lamp must be one of led, sun/],
		['light past noon in summer', { ppfdUmol: 5000 }, indoors, /PPFD .*3,?000/],
		['weather of another world', { setting: 'orbit' }, day, /setting must be one of/]
	];
	for (const [what, changes, base, says] of cases)
		it(`${what} is refused in words`, () => void expect(said(changes, base)).to.match(says));

	it('as it stands, outdoors and indoors, is taken', () => {
		expect(said({})).to.equal('');
		expect(said({}, indoors)).to.equal('');
	});
});
