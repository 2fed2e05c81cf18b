// Is every acknowledged write there after the server is killed? Writers work on every kind of row (plans and
// their way back, records, places, shelf, batches, variants, settings, systems begun and deleted) of a server that is warm, which is then
// killed with SIGKILL in the middle of it; after each round the database is read: nothing acknowledged may be missing or
// half there. Rounds go on until enough was acknowledged.
//   node scripts/kill-rounds.mjs [--acknowledged 500] [--rounds 12] [--seed 1]     (npm run build first)
import { createClient } from '@libsql/client';
import { spawn } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { flag, ROOT, say } from './lib.mjs';

const least = Number(flag('--acknowledged') ?? 500);
const rounds = Number(flag('--rounds') ?? 12);
let state = Number(flag('--seed') ?? 1);
const roll = () => (state = (Math.imul(state, 1664525) + 1013904223) >>> 0) / 2 ** 32;
const one = (list) => list[Math.floor(roll() * list.length)];

const PORT = 4389;
const HOME = `http://127.0.0.1:${PORT}`;
const SYSTEMS = ['lean-to-rail', 'loft-table', 'kitchen-columns'];
const path = join(mkdtempSync(join(tmpdir(), 'crelbo-kill-')), 'kill.db');

const told = { stale: 0, inFlight: 0, lost: 0, torn: 0 };
/** What was acknowledged, kind by kind: how often, and a question to the database that must find it. */
const ledger = [];
const counts = {};
const acknowledged = () => ledger.length;
function note(kind, sql, args, holds = (rows) => rows.length > 0) {
	counts[kind] = (counts[kind] ?? 0) + 1;
	const entry = { kind, sql, args, holds };
	ledger.push(entry);
	return entry;
}

function start() {
	const child = spawn(process.execPath, ['build/index.js'], {
		cwd: ROOT,
		env: {
			...process.env,
			PORT: String(PORT),
			HOST: '127.0.0.1',
			DATABASE_URL: `file:${path}`,
			CRELBO_SEED: 'demo'
		},
		stdio: ['ignore', 'pipe', 'inherit']
	});
	const ended = new Promise((done) => child.on('exit', done));
	const ready = new Promise((done) =>
		child.stdout.on('data', (chunk) => String(chunk).includes('Listening') && done())
	);
	return { child, ended, ready };
}

async function ask(method, address, body) {
	const response = await fetch(HOME + address, {
		method,
		headers: { 'content-type': 'application/json' },
		...(body !== undefined && { body: JSON.stringify(body) })
	});
	return { status: response.status, body: await response.json() };
}
const words = () => `n${Math.floor(roll() * 1e12)}`;

/** One write of a kind, noted once it is acknowledged. @returns the status */
const WRITES = {
	async plan(id) {
		const { body: now } = await ask('GET', `/api/designs/${id}`);
		const dial = Math.round(10 + 90 * roll()) / 100;
		const plan = { design: now.design, operation: { ...now.operation, dial } };
		const asked = { base: now.revision, request: words(), label: 'kill round', plan };
		const { status, body } = await ask('PUT', `/api/designs/${id}`, asked);
		if (status === 200) note('plan', 'SELECT 1 FROM revisions WHERE id = ?', [body.revision]);
		return status;
	},
	async back(id) {
		const verb = roll() < 0.6 ? 'undo' : 'redo';
		const { body: now } = await ask('GET', `/api/designs/${id}`);
		const asked = { base: now.revision, request: words() };
		const { status, body } = await ask('POST', `/api/designs/${id}/${verb}`, asked);
		if (status === 200) note(verb, 'SELECT 1 FROM revisions WHERE id = ?', [body.revision]);
		return status;
	},
	async record(id) {
		const { body: now } = await ask('GET', `/api/designs/${id}`);
		const document = { ...now.record, nowL: Math.round(300 * roll()) / 10 };
		const record = { base: now.recordRevision, document };
		const asked = { base: now.revision, request: words(), label: 'read', record };
		const { status, body } = await ask('PUT', `/api/designs/${id}`, asked);
		if (status === 200)
			note('record', 'SELECT 1 FROM record_revisions WHERE id = ?', [body.recordRevision]);
		return status;
	},
	async place(id) {
		const { body: now } = await ask('GET', `/api/designs/${id}`);
		const reachM = Math.round(50 + 100 * roll()) / 100;
		const edits = [{ path: ['place', 'reachM'], was: now.place.reachM, now: reachM }];
		const asked = { base: now.placeRevision, edits };
		const { status, body } = await ask('PUT', `/api/places/${now.placeId}`, asked);
		if (status === 200)
			note('place', 'SELECT 1 FROM place_revisions WHERE id = ?', [body.revision]);
		return status;
	},
	async shelf(id) {
		const { body: now } = await ask('GET', `/api/designs/${id}`);
		const of = words();
		const itemId = `price/${of}`;
		const item = { id: itemId, kind: 'price', of, price: 4 };
		const edits = [{ path: ['shelf', { id: itemId }], now: item }];
		const { status } = await ask('PUT', `/api/places/${now.placeId}/shelf`, { edits });
		if (status === 200) note('shelf', 'SELECT 1 FROM shelf_items WHERE id = ?', [`price/${of}`]);
		return status;
	},
	async batch(id) {
		const begun = await ask('POST', `/api/designs/${id}/batches`, { what: 'fill' });
		if (begun.status !== 200) return begun.status;
		const { batch } = begun.body;
		note('batch begun', 'SELECT 1 FROM batches WHERE id = ?', [batch.id]);
		const at = ['batches', { id: batch.id }];
		const edits = [
			...batch.steps.map((step) => ({ path: [...at, 'done', { id: step.id }], now: step.id })),
			{ path: [...at, 'state'], was: 'open', now: 'done' },
			{ path: [...at, 'readMsCm'], was: null, now: 2 }
		];
		const { status } = await ask('PUT', `/api/designs/${id}/batches`, { edits });
		if (status === 200)
			note('batch done', "SELECT 1 FROM batches WHERE id = ? AND state = 'done'", [batch.id]);
		return status;
	},
	async variant(id) {
		const { status, body } = await ask('POST', `/api/designs/${id}/alternatives`, {
			name: words()
		});
		if (status !== 201) return status;
		const made = note('variant', 'SELECT 1 FROM alternatives WHERE id = ?', [body.id]);
		if (roll() < 0.02) return status;
		// no more are kept than can be looked at; from here on it may be there or not
		ledger.splice(ledger.indexOf(made), 1);
		const { status: gone } = await ask('DELETE', `/api/designs/${id}/alternatives/${body.id}`);
		if (gone === 200)
			note(
				'variant dropped',
				'SELECT 1 FROM alternatives WHERE id = ?',
				[body.id],
				(r) => !r.length
			);
		return gone;
	},
	async settings() {
		const host = `${words()}.local`;
		const { status } = await ask('PUT', '/api/settings', { hosts: [host] });
		// another may write over it: that it was there is all that can be asked of the last
		if (status === 200) note('settings', 'SELECT 1 FROM settings WHERE name IS NOT NULL', []);
		return status;
	},
	async system(id) {
		const file = await (await fetch(`${HOME}/api/designs/${id}/file`)).text();
		const response = await fetch(`${HOME}/api/designs?import`, {
			method: 'POST',
			headers: { 'content-type': 'application/json' },
			body: file
		});
		const { id: made } = await response.json();
		if (response.status !== 201) return response.status;
		note('system', 'SELECT 1 FROM designs WHERE id = ?', [made]);
		const { status } = await ask('DELETE', `/api/designs/${made}`);
		if (status === 200)
			note('deleted', 'SELECT 1 FROM designs WHERE id = ? AND deleted_at IS NOT NULL', [made]);
		return status;
	}
};
const OFTEN = [
	'plan',
	'plan',
	'plan',
	'record',
	'record',
	'back',
	'place',
	'shelf',
	'batch',
	'variant',
	'settings',
	'system'
];

