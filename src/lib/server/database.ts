import { createClient, type Client } from '@libsql/client';
import { sql } from 'drizzle-orm';
import { drizzle, type LibSQLDatabase } from 'drizzle-orm/libsql';
import { migrate } from 'drizzle-orm/libsql/migrator';
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { setFlagsFromString } from 'node:v8';
import { runInNewContext } from 'node:vm';
import { besideProgram } from './beside';
import * as schema from './schema';

export type Database = LibSQLDatabase<typeof schema>;

const DEFAULT_URL = 'file:data/crelbo.db';
/** How long a writer waits, without holding anybody up, for another program to let go of the file. */
const LOCK_MS = 30_000;
/** After so long without a write the journal is folded into the file, so that a plain copy of it is whole. */
const FOLD_MS = 2_000;

/** A database that cannot be used: said in words, with where it is. */
export class DatabaseProblem extends Error {}

/** DATABASE_URL as given (a plain path is a file), else a file under data/. */
export function databaseUrl(given = process.env.DATABASE_URL): string {
	if (!given) return DEFAULT_URL;
	return /^[a-z]+:/.test(given) ? given : `file:${given}`;
}

interface Open {
	db: Database;
	client: Client;
	url: string;
	/** Its file, where it is one. */
	file: string | null;
}
let opened: Open | undefined;
/** Who is turned away while a copy is put in place: those who write, or everybody. */
let held: 'writes' | 'all' | null = null;
const HELD_WORDS =
	'A copy is being put in place just now: nothing was saved. Try again in a moment.';

/**
 * Opens the database, brings it up to date and makes sure it can be written.
 *
 * @param how `alone`: it is a copy nobody else uses, so none is made before migrations, and it keeps no journal
 * @throws DatabaseProblem
 */
export async function openDatabase(
	url = databaseUrl(),
	migrations = besideProgram('drizzle'),
	how: { alone?: boolean } = {}
): Promise<Database> {
	const file = url.startsWith('file:') ? pathOf(url) : null;
	const where = file ?? url;
	if (!migrations)
		throw new DatabaseProblem(
			'The folder “drizzle” with the database’s migrations is missing beside the program. Build Crelbo again.'
		);
	try {
		if (file && !existsSync(dirname(file))) mkdirSync(dirname(file));
		const client = createClient({ url });
		// every acknowledged save is on disk before it is acknowledged; a lock is waited for below, not here
		if (file)
			for (const pragma of [`journal_mode = ${how.alone ? 'DELETE' : 'WAL'}`, 'synchronous = FULL'])
				await patiently(() => client.execute(`PRAGMA ${pragma}`));
		const db = drizzle(client, { schema });
		opened = { db, client, url, file };
		await bringUpToDate(opened, migrations, !how.alone);
		await patiently(() =>
			client.batch(
				[
					'CREATE TABLE IF NOT EXISTS write_check (at INTEGER)',
					'DELETE FROM write_check',
					'INSERT INTO write_check VALUES (1)'
				],
				'write'
			)
		);
		return db;
	} catch (problem) {
		opened?.client.close();
		opened = undefined;
		if (problem instanceof DatabaseProblem) throw problem;
		throw new DatabaseProblem(
			`The database at ${where} cannot be ${reason(problem)}. Check that the folder exists and may be written, or set DATABASE_URL to another place.`
		);
	}
}

/** Applies what migrations it lacks, after a copy of the file; a database of a newer Crelbo is left alone. */
async function bringUpToDate(
	{ db, client, file }: Open,
	folder: string,
	copyFirst: boolean
): Promise<void> {
	const { entries } = JSON.parse(readFileSync(join(folder, 'meta', '_journal.json'), 'utf8')) as {
		entries: { when: number; tag: string }[];
	};
	const known = await patiently(() =>
		client.execute("SELECT name FROM sqlite_master WHERE name = '__drizzle_migrations'")
	);
	const last =
		known.rows.length === 0
			? null
			: (await client.execute('SELECT max(created_at) AS at FROM __drizzle_migrations')).rows[0]
					?.at;
	const newest = entries.at(-1)!;
	if (Number(last ?? 0) > newest.when)
		throw new DatabaseProblem(
			`The database at ${file ?? 'its address'} was written by a newer Crelbo. Update Crelbo to open it; nothing in it was changed.`
		);
	if (last != null && Number(last) < newest.when && file && copyFirst) {
		const copy = `${file}.before-${newest.tag}`;
		rmSync(copy, { force: true });
		await client.execute({ sql: 'VACUUM INTO ?', args: [copy] });
	}
	await patiently(() => migrate(db, { migrationsFolder: folder }));
}

const textOf = (problem: unknown): string =>
	[String(problem), String((problem as { cause?: unknown } | null)?.cause ?? '')].join(' ');
const isLock = (problem: unknown): boolean =>
	/SQLITE_BUSY|database is locked|SQL statements in progress/.test(textOf(problem));

export function reason(problem: unknown): string {
	const text = textOf(problem);
	if (/SQLITE_FULL|disk is full|ENOSPC/i.test(text)) return 'written: the disk is full';
	if (/readonly|read-only|EROFS|EACCES|EPERM/i.test(text)) return 'written: it is read-only';
	if (/not a database|malformed|corrupt/i.test(text)) return 'read: the file is not a database';
	if (isLock(problem)) return 'opened: another program holds it';
	return 'opened';
}

