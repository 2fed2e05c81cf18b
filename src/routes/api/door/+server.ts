import { door, passcodeSchema } from '$lib/server/door';
import { forget, isAtMachine } from '$lib/server/gate';
import { answer, json, problem, readAs } from '$lib/server/http';
import type { RequestHandler } from './$types';

/** Sets the passcode: at the machine alone, so that a device that was lent cannot lock its owner out. */
export const PUT: RequestHandler = (event) =>
	answer(async () => {
		const { passcode } = await readAs(event.request, passcodeSchema);
		const own = await door();
		if (own.fixed)
			return problem(
				409,
				'fixed',
				'The passcode is set by CRELBO_PASSCODE, where Crelbo is started. Change it there.'
			);
		if (!isAtMachine(event))
			return problem(403, 'elsewhere', 'The passcode is set at the machine Crelbo runs on.');
		await own.set(passcode);
		return json({ set: true });
	});

/** Signs out every device, this one too. */
export const DELETE: RequestHandler = ({ cookies }) =>
	answer(async () => {
		(await door()).signOutEverywhere();
		forget(cookies);
		return json({ out: true });
	});
