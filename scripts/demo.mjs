// npm run demo: from a bare clone to the demo place in the browser.
//   --port N    another port (or PORT)       --fresh   a new demo database
// Also honours HOST, DATABASE_URL and CRELBO_TODAY.
import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { build, install, portOf, ROOT, say, serve } from './lib.mjs';

const port = portOf(4173);
const host = process.env.HOST ?? '127.0.0.1';
const url = process.env.DATABASE_URL ?? 'file:data/demo.db';

install();
build();
if (process.argv.includes('--fresh') && url.startsWith('file:')) {
	say('A new demo database');
	for (const end of ['', '-wal', '-shm', '-journal'])
		rmSync(join(ROOT, url.slice('file:'.length) + end), { force: true });
}
say('Preparing the demo place');
process.exit(await serve({ port, host, env: { DATABASE_URL: url, CRELBO_SEED: 'demo' } }));
