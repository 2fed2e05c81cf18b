import { version } from '$app/environment';
import { METRIC } from '$lib/core/quantity';
import { cardsOf } from '$lib/server/cards';
import { today } from '$lib/server/clock';
import { keptCopies } from '$lib/server/copies';
import { databaseFile } from '$lib/server/database';
import { listDesigns } from '$lib/server/designs';
import { listPlaces } from '$lib/server/places';
import { networkOf } from '$lib/server/network';
import { readSettings } from '$lib/server/settings';
import { allShelves } from '$lib/server/shelves';
import type { RequestEvent } from '@sveltejs/kit';
import type { PageServerLoad } from './$types';

/** Every place with its systems: each with its card, or with why it has none; none of them stops the others. */
export const load: PageServerLoad = async (event) => {
	const [designs, listed] = [await listDesigns(), await listPlaces()];
	const shelves = await allShelves();
	const drawable = designs.flatMap(({ id, placeId, revision, recordRevision, system }) => {
		const home = listed.find((one) => one.id === placeId);
		if (!system || !home?.place) return [];
		const { place, revision: placeRevision, shelfRevision } = home;
		return {
			id,
			parts: { ...system, place },
			shelf: shelves.get(placeId) ?? [],
			at: { revision, record: recordRevision, placeRevision, shelfRevision }
		};
	});
	const cards = await cardsOf(drawable, version, today());
	const systemsOf = (placeId: string, placeWhy: string | null) =>
		designs
			.filter((d) => d.placeId === placeId)
			.map(({ id, name, why }) => {
				const card = cards.get(id);
				if (card && 'card' in card) return { id, name, card: card.card, why: null };
				return { id, name, card: null, why: why ?? card?.why ?? placeWhy ?? '' };
			});
	return {
		...(await ofServer(event)),
		places: listed.map((one) => {
			const why = one.place ? null : one.why;
			const { name, areas, units } = one.place ?? {
				name: 'name' in one ? one.name : '',
				areas: [],
				units: METRIC
			};
			return { id: one.id, name, why, systems: systemsOf(one.id, why), areas, units };
		}),
		deleted: event.url.searchParams.get('deleted')
	};
};

/** What is said of the server itself: its copies, and who reaches it. */
const ofServer = async (event: RequestEvent) => ({
	settings: await readSettings(),
	/** A database of another server is copied there. */
	copies: databaseFile() !== null,
	kept: keptCopies(),
	network: await networkOf(event)
});