/** Writes one after the other until the server is gone. */
async function writer() {
	for (;;) {
		const status = await WRITES[one(OFTEN)](one(SYSTEMS)).catch(() => null);
		if (status === null) {
			told.inFlight++;
			return;
		}
		if (status === 409) told.stale++;
		else if (status >= 500) say(`answered with ${status}`);
	}
}

/** Each kind of work is done once before it counts: what is killed is a server that is warm. */
async function warm() {
	for (const id of SYSTEMS) await ask('GET', `/api/designs/${id}`);
	await WRITES.plan(SYSTEMS[0]);
	await fetch(HOME);
}

async function look() {
	const client = createClient({ url: `file:${path}` });
	const { rows: integrity } = await client.execute('PRAGMA integrity_check');
	if (integrity[0].integrity_check !== 'ok') told.torn++;
	for (const { sql, args, holds, kind } of ledger) {
		const { rows } = await client.execute({ sql, args });
		if (!holds(rows)) {
			told.lost++;
			say(`lost: ${kind} ${args.join(' ')}`);
		}
	}
	for (const table of [
		'revisions',
		'record_revisions',
		'place_revisions',
		'batches',
		'alternatives',
		'shelf_items'
	]) {
		const { rows } = await client.execute(
			`SELECT count(*) AS n FROM ${table} WHERE NOT json_valid(document)`
		);
		told.torn += Number(rows[0].n);
	}
	const { rows: loose } = await client.execute(
		`SELECT (SELECT count(*) FROM designs WHERE current NOT IN (SELECT id FROM revisions))
		+ (SELECT count(*) FROM designs WHERE record NOT IN (SELECT id FROM record_revisions))
		+ (SELECT count(*) FROM places WHERE current NOT IN (SELECT id FROM place_revisions))
		+ (SELECT count(*) FROM revisions WHERE parent IS NOT NULL AND parent NOT IN (SELECT id FROM revisions)) AS n`
	);
	told.torn += Number(loose[0].n);
	client.close();
}

let round = 0;
while (round < rounds || acknowledged() < least) {
	round++;
	const server = start();
	await server.ready;
	await warm();
	const writers = [writer(), writer(), writer()];
	await new Promise((done) => setTimeout(done, 1500 + 3000 * roll()));
	server.child.kill('SIGKILL');
	await Promise.all([...writers, server.ended]);
	await look();
}
say(
	`${round} rounds: ${acknowledged()} writes acknowledged (${Object.entries(counts)
		.map(([kind, n]) => `${kind} ${n}`)
		.join(', ')})`
);
say(`${told.stale} told of a newer version, ${told.inFlight} in flight when it was killed`);
say(`${told.lost} lost, ${told.torn} torn`);
process.exit(told.lost + told.torn > 0 ? 1 : 0);
