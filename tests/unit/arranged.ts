import fc from 'fast-check';
import { FACES, newArea, newPlace, type Face, type Variant } from '../../src/lib/core/design';
import { addStand, begin, kindsBeside } from '../../src/lib/core/edit';
import { putStand, putTank } from '../../src/lib/core/layout';
import { SystemModel } from '../../src/lib/core/model';
import { BUILT_IN_SHELF } from '../../src/lib/core/shelf';

const FIRST: readonly Variant[] = [
	'bucket-bench',
	'slab-gutter',
	'channels',
	'tower-bank',
	'valve-trays'
];
const faces = Object.keys(FACES) as Face[];
const place = newPlace('Home', [newArea('spot', { kind: 'yard', lengthM: 9, widthM: 7 })]);
export const started = new Map(
	FIRST.map((variant) => {
		const ask = { name: 'S', areaId: 'spot', variant, plants: 6, cropId: 'leaf-lettuce' };
		const { parts } = begin(
			{ ...ask, lengthMm: 3000, depthMm: 2000, heightMm: 2400 },
			place,
			BUILT_IN_SHELF
		);
		return [variant, new SystemModel(parts, BUILT_IN_SHELF)] as const;
	})
);

const spot = fc.record({
	xM: fc.double({ min: 0, max: 6.5, noNaN: true }),
	yM: fc.double({ min: 0, max: 5, noNaN: true }),
	faces: fc.constantFrom(...faces)
});
/** Some stands and a tank, each thrown somewhere. */
export const arrangement = fc.record({
	first: fc.constantFrom(...FIRST),
	more: fc.array(fc.record({ kind: fc.nat(30), at: spot }), { minLength: 1, maxLength: 2 }),
	tank: fc.option(spot)
});
type Arrangement = typeof arrangement extends fc.Arbitrary<infer T> ? T : never;

/** Stands added and put anywhere, the tank by itself or with the first. */
export function arranged({ first, more, tank }: Arrangement): SystemModel {
	let model = started.get(first)!;
	for (const { kind, at } of more) {
		const kinds = kindsBeside(model);
		const made = addStand(model, kinds[kind % kinds.length]!, 4);
		if (typeof made === 'string') continue;
		model = model.with(made.changes);
		model = model.with(putStand(model.design, model.layout, made.id, at));
	}
	return tank ? model.with(putTank(model.design, model.layout, tank)) : model;
}
