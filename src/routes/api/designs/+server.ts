import { z } from 'zod';
import { areaOf, MAX_FILE_BYTES, readDesignFile, startSystem, VARIANTS } from '$lib/core/design';
import { id, quantity, refuse, text } from '$lib/core/quantity';
import { settle } from '$lib/core/review';
import { BUILT_IN_SHELF } from '$lib/core/shelf';
import { createDesign } from '$lib/server/designs';
import { answer, json, readAs, readText } from '$lib/server/http';
import { adoptPlace, findPlace } from '$lib/server/places';
import type { RequestHandler } from './$types';

const startSchema = z.strictObject({
	placeId: id('place'),
	areaId: id('area'),
	name: text('name', 80),
	variant: z.enum(VARIANTS, { error: () => `variant must be one of ${VARIANTS.join(', ')}` }),
	plants: quantity('plants', '', { min: 1, max: 200, whole: true }),
	cropId: id('crop'),
	lengthMm: quantity('length', 'mm', { min: 300, max: 20_000 }),
	depthMm: quantity('depth', 'mm', { min: 200, max: 20_000 }),
	heightMm: quantity('height', 'mm', { min: 300, max: 20_000 }),
	bucketId: id('bucket').optional(),
	pumpId: id('pump').optional(),
	tankId: id('tank').optional()
});

/** Starts a system from a few answers, or takes in a design file. */
export const POST: RequestHandler = ({ request, url }) =>
	answer(async () => {
		if (url.searchParams.has('import')) {
			const { design, place } = readDesignFile(await readText(request, MAX_FILE_BYTES));
			const { id: placeId } = await adoptPlace(place);
			return json({ id: await createDesign(placeId, design) }, 201);
		}
		const { placeId, ...start } = await readAs(request, startSchema);
		const stored = await findPlace(placeId);
		if (!stored) throw refuse('placeId', 'place must be one of yours');
		const areaId = areaOf(stored.place, start.areaId).id;
		const started = startSystem({ ...start, areaId }, BUILT_IN_SHELF);
		const design = settle(started, stored.place, BUILT_IN_SHELF);
		return json({ id: await createDesign(placeId, design) }, 201);
	});
