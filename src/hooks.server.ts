import type { Handle, HandleServerError, ServerInit } from '@sveltejs/kit';
import { building } from '$app/environment';
import { DatabaseProblem, openDatabase } from '$lib/server/database';
import { problem } from '$lib/server/http';
import { seedDemo } from '$lib/server/seed';

export const init: ServerInit = async () => {
	if (building) return;
	try {
		await openDatabase();
		if (process.env.CRELBO_SEED === 'demo') await seedDemo();
	} catch (fault) {
		if (!(fault instanceof DatabaseProblem)) throw fault;
		console.error(fault.message);
		process.exit(1);
	}
};

const WORDS: Record<number, [code: string, message: string]> = {
	404: ['not-found', 'There is nothing at this address.'],
	405: ['method-not-allowed', 'This address does not take that method.'],
	413: ['too-large', 'The request is too large.']
};

/** The API answers in JSON whatever happens; pages carry headers that keep them to themselves. */
export const handle: Handle = async ({ event, resolve }) => {
	const response = await resolve(event);
	const api = event.url.pathname.startsWith('/api/');
	const isJson = response.headers.get('content-type')?.includes('json');
	if (api && response.status >= 400 && !isJson) {
		const [code, message] = WORDS[response.status] ?? ['refused', 'The request was refused.'];
		return problem(response.status, code, message);
	}
	response.headers.set('x-content-type-options', 'nosniff');
	response.headers.set('referrer-policy', 'same-origin');
	response.headers.set('x-frame-options', 'SAMEORIGIN');
	return response;
};

export const handleError: HandleServerError = ({ error, status }) => {
	if (status >= 500) console.error(error);
	return {
		message:
			status === 404
				? 'There is nothing at this address.'
				: 'Something went wrong here. Nothing you saved is lost; load the page again.'
	};
};