/** Tries until another program lets go of the file, at most so long; others are served meanwhile. */
async function patiently<T>(work: () => Promise<T>, forMs = LOCK_MS): Promise<T> {
	const until = Date.now() + forMs;
	for (let tries = 0; ; tries++) {
		try {
			return await work();
		} catch (problem) {
			if (!isLock(problem) || Date.now() >= until) throw problem;
			await new Promise((done) => setTimeout(done, Math.min(500, 25 + 25 * tries)));
		}
	}
}

const pathOf = (url: string): string =>
	url.startsWith('file://') ? fileURLToPath(url) : resolve(url.slice('file:'.length));

function current(): Open {
	if (held === 'all') throw new DatabaseProblem(HELD_WORDS);
	if (!opened) throw new DatabaseProblem('The database is not open.');
	return opened;
}
/** The open database; hooks open it before the first request. */
export const database = (): Database => current().db;

let queue: Promise<unknown> = Promise.resolve();
let folding: NodeJS.Timeout | undefined;

/**
 * One write after the other within this process; another program's lock is waited for.
 *
 * @throws DatabaseProblem in words when the file is gone, held by another program, or the disk is full
 */
export function write<T>(work: (tx: Database) => Promise<T>): Promise<T> {
	const run = async (): Promise<T> => {
		if (held) throw new DatabaseProblem(HELD_WORDS);
		const { db, client, file } = current();
		if (file && !existsSync(file))
			throw new DatabaseProblem(`The database is gone from ${file}: nothing was saved.`);
		try {
			return await patiently(async () => {
				try {
					return await db.transaction((tx) => work(tx as unknown as Database));
				} catch (problem) {
					// a connection whose BEGIN or COMMIT failed is not used again
					if (isLock(problem)) client.reconnect();
					throw problem;
				}
			});
		} catch (problem) {
			if (isLock(problem))
				throw new DatabaseProblem('Another program holds the database: nothing was saved yet.');
			if (/SQLITE_FULL|disk is full/.test(textOf(problem)))
				throw new DatabaseProblem('The disk is full: nothing was saved. Free some space first.');
			throw problem;
		}
	};
	const next = queue.then(run, run);
	queue = next.catch(() => undefined);
	clearTimeout(folding);
	folding = setTimeout(() => void foldIn(), FOLD_MS);
	folding.unref();
	return next;
}

/** The journal folded into the file; where somebody reads just now it is tried after the next write. */
async function foldIn(): Promise<void> {
	if (opened?.file)
		await opened.db.run(sql`PRAGMA wal_checkpoint(TRUNCATE)`).catch(() => undefined);
}

/** Folds the journal in and lets go of the file. */
export async function closeDatabase(): Promise<void> {
	clearTimeout(folding);
	await queue;
	await foldIn();
	opened?.client.close();
	opened = undefined;
	await collectClosed();
}

/** The database's file; null where it is another server's. */
export const databaseFile = (): string | null => current().file;

/** Whether everybody is turned away just now. */
export const databaseHeld = (): boolean => held === 'all';

/** Opens it again where it was lost, on a later request; at most once in so long. */
let triedAt = 0;
const RETRY_MS = 3000;
export async function openAgain(): Promise<void> {
	if (opened || held || Date.now() - triedAt < RETRY_MS) return;
	triedAt = Date.now();
	await openDatabase().catch((fault: Error) => console.error(fault.message));
}

/** How long another program may take to let go of the file before a swap. */
const LET_GO_MS = 5000;

/**
 * Puts another file in the database's place. Writers are turned away while it is prepared, everybody while it is
 * done; whatever goes wrong before the swap leaves the database as it was and open.
 *
 * @param prepare makes what must stand before anything is moved; nobody writes meanwhile
 * @param swap moves files while the database is closed, its journal folded in and gone
 * @param back what is to be done where the new file cannot be opened
 * @throws DatabaseProblem where another program has the file open
 */
export async function exchange(
	prepare: () => Promise<void>,
	swap: () => void,
	back: () => void
): Promise<void> {
	if (held) throw new DatabaseProblem('A copy is being put in place already.');
	const { url, file, client } = current();
	if (!file) throw new DatabaseProblem('This database stands on a server of its own.');
	held = 'writes';
	try {
		await queue;
		clearTimeout(folding);
		await prepare();
		held = 'all';
		client.close();
		opened = undefined;
		try {
			await alone(file);
			swap();
		} catch (problem) {
			await openDatabase(url);
			throw problem;
		}
		await openDatabase(url).catch(async (problem: Error) => {
			back();
			await openDatabase(url);
			throw new DatabaseProblem(`The copy could not be opened: ${problem.message}`);
		});
	} finally {
		held = null;
	}
}

/**
 * The journal is folded into the file and removed, which SQLite does only for who has the file to himself: a
 * program that still had it open would write into a file that is no longer there.
 */
async function alone(file: string): Promise<void> {
	const client = createClient({ url: `file:${file}` });
	try {
		await patiently(async () => {
			await collectClosed();
			const { rows } = await client.execute('PRAGMA journal_mode = DELETE');
			if (rows[0]?.journal_mode !== 'delete') throw new Error('database is locked');
		}, LET_GO_MS);
	} catch (problem) {
		if (!isLock(problem)) throw problem;
		throw new DatabaseProblem(
			'Another program has the database open: close it there, then restore again. Nothing was changed.'
		);
	} finally {
		client.close();
	}
}

/** A connection that was closed keeps its file open until the statements made on it are collected. */
async function collectClosed(): Promise<void> {
	setFlagsFromString('--expose-gc');
	(runInNewContext('gc') as () => void)();
	await new Promise((done) => setTimeout(done, 20));
}
