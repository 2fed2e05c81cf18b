import { clamp } from '../../quantity';
import { pick } from '../../shelf';
import { saltBuildUp, type SaltBuildUp, type SaltBuildUpInput } from '../../water';
import { pumpMinutes } from '../feed';
import type { SystemModel } from '../model';
import type { SaltState } from '../salt';

/** What salt does round the roots of one site, beside the mean of its stand. */
export interface SiteSalt {
	siteId: string;
	which: 'thirstiest' | 'least fed';
	input: SaltBuildUpInput;
	result: SaltBuildUp;
}

const LEAST_L = 0.05;

/**
 * The site that drinks most of what its medium holds, and the one that least runs through: salt gathers fastest at
 * the first, and is washed out least at the second.
 *
 * @param state the stand's own, whose strengths, limit and flush hold for its sites as well
 */
export function saltAtSites(model: SystemModel, state: SaltState): SiteSalt[] {
	const { layout, waterUse, path, shelf, parameters, account } = model;
	const valve = account.stands.find(({ standId }) => standId === state.standId)?.way === 'valve';
	const hours = pumpMinutes(model) / 60;
	const rinseL = parameters.roots.flushTimes.value;
	const sites = layout.sites.flatMap((site) => {
		const useL = waterUse.bySite.get(site.id) ?? 0;
		if (site.standId !== state.standId || useL <= 0) return [];
		const { availableFraction } = pick(shelf.media, site.mediumId);
		const mediumL = Math.max(
			LEAST_L,
			site.mediumL * (availableFraction + parameters.roots.tightShare.value)
		);
		const given = valve ? useL : (path.arrivesLph.get(site.id) ?? 0) * hours;
		const drain = given > 0 && state.input.drainFraction > 0 ? (given - useL) / given : 0;
		return [{ id: site.id, useL, mediumL, drain: clamp(drain, 0, 0.95) }];
	});
	if (sites.length === 0) return [];
	const thirstiest = sites.reduce((a, b) => (b.useL / b.mediumL > a.useL / a.mediumL ? b : a));
	const leastFed = sites.reduce((a, b) => (b.drain < a.drain ? b : a));
	const of = ({ id, useL, mediumL, drain }: (typeof sites)[number], which: SiteSalt['which']) => {
		const { flush } = state.input;
		const input: SaltBuildUpInput = {
			...state.input,
			mediumL,
			useLPerDay: useL,
			drainFraction: drain,
			...(flush && { flush: { ...flush, litres: mediumL * rinseL } })
		};
		return { siteId: id, which, input, result: saltBuildUp(input) };
	};
	return leastFed.id === thirstiest.id || leastFed.drain === thirstiest.drain
		? [of(thirstiest, 'thirstiest')]
		: [of(thirstiest, 'thirstiest'), of(leastFed, 'least fed')];
}

/** The same rinsed with plain water every so many days, as many times over as a flush is. */
export function rinsed(
	{ sourceWater, parameters }: Pick<SystemModel, 'sourceWater' | 'parameters'>,
	input: SaltBuildUpInput,
	everyDays: number
): SaltBuildUp {
	const litres = input.mediumL * parameters.roots.flushTimes.value;
	return saltBuildUp({ ...input, flush: { everyDays, litres, msCm: sourceWater.ecMsCm } });
}
