import { fork, type ChildProcess } from 'node:child_process';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { besideProgram } from '../beside';
import { DatabaseProblem, reason } from '../database';
import type { Ask, Told } from './copies.worker';
import { NoCopy, type Counts } from './prove';

let built = besideProgram('copies-worker.js');
/** The reader's built file, where it is not beside the program. */
export const useCopiesWorker = (file: string): void => void (built = file);

/**
 * A process of its own: what a damaged file does to the database's binary, which ends its process on some of them,
 * it does not do to the server. In development it is run from its source.
 */
function hire(): ChildProcess {
	const stdio: ('ignore' | 'inherit' | 'ipc')[] = ['ignore', 'ignore', 'inherit', 'ipc'];
	if (built) return fork(built, { execArgv: [], stdio });
	const source = join(dirname(fileURLToPath(import.meta.url)), 'copies.worker.ts');
	return fork(source, { execArgv: ['--import', 'tsx'], stdio });
}

/** @param dead what it means that the reader ended without an answer */
function ask(what: Ask, dead: Error): Promise<Counts | null> {
	return new Promise((done, failed) => {
		const reader = hire();
		const broke = (fault: unknown) => {
			console.error(`copies: ${String(fault)}`);
			failed(new DatabaseProblem(`The copy cannot be ${reason(fault)}. Nothing was changed.`));
		};
		reader.once('message', (told: Told) => {
			if ('refused' in told) failed(new NoCopy(told.refused));
			else if ('fault' in told) broke(told.fault);
			else done(told.counts);
		});
		reader.once('error', broke);
		// after its answer this settles nothing any more
		reader.once('exit', () => failed(dead));
		reader.send(what);
	});
}

/** Reads a copy through in a process of its own, so that others are answered meanwhile. @throws NoCopy, DatabaseProblem */
export const proveBeside = async (path: string): Promise<Counts> =>
	(await ask({ prove: path }, new NoCopy('This copy is damaged: it cannot be read through.')))!;

/** A whole copy of a database in use, as a new file. @throws NoCopy, DatabaseProblem */
export const copyBeside = async (from: string, to: string): Promise<void> =>
	void (await ask(
		{ copy: from, to },
		new DatabaseProblem('What is here now could not be copied. Nothing was changed.')
	));
