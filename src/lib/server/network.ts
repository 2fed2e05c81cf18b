import type { RequestEvent } from '@sveltejs/kit';
import { create } from 'qrcode';
import type { Code, Network } from '$lib/ui/home/network';
import { door } from './door';
import { isAtMachine, isSecure } from './gate';
import { isOpen, isProxied, ownAddresses } from './hosts';
import { ownCertificate } from './tls';

/** The code of a text, a path of unit squares. */
export function codeOf(text: string): Code {
	const { modules } = create(text, { errorCorrectionLevel: 'M' });
	let path = '';
	for (let row = 0; row < modules.size; row++)
		for (let column = 0; column < modules.size; column++)
			if (modules.get(row, column)) path += `M${column} ${row}h1v1h-1z`;
	return { size: modules.size, path };
}

/** What the home page says of the network. */
export async function networkOf(event: RequestEvent): Promise<Network> {
	const own = await door();
	const secure = isSecure(event);
	const { port } = event.url;
	const whole = (name: string): string =>
		`${secure ? 'https' : 'http'}://${name}${port ? `:${port}` : ''}`;
	const names = isOpen() && !isProxied() ? typedAddresses() : [];
	const addresses = process.env.ORIGIN ? [process.env.ORIGIN] : names.map(whole);
	return {
		...{ open: isOpen(), secure, trust: ownCertificate() !== null },
		addresses: addresses.map((address) => ({ address, code: codeOf(address) })),
		passcode: own.fixed ? 'fixed' : own.isSet ? 'set' : 'none',
		atMachine: isAtMachine(event)
	};
}

/** Addresses a hand would type: the short ones, where there are any; fe80 ones mean another device on each. */
function typedAddresses(): string[] {
	const own = ownAddresses().filter((one) => !one.startsWith('[fe80'));
	const short = own.filter((one) => !one.startsWith('['));
	return short.length > 0 ? short : own;
}
