import { plural } from '../quantity';
import { addDays, format, parseISO } from 'date-fns';
import type { SystemModel } from '../model';
import { pick } from '../shelf';

/** When the last of the plants will be about full grown, in a sentence: by a date where planting out has one. */
export function whenGrown({ plants, record, shelf, parameters: { growth } }: SystemModel): string {
	const young = Object.values(plants).filter(({ stage }) => stage !== 'full');
	const days = young.reduce((most, { cropId, stage }) => {
		const all = pick(shelf.crops, cropId).harvestDays ?? growth.season.value;
		// leaves grow about evenly until the first harvest, so what is left goes with what they lack
		return Math.max(most, record.plantOutOn ? all : all * (1 - growth[stage].value));
	}, 0);
	const { plantOutOn } = record;
	if (plantOutOn)
		return `It comes to this once the plants are grown, by about ${format(addDays(parseISO(plantOutOn), days), 'd MMM yyyy')}.`;
	const weeks = Math.max(1, Math.round(days / 7));
	return `It comes to this once the plants are grown, in about ${plural(weeks, ['a week', `${weeks} weeks`])}.`;
}
