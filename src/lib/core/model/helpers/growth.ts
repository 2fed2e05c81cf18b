import type { Operation, SystemRecord } from '../../design';
import type { Stage } from '../../shelf';

/** One full-grown planting for each there is, so that whatever follows from it can be shared by identity. */
const fullGrown = new WeakMap<Operation['crops'], SystemRecord['stages']>();

/** The same plants, full grown. */
export function grownStages(crops: Operation['crops']): SystemRecord['stages'] {
	const known = fullGrown.get(crops);
	if (known) return known;
	const grown = Object.fromEntries(
		Object.keys(crops).map((site): [string, Stage] => [site, 'full'])
	);
	fullGrown.set(crops, grown);
	return grown;
}
