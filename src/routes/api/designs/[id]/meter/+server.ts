import { z } from 'zod';
import { oneOf, quantity } from '$lib/core/quantity';
import { answer, json, problem, readAs } from '$lib/server/http';
import { FAULTS, meterOf } from '$lib/server/rig';
import type { RequestHandler } from './$types';

const settings = z.strictObject({
	speed: quantity('speed of its clock', 'count', { min: 1, max: 20_000 }),
	fault: oneOf('what is wrong', FAULTS)
});
const none = () => problem(404, 'no-meter', 'No meter stands in this tank.');

/** What the meter shows just now; where none stands in the tank, that. */
export const GET: RequestHandler = ({ params }) =>
	answer(async () => {
		const meter = await meterOf(params.id);
		if (!meter) return json({ meter: null, reading: null });
		return json({ meter: { name: meter.name, ...meter.settings }, reading: await meter.read() });
	});

/** What is wrong with a simulated one, and how fast its clock runs. */
export const PUT: RequestHandler = ({ params, request }) =>
	answer(async () => {
		const asked = await readAs(request, settings);
		const meter = await meterOf(params.id);
		if (!meter) return none();
		meter.set(asked);
		return json({ meter: { name: meter.name, ...meter.settings } });
	});
