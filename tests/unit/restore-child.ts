// Restores a copy and is killed at a step of it, or finds its folder locked; says what came of it as JSON.
//   node --import tsx restore-child.ts <database> <copy> <step | locked> <worker>
import { chmodSync, copyFileSync } from 'node:fs';
import { dirname } from 'node:path';
import { restoreEverything, useCopiesWorker } from '../../src/lib/server/copies';
import { openDatabase, databaseFile } from '../../src/lib/server/database';
import { listDesigns } from '../../src/lib/server/designs';

const [url, copy, at, worker] = process.argv.slice(2);
useCopiesWorker(worker!);
await openDatabase(url);
if (at === 'locked') chmodSync(dirname(databaseFile()!), 0o555);
const said = await restoreEverything(
	async (incoming) => copyFileSync(copy!, incoming),
	(step) => {
		if (step === at) process.kill(process.pid, 'SIGKILL');
	}
).then(
	({ kept }) => kept,
	(problem: Error) => problem.message
);
process.stdout.write(JSON.stringify({ said, systems: (await listDesigns()).map(({ id }) => id) }));
