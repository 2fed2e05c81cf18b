import fc from 'fast-check';
import type { z } from 'zod';
import { applyChanges, KINDS, VARIANTS } from '../../src/lib/core/design';
import { STAGES, SystemModel } from '../../src/lib/core/model';
import type { FieldMeta } from '../../src/lib/core/quantity';
import { findingsOf, judged } from '../../src/lib/core/review';
import { BUILT_IN_SHELF } from '../../src/lib/core/shelf';
import { editsOf, start } from './any-design';
import { example, EXAMPLES, modelOf, set } from './example';
import { accepted, dice, mutant } from './mutants';
import { compare, graded } from './written';

const MUTANTS = 160;
const A_KIND = 4;

/** Every stage of a design, and what is found. */
const allOf = (model: SystemModel) => [
	Object.keys(STAGES).map((key) => [key, model[key as keyof typeof STAGES]]),
	findingsOf(model),
	judged(model).map(graded)
];

/** The same, or that it cannot be worked out. */
function told(make: () => SystemModel): unknown {
	try {
		return allOf(make());
	} catch (fault) {
		return (fault as Error).message;
	}
}

describe('figures of changed designs', () => {
	it('examples with figures changed at random: each stage, and what is found', () => {
		const roll = dice(20261202);
		const of: Record<string, unknown> = {};
		for (let i = 0; i < MUTANTS; i++) {
			const { name, file } = mutant(roll);
			const parts = accepted(file);
			if (parts)
				of[`${i}: ${name.split(' ')[0]}`] = told(() => new SystemModel(parts, BUILT_IN_SHELF));
		}
		compare('changed examples', of);
	});

	for (const variant of VARIANTS)
		it(`${variant} with any fields: each stage, and what is found`, () => {
			const base = start(variant);
			const edits = fc.sample(editsOf(variant), { seed: 20261202, numRuns: A_KIND });
			const of = edits.map((changes, i) => {
				const parts = accepted(applyChanges(base, changes));
				return [`${i}`, parts && told(() => new SystemModel(parts, BUILT_IN_SHELF))] as const;
			});
			compare(`${variant} with any fields`, Object.fromEntries(of));
		});

	for (const variant of VARIANTS)
		it(`${variant}: every choice of every field, and a little more of every figure: where it lies`, () => {
			const base = start(variant);
			const { sheet, schema } = KINDS[variant];
			const stand = base.design.stands[0] as unknown as Record<string, unknown>;
			const of = [...sheet.sites, ...sheet.lines].flatMap((name) =>
				others(schema.shape[name] as z.ZodType, stand[name]).map((value) => {
					const parts = accepted(applyChanges(base, [{ path: `design.stands.0.${name}`, value }]));
					const model = parts && new SystemModel(parts, BUILT_IN_SHELF);
					return [`${name}: ${String(value)}`, model && [model.layout, model.flows, model.loads]];
				})
			);
			compare(`${variant}, field by field`, { of });
		});

	it('lamps turned any way: what light falls where', () => {
		for (const name of EXAMPLES) {
			const { design } = example(name);
			const of = design.lamps.slice(0, 2).flatMap((_, i) =>
				[25, 70].map((deg) => {
					const at = `design.lamps.${i}`;
					const model = modelOf(
						name,
						set(`${at}.turnedDeg`, deg),
						set(`${at}.towardsDeg`, 3 * deg)
					);
					return [model.light, model.shade];
				})
			);
			if (of.length > 0) compare(`${name}, lamps turned`, { of });
		}
	});
});

/** What else a field may be: every other choice, the other of two, a little more. */
function others(schema: z.ZodType, now: unknown): unknown[] {
	const meta = (schema.meta() ?? {}) as FieldMeta;
	if (meta.options) return Object.keys(meta.options).filter((option) => option !== now);
	if (typeof now === 'boolean') return [!now];
	if (typeof now !== 'number') return [];
	return (schema as z.ZodNumber).format === 'safeint' ? [now + 1, now + 2] : [1.15 * now, 40];
}
