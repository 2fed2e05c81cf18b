import { z } from 'zod';
import { areaOf, MAX_FILE_BYTES, readDesignFile, VARIANTS } from '$lib/core/design';
import { id, quantity, refuse, text } from '$lib/core/quantity';
import { createDesign, importDesign } from '$lib/server/saving';
import { answer, json, readAs, readText } from '$lib/server/http';
import { findPlace } from '$lib/server/places';
import { poolForSaves } from '$lib/server/pool';
import { refuseUndrawn } from '$lib/server/prove';
import { shelfOf } from '$lib/server/shelves';
import type { RequestHandler } from './$types';

const startSchema = z.strictObject({
	placeId: id('place'),
	areaId: id('area'),
	name: text('name', 80),
	variant: z.enum(VARIANTS, { error: () => `variant must be one of ${VARIANTS.join(', ')}` }),
	plants: quantity('plants', 'count', { min: 1, max: 1000, whole: true }),
	cropId: id('crop'),
	lengthMm: quantity('length', 'size', { min: 300, max: 60_000 }),
	depthMm: quantity('depth', 'size', { min: 200, max: 100_000 }),
	heightMm: quantity('height', 'size', { min: 300, max: 20_000 }),
	bucketId: id('bucket').optional(),
	pumpId: id('pump').optional(),
	tankId: id('tank').optional()
});

/** Starts a system from a few answers, or takes in a design file. */
export const POST: RequestHandler = ({ request, url }) =>
	answer(async () => {
		if (url.searchParams.has('import')) {
			const file = readDesignFile(await readText(request, MAX_FILE_BYTES));
			const { design, operation, record, place, shelf } = file;
			await refuseUndrawn({ design, operation, record, place });
			return json({ id: await importDesign({ design, operation, record }, place, shelf) }, 201);
		}
		const { placeId, ...start } = await readAs(request, startSchema);
		const stored = await findPlace(placeId);
		if (!stored) throw refuse('placeId', 'place must be one of yours');
		const areaId = areaOf(stored.place, start.areaId).id;
		const shelf = await shelfOf(placeId);
		const system = await poolForSaves().run('start', { ...start, areaId }, stored.place, shelf);
		if (typeof system === 'string') throw refuse('variant', system);
		return json({ id: await createDesign(placeId, system) }, 201);
	});
