import fc from 'fast-check';
import type { z } from 'zod';
import {
	KINDS,
	startSystem,
	type Change,
	type Parts,
	type Variant
} from '../../src/lib/core/design';
import type { FieldMeta } from '../../src/lib/core/quantity';
import { BUILT_IN_SHELF, type ShelfLists } from '../../src/lib/core/shelf';
import { rail } from './rail';

const { place } = rail();
const yard = {
	...place,
	areas: [
		{ ...place.areas[0]!, id: 'yard', kind: 'yard' as const, lengthM: 8, widthM: 4, heightM: 3 }
	]
};
/** A kind as it begins in a large yard. */
export const start = (variant: Variant, plants = 8, cropId = 'leaf-lettuce'): Parts => ({
	...startSystem(
		{
			name: 'Any',
			areaId: 'yard',
			variant,
			plants,
			cropId,
			lengthMm: 7600,
			depthMm: 3600,
			heightMm: 2900
		},
		BUILT_IN_SHELF
	),
	place: yard
});
/** Any value a field takes, by its schema. */
function anyOf(schema: z.ZodType): fc.Arbitrary<unknown> {
	const meta = (schema.meta() ?? {}) as FieldMeta;
	if (meta.options) return fc.constantFrom(...Object.keys(meta.options));
	if (meta.shelf) {
		const list = BUILT_IN_SHELF[meta.shelf as keyof ShelfLists];
		return fc.constantFrom(...list.map((item) => item.id), 'not-on-the-shelf');
	}
	const number = schema as z.ZodNumber;
	if (number.minValue === undefined) return fc.boolean();
	const [min, max] = [number.minValue ?? 0, number.maxValue ?? 0];
	// counts stay small, so that many designs can be tried
	if (number.format === 'safeint') return fc.integer({ min, max: Math.min(max, min + 7) });
	return fc.oneof(
		fc.double({ min, max, noNaN: true }),
		fc.double({ min, max: min + (max - min) / 10, noNaN: true })
	);
}

/** Some fields of a kind's stand at any values they take, and its tank anywhere. */
export function editsOf(variant: Variant): fc.Arbitrary<Change[]> {
	const { sheet, schema } = KINDS[variant];
	const fields = [...sheet.sites, ...sheet.lines];
	const edits = fc.array(
		fc.constantFrom(...fields).chain((name) =>
			anyOf(schema.shape[name] as z.ZodType).map((value) => ({
				path: `design.stands.0.${name}`,
				value
			}))
		),
		{ minLength: 1, maxLength: 4 }
	);
	const spot = fc.constantFrom('under', 'beside', 'lid', 'inside');
	return fc
		.tuple(edits, spot)
		.map(([changes, value]) =>
			variant === 'single-bucket' ? changes : [...changes, { path: 'design.tank.spot', value }]
		);
}
