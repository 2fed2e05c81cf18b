import { lineAround, rootZone, SETTLED_DAYS, type RootZoneInput } from '$lib/core/feeding';
import { rootZoneOf, type SystemModel } from '$lib/core/model';
import { tankCourse } from '$lib/core/water';

/** Minutes between two points of a line. */
export const EVERY_MIN = 5;
const DAY = 1440;
/** The day that is shown: by then a daily round has settled. */
const SHOWN = SETTLED_DAYS - 1;

export interface SiteCourse {
	id: string;
	/** Share of its easy water at the end of every fifth minute of the day. */
	share: Float64Array;
}
export interface DayCourses {
	driest: SiteCourse;
	wettest: SiteCourse;
	/** The one that is chosen, where it is another than these. */
	chosen: SiteCourse | null;
	/** The driest when the pump stops on that day. */
	cut: Float64Array | null;
	stressShare: number;
}

const lastDay = (share: Float64Array): Float64Array => share.slice((SHOWN * DAY) / EVERY_MIN);

function courseOf(input: RootZoneInput, id: string, cutMin: number | null): Float64Array {
	const { series } = rootZone({
		...input,
		sites: lineAround(input.sites, id),
		sampleMin: EVERY_MIN,
		outageFromMin: cutMin === null ? undefined : SHOWN * DAY + cutMin
	});
	return lastDay(series.sites.find((site) => site.id === id)!.fraction);
}

/**
 * A hot day at the driest and at the wettest site, and at the driest with the power off from a minute on.
 *
 * @param chosenIds sites that are chosen; the first that drinks is shown as well
 * @param like the model whose driest and wettest site are shown: another than the first while a garden of hundreds
 *   is dragged, so that only their lines are run and not all of it
 * @returns null where no timer feeds anything
 */
export function dayCourses(
	model: SystemModel,
	cutMin: number | null,
	chosenIds: readonly string[] = [],
	like: SystemModel = model
): DayCourses | null {
	const zone = like.rootZone;
	const drinks = new Set(
		zone?.input.sites.filter(({ demandLPerDay }) => demandLPerDay > 0).map(({ id }) => id)
	);
	const sites = zone?.result.sites.filter(({ id }) => drinks.has(id)) ?? [];
	if (!zone || sites.length === 0) return null;
	const driest = sites.reduce((a, b) => (a.minFraction <= b.minFraction ? a : b)).id;
	const wettest = sites.reduce((a, b) => (a.meanFraction >= b.meanFraction ? a : b)).id;
	const chosen = chosenIds.find((id) => drinks.has(id) && id !== driest && id !== wettest);
	const input = like === model ? zone.input : model.feed && rootZoneOf(model.feed);
	const inPlan = (id: string) => input?.sites.some((site) => site.id === id);
	if (!input || !inPlan(driest) || !inPlan(wettest)) return null;
	return {
		chosen: chosen && inPlan(chosen) ? { id: chosen, share: courseOf(input, chosen, null) } : null,
		driest: { id: driest, share: courseOf(input, driest, null) },
		wettest: { id: wettest, share: courseOf(input, wettest, null) },
		cut: cutMin === null ? null : courseOf(input, driest, cutMin),
		stressShare: input.stressFraction
	};
}

/** Water and air through the warm day, °C, every fifth minute. */
export function temperatures({ tankDay: { input } }: SystemModel): {
	tank: Float64Array;
	air: Float64Array;
} {
	const course = tankCourse(input);
	const at = (of: (minute: number) => number) =>
		Float64Array.from({ length: DAY / EVERY_MIN }, (_, k) => of(k * EVERY_MIN));
	return { tank: at((m) => course.waterC[m]!), air: at((m) => course.airC[m]!) };
}
