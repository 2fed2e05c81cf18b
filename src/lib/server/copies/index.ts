import {
	copyFileSync,
	createReadStream,
	createWriteStream,
	existsSync,
	fsyncSync,
	openSync,
	closeSync,
	readdirSync,
	renameSync,
	rmSync,
	statSync
} from 'node:fs';
import { basename, dirname, join } from 'node:path';
import { Readable, Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { refuse } from '$lib/core/quantity';
import { today } from '../clock';
import { databaseFile, DatabaseProblem, exchange, reason } from '../database';
import { copyBeside, proveBeside } from './beside';
import { NoCopy, type Counts } from './prove';

export { useCopiesWorker } from './beside';
export type { Counts } from './prove';

/** A copy of everything larger than this is no home's. */
const MOST_COPY_BYTES = 4 * 1024 ** 3;
/** Ends of files that only stand while a copy is made or put in place. */
const HALF_DONE = /\.(incoming|saving|keeping|returning)-[0-9a-f-]{36}(-wal|-shm|-journal)?$/;
const JOURNALS = ['', '-wal', '-shm', '-journal'];

/** What stands beside the database from before a restore. */
export interface KeptCopy {
	name: string;
	bytes: number;
}
/** What came of a restore: what is there now, and under which name what was there before is kept. */
export interface Restored {
	counts: Counts;
	kept: string;
}
/** How far a restore is; told when it is there. */
export type RestoreStep = 'received' | 'proven' | 'kept' | 'closed' | 'swapped' | 'opened';

const half = (file: string, what: string) => `${file}.${what}-${crypto.randomUUID()}`;
const remove = (path: string) => {
	for (const end of JOURNALS) rmSync(path + end, { force: true });
};
const stem = (file: string) => basename(file).replace(/\.(db|sqlite3?)$/, '');

function ownFile(): string {
	const file = databaseFile();
	if (!file)
		throw refuse('', 'This database is on a server of its own: copy and restore it there.');
	return file;
}

/** What a fault of the file system means for a grower. */
function inWords(fault: unknown, what: string): unknown {
	const code = (fault as { code?: unknown } | null)?.code;
	if (typeof code !== 'string' || !/^E[A-Z]+$/.test(code)) return fault;
	return new DatabaseProblem(`${what} cannot be ${reason(fault)}. Nothing was changed.`);
}

/** Every place, system, version and setting as one file, taken while the server goes on and sent as it is read. */
export async function everything(): Promise<{ name: string; bytes: number; body: ReadableStream }> {
	const path = half(ownFile(), 'saving');
	const clear = () => remove(path);
	try {
		await copyBeside(ownFile(), path);
		const stream = createReadStream(path).once('close', clear);
		return {
			name: `crelbo-${today()}.db`,
			bytes: statSync(path).size,
			body: Readable.toWeb(stream) as ReadableStream
		};
	} catch (fault) {
		clear();
		if (fault instanceof NoCopy) throw refuse('', fault.message);
		throw inWords(fault, 'The copy');
	}
}

/** Writes a body into a file as it comes. @throws InvalidInput where it is larger than any home's */
export async function receive(body: ReadableStream | null, path: string): Promise<void> {
	let bytes = 0;
	const limit = new Transform({
		transform(chunk: Uint8Array, _, next) {
			bytes += chunk.byteLength;
			if (bytes <= MOST_COPY_BYTES) next(null, chunk);
			else next(refuse('', `A copy may have ${MOST_COPY_BYTES / 1024 ** 3} GB at most.`));
		}
	});
	const source = body ? Readable.fromWeb(body as never) : Readable.from([]);
	await pipeline(source, limit, createWriteStream(path, { flags: 'wx', flush: true }));
}

let restoring = false;

/**
 * Puts a copy in place of everything there is. The database is not touched until the copy has been read through
 * and brought up to date, and what is here now is kept under a new name, proven as well.
 *
 * @param bring writes the copy into the file it is given
 * @param told hears of each step when it is done
 * @throws InvalidInput where the file is no copy of ours, broken or of a newer version
 * @throws DatabaseProblem where another program holds the database, or the disk is full or cannot be written
 */
export async function restoreEverything(
	bring: (path: string) => Promise<void>,
	told: (step: RestoreStep) => void = () => undefined
): Promise<Restored> {
	const file = ownFile();
	if (restoring) throw new DatabaseProblem('Another copy is being put in place already.');
	restoring = true;
	const incoming = half(file, 'incoming');
	try {
		await bring(incoming);
		told('received');
		const counts = await proveBeside(incoming);
		told('proven');
		return { counts, kept: await takePlace(file, incoming, told) };
	} catch (fault) {
		if (fault instanceof NoCopy) throw refuse('', `${fault.message} Nothing was changed.`);
		throw inWords(fault, 'The copy');
	} finally {
		remove(incoming);
		restoring = false;
	}
}

async function takePlace(
	file: string,
	incoming: string,
	told: (step: RestoreStep) => void
): Promise<string> {
	let kept = '';
	const keep = async () => {
		const keeping = half(file, 'keeping');
		try {
			await copyBeside(file, keeping);
			kept = newName(file);
			renameSync(keeping, kept);
			folderToDisk(file);
		} finally {
			remove(keeping);
		}
		told('kept');
	};
	const swap = () => {
		told('closed');
		renameSync(incoming, file);
		folderToDisk(file);
		told('swapped');
	};
	const back = () => {
		const returning = half(file, 'returning');
		copyFileSync(kept, returning);
		for (const end of ['-wal', '-shm', '-journal']) rmSync(file + end, { force: true });
		renameSync(returning, file);
	};
	await exchange(keep, swap, back);
	told('opened');
	return basename(kept);
}

/** A name beside the database that nothing has yet, by the day and its count: crelbo.kept-2026-12-01-02.db */
function newName(file: string): string {
	const day = new Date().toISOString().slice(0, 10);
	for (let nth = 1; ; nth++) {
		const name = `${stem(file)}.kept-${day}-${String(nth).padStart(2, '0')}.db`;
		if (!existsSync(join(dirname(file), name))) return join(dirname(file), name);
	}
}

/** A file's new name is on disk, not only on its way there; where a system cannot, it is as sure as it can be. */
function folderToDisk(file: string): void {
	try {
		const folder = openSync(dirname(file), 'r');
		fsyncSync(folder);
		closeSync(folder);
	} catch {
		// some file systems keep no handle on a folder
	}
}

/** What was kept beside the database before restores, the newest first. */
export function keptCopies(): KeptCopy[] {
	const file = databaseFile();
	if (!file) return [];
	return readdirSync(dirname(file))
		.filter((name) => isKept(file, name))
		.sort((a, b) => b.localeCompare(a, 'en', { numeric: true }))
		.map((name) => ({ name, bytes: statSync(join(dirname(file), name)).size }));
}
const isKept = (file: string, name: string): boolean =>
	name.startsWith(`${stem(file)}.kept-`) && /\.kept-\d{4}-\d\d-\d\d-\d{2,}\.db$/.test(name);

/** Where one of the kept copies is. @throws InvalidInput where there is none of that name */
export function keptCopy(name: string): string {
	const file = ownFile();
	const path = join(dirname(file), basename(name));
	if (!isKept(file, basename(name)) || !existsSync(path))
		throw refuse('name', 'name must be one of the copies that are kept');
	return path;
}

/** Puts back one that was kept. @see restoreEverything */
export const putBack = (name: string): Promise<Restored> => {
	const path = keptCopy(name);
	return restoreEverything(async (incoming) => copyFileSync(path, incoming));
};

/** Removes what a server that was killed left half done. */
export function sweep(): void {
	const file = databaseFile();
	if (!file) return;
	const folder = dirname(file);
	for (const name of readdirSync(folder))
		if (name.startsWith(basename(file)) && HALF_DONE.test(name))
			rmSync(join(folder, name), { force: true });
}
