import { expect } from 'chai';
import type { z } from 'zod';
import {
	isAsked,
	applyChanges,
	boundsAt,
	differences,
	KINDS,
	kindOf,
	parseDesignFile,
	partsSchema,
	readDesignFile,
	setPaths,
	standPath,
	VARIANTS,
	valueAt,
	writeDesignFile,
	type Variant
} from '../../src/lib/core/design';
import { coreUnitOf, toIssues, type FieldMeta } from '../../src/lib/core/quantity';
import { BUILT_IN_LISTS } from '../../src/lib/core/shelf';
import { example, exampleFile, set } from './example';

const unitOf = ({ quantity }: FieldMeta): string => coreUnitOf(quantity ?? 'count');

/** An example that has a stand of the variant, and which of its stands that is. */
const HAS: Record<Variant, [name: string, at: number]> = {
	'bucket-bench': ['lean-to-rail', 0],
	'bucket-rows': ['outdoor-bucket-rows', 0],
	'pots-on-tank': ['loft-table', 0],
	'single-bucket': ['single-bucket', 0],
	'slab-gutter': ['slab-gutter', 0],
	'control-pot-ring': ['control-pot-ring', 0],
	'pipe-tower': ['kitchen-columns', 0],
	'branch-stack': ['branch-stack', 0],
	'bucket-stack': ['bucket-stack', 0],
	'pot-stack': ['pot-stack', 0],
	channels: ['yard-channels', 0],
	'wall-modules': ['wall-pockets', 0],
	'tower-bank': ['tower-bank', 0],
	'valve-pots': ['valve-pots', 0],
	'valve-trays': ['away-bench', 0]
};
const numbers = (shape: Record<string, z.ZodType>) =>
	Object.entries(shape).flatMap(([name, schema]) => {
		const { minValue: min, maxValue: max, format } = schema as z.ZodNumber;
		if (typeof min !== 'number' || typeof max !== 'number') return [];
		return [{ name, min, max, whole: format === 'safeint', meta: schema.meta() as FieldMeta }];
	});

describe('the sheet of each kind', () => {
	for (const variant of VARIANTS) {
		const [name, at] = HAS[variant];
		const parts = example(name);
		const tried = (field: string, value: unknown) =>
			partsSchema.safeParse(applyChanges(parts, [set(`design.stands.${at}.${field}`, value)]));

		it(`${variant}: takes each figure at its limits and refuses it past them, by name, range and unit`, () => {
			const fields = numbers(KINDS[variant].schema.shape as Record<string, z.ZodType>);
			expect(fields.length).to.be.above(1);
			for (const { name: field, min, max, whole, meta } of fields) {
				for (const good of [min, max])
					expect(tried(field, good).success, `${field} ${good}`).to.equal(true);
				const past = whole ? 1 : 0.001;
				for (const bad of [min - past, max + past, 'much', null, NaN]) {
					const answer = tried(field, bad);
					expect(answer.success, `${field} ${String(bad)}`).to.equal(false);
					const issues = toIssues(answer.error!);
					const mine = issues.find(({ path }) => path === `design.stands.${at}.${field}`);
					expect(mine, `${field}: ${JSON.stringify(issues)}`).to.not.equal(undefined);
					expect(mine!.message).to.match(/ must be a (?:whole )?number from /);
					// a count has no unit, and says no other's
					expect(mine!.message).to.match(
						unitOf(meta) === '' ? /from [\d,.]+ to [\d,.]+$/ : new RegExp(` ${unitOf(meta)}$`)
					);
				}
			}
		});

		it(`${variant}: refuses a word it does not know, and lists those it does`, () => {
			for (const [field, schema] of Object.entries(KINDS[variant].schema.shape)) {
				const { options } = ((schema as z.ZodType).meta() ?? {}) as FieldMeta;
				if (!options) continue;
				for (const word of Object.keys(options))
					expect(tried(field, word).success, `${field} ${word}`).to.equal(true);
				const answer = tried(field, 'neither');
				const [issue] = toIssues(answer.error!);
				for (const word of Object.keys(options)) expect(issue!.message).to.contain(word);
			}
		});

		it(`${variant}: names parts from lists that hold what it starts with`, () => {
			const stand = parts.design.stands[at]! as unknown as Record<string, unknown>;
			for (const [field, schema] of Object.entries(KINDS[variant].schema.shape)) {
				const { shelf, use } = ((schema as z.ZodType).meta() ?? {}) as FieldMeta;
				if (!shelf) continue;
				const list = BUILT_IN_LISTS[shelf as keyof typeof BUILT_IN_LISTS] as readonly {
					id: string;
					use?: string | readonly string[];
				}[];
				const found = list.find((item) => item.id === stand[field]);
				expect(found, `${field}: ${String(stand[field])}`).to.not.equal(undefined);
				if (use) expect([found!.use].flat(), field).to.include(use);
			}
		});

		it(`${variant}: the figures a form keeps to are those the schema has`, () => {
			for (const { name: field, min, max } of numbers(
				KINDS[variant].schema.shape as Record<string, z.ZodType>
			)) {
				const bounds = boundsAt(parts, `design.stands.${at}.${field}`);
				expect([bounds?.min, bounds?.max], field).to.deep.equal([min, max]);
			}
		});
	}
});

