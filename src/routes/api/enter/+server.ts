import { z } from 'zod';
import { door } from '$lib/server/door';
import { addressOf, remember } from '$lib/server/gate';
import { answer, json, problem, readAs } from '$lib/server/http';
import type { RequestHandler } from './$types';

const body = z.strictObject({ passcode: z.string({ error: () => 'passcode must be text' }) });

/** Enters the passcode on a device that is to be known from then on. */
export const POST: RequestHandler = (event) =>
	answer(async () => {
		const { passcode } = await readAs(event.request, body);
		const entry = await (await door()).enter(addressOf(event), passcode, Date.now());
		switch (entry.kind) {
			case 'in':
				remember(event, entry.cookie, entry.maxAgeS);
				return json({ in: true });
			case 'wrong':
				return problem(
					401,
					'wrong-passcode',
					entry.left > 0
						? 'That is not the passcode.'
						: 'That is not the passcode. Wait a minute before the next try.'
				);
			case 'wait':
				return problem(
					429,
					'wait',
					`Too many wrong tries from here. Try again in ${entry.forS} seconds.`
				);
			case 'none':
				return problem(
					403,
					'no-passcode',
					'There is no passcode yet. Set one at the machine Crelbo runs on, under “Copies and network”.'
				);
		}
	});
