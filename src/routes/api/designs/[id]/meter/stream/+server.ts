import { answer, problem } from '$lib/server/http';
import { meterOf } from '$lib/server/rig';
import type { RequestHandler } from './$types';

/** The meter as it goes, a reading a second, as server-sent events until nobody listens. */
export const GET: RequestHandler = ({ params, request }) =>
	answer(async () => {
		const meter = await meterOf(params.id);
		if (!meter) return problem(404, 'no-meter', 'No meter stands in this tank.');
		const text = new TextEncoder();
		let stop = () => {};
		const body = new ReadableStream({
			start(controller) {
				const end = meter.watch((reading) => {
					try {
						controller.enqueue(text.encode(`data: ${JSON.stringify(reading)}\n\n`));
					} catch {
						stop();
					}
				});
				stop = end;
				request.signal.addEventListener('abort', () => end());
			},
			cancel: () => stop()
		});
		return new Response(body, {
			headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store' }
		});
	});
