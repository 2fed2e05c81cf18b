import { createClient } from '@libsql/client';
import { expect } from 'chai';
import { spawn, spawnSync } from 'node:child_process';
import {
	chmodSync,
	chownSync,
	copyFileSync,
	existsSync,
	mkdirSync,
	mkdtempSync,
	readdirSync,
	readFileSync,
	truncateSync,
	writeFileSync
} from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join, resolve } from 'node:path';
import { Readable } from 'node:stream';
import {
	everything,
	keptCopies,
	putBack,
	receive,
	restoreEverything,
	sweep,
	useCopiesWorker,
	type Counts
} from '../../src/lib/server/copies';
import {
	closeDatabase,
	database,
	DatabaseProblem,
	openDatabase
} from '../../src/lib/server/database';
import { findDesign, listDesigns } from '../../src/lib/server/designs';
import { createPlace } from '../../src/lib/server/places';
import { createDesign } from '../../src/lib/server/saving';
import { saveWhole } from '../../src/lib/server/whole-parts';
import { example } from './example';
import { numbers, some, tries } from '../seed';
import { program } from './program';

const ROUNDS = tries(400, 10);
const folder = () => mkdtempSync(join(tmpdir(), 'crelbo-restore-'));
const { place, ...SYSTEM } = example('loft-table');

let file = '';
/** A database of its own with one system in it, and what was acknowledged of it. */
async function begin(name: string): Promise<void> {
	file = join(folder(), 'home.db');
	await openDatabase(`file:${file}`);
	await createDesign((await createPlace(place)).id, SYSTEM, name);
}
async function note(words: string): Promise<number> {
	const { revision, design, operation } = (await findDesign('mine'))!;
	const plan = { design: { ...design, notes: words }, operation };
	const saved = await saveWhole('mine', { base: revision, plan, label: 'n' });
	if (saved.kind !== 'done') throw new Error(saved.kind);
	return saved.stored.revision;
}
const from = (path: string) => async (incoming: string) => copyFileSync(path, incoming);
const ids = async () => (await listDesigns()).map(({ id }) => id);
const fault = (work: Promise<unknown>): Promise<Error> =>
	work.then(
		() => expect.fail('went through'),
		(problem: Error) => problem
	);
/** Nothing half done is left beside the database. */
const tidy = () =>
	expect(
		readdirSync(dirname(file)).filter((name) => /\.(incoming|keeping|returning|saving)-/.test(name))
	).to.deep.equal([]);

async function run(path: string, ...statements: string[]): Promise<void> {
	const client = createClient({ url: `file:${path}` });
	await client.execute('PRAGMA foreign_keys = OFF');
	for (const sql of statements) await client.execute(sql);
	client.close();
}
const rowsIn = async (path: string, sql: string) => {
	const client = createClient({ url: `file:${path}` });
	const { rows } = await client.execute(sql);
	client.close();
	return rows;
};

/** Where a restore may be broken off. */
const STEPS = ['received', 'proven', 'kept', 'closed', 'swapped', 'opened'];

