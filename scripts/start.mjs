// npm start: serves what npm run build made. Honours PORT, HOST, DATABASE_URL.
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { portOf, ROOT, say, serve } from './lib.mjs';

if (!existsSync(join(ROOT, 'build', 'index.js'))) {
	say('There is nothing built yet: run npm run build first.');
	process.exit(1);
}
process.exit(await serve({ port: portOf(3000), host: process.env.HOST ?? '127.0.0.1' }));
