import { createClient, type Client } from '@libsql/client';
import { drizzle } from 'drizzle-orm/libsql';
import { migrate } from 'drizzle-orm/libsql/migrator';
import { isUtf8 } from 'node:buffer';
import { closeSync, fsyncSync, openSync, readSync } from 'node:fs';
import { besideProgram } from '../beside';
import { closeDatabase, database, DatabaseProblem, openDatabase } from '../database';
import { listDesigns } from '../designs';
import { listPlaces } from '../places';
import { splitOldPlans } from '../saving';
import { alternatives, batches, shelfItems } from '../schema';
import { readPlan } from '../stored';
import { readBatch, readShelfItem } from '../rows';
import { attempt } from '../unreadable';

const MAGIC = 'SQLite format 3\u0000';
/** What a copy may hold besides tables: nothing that would run by itself. */
const INERT = "type NOT IN ('table', 'index')";
/** Tables SQLite and the program keep for themselves. */
const ASIDE = ['write_check', '__drizzle_migrations'];
/** Columns in which documents stand, as JSON. */
const DOCUMENT = 'document';

/** A copy that cannot be put in place, in a sentence for the grower. */
export class NoCopy extends Error {}

/** What a copy holds, and how much of it cannot be read by this program. */
export interface Counts {
	places: number;
	systems: number;
	/** Earlier steps of places, systems and records. */
	versions: number;
	batches: number;
	shelfItems: number;
	variants: number;
	unreadable: { places: number; systems: number; others: number };
}

/**
 * Reads a copy as the server would: whole, ours, brought up to date, every table and every document. The file is
 * changed only by bringing it up to date, and stands on disk when this returns.
 *
 * @throws NoCopy
 */
export async function proveCopy(path: string): Promise<Counts> {
	refuseOtherKind(path);
	await onItsOwn(path, refuseForeign);
	let counts: Counts;
	try {
		await onItsOwn(path, refuseBrokenText);
		await openDatabase(`file:${path}`, besideProgram('drizzle'), { alone: true });
		await splitOldPlans();
		await onItsOwn(path, refuseOtherShape);
		counts = await readAll();
	} catch (problem) {
		if (problem instanceof NoCopy) throw problem;
		const newer = problem instanceof DatabaseProblem && /newer Crelbo/.test(problem.message);
		throw new NoCopy(
			newer
				? 'This copy was written by a newer Crelbo. Update Crelbo to restore it.'
				: `This copy cannot be opened: ${(problem as Error).message}`
		);
	} finally {
		await closeDatabase();
	}
	toDisk(path);
	return counts;
}

/** Makes a whole copy of a database that is in use, and reads it through. @throws NoCopy */
export async function copyOf(from: string, to: string): Promise<void> {
	await onItsOwn(from, (client) => client.execute({ sql: 'VACUUM INTO ?', args: [to] }));
	await onItsOwn(to, (client) =>
		whole(client, 'What is here now is damaged and cannot be copied.')
	);
	toDisk(to);
}

/** Waits until a file is on disk, not only on its way there. */
function toDisk(path: string): void {
	const file = openSync(path, 'r+');
	try {
		fsyncSync(file);
	} finally {
		closeSync(file);
	}
}

async function onItsOwn<T>(path: string, work: (client: Client) => Promise<T>): Promise<T> {
	const client = createClient({ url: `file:${path}`, timeout: 5000 });
	try {
		return await work(client);
	} finally {
		client.close();
	}
}

function refuseOtherKind(path: string): void {
	const start = Buffer.alloc(MAGIC.length);
	const file = openSync(path, 'r');
	readSync(file, start);
	closeSync(file);
	if (start.toString('latin1') !== MAGIC)
		throw new NoCopy('This file is not a copy that Crelbo saved: it is of another kind.');
}

const FOREIGN = 'This file is not a copy that Crelbo saved, or it is broken.';

async function whole(client: Client, otherwise: string): Promise<void> {
	const { rows } = await client.execute('PRAGMA integrity_check').catch(() => ({ rows: [] }));
	if (rows[0]?.integrity_check !== 'ok') throw new NoCopy(otherwise);
}

async function refuseForeign(client: Client): Promise<void> {
	await whole(client, FOREIGN);
	try {
		const { rows } = await client.execute(`SELECT name FROM sqlite_master WHERE ${INERT}`);
		if (rows.length > 0) throw new Error(`holds ${String(rows[0]!.name)}`);
		await client.execute('SELECT count(hash), count(created_at) FROM __drizzle_migrations');
	} catch {
		throw new NoCopy(FOREIGN);
	}
}

/** Rows of a table that are looked at at once: documents are long. */
const ROWS_AT_ONCE = 100;

/**
 * Every text of every row is one: SQLite keeps any bytes as text and finds nothing wrong with them, but reading
 * them as text ends the process. As bytes they can be looked at.
 */
