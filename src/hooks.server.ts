import type { Handle, HandleServerError, RequestEvent, ServerInit } from '@sveltejs/kit';
import { building, version } from '$app/environment';
import { clockFor, setClock } from '$lib/server/clock';
import { sweep } from '$lib/server/copies';
import {
	closeDatabase,
	databaseHeld,
	DatabaseProblem,
	openAgain,
	openDatabase
} from '$lib/server/database';
import { splitOldPlans } from '$lib/server/saving';
import { isThere } from '$lib/server/designs';
import { door, LEAST_SIGNS } from '$lib/server/door';
import { socketOf, turnedAway, WHY_SHUT } from '$lib/server/gate';
import { isLoopback, isOpen, isProxied, mayCome } from '$lib/server/hosts';
import { problem } from '$lib/server/http';
import { closePools } from '$lib/server/pool';
import { forgetOld } from '$lib/server/requests';
import { seedDemo } from '$lib/server/seed';
import { thinHistory } from '$lib/server/thin';
import { Unreadable } from '$lib/server/unreadable';
import { VERSION_HEADER } from '$lib/ui/offline/keeper';

const DAY_MS = 86_400_000;

export const init: ServerInit = async () => {
	if (building) return;
	setClock(clockFor(process.env.CRELBO_TODAY));
	try {
		await openDatabase();
		sweep();
		await splitOldPlans();
		if (process.env.CRELBO_SEED === 'demo') await seedDemo();
		await openDoor();
	} catch (fault) {
		if (!(
			fault instanceof DatabaseProblem ||
			fault instanceof Unreadable ||
			fault instanceof NoDoor
		))
			throw fault;
		console.error(fault.message);
		process.exit(1);
	}
	// once a day what is old is thinned out; it never stands in anybody's way
	const thin = () =>
		void Promise.all([thinHistory(new Date()), forgetOld(new Date())]).catch((fault) =>
			console.error(String(fault))
		);
	thin();
	setInterval(thin, DAY_MS).unref();
	process.once('sveltekit:shutdown', () => void Promise.all([closePools(), closeDatabase()]));
};

/** The passcode the server was started with cannot be one. */
class NoDoor extends Error {}

/** Opens the door, and says why nobody comes in where nobody can. */
async function openDoor(): Promise<void> {
	const own = await door().catch(() => {
		throw new NoDoor(`CRELBO_PASSCODE must have at least ${LEAST_SIGNS} signs.`);
	});
	if (own.isSet) return;
	if (isProxied())
		console.log(
			'Crelbo is behind another server (ORIGIN or ADDRESS_HEADER is set), but there is no passcode: it answers nobody. Start it with CRELBO_PASSCODE.'
		);
	else if (isOpen()) console.log(WHY_SHUT);
}

const WORDS: Record<number, [code: string, message: string]> = {
	404: ['not-found', 'There is nothing at this address.'],
	405: ['method-not-allowed', 'This address does not take that method.'],
	413: ['too-large', 'The request is too large.'],
	415: ['not-json', 'The request must be JSON.'],
	500: ['failed', 'Something went wrong here. Nothing that was saved is lost; try again.'],
	503: ['busy', 'The server cannot do this just now. Try again in a moment.']
};

const HEADERS = {
	'x-content-type-options': 'nosniff',
	'referrer-policy': 'same-origin',
	'x-frame-options': 'SAMEORIGIN'
};

/**
 * Only who comes under a name of ours is answered; what changes anything must come from our own pages. The API
 * answers in JSON whatever happens, and every failure is one line of log.
 */
export const handle: Handle = async ({ event, resolve }) => {
	const { request, url } = event;
	const response = await answer({ event, resolve });
	for (const [name, value] of Object.entries(HEADERS)) response.headers.set(name, value);
	response.headers.set(VERSION_HEADER, version);
	if (response.status >= 500) console.error(`${request.method} ${url.pathname} ${response.status}`);
	return response;
};

const answer: Handle = async ({ event, resolve }) => {
	const { request, url } = event;
	const atMachine = building || isLoopback(socketOf(event));
	if (!building && !(await mayCome(request.headers.get('host'), atMachine)))
		return problem(
			403,
			'wrong-host',
			'Crelbo does not answer under this name. Open it by its own address, or add the name in its settings.'
		);
	const away = building ? null : await turnedAway(event);
	if (away) return away;
	const api = url.pathname.startsWith('/api/');
	const origin = request.headers.get('origin');
	const changes = !['GET', 'HEAD', 'OPTIONS'].includes(request.method);
	if (api && changes && origin !== null && origin !== url.origin && !sameHost(origin, request))
		return problem(403, 'wrong-origin', 'This was sent from a page that is not Crelbo’s.');
	await openAgain();
	if (databaseHeld()) return api ? heldApi() : heldPage();
	const response = await asThere(event, await resolve(event));
	const isJson = response.headers.get('content-type')?.includes('json');
	if (api && response.status >= 400 && !isJson) {
		const [code, message] = WORDS[response.status] ?? ['refused', 'The request was refused.'];
		return problem(response.status, code, message);
	}
	return response;
};

/** Pages of systems are worked out in the browser: that there is no such system is told here, by their status. */
async function asThere({ url, request }: RequestEvent, response: Response): Promise<Response> {
	const id = /^\/systems\/([^/]+)/.exec(url.pathname)?.[1];
	if (id === undefined || request.method !== 'GET' || response.status !== 200) return response;
	if (await isThere(decodeURIComponent(id))) return response;
	return new Response(response.body, { status: 404, headers: response.headers });
}

const HELD = 'A copy is being put in place. Crelbo is back in a moment.';
const heldApi = (): Response => problem(503, 'database', HELD);
const heldPage = (): Response =>
	new Response(
		`<!doctype html><html lang="en"><meta charset="utf-8"><meta http-equiv="refresh" content="3"><title>Crelbo</title><p>${HELD} This page comes back by itself.</p></html>`,
		{ status: 503, headers: { 'content-type': 'text/html; charset=utf-8', 'retry-after': '3' } }
	);

/** The protocol a browser sees may differ behind a proxy; the host may not. */
const sameHost = (origin: string, request: Request): boolean =>
	URL.canParse(origin) && new URL(origin).host === request.headers.get('host');

export const handleError: HandleServerError = ({ error, status }) => {
	if (status >= 500) console.error(error);
	return {
		message:
			status === 404
				? 'There is nothing at this address.'
				: error instanceof DatabaseProblem
					? error.message
					: 'Something went wrong here. Nothing you saved is lost; load the page again.'
	};
};
