import {
	AREA_KINDS,
	newArea,
	newPlace,
	startSystem,
	VARIANTS,
	type NewSystem,
	type Place,
	type Variant
} from '../../src/lib/core/design';
import { begin, LASTS_DAYS } from '../../src/lib/core/edit';
import { SystemModel } from '../../src/lib/core/model';
import { judged } from '../../src/lib/core/review';
import { BUILT_IN_SHELF, CROPS } from '../../src/lib/core/shelf';

/** What somebody may begin with: a kind, a crop, an area and how many. */
export interface Beginning {
	variant: Variant;
	cropId: string;
	kind: (typeof AREA_KINDS)[number];
	plants: number | 'the most';
}
const COUNTS = [1, 2, 7, 20, 'the most'] as const;
/** Start takes no more. */
const MOST = 200;

export const BEGINNINGS: Beginning[] = VARIANTS.flatMap((variant) =>
	CROPS.flatMap(({ id: cropId }) =>
		AREA_KINDS.flatMap((kind) => COUNTS.map((plants) => ({ variant, cropId, kind, plants })))
	)
);

function placeOf(kind: Beginning['kind']): Place {
	return newPlace('Place', [newArea('area', { kind, lengthM: 4, widthM: 2.4 })]);
}

function startOf({ variant, cropId }: Beginning, { areas: [area] }: Place, plants: number) {
	return {
		name: 'Begun',
		areaId: area!.id,
		variant,
		plants,
		cropId,
		lengthMm: 1000 * area!.lengthM - 700,
		depthMm: 1000 * (area!.widthM - area!.walkM) - 100,
		heightMm: 1000 * area!.heightM
	};
}

/** The most that stand within the area, by halving. */
function mostOf(beginning: Beginning, place: Place): number {
	const [{ lengthM, widthM, walkM } = place.areas[0]!] = place.areas;
	const fits = (plants: number): boolean => {
		const system = startSystem(startOf(beginning, place, plants), BUILT_IN_SHELF);
		const { from, to } = new SystemModel({ ...system, place }, BUILT_IN_SHELF).layout.extent;
		return to.xM - from.xM <= lengthM && to.yM - from.yM <= widthM - walkM;
	};
	let [low, high] = [1, MOST + 1];
	while (high - low > 1) {
		const middle = Math.floor((low + high) / 2);
		if (fits(middle)) low = middle;
		else high = middle;
	}
	return low;
}

/** How one of them begins: refused and in which words, and the stops of what is begun and how its tank lasts. */
export function begun(beginning: Beginning) {
	const place = placeOf(beginning.kind);
	const { plants } = beginning;
	const count = plants === 'the most' ? mostOf(beginning, place) : plants;
	const start: NewSystem = startOf(beginning, place, count);
	const { parts, refused, lastsDays } = begin(start, place, BUILT_IN_SHELF);
	const { grown } = new SystemModel(parts, BUILT_IN_SHELF);
	const stops = judged(grown).filter(({ severity }) => severity === 'stop');
	const short = refused === null && lastsDays !== null && lastsDays < LASTS_DAYS;
	return { refused, stops: stops.map(({ code }) => code), short, parts };
}