async function refuseBrokenText(client: Client): Promise<void> {
	const { rows: encoding } = await client.execute('PRAGMA encoding');
	if (encoding[0]?.encoding !== 'UTF-8') throw new NoCopy(FOREIGN);
	const { rows: all } = await client.execute(
		"SELECT m.name AS tab, p.name AS col FROM sqlite_master m, pragma_table_info(m.name) p WHERE m.type = 'table'"
	);
	const tables = new Map<string, string[]>();
	for (const { tab, col } of all)
		tables.set(String(tab), [...(tables.get(String(tab)) ?? []), String(col)]);
	for (const [table, columns] of tables)
		if (!(await textIn(client, table, columns)))
			throw new NoCopy(
				`This copy is damaged: what it holds of “${table.replace('_', ' ')}” cannot be read.`
			);
}

/** Whether all that is kept as text in a table is text. */
async function textIn(client: Client, table: string, columns: string[]): Promise<boolean> {
	const bytes = columns.map(
		(column, i) =>
			`CASE typeof("${column}") WHEN 'text' THEN CAST("${column}" AS BLOB) END AS c${i}`
	);
	for (let after = Number.MIN_SAFE_INTEGER; ;) {
		const { rows } = await client.execute({
			sql: `SELECT rowid AS row, ${bytes.join(', ')} FROM "${table}" WHERE rowid > ? ORDER BY rowid LIMIT ${ROWS_AT_ONCE}`,
			args: [after]
		});
		for (const row of rows)
			for (let i = 0; i < columns.length; i++) {
				const value = row[`c${i}`];
				if (value instanceof ArrayBuffer && !isUtf8(Buffer.from(value))) return false;
			}
		if (rows.length < ROWS_AT_ONCE) return true;
		after = Number(rows.at(-1)!.row);
	}
}

/** After it is up to date it has the very tables and columns of a new database. */
async function refuseOtherShape(client: Client): Promise<void> {
	const model = createClient({ url: ':memory:' });
	await migrate<Record<string, never>>(drizzle(model), {
		migrationsFolder: besideProgram('drizzle')!
	});
	const [wanted, found] = [await shapeOf(model), await shapeOf(client)];
	model.close();
	for (const [table, columns] of wanted)
		if (found.get(table) !== columns)
			throw new NoCopy(
				`This copy is not whole: what it should hold of “${table.replace('_', ' ')}” is missing or of another kind.`
			);
	const { rows } = await client.execute('PRAGMA foreign_key_check');
	if (rows.length > 0)
		throw new NoCopy('This copy is not whole: some of it belongs to a system that is not in it.');
}

async function shapeOf(client: Client): Promise<Map<string, string>> {
	const { rows } = await client.execute(
		`SELECT m.name AS tab, group_concat(p.name || ' ' || p.type || ' ' || p."notnull" || ' ' || p.pk, ', ') AS cols
		FROM sqlite_master m, pragma_table_info(m.name) p WHERE m.type = 'table' GROUP BY m.name`
	);
	return new Map(
		rows.flatMap(({ tab, cols }): [string, string][] =>
			ASIDE.includes(String(tab)) || String(tab).startsWith('sqlite_')
				? []
				: [[String(tab), String(cols).split(', ').sort().join(', ')]]
		)
	);
}

/** Every row of every table is read, and what stands now of each document. */
async function readAll(): Promise<Counts> {
	const db = database();
	const rowsOf = async (table: string, where = '') => {
		const rows = await db.all<{ n: number }>(`SELECT count(*) AS n FROM "${table}" ${where}`);
		return Number(rows[0]!.n);
	};
	let broken = 0;
	const earlier = ['revisions', 'record_revisions', 'place_revisions'];
	for (const table of earlier) broken += await rowsOf(table, `WHERE NOT json_valid(${DOCUMENT})`);
	const [systems, places] = [await listDesigns(), await listPlaces()];
	const mixed = await db.select().from(batches);
	const shelf = await db.select().from(shelfItems);
	const variants = await db.select().from(alternatives);
	const unread = <T>(rows: readonly T[], read: (row: T) => unknown) =>
		rows.filter((row) => 'why' in attempt(() => read(row))).length;
	await db.all('SELECT name, value FROM settings');
	return {
		places: places.length,
		systems: systems.length,
		versions: (await Promise.all(earlier.map((table) => rowsOf(table)))).reduce((a, b) => a + b, 0),
		batches: mixed.length,
		shelfItems: shelf.length,
		variants: variants.length,
		unreadable: {
			places: places.filter(({ place }) => place === null).length,
			systems: systems.filter(({ system }) => system === null).length,
			others:
				broken +
				unread(mixed, (row) => readBatch(row.document)) +
				unread(shelf, (row) => readShelfItem(row.document)) +
				unread(variants, (row) => readPlan(row.document))
		}
	};
}
