// npm run certificate: a certificate of this machine's own, for https in the home's network.
//   --name NAME     a further name or address it is for (as often as wanted)
//   --folder PATH   where it is put; data/tls, where npm start finds it by itself
import { X509Certificate } from 'node:crypto';
import { mkdirSync, writeFileSync } from 'node:fs';
import { isIP } from 'node:net';
import { hostname, networkInterfaces } from 'node:os';
import { basename, dirname, join } from 'node:path';
import { CERTIFICATE, CERTIFICATE_KEY, flag, install, say } from './lib.mjs';

install();
const { generate } = await import('selfsigned');

const folder = flag('--folder') ?? dirname(CERTIFICATE);
const [certificate, key] = [CERTIFICATE, CERTIFICATE_KEY].map((file) =>
	join(folder, basename(file))
);

/** Browsers take none that is good for longer. */
const GOOD_DAYS = 397;
const own = hostname().toLowerCase();
const given = process.argv.flatMap((word, i, all) => (all[i - 1] === '--name' ? [word] : []));
const addresses = Object.values(networkInterfaces())
	.flatMap((list) => list ?? [])
	.filter(({ address }) => !address.startsWith('fe80'))
	.map(({ address }) => address);
const names = [...new Set(['localhost', own, `${own}.local`, ...addresses, ...given])];

const until = new Date();
until.setDate(until.getDate() + GOOD_DAYS);
const made = await generate([{ name: 'commonName', value: `Crelbo on ${own}` }], {
	keySize: 2048,
	algorithm: 'sha256',
	notAfterDate: until,
	extensions: [
		{ name: 'basicConstraints', cA: true, critical: true },
		{
			name: 'keyUsage',
			...{ digitalSignature: true, keyEncipherment: true, keyCertSign: true, critical: true }
		},
		{ name: 'extKeyUsage', serverAuth: true },
		{
			name: 'subjectAltName',
			altNames: names.map((name) => (isIP(name) ? { type: 7, ip: name } : { type: 2, value: name }))
		}
	]
});
mkdirSync(folder, { recursive: true });
writeFileSync(certificate, made.cert);
writeFileSync(key, made.private, { mode: 0o600 });
say(`A certificate for ${names.join(', ')}, good until ${until.toISOString().slice(0, 10)}:`);
say(`  ${certificate}`);
say(`  ${key} (keep it on this machine)`);
say(`Its fingerprint: ${new X509Certificate(made.cert).fingerprint256}`);
say('Start Crelbo again: it answers https from now on. Under /trust it says how a phone is told');
say('to trust it; compare the fingerprint there with this one.');
