import { hostname, networkInterfaces } from 'node:os';
import { readSettings } from './settings';

const LOOPBACK = ['localhost', '127.0.0.1', '[::1]'];

/** The server is open to the network of the home, not to this machine alone. */
export const isOpen = (host = process.env.HOST): boolean =>
	host !== undefined && !['', '127.0.0.1', 'localhost', '::1'].includes(host);

/** Another server stands before this one and passes on what it is asked: every request comes from this machine then. */
export const isProxied = (env: NodeJS.ProcessEnv = process.env): boolean =>
	Boolean(env.ORIGIN || env.ADDRESS_HEADER);

/** Somebody at this machine, by the socket: no header is asked. */
export const isLoopback = (address: string | undefined): boolean =>
	address !== undefined && /^(?:::1|(?:::ffff:)?127(?:\.\d{1,3}){3})$/i.test(address);

/** Addresses of this machine in its networks, as they stand in a browser. */
export const ownAddresses = (): string[] =>
	Object.values(networkInterfaces())
		.flatMap((list) => list ?? [])
		.filter(({ internal }) => !internal)
		.map(({ address, family }) => (family === 'IPv6' ? `[${address}]` : address));

/** The name in a Host header, without its port. */
export const nameOf = (header: string): string => header.trim().toLowerCase().replace(/:\d+$/, '');

/**
 * Whether a request may come under this Host header. A page of somebody else's that has its own name point
 * here (DNS rebinding) is turned away by it: it comes under a name that is not ours.
 *
 * @param atMachine it comes from this machine: only then it may call it localhost
 */
export async function mayCome(header: string | null, atMachine = true): Promise<boolean> {
	if (header === null) return false;
	const name = nameOf(header);
	if (LOOPBACK.includes(name)) return atMachine;
	if (isOpen()) {
		const own = hostname().toLowerCase();
		if ([...ownAddresses(), own, `${own}.local`].includes(name)) return true;
	}
	const origin = process.env.ORIGIN;
	if (origin && URL.canParse(origin) && new URL(origin).hostname === name) return true;
	const { hosts } = await readSettings();
	return hosts.includes(name);
}
