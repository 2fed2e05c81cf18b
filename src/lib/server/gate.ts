import type { Cookies, RequestEvent } from '@sveltejs/kit';
import { door, KNOWN_DAYS } from './door';
import { isLoopback, isProxied } from './hosts';
import { problem } from './http';

const COOKIE = 'crelbo';
/** Answered without a passcode: where it is entered, how a phone is told to trust this Crelbo, and whether it is well. */
const FREE = ['/enter', '/api/enter', '/trust', '/healthz'];

/** The address at the other end of the socket, whatever a header says. */
export const socketOf = ({ platform, getClientAddress }: From): string =>
	platform?.req?.socket.remoteAddress ?? getClientAddress();
type From = Pick<RequestEvent, 'platform' | 'getClientAddress'>;

/** Who tries to come in: where another server passes on, whom that names. */
export function addressOf(event: From): string {
	if (!process.env.ADDRESS_HEADER) return socketOf(event);
	try {
		return event.getClientAddress();
	} catch {
		return socketOf(event);
	}
}

/** Somebody at this machine, with no other server in between. */
export const isAtMachine = (event: From): boolean => !isProxied() && isLoopback(socketOf(event));

/** The page came over https, so that nobody on the way reads along. */
export const isSecure = ({ platform }: Pick<RequestEvent, 'platform'>): boolean =>
	Boolean((platform?.req?.socket as { encrypted?: boolean } | undefined)?.encrypted) ||
	Boolean(process.env.ORIGIN?.startsWith('https:'));

/** Remembers on this device that the passcode was entered. */
export const remember = (event: RequestEvent, cookie: string, maxAgeS: number): void =>
	event.cookies.set(COOKIE, cookie, {
		...{ path: '/', httpOnly: true, sameSite: 'lax', maxAge: maxAgeS },
		secure: isSecure(event)
	});
/** This device is known no more. */
export const forget = (cookies: Cookies): void => cookies.delete(COOKIE, { path: '/' });

/** Whether it is somebody at this machine, or on a device that entered the passcode. */
export async function isIn(event: RequestEvent): Promise<boolean> {
	return isAtMachine(event) || (await door()).knows(event.cookies.get(COOKIE), Date.now());
}

/** Nobody comes in from elsewhere without the passcode. @returns what is answered instead; null: come in */
export async function turnedAway(event: RequestEvent): Promise<Response | null> {
	const { pathname, search } = event.url;
	if (FREE.some((path) => pathname === path || pathname.startsWith(`${path}/`))) return null;
	if (await isIn(event)) return null;
	if (pathname.startsWith('/api/') || pathname.endsWith('/__data.json'))
		return problem(401, 'passcode', 'This device has to enter the passcode: load the page again.');
	const to = encodeURIComponent(`${pathname}${search}`);
	return new Response(null, { status: 303, headers: { location: `/enter?to=${to}` } });
}

/** Why other devices are turned away although the server is open to them, for whoever started it; null: they are not. */
export const WHY_SHUT = `Crelbo is open to the network, but there is no passcode: it answers this machine alone. Set one here under “Copies and network”, or start it with CRELBO_PASSCODE (a device is asked once in ${KNOWN_DAYS} days).`;
