import { dirname, join } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { Worker } from 'node:worker_threads';
import { besideProgram } from '../beside';
import { DatabaseProblem, reason } from '../database';
import type { Ask, Told } from './copies.worker';
import { NoCopy, type Counts } from './prove';

let built = besideProgram('copies-worker.js');
/** The worker's built file, where it is not beside the program. */
export const useCopiesWorker = (file: string): void => void (built = file);

/** The worker as it is built beside the server; in development it is run from its source. */
function hire(): Worker {
	if (built) return new Worker(built);
	const source = pathToFileURL(join(dirname(fileURLToPath(import.meta.url)), 'copies.worker.ts'));
	return new Worker(
		`import('tsx/esm/api').then(({ register }) => (register(), import(${JSON.stringify(source.href)})))`,
		{ eval: true }
	);
}

function ask(what: Ask): Promise<Counts | null> {
	return new Promise((done, failed) => {
		const worker = hire();
		const broke = (fault: unknown) => {
			console.error(`copies: ${String(fault)}`);
			failed(new DatabaseProblem(`The copy cannot be ${reason(fault)}. Nothing was changed.`));
		};
		worker.once('message', (told: Told) => {
			if ('refused' in told) failed(new NoCopy(told.refused));
			else if ('fault' in told) broke(told.fault);
			else done(told.counts);
		});
		worker.once('error', broke);
		// after its answer this settles nothing any more
		worker.once('exit', () => failed(new DatabaseProblem('The copy could not be read.')));
		worker.postMessage(what);
	});
}

/** Reads a copy through on a thread of its own, so that others are answered meanwhile. @throws NoCopy, DatabaseProblem */
export const proveBeside = async (path: string): Promise<Counts> => (await ask({ prove: path }))!;

/** A whole copy of a database in use, as a new file. @throws NoCopy, DatabaseProblem */
export const copyBeside = async (from: string, to: string): Promise<void> =>
	void (await ask({ copy: from, to }));
