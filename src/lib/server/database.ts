import { createClient, type Client } from '@libsql/client';
import { drizzle, type LibSQLDatabase } from 'drizzle-orm/libsql';
import { migrate } from 'drizzle-orm/libsql/migrator';
import { existsSync, mkdirSync } from 'node:fs';
import { dirname, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import * as schema from './schema';

export type Database = LibSQLDatabase<typeof schema>;

const DEFAULT_URL = 'file:data/crelbo.db';
/** How long a writer waits for another process to finish its own. */
const BUSY_MS = 5000;

/** A database that cannot be used: said in words, with where it is. */
export class DatabaseProblem extends Error {}

/** DATABASE_URL as given (a plain path is a file), else a file under data/. */
export function databaseUrl(given = process.env.DATABASE_URL): string {
	if (!given) return DEFAULT_URL;
	return /^[a-z]+:/.test(given) ? given : `file:${given}`;
}

let opened: Database | undefined;

/** Opens the database, brings it up to date and makes sure it can be written. @throws DatabaseProblem */
export async function openDatabase(url = databaseUrl(), migrations = 'drizzle'): Promise<Database> {
	const where = url.startsWith('file:') ? pathOf(url) : url;
	let client: Client;
	try {
		const folder = dirname(where);
		if (url.startsWith('file:') && !existsSync(folder)) mkdirSync(folder);
		client = createClient({ url });
		if (url.startsWith('file:')) {
			// every acknowledged save is on disk before it is acknowledged
			await client.execute('PRAGMA journal_mode = WAL');
			await client.execute('PRAGMA synchronous = FULL');
			await client.execute(`PRAGMA busy_timeout = ${BUSY_MS}`);
		}
		opened = drizzle(client, { schema });
		await migrate(opened, { migrationsFolder: migrations });
		await client.execute('CREATE TABLE IF NOT EXISTS write_check (at INTEGER)');
		await client.batch(['DELETE FROM write_check', 'INSERT INTO write_check VALUES (1)'], 'write');
	} catch (problem) {
		opened = undefined;
		throw new DatabaseProblem(
			`The database at ${where} cannot be ${reason(problem)}. Check that the folder exists and may be written, or set DATABASE_URL to another place.`
		);
	}
	return opened;
}

function reason(problem: unknown): string {
	const text = [String(problem), String((problem as { cause?: unknown })?.cause ?? '')].join(' ');
	if (/readonly|read-only|EROFS|EACCES|EPERM/i.test(text)) return 'written: it is read-only';
	if (/not a database|malformed|corrupt/i.test(text)) return 'read: the file is not a database';
	return 'opened';
}

const pathOf = (url: string): string =>
	url.startsWith('file://') ? fileURLToPath(url) : resolve(url.slice('file:'.length));

/** The open database; hooks open it before the first request. */
export function database(): Database {
	if (!opened) throw new DatabaseProblem('The database is not open.');
	return opened;
}

let queue: Promise<unknown> = Promise.resolve();

/** One write after the other within this process; another process's lock is waited for and tried again. */
export function write<T>(work: (tx: Database) => Promise<T>): Promise<T> {
	const run = async (): Promise<T> => {
		for (let tries = 0; ; tries++) {
			try {
				return await database().transaction((tx) => work(tx as unknown as Database));
			} catch (problem) {
				const text = `${String(problem)} ${String((problem as { cause?: unknown }).cause ?? '')}`;
				if (tries >= 20 || !/SQLITE_BUSY|database is locked/.test(text)) throw problem;
				await new Promise((done) => setTimeout(done, 25 + 25 * tries));
			}
		}
	};
	const next = queue.then(run, run);
	queue = next.catch(() => undefined);
	return next;
}
