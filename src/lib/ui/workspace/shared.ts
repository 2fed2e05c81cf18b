import { waterOf, type Parts, type Place } from '$lib/core/design';
import { names } from '$lib/core/quantity';

/** Another system of the place, and what of the place it uses. */
export interface Neighbour {
	id: string;
	name: string;
	areaId: string;
	/** null: the first water of the place. */
	waterId: string | null;
	/** Another water its own is thinned with. */
	thinnedWith?: string | null;
}

/** What of a place systems share. */
export type SharedPart = { water: string } | { area: string } | 'place';

/** Those of the other systems that use the same. */
export function sharing(
	others: readonly Neighbour[],
	place: Place,
	part: SharedPart
): readonly Neighbour[] {
	if (part === 'place') return others;
	if ('area' in part) return others.filter(({ areaId }) => areaId === part.area);
	return others.filter(({ waterId, thinnedWith }) => {
		if (thinnedWith === part.water) return true;
		const stands = place.waters.some(({ id }) => id === waterId);
		return waterOf(place, stands ? waterId : null).id === part.water;
	});
}

/** What was changed in other systems with a change of the place, in a sentence; null: nothing. */
export function changedElsewhere(
	before: Pick<Parts, 'place'>,
	after: Pick<Parts, 'place'>,
	others: readonly Neighbour[]
): string | null {
	const [was, now] = [before.place, after.place];
	if (was === now || others.length === 0) return null;
	const other = (a: unknown, b: unknown) => JSON.stringify(a) !== JSON.stringify(b);
	const rest = (place: Place) => ({
		...place,
		...{ waters: null, areas: null, settled: null, units: null }
	});
	const touched = new Set<Neighbour>(other(rest(was), rest(now)) ? others : []);
	for (const water of now.waters) {
		const then = was.waters.find(({ id }) => id === water.id);
		if (then && other(then, water))
			for (const one of sharing(others, now, { water: water.id })) touched.add(one);
	}
	for (const area of now.areas) {
		const then = was.areas.find(({ id }) => id === area.id);
		if (then && other(then, area))
			for (const one of sharing(others, now, { area: area.id })) touched.add(one);
	}
	if (touched.size === 0) return null;
	return `Also changed for ${names([...touched].map(({ name }) => `“${name}”`))}.`;
}