describe('every field of a stand', () => {
	/** What is set where it is looked at, and not in the list of a sheet. */
	const ELSEWHERE: Partial<Record<Variant, string[]>> = {
		// pot by pot, beside the drawing of their levels
		'valve-pots': ['floorsMm']
	};
	for (const variant of VARIANTS)
		it(`${variant}: has a place on a sheet, once`, () => {
			const { schema, sheet } = KINDS[variant];
			const shown: string[] = [...sheet.sites, ...sheet.lines, ...(ELSEWHERE[variant] ?? [])];
			// where it stands is said on the sheet of the place; what a kind can only be one way is no question
			const settled = (field: string) =>
				['tank', 'waste', 'stays'].filter(
					(way) => (schema.shape[field] as z.ZodType).safeParse(way).success
				).length === 1;
			const own = Object.keys(schema.shape).filter(
				(field) =>
					!['id', 'name', 'family', 'variant', 'at'].includes(field) &&
					!(field === 'drainsTo' && settled(field))
			);
			expect([...shown].sort()).to.deep.equal([...own].sort());
		});
});

describe('a design in a file', () => {
	const names = [
		...new Set(Object.values(HAS).map(([name]) => name)),
		'mixed-loop',
		'float-top-up'
	];
	for (const name of names)
		it(`${name}: comes back as it went out`, () => {
			const file = exampleFile(name);
			const again = readDesignFile(writeDesignFile(file));
			expect(again).to.deep.equal(file);
			expect(writeDesignFile(again)).to.equal(writeDesignFile(file));
		});

	it('written before hatches and sockets were asked for, it still opens', () => {
		for (const name of ['kitchen-columns', 'branch-stack']) {
			const raw = JSON.parse(writeDesignFile(exampleFile(name))) as {
				design: { tank: Record<string, unknown>; stands: Record<string, unknown>[] };
			};
			delete raw.design.tank.hatch;
			delete raw.design.stands[0]!.socketMm;
			const { design } = parseDesignFile(raw);
			expect(design.tank.hatch).to.equal(false);
			if (name === 'branch-stack') expect(design.stands[0]).to.have.property('socketMm', 50);
		}
	});

	it('changes go where they say and nowhere else, and name the paths they set', () => {
		const parts = example('mixed-loop');
		const [first, second] = parts.design.stands;
		const changes = [
			set('record.nowL', 33),
			set(standPath(second!, 'fallPercent'), 2),
			set('design.notes', 'Moved')
		];
		const after = applyChanges(parts, changes);
		for (const { path, value } of changes) expect(valueAt(after, path)).to.deep.equal(value);
		expect(after.design.stands[0]).to.equal(first);
		expect(after.design.lines).to.equal(parts.design.lines);
		expect(after.operation).to.equal(parts.operation);
		const found = differences(parts, after);
		expect(found.map((d) => d.path).sort()).to.deep.equal(changes.map((c) => c.path).sort());
		const again = found.map(({ path, theirs }) => set(path, theirs));
		expect(applyChanges(parts, again)).to.deep.equal(after);
		expect(setPaths({ a: [{ b: 1 }] }, [set('a.0.b', 2)])).to.deep.equal({ a: [{ b: 2 }] });
	});

	it('every kind has words for what it is made of, one and many', () => {
		for (const variant of VARIANTS) {
			const { words, title, about, good } = kindOf({ variant });
			for (const [one, many] of [words.container, words.outlet]) {
				expect(one).to.not.equal(many);
				expect(`${one}${many}`).to.match(/^[a-z ’-]+$/);
			}
			expect(words.stand).to.match(/^[a-z ]+$/);
			expect(title).to.match(/^[A-Z]/);
			expect(about).to.match(/^[A-Z].*\.$/s);
			expect(good).to.match(/^[a-z]/);
		}
	});
});

describe('a field is a question', () => {
	const asked = (name: string, changes: object) => {
		const stand = { ...example(name).design.stands[0]!, ...changes };
		const { sheet } = KINDS[stand.variant];
		return [...sheet.sites, ...sheet.lines].filter((field) => isAsked(stand, field));
	};

	it('of clips and fixings where something hangs on a wall, of a base where it stands on one', () => {
		expect(asked('kitchen-columns', { footing: 'lid' })).to.not.include.members(['clips']);
		expect(asked('kitchen-columns', { footing: 'wall' })).to.include.members(['clips', 'fixing']);
		expect(asked('kitchen-columns', { footing: 'wall' })).to.not.include('otherFixing');
		expect(asked('kitchen-columns', { footing: 'wall', otherFixings: 2 })).to.include(
			'otherFixing'
		);
		for (const footing of ['base', 'hung'])
			expect(asked('kitchen-columns', { footing })).to.include.members(['baseMm', 'tied']);
		expect(asked('yard-channels', { on: 'wall' })).to.include('fixingsPerTier');
		expect(asked('yard-channels', { on: 'frame' })).to.not.include('fixingsPerTier');
		expect(asked('wall-pockets', {})).to.include.members(['fixingsPerTier', 'fixing']);
	});

	it('of a header where there are rows for it to cross', () => {
		expect(asked('lean-to-rail', { rows: 1 })).to.not.include('headerTubeId');
		expect(asked('lean-to-rail', { rows: 2 })).to.include.members(['headerTubeId', 'headerFed']);
	});
});
