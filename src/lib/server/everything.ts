import { createClient } from '@libsql/client';
import { copyFileSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { refuse } from '$lib/core/quantity';
import { closeDatabase, copyDatabase, databaseFile, databaseUrl, openDatabase } from './database';
import { today } from './clock';
import { splitOldPlans } from './saving';

/** A copy of everything larger than this is no home's. */
export const MOST_COPY_BYTES = 512 * 1024 * 1024;
const MAGIC = 'SQLite format 3\u0000';

const temporary = (): string => join(tmpdir(), `crelbo-${crypto.randomUUID()}.db`);

/** Every place, system, version and setting as one file, taken while the server goes on. */
export async function everything(): Promise<{ name: string; bytes: Uint8Array<ArrayBuffer> }> {
	const path = temporary();
	try {
		await copyDatabase(path);
		return { name: `crelbo-${today()}.db`, bytes: new Uint8Array(readFileSync(path)) };
	} finally {
		rmSync(path, { force: true });
	}
}

/**
 * Puts a copy in place of everything there is. What stood there is kept beside it as `….before-restore`.
 *
 * @throws InvalidInput when the file is no copy of ours, broken or of a newer version
 */
export async function restoreEverything(bytes: Uint8Array): Promise<void> {
	const file = databaseFile();
	if (!file)
		throw refuse('', 'This database stands on a server of its own: restore the copy there.');
	const path = temporary();
	try {
		if (Buffer.from(bytes.subarray(0, MAGIC.length)).toString('latin1') !== MAGIC)
			throw refuse('', 'This file is no copy that Crelbo saved: it is of another kind.');
		writeFileSync(path, bytes);
		await refuseForeign(path);
		await closeDatabase();
		try {
			copyFileSync(file, `${file}.before-restore`);
			for (const end of ['-wal', '-shm']) rmSync(file + end, { force: true });
			copyFileSync(path, `${file}.incoming`);
			renameSync(`${file}.incoming`, file);
			await openDatabase(databaseUrl());
			await splitOldPlans();
		} catch (fault) {
			// whatever went wrong, what stood there stands there again
			copyFileSync(`${file}.before-restore`, file);
			await openDatabase(databaseUrl());
			throw refuse('', `This copy cannot be opened: ${(fault as Error).message}`);
		}
	} finally {
		rmSync(path, { force: true });
	}
}

async function refuseForeign(path: string): Promise<void> {
	const client = createClient({ url: `file:${path}` });
	try {
		const { rows } = await client.execute('PRAGMA integrity_check');
		if (rows[0]?.integrity_check !== 'ok') throw new Error('integrity');
		await client.execute('SELECT id, place_id, current FROM designs LIMIT 1');
		await client.execute('SELECT hash, created_at FROM __drizzle_migrations LIMIT 1');
	} catch {
		throw refuse(
			'',
			'This file is no copy that Crelbo saved, or it is broken. Nothing was changed.'
		);
	} finally {
		client.close();
	}
}
