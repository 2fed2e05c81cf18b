import { roundsOf, type SystemModel } from '$lib/core/model';
import { dayOf } from '$lib/core/review';
import { litresOf } from './selected-line';

/** The site that is chosen, or the first of the container that is; null: none. */
function siteOf({ layout }: SystemModel, id: string | null): string | null {
	const container = layout.containers.find((c) => c.id === id || c.siteIds.includes(id ?? ''));
	if (!container) return null;
	return container.siteIds.includes(id ?? '') ? id : (container.siteIds[0] ?? null);
}

/** A hot day at a site and its season, each in a sentence; null where nothing grows there. */
export function siteLine(
	model: SystemModel,
	id: string | null,
	today: string
): { day: string | null; season: string } | null {
	const siteId = siteOf(model, id);
	const rounds = roundsOf(model, model.record.plantOutOn ?? today).filter((round) =>
		round.siteIds.includes(siteId ?? '')
	);
	const round = rounds.find(({ until }) => until >= today) ?? rounds.at(-1);
	if (!round) return null;
	const next = rounds[rounds.indexOf(round) + 1];
	const sown = round.sow && round.sow[0] > today ? `sow ${dayOf(round.sow[0])}, ` : '';
	const follows = next ? `; the next goes in on ${dayOf(next.plantOut)}` : '';
	return {
		day: dayAt(model, siteId!),
		season: `${sown}planted out ${dayOf(round.plantOut)}, picked ${dayOf(round.pickFrom)} to ${dayOf(round.until)}${follows}`
	};
}

function dayAt({ rootZone, layout, say }: SystemModel, siteId: string): string | null {
	const site = rootZone?.result.sites.find((one) => one.id === siteId);
	if (!rootZone || !site) return null;
	const litres = (of: number) => litresOf(say, of / rootZone.input.days);
	const on = layout.sites.find((one) => one.id === siteId)?.passesTo
		? 'go on to the site below'
		: 'run through';
	return `${litres(site.suppliedL)} arrive, ${litres(site.usedL)} are drunk, ${litres(site.drainedL)} ${on}`;
}