describe('restoring a copy', () => {
	/** A sound copy of a home with one system called `theirs`. */
	let sound = '';
	let worker = '';
	const childOf = (path: string, copy: string, step: string) => [
		...program('tests/unit/restore-child.ts'),
		`file:${path}`,
		copy,
		step,
		worker
	];
	before(async () => {
		await begin('theirs');
		// the worker as it is built for the server, with the packages it asks for
		const outDir = join('node_modules', '.cache', `copies-${process.pid}`);
		const vite = ['node_modules/vite/bin/vite.js', 'build', '--config', 'vite.worker.config.ts'];
		const built = spawnSync(process.execPath, [...vite, '--mode', 'copies', '--outDir', outDir]);
		expect(built.status, String(built.stderr)).to.equal(0);
		writeFileSync(join(outDir, 'package.json'), '{"type":"module"}');
		worker = resolve(outDir, 'copies-worker.js');
		useCopiesWorker(worker);
		sound = join(folder(), 'copy.db');
		await receive((await everything()).body, sound);
		await closeDatabase();
	});
	beforeEach(() => begin('mine'));
	afterEach(() => closeDatabase());

	it('puts it in place, says what it holds, and keeps what was there under a new name', async () => {
		const last = await note('acknowledged');
		const told: string[] = [];
		const { counts, kept } = await restoreEverything(from(sound), (step) => told.push(step));
		expect(told).to.deep.equal(['received', 'proven', 'kept', 'closed', 'swapped', 'opened']);
		expect(await ids()).to.deep.equal(['theirs']);
		expect(counts).to.deep.include({
			places: 1,
			systems: 1,
			unreadable: { places: 0, systems: 0, others: 0 }
		} satisfies Partial<Counts>);
		expect(keptCopies().map(({ name }) => name)).to.deep.equal([kept]);
		const rows = await rowsIn(join(dirname(file), kept), `SELECT current FROM designs`);
		expect(rows[0]!.current).to.equal(last);
		tidy();
		// and back again, without overwriting either
		const again = await putBack(kept);
		expect(again.kept).not.to.equal(kept);
		expect((await findDesign('mine'))!.design.notes).to.equal('acknowledged');
		expect(keptCopies()).to.have.length(2);
	});

	it('a copy in which a system cannot be read is restored, and that is said', async () => {
		const path = join(folder(), 'one.db');
		copyFileSync(sound, path);
		await run(path, `UPDATE revisions SET document = '{"schemaVersion":2,"design":{}}'`);
		const { counts } = await restoreEverything(from(path));
		expect(counts.unreadable.systems).to.equal(1);
		expect((await listDesigns())[0]!.why).to.be.a('string');
	});

	it('bytes that are no text are found wherever they stand, also where the database finds nothing wrong', async () => {
		const path = join(folder(), 'bytes.db');
		for (const spoil of [
			"UPDATE revisions SET label = CAST(x'6eff41' AS TEXT)",
			"UPDATE place_revisions SET document = CAST(x'7b22ff227d' AS TEXT)",
			"UPDATE __drizzle_migrations SET hash = CAST(x'c328' AS TEXT)"
		]) {
			copyFileSync(sound, path);
			await run(path, spoil);
			expect((await fault(restoreEverything(from(path)))).message).to.match(
				/This copy is damaged: what it holds of “.+” cannot be read\. Nothing was changed\.$/
			);
		}
		expect(await ids()).to.deep.equal(['mine']);
		tidy();
	});

	it('what ends the process that reads a copy leaves the server as it was', async () => {
		const dies = join(folder(), 'dies.mjs');
		writeFileSync(dies, "process.once('message', () => process.kill(process.pid, 'SIGKILL'));");
		useCopiesWorker(dies);
		const last = await note('before');
		try {
			expect((await fault(restoreEverything(from(sound)))).message).to.include(
				'This copy is damaged: it cannot be read through. Nothing was changed.'
			);
			expect((await fault(everything())).message).to.match(/could not be copied/);
		} finally {
			useCopiesWorker(worker);
		}
		expect((await findDesign('mine'))!.revision).to.equal(last);
		tidy();
	});

	it('others are answered while it is read through, and turned away in words while it is swapped', async () => {
		let answered = 0;
		const asking = setInterval(
			() =>
				void listDesigns().then(
					() => answered++,
					() => undefined
				),
			5
		);
		const during: Record<string, string> = {};
		await restoreEverything(from(sound), (step) => {
			if (step === 'received') answered = 0;
			if (step === 'proven') during.proven = String(answered > 3);
			if (step === 'closed')
				try {
					database();
				} catch (problem) {
					during.closed = (problem as Error).message;
				}
		});
		clearInterval(asking);
		expect(during.proven).to.equal('true');
		expect(during.closed).to.match(/being put in place/);
	});

	it('two at once: the second is told so', async () => {
		const first = restoreEverything(from(sound));
		expect((await fault(restoreEverything(from(sound)))).message).to.match(/already/);
		await first;
	});

	it('while another program reads it, nothing is changed, and nothing acknowledged is missing', async () => {
		await note('before');
		const reader = createClient({ url: `file:${file}` });
		const reading = await reader.transaction('read');
		await reading.execute('SELECT count(*) FROM revisions');
		const last = await note('after the reader began');
		const problem = await fault(restoreEverything(from(sound)));
		expect(problem).to.be.instanceOf(DatabaseProblem);
		expect(problem.message).to.match(/Another program/);
		await reading.rollback();
		reader.close();
		expect((await findDesign('mine'))!.revision).to.equal(last);
		// what was kept has the newest save as well: it was made through the journal
		const [kept] = keptCopies();
		const rows = await rowsIn(join(dirname(file), kept!.name), 'SELECT current FROM designs');
		expect(rows[0]!.current).to.equal(last);
		await note('goes on');
	});

	it('a copy of before that cannot be overwritten is none of its business (it never copies an old file back)', async () => {
		const old = `${file}.before-restore`;
		writeFileSync(old, 'an older database');
		chmodSync(old, 0o444);
		const last = await note('newest');
		await fault(restoreEverything(async (path) => writeFileSync(path, 'nothing of ours')));
		expect((await findDesign('mine'))!.revision).to.equal(last);
		await restoreEverything(from(sound));
		expect(readFileSync(old, 'utf8')).to.equal('an older database');
	});

	it('a fault at any step leaves what was acknowledged, and a server that answers', async () => {
		for (const at of some(STEPS, 'faults', 0.2)) {
			const last = await note(`before ${at}`);
			const problem = await fault(
				restoreEverything(from(sound), (step) => {
					if (step === at) throw new Error(`thrown at ${at}`);
				})
			);
			expect(problem.message).to.match(/thrown at/);
			tidy();
			// once it is swapped the copy stands there; what was there before is kept
			if (at === 'swapped' || at === 'opened') {
				expect(await ids(), at).to.deep.equal(['theirs']);
				await putBack(keptCopies()[0]!.name);
			}
			expect((await findDesign('mine'))!.revision, at).to.equal(last);
			await note(`after ${at}`);
		}
	});

	it('a database that cannot be opened after all gives way to the proven copy', async () => {
		const last = await note('newest');
		// the copy turns bad between its proof and its opening
		const problem = await fault(
			restoreEverything(from(sound), (step) => {
				if (step === 'swapped')
					writeFileSync(file, 'no database at all, and long enough to be read');
			})
		);
		expect(problem.message).to.match(/could not be opened/);
		expect((await findDesign('mine'))!.revision).to.equal(last);
		await note('goes on');
	});

	it('what a killed server left half done is swept away', async () => {
		const left = `${file}.incoming-${crypto.randomUUID()}`;
		for (const end of ['', '-wal']) writeFileSync(left + end, 'half');
		sweep();
		tidy();
		expect(existsSync(file)).to.equal(true);
	});

	/** What can be wrong with a copy, each made out of the sound one. */
	const SPOILS: Record<string, (path: string, roll: () => number) => Promise<void> | void> = {
		'of another kind': (path) => writeFileSync(path, '{"not": "a database"}'),
		empty: (path) => writeFileSync(path, ''),
		truncated: (path, roll) => truncateSync(path, Math.floor(roll() * readFileSync(path).length)),
		'with bytes changed': (path, roll) => {
			const bytes = readFileSync(path);
			for (let i = 0; i < 40; i++)
				bytes[Math.floor(roll() * bytes.length)] = Math.floor(256 * roll());
			writeFileSync(path, bytes);
		},
		'without a table': (path, roll) => {
			const tables = ['places', 'record_revisions', 'batches', 'shelf_items', 'settings', 'cards'];
			return run(path, `DROP TABLE ${tables[Math.floor(roll() * tables.length)]}`);
		},
		'without a column': (path) => run(path, 'ALTER TABLE designs DROP COLUMN deleted_at'),
		'of a newer Crelbo': (path) =>
			run(path, `INSERT INTO __drizzle_migrations VALUES (99, 'new', 9999999999999)`),
		'with a trigger': (path) =>
			run(path, 'CREATE TRIGGER t AFTER INSERT ON revisions BEGIN DELETE FROM designs; END'),
		'of another program': (path) => {
			writeFileSync(path, '');
			return run(path, 'CREATE TABLE songs (id INTEGER)', 'INSERT INTO songs VALUES (1)');
		},
		'with systems of no place': (path) => run(path, 'DELETE FROM places')
	};

	it(`${ROUNDS} broken, older, newer, foreign and truncated copies: refused in words, or restored whole`, async function () {
		this.timeout(60_000 + 3_000 * ROUNDS);
		const roll = numbers('restores');
		const kinds = Object.keys(SPOILS);
		const said = new Map<string, number>();
		for (let round = 0; round < ROUNDS; round++) {
			const kind = kinds[round % kinds.length]!;
			const path = join(folder(), 'spoilt.db');
			copyFileSync(sound, path);
			await SPOILS[kind]!(path, roll);
			const last = await note(`round ${round}`);
			const words = await restoreEverything(from(path)).then(
				({ kept }) => kept,
				(problem: Error) => problem.message
			);
			tidy();
			if (words.includes('.kept-')) {
				// bytes that nothing reads may have changed: then it is a whole copy all the same
				expect(['with bytes changed', 'truncated'], kind).to.include(kind);
				await putBack(words);
			} else expect(words, kind).to.match(/Nothing was changed\.$/);
			expect((await findDesign('mine'))!.revision, kind).to.equal(last);
			said.set(kind, (said.get(kind) ?? 0) + 1);
		}
		expect(said.size).to.equal(kinds.length);
	});

	it('an older copy is brought up to date, its systems with it', async () => {
		const path = join(folder(), 'older.db');
		const entries = (
			JSON.parse(readFileSync('drizzle/meta/_journal.json', 'utf8')) as {
				entries: { tag: string }[];
			}
		).entries;
		const old = join(folder(), 'drizzle');
		mkdirSync(join(old, 'meta'), { recursive: true });
		writeFileSync(
			join(old, 'meta', '_journal.json'),
			JSON.stringify({ entries: entries.slice(0, 4) })
		);
		for (const { tag } of entries.slice(0, 4))
			copyFileSync(join('drizzle', `${tag}.sql`), join(old, `${tag}.sql`));
		await closeDatabase();
		await openDatabase(`file:${path}`, old);
		await closeDatabase();
		const v1 = JSON.parse(readFileSync('tests/fixtures/v1/loft-table.json', 'utf8')) as {
			place: unknown;
		};
		const text = (value: unknown) => `'${JSON.stringify(value).replaceAll("'", "''")}'`;
		await run(
			path,
			`INSERT INTO place_revisions (id, place_id, document, created_at) VALUES (1, 'p', ${text(v1.place)}, 1)`,
			`INSERT INTO places (id, current, created_at) VALUES ('p', 1, 1)`,
			`INSERT INTO revisions (id, design_id, document, label, created_at) VALUES (1, 'old', ${text({ ...v1, place: undefined })}, 'x', 1)`,
			`INSERT INTO designs (id, place_id, current, created_at) VALUES ('old', 'p', 1, 1)`
		);
		await run(path, `VACUUM INTO '${path}.whole'`);
		await openDatabase(`file:${file}`);
		const { counts } = await restoreEverything(from(`${path}.whole`));
		expect(counts.systems).to.equal(1);
		expect(counts.unreadable).to.deep.equal({ places: 0, systems: 0, others: 0 });
		expect((await findDesign('old'))!.recordRevision).to.be.greaterThan(0);
	});

	it('a full disk and a folder that cannot be written: said, nothing changed', async function () {
		if (process.getuid?.() !== 0) return this.skip();
		const small = folder();
		if (spawnSync('mount', ['-t', 'tmpfs', '-o', 'size=3m', 'tmpfs', small]).status !== 0)
			return this.skip();
		try {
			await closeDatabase();
			file = join(small, 'home.db');
			await openDatabase(`file:${file}`);
			await createDesign((await createPlace(place)).id, SYSTEM, 'mine');
			const last = await note('newest');
			writeFileSync(join(small, 'filler'), Buffer.alloc(2.2e6));
			const full = await fault(
				restoreEverything((path) =>
					receive(
						Readable.toWeb(
							Readable.from([readFileSync(sound), Buffer.alloc(2e6)])
						) as ReadableStream,
						path
					)
				)
			);
			expect(full.message).to.match(/disk is full.*Nothing was changed/);
			tidy();
			expect((await findDesign('mine'))!.revision).to.equal(last);
			await closeDatabase();
		} finally {
			spawnSync('umount', ['-l', small]);
		}
		await openDatabase(`file:${join(folder(), 'other.db')}`);
	});

	it('a folder that can no longer be written: said, nothing changed', function () {
		if (process.getuid?.() !== 0) return this.skip();
		// root may write anywhere: tried as somebody who may not, where he may at least read the program
		const nobody = { uid: 65534, gid: 65534, encoding: 'utf8' as const };
		const probe = ['--import', 'tsx', '-e', "require('node:fs').readFileSync('package.json')"];
		if (spawnSync(process.execPath, probe, nobody).status !== 0) return this.skip();
		const locked = folder();
		const copy = join(locked, 'copy.db');
		copyFileSync(sound, copy);
		copyFileSync(sound, join(locked, 'home.db'));
		for (const path of [locked, copy, join(locked, 'home.db')]) chownSync(path, 65534, 65534);
		const child = spawnSync(
			process.execPath,
			childOf(join(locked, 'home.db'), copy, 'locked'),
			nobody
		);
		const { said, systems } = JSON.parse(child.stdout) as { said: string; systems: string[] };
		expect(said).to.match(/cannot be written.*Nothing was changed/);
		expect(systems).to.deep.equal(['theirs']);
	});

	it('killed at every step: what was acknowledged is there afterwards', async () => {
		await closeDatabase();
		for (const step of some(STEPS, 'kills', 0.15)) {
			await openDatabase(`file:${file}`);
			const standing = (await ids())[0]!;
			if (standing === 'mine') await note(`before ${step}`);
			const before = (await findDesign(standing))!.revision;
			await closeDatabase();
			const child = spawn(process.execPath, childOf(file, sound, step), { stdio: 'inherit' });
			const signal = await new Promise((done) => child.on('exit', (_, how) => done(how)));
			expect(signal, step).to.equal('SIGKILL');
			await openDatabase(`file:${file}`);
			sweep();
			tidy();
			const now = (await ids())[0]!;
			if (now === 'mine') expect((await findDesign('mine'))!.revision, step).to.equal(before);
			else {
				expect(now, step).to.equal('theirs');
				const [kept] = keptCopies();
				await putBack(kept!.name);
				if (standing === 'mine')
					expect((await findDesign('mine'))!.revision, step).to.equal(before);
			}
			await closeDatabase();
		}
		await openDatabase(`file:${file}`);
	});
});
