import { answer, json, readAs } from '$lib/server/http';
import { readSettings, settingsSchema, writeSettings } from '$lib/server/settings';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = () => answer(async () => json(await readSettings()));

export const PUT: RequestHandler = ({ request }) =>
	answer(async () => {
		const next = await readAs(request, settingsSchema);
		await writeSettings(next);
		return json(next);
	});
