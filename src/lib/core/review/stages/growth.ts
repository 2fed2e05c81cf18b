import { addDays, format, parseISO } from 'date-fns';
import type { Operation, SystemRecord } from '../../design';
import { CANOPY_SHARE, pick, type Stage } from '../../shelf';
import type { Chain } from '../chain';

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

/** Where a crop is not sown for a harvest in days, its first season. */
const SEASON_DAYS = 120;

/** When the last of the plants will be about full grown, in a sentence: by a date where planting out has one. */
export function whenGrown({ plants, record, shelf }: Chain): string {
	const young = Object.values(plants).filter(({ stage }) => stage !== 'full');
	const days = young.reduce((most, { cropId, stage }) => {
		const all = pick(shelf.crops, cropId).harvestDays ?? SEASON_DAYS;
		// leaves grow about evenly until the first harvest, so what is left goes with what they lack
		return Math.max(most, record.plantOutOn ? all : all * (1 - CANOPY_SHARE[stage]));
	}, 0);
	const { plantOutOn } = record;
	if (plantOutOn)
		return `It comes to this once the plants are grown, by about ${format(addDays(parseISO(plantOutOn), days), 'd MMM yyyy')}.`;
	const weeks = Math.max(1, Math.round(days / 7));
	return `It comes to this once the plants are grown, in about ${weeks === 1 ? 'a week' : `${weeks} weeks`}.`;
}
