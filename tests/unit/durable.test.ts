import { createClient } from '@libsql/client';
import { spawnSync } from 'node:child_process';
import { expect } from 'chai';
import { existsSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { sql } from 'drizzle-orm';
import { priceItem } from '../../src/lib/core/shelf';
import { partsIn, readDesignFile, type System } from '../../src/lib/core/design';
import { listAlternatives } from '../../src/lib/server/alternatives';
import { cardsOf } from '../../src/lib/server/cards';
import {
	closeDatabase,
	database,
	DatabaseProblem,
	openDatabase
} from '../../src/lib/server/database';
import { findDesign, listDesigns } from '../../src/lib/server/designs';
import { createDesign, splitOldPlans } from '../../src/lib/server/saving';
import type { Outcome } from '../../src/lib/server/changing';
import { redoDesign, undoDesign } from '../../src/lib/server/history';
import { saveWhole } from '../../src/lib/server/whole-parts';
import { goBack } from '../../src/lib/server/go-back';
import { mayCome } from '../../src/lib/server/hosts';
import { createPlace, findPlace, listPlaces, mendPlace } from '../../src/lib/server/places';
import { Overload, Pool, TaskFault } from '../../src/lib/server/pool';
import { refuseUndrawn } from '../../src/lib/server/prove';
import { writeSettings } from '../../src/lib/server/settings';
import { thinHistory } from '../../src/lib/server/thin';
import { Unreadable } from '../../src/lib/server/unreadable';
import { example } from './example';

const folder = () => mkdtempSync(join(tmpdir(), 'crelbo-'));
const fresh = () => `file:${join(folder(), 'unit.db')}`;
const done = (outcome: Outcome) => {
	if (outcome.kind !== 'done') throw new Error(outcome.kind);
	return outcome;
};
const refused = async (
	work: Promise<unknown>,
	kind: new (...args: never[]) => Error,
	says: RegExp
) =>
	work.then(
		() => expect.fail('went through'),
		(fault: Error) => {
			expect(fault, fault.stack).to.be.instanceOf(kind);
			expect(fault.message).to.match(says);
		}
	);

/** An example without its place. */
const systemIn = (name: string): System => {
	const { design, operation, record } = example(name);
	return { design, operation, record };
};

const DAY = '2026-05-28';

describe('two systems in one place', () => {
	const { place: shared, ...a } = example('lean-to-rail');
	const b = systemIn('loft-table');
	beforeEach(async () => {
		await openDatabase(fresh());
		const { id } = await createPlace(shared);
		await createDesign(id, a, 'a');
		await createDesign(id, b, 'b');
	});
	const place = async () => (await findPlace((await findDesign('a'))!.placeId))!.place;

	it('undo in one leaves what the other changed since, and says whose it is', async () => {
		await changePlace('a', { reachM: 0.77 });
		await changePlace('b', { pricePerKwh: 0.41 });
		const { revision } = (await findDesign('a'))!;
		const back = done(await undoDesign('a', { base: revision }));
		expect(await place()).to.include({ reachM: 0.77, pricePerKwh: 0.41 });
		expect(back.note).to.equal(
			'The place was changed since from “Loft table”: that stays as it is.'
		);
		// and on again: nothing of b is lost either
		const forth = done(await redoDesign('a', { base: back.stored.revision }));
		expect(forth.note).to.match(/stays as it is/);
		expect(await place()).to.include({ reachM: 0.77, pricePerKwh: 0.41 });
		// b undoes its own, for the place still is what b made of it
		const other = done(await undoDesign('b', { base: (await findDesign('b'))!.revision }));
		expect(other.note).to.equal(undefined);
		expect(await place()).to.include({ reachM: 0.77, pricePerKwh: 0.29 });
	});

	/** Changes the place from a system's workspace. */
	async function changePlace(id: string, over: object) {
		const { place, revision, placeRevision } = (await findDesign(id))!;
		const to = { document: { ...place, ...over }, base: placeRevision };
		done(await saveWhole(id, { base: revision, label: 'place', place: to }));
	}

	it('a request whose answer was lost is done already when it is asked again', async () => {
		const { design, operation, revision } = (await findDesign('a'))!;
		const plan = { design: { ...design, notes: 'x' }, operation };
		const save = { base: revision, request: 'r1', plan, label: 'n' };
		const first = done(await saveWhole('a', save)).stored;
		const again = done(await saveWhole('a', save)).stored;
		expect(again.revision).to.equal(first.revision);
		const undo = { base: first.revision, request: 'r2' };
		expect(done(await undoDesign('a', undo)).stored.revision).to.equal(revision);
		expect(done(await undoDesign('a', undo)).stored.revision).to.equal(revision);
		// another's request over what is no longer there is stale as ever
		const other = { design: { ...design, notes: 'y' }, operation };
		const late = { ...save, plan: other, request: 'r3', base: first.revision };
		expect((await saveWhole('a', late)).kind).to.equal('stale');
	});
});

describe('what cannot be read or drawn', () => {
	const { place, ...system } = example('loft-table');
	const { design, operation } = system;
	let home = '';
	beforeEach(async () => {
		await openDatabase(fresh());
		home = (await createPlace(place)).id;
		await createDesign(home, system, 'table');
		await createDesign(home, systemIn('lean-to-rail'), 'rail');
	});
	const spoil = (id: string, document: string) =>
		database().run(
			sql`UPDATE revisions SET document = ${document} WHERE id = (SELECT current FROM designs WHERE id = ${id})`
		);
	const whole = { schemaVersion: 2, design, operation };
	const shape = { kind: 'straight', areaCm2: 900, heightMm: 0.35 };
	const low = { ...whole, design: { ...design, tank: { ...design.tank, shape } } };
	const broken: [what: string, document: string, why: RegExp][] = [
		['cut short', JSON.stringify(whole).slice(0, 400), /stored of it is broken/],
		['of a newer version', JSON.stringify({ ...whole, schemaVersion: 99 }), /newer Crelbo/],
		[
			'out of a range',
			JSON.stringify(low),
			/height of the tank must be a number from 10 to 3000 mm/
		],
		['empty', '', /broken/]
	];
	for (const [what, document, why] of broken)
		it(`a system ${what} is listed as such beside the others, and can go back`, async () => {
			const { revision } = (await findDesign('table'))!;
			const later = { design: { ...design, notes: 'later' }, operation };
			done(await saveWhole('table', { base: revision, plan: later, label: 'notes' }));
			await spoil('table', document);
			const all = await listDesigns();
			expect(all.map((d) => [d.id, d.system !== null])).to.deep.equal([
				['table', false],
				['rail', true]
			]);
			expect(all[0]!.why).to.match(why);
			await refused(findDesign('table'), Unreadable, why);
			expect(await goBack('table')).to.equal(true);
			expect((await findDesign('table'))!.design).to.deep.equal(design);
		});

	it('a record that cannot be read goes back alone: the plan that stands is no fault of it', async () => {
		const { revision, record, recordRevision } = (await findDesign('table'))!;
		const plan = { design: { ...design, notes: 'later' }, operation };
		const low = { base: recordRevision, document: { ...record, nowL: 3 } };
		const saved = await saveWhole('table', { base: revision, plan, record: low, label: 'both' });
		await database().run(
			sql`UPDATE record_revisions SET document = '{"schemaVersion":2,"record":{"nowL":"much"}}' WHERE id = ${done(saved).stored.recordRevision}`
		);
		expect((await listDesigns()).map((d) => [d.id, d.system !== null])).to.deep.equal([
			['table', false],
			['rail', true]
		]);
		expect((await listDesigns())[0]!.name).to.equal(design.name);
		await refused(findDesign('table'), Unreadable, /holds what cannot be/);
		expect(await goBack('table')).to.equal(true);
		const back = (await findDesign('table'))!;
		expect([back.design.notes, back.record.nowL]).to.deep.equal(['later', record.nowL]);
		// and one that only cannot be drawn with it, likewise, when no plan can
		const again = { base: back.recordRevision, document: { ...record, nowL: 4 } };
		done(await saveWhole('table', { base: back.revision, record: again, label: 'water' }));
		expect(await goBack('table', async (parts) => parts.record.nowL !== 4)).to.equal(true);
		expect((await findDesign('table'))!.record.nowL).to.equal(record.nowL);
		expect((await findDesign('table'))!.revision).to.equal(back.revision);
	});

	it('a revision that is missing is said, and the newest there is stands again', async () => {
		await database().run(sql`UPDATE designs SET current = 9999 WHERE id = 'table'`);
		expect((await listDesigns()).find((d) => d.id === 'table')!.why).to.match(/missing/);
		expect(await goBack('table')).to.equal(true);
		expect((await findDesign('table'))!.design).to.deep.equal(design);
		expect(await goBack('never')).to.equal(false);
	});

	it('a place that cannot be read takes nothing else along, and can go back', async () => {
		const { revision, placeRevision } = (await findDesign('table'))!;
		const document = { ...place, name: 'Cottage' };
		const to = { document, base: placeRevision };
		done(await saveWhole('table', { base: revision, label: 'n', place: to }));
		await database().run(
			sql`UPDATE place_revisions SET document = '{"name":"Cottage"' WHERE id = (SELECT max(id) FROM place_revisions)`
		);
		await createPlace({ ...place, name: 'Other' });
		const [mine, other] = await listPlaces();
		expect(mine).to.deep.include({ place: null, why: 'What was stored of it is broken.' });
		expect(other!.place!.name).to.equal('Other');
		expect(await mendPlace(home)).to.equal(true);
		expect((await listPlaces())[0]!.place!.name).to.equal(place.name);
	});

	it('cards are kept until anything they rest on moves, and a broken one breaks itself alone', async () => {
		const wanted = async () =>
			Promise.all(
				['table', 'rail'].map(async (id) => {
					const {
						revision,
						recordRevision: record,
						placeRevision,
						...one
					} = (await findDesign(id))!;
					const at = { revision, record, placeRevision, shelfRevision: 0 };
					return { id, parts: partsIn(one), shelf: one.shelf, at };
				})
			);
		const first = await cardsOf(await wanted(), 'one', DAY);
		expect(first.get('table')).to.have.nested.property('card.plants', 9);
		await database().run(
			sql`UPDATE cards SET card = '{"plants":"kept"}' WHERE design_id = 'table'`
		);
		const kept = await cardsOf(await wanted(), 'one', DAY);
		expect(kept.get('table')).to.have.nested.property('card.plants', 'kept');
		expect((await cardsOf(await wanted(), 'two', DAY)).get('table')).to.have.nested.property(
			'card.plants',
			9
		);
		const list = await wanted();
		const { parts, at } = list[0]!;
		const none = { ...parts, design: { ...parts.design, stands: [] } };
		list[0] = { ...list[0]!, parts: none, at: { ...at, record: 99 } };
		const some = await cardsOf(list, 'two', DAY);
		expect(some.get('table')).to.deep.equal({ why: 'Crelbo cannot draw it as it stands.' });
		expect(some.get('rail')).to.have.property('card');
		await refused(refuseUndrawn(none), Error, /cannot draw/);
	});
});

describe('the pool', () => {
	const options = { file: '' };
	before(() => {
		// the worker as it is built for the server
		const outDir = folder();
		const vite = ['node_modules/vite/bin/vite.js', 'build', '--config', 'vite.worker.config.ts'];
		const built = spawnSync(process.execPath, [...vite, '--outDir', outDir], { encoding: 'utf8' });
		expect(built.status, built.stderr).to.equal(0);
		writeFileSync(join(outDir, 'package.json'), '{"type":"module"}');
		options.file = join(outDir, 'pool-worker.js');
	});
	const ladder = (n: number) => ({
		source: { kind: 'tank', nodeId: 'n0', waterLevelM: 3 },
		nodes: Array.from({ length: n }, (_, i) => ({
			id: `n${i}`,
			elevationM: 0,
			...(i % 2 && { outlet: { kind: 'orifice', nominalFlowLph: 2, nominalHeadM: 10 } })
		})),
		links: Array.from({ length: 3 * n }, (_, i) => ({
			id: `l${i}`,
			from: `n${i < n - 1 ? i : (i * 7919) % n}`,
			to: `n${i < n - 1 ? i + 1 : (i * 104_729 + 1) % n}`,
			innerDiameterMm: 10,
			lengthM: 1
		})).filter(({ from, to }) => from !== to)
	});

	it('answers as the core does, also what it refuses', async () => {
		const pool = new Pool({ ...options, size: 1 });
		expect(await pool.run('calculate', 'ppm', { msCm: 2, scale: 500 })).to.deep.equal({
			result: { ppm: 1000 }
		});
		expect(await pool.run('calculate', 'ppm', {})).to.have.property('error');
		const parts = example('loft-table');
		expect(await pool.run('prove', parts)).to.equal(true);
		const none = { ...parts, design: { ...parts.design, stands: [] } };
		await refused(pool.run('prove', none), TaskFault, /./);
		await pool.close();
	});

	it('a slow one ends at its deadline, and who came after is served before', async () => {
		const pool = new Pool({ ...options, size: 2, deadlineMs: 4000 });
		await Promise.all([1, 2].map((msCm) => pool.run('calculate', 'ppm', { msCm, scale: 500 })));
		const order: string[] = [];
		const slow = refused(
			pool.run('calculate', 'network', ladder(4000)).finally(() => order.push('slow')),
			Overload,
			/longer than 4 s/
		);
		await pool.run('calculate', 'ppm', { msCm: 2, scale: 700 });
		order.push('quick');
		await slow;
		expect(order).to.deep.equal(['quick', 'slow']);
		// a new worker has taken the place of the one that was too slow
		expect(await pool.run('calculate', 'ppm', { msCm: 1, scale: 500 })).to.have.property('result');
		await pool.close();
	});

	it('nothing a job or a worker does ends more than that job', async () => {
		const pool = new Pool({ ...options, size: 1 });
		let deep: unknown = 0;
		for (let i = 0; i < 20_000; i++) deep = [deep];
		await refused(pool.run('calculate', 'ppm', deep), TaskFault, /call stack/);
		await refused(pool.run('calculate', 'ppm', { msCm: () => 2 }), TaskFault, /cloned/);
		expect(await pool.run('calculate', 'ppm', { msCm: 2, scale: 500 })).to.have.property('result');
		await pool.close();
		const on =
			"import { parentPort as p } from 'node:worker_threads'; p.on('message', ({ id }) => ";
		const SEAMS = {
			'throws when it is loaded': 'throw new Error("broken at the start")',
			'throws at a message': `${on} { throw new Error('broken at work') })`,
			ends: `${on} process.exit(3))`,
			'answers what cannot be sent': `${on} p.postMessage({ id, result: () => 1 }))`,
			'answers nothing at all': `${on} { p.postMessage(null); throw new Error('and breaks') })`
		};
		for (const [seam, source] of Object.entries(SEAMS)) {
			const file = join(folder(), 'seam.mjs');
			writeFileSync(file, source);
			const broken = new Pool({ file, size: 2 });
			for (let i = 0; i < 3; i++)
				await refused(
					broken.run('calculate', 'ppm', { msCm: 2, scale: 500 }),
					TaskFault,
					/./
				).catch((fault: Error) => expect.fail(`${seam}: ${fault.message}`));
			await broken.close();
		}
	});

	it('an answer to something else is not taken for this one’s', async () => {
		const file = join(folder(), 'late.mjs');
		writeFileSync(
			file,
			`import { parentPort as p } from 'node:worker_threads';
			p.on('message', ({ id }) => { p.postMessage({ id: id - 1, result: 'old' }); p.postMessage({ id, result: 'new' }); })`
		);
		const pool = new Pool({ file, size: 1 });
		for (let i = 0; i < 4; i++)
			expect(await pool.run('calculate', 'ppm', i)).to.equal('new' as never);
		await pool.close();
	});

	it('who hangs up frees the worker, and leaves the queue', async () => {
		const pool = new Pool({ ...options, size: 1, deadlineMs: 60_000 });
		await pool.run('calculate', 'ppm', { msCm: 2, scale: 500 });
		const [one, two] = [new AbortController(), new AbortController()];
		const gone = [one, two].map(({ signal }) =>
			refused(pool.runWhile(signal, 'calculate', 'network', ladder(4000)), Overload, /has left/)
		);
		const small = pool.run('calculate', 'ppm', { msCm: 1, scale: 500 });
		two.abort();
		one.abort();
		expect(await small).to.deep.equal({ result: { ppm: 500 } });
		await Promise.all(gone);
		await pool.close();
	});

	it('more than wait in the queue are turned away', async () => {
		const pool = new Pool({ ...options, size: 1, waiting: 2 });
		const asked = Array.from({ length: 5 }, () =>
			pool.run('calculate', 'fluid', { temperatureC: 20 }).then(
				() => 'done',
				(fault: Overload) => fault.code
			)
		);
		const came = await Promise.all(asked);
		expect(came.filter((word) => word === 'done').length).to.be.at.least(2);
		expect(came.filter((word) => word === 'busy').length).to.be.at.least(1);
		await pool.close();
	});
});

describe('old history', () => {
	it('is thinned to the last step of each minute after 90 days; what stands and what forks stays', async () => {
		await openDatabase(fresh());
		const { place, ...system } = example('loft-table');
		const { design, operation } = system;
		await createDesign((await createPlace(place)).id, system, 't');
		const ids = [(await findDesign('t'))!.revision];
		for (let i = 0; i < 6; i++) {
			const next = { design: { ...design, notes: `step ${i}` }, operation };
			const saved = await saveWhole('t', { base: ids.at(-1)!, plan: next, label: 'n' });
			ids.push(done(saved).stored.revision);
		}
		// steps 1 to 3 within seconds, 4 and 5 later, the last today
		const at = (i: number, ms: number) =>
			database().run(sql`UPDATE revisions SET created_at = ${ms} WHERE id = ${ids[i]!}`);
		for (const [i, ms] of [
			[0, 1e12],
			[1, 1e12 + 1e3],
			[2, 1e12 + 2e3],
			[3, 1e12 + 3e3],
			[4, 1e12 + 9e7],
			[5, 1e12 + 9e7 + 1e3]
		] as const)
			await at(i, ms);
		const now = (await findDesign('t'))!;
		expect(await thinHistory(new Date(1e12 + 80 * 864e5))).to.equal(0);
		expect(await thinHistory(new Date(1e12 + 95 * 864e5))).to.equal(3);
		expect(await findDesign('t')).to.deep.equal(now);
		const notes: string[] = [];
		for (let at = now; at.canUndo;) {
			at = done(await undoDesign('t', { base: at.revision })).stored;
			notes.push(at.design.notes);
		}
		expect(notes).to.deep.equal(['step 4', 'step 2', design.notes]);
	});
});

/** An example as version 1 wrote it. */
const fixtureOf = (name: string) =>
	JSON.parse(readFileSync(new URL(`../fixtures/v1/${name}.json`, import.meta.url), 'utf8')) as {
		design: object;
		place: object;
	};

describe('the database file', () => {
	it('of a newer Crelbo is left alone', async () => {
		const url = fresh();
		await openDatabase(url);
		await closeDatabase();
		const client = createClient({ url });
		await client.execute("INSERT INTO __drizzle_migrations (hash, created_at) VALUES ('x', 9e12)");
		client.close();
		await refused(openDatabase(url), DatabaseProblem, /newer Crelbo/);
	});

	it('of an older one is copied, then brought up to date with all that was in it', async () => {
		const path = join(folder(), 'old.db');
		const client = createClient({ url: `file:${path}` });
		const { design, place } = fixtureOf('loft-table');
		for (const name of ['0000_start', '0001_alternatives'])
			await client.executeMultiple(
				readFileSync(new URL(`../../drizzle/${name}.sql`, import.meta.url), 'utf8').replaceAll(
					'--> statement-breakpoint',
					''
				)
			);
		const { entries } = JSON.parse(
			readFileSync(new URL('../../drizzle/meta/_journal.json', import.meta.url), 'utf8')
		) as { entries: { when: number; tag: string }[] };
		await client.executeMultiple(
			'CREATE TABLE __drizzle_migrations (id SERIAL PRIMARY KEY, hash text NOT NULL, created_at numeric)'
		);
		for (const { when } of entries.slice(0, 2))
			await client.execute({
				sql: "INSERT INTO __drizzle_migrations (hash, created_at) VALUES ('x', ?)",
				args: [when]
			});
		const text = JSON.stringify(place);
		await client.batch([
			{ sql: "INSERT INTO places VALUES ('home', ?, 3, 1)", args: [text] },
			{
				sql: "INSERT INTO revisions (design_id, parent, document, label, place_before, place_after, created_at) VALUES ('t', NULL, ?, 'started', ?, ?, 1)",
				args: [
					JSON.stringify({ ...design, prices: { 'pot-7': 2.5 } }),
					JSON.stringify({ ...place, name: 'Before' }),
					text
				]
			},
			"INSERT INTO designs VALUES ('t', 'home', 1, NULL, 1)",
			{
				sql: "INSERT INTO alternatives VALUES ('v', 't', 'Other', ?, 1)",
				args: [JSON.stringify(design)]
			}
		]);
		client.close();
		await openDatabase(`file:${path}`);
		// a design of version 1 is read in its parts, and gets a record and a shelf of its own
		const file = readDesignFile(JSON.stringify({ design, place }));
		expect(partsIn((await findDesign('t'))!)).to.deep.equal(partsIn(file));
		const { design: built, operation } = file;
		expect(await listAlternatives('t')).to.deep.equal([
			{ id: 'v', name: 'Other', plan: { design: built, operation } }
		]);
		await splitOldPlans();
		const stored = (await findDesign('t'))!;
		expect(partsIn(stored)).to.deep.equal(partsIn(file));
		expect(stored.recordRevision).to.be.above(0);
		expect(stored.shelf).to.deep.equal([priceItem('pot-7', 2.5)]);
		await splitOldPlans();
		expect((await findDesign('t'))!.recordRevision).to.equal(stored.recordRevision);
		const { rows } = await database().run(sql`SELECT count(*) AS n FROM place_revisions`);
		expect(rows[0]!.n).to.equal(2);
		expect(existsSync(`${path}.before-${entries.at(-1)!.tag}`)).to.equal(true);
	});

	it('gone while it was used is said, instead of saving into nothing', async () => {
		const path = join(folder(), 'gone.db');
		await openDatabase(`file:${path}`);
		const { rmSync } = await import('node:fs');
		rmSync(path);
		await refused(createPlace(example('loft-table').place), DatabaseProblem, /gone from/);
	});

	it('only who comes under a name of ours may come', async () => {
		await openDatabase(fresh());
		for (const host of ['localhost:3000', '127.0.0.1', '[::1]:4173'])
			expect(await mayCome(host), host).to.equal(true);
		for (const host of ['evil.example', 'localhost.evil.example:3000', '', null])
			expect(await mayCome(host), String(host)).to.equal(false);
		await writeSettings({ hosts: ['shed.local'] });
		expect(await mayCome('shed.local:3000')).to.equal(true);
	});
});
