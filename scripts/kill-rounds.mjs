// Is every acknowledged save there after the server is killed? Two writers save, undo and redo on one system
// (and on its place, now and then) while the server is killed with SIGKILL at random; after each round the
// database is read: nothing acknowledged may be missing or half there.
//   node scripts/kill-rounds.mjs [--rounds 40] [--seed 1]     (npm run build first)
import { createClient } from '@libsql/client';
import { spawn } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { flag, ROOT, say } from './lib.mjs';

const rounds = Number(flag('--rounds') ?? 40);
let state = Number(flag('--seed') ?? 1);
const roll = () => (state = (Math.imul(state, 1664525) + 1013904223) >>> 0) / 2 ** 32;

const PORT = 4389;
const ID = 'lean-to-rail';
const address = `http://127.0.0.1:${PORT}/api/designs/${ID}`;
const path = join(mkdtempSync(join(tmpdir(), 'crelbo-kill-')), 'kill.db');

const told = { acknowledged: 0, stale: 0, inFlight: 0, lost: 0, torn: 0, ahead: 0 };
/** Ids of the revisions that were acknowledged. */
const saves = new Set();
const entries = new Set();
/** What the server said last: the revision that stood. */
let last = null;

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

const send = (verb, body) =>
	fetch(verb === 'save' ? address : `${address}/${verb}`, {
		method: verb === 'save' ? 'PUT' : 'POST',
		headers: { 'content-type': 'application/json' },
		body: JSON.stringify(body)
	});

/** Saves, goes back and forth, one request after the other, until the server is gone. */
async function writer() {
	let now = await fetch(address)
		.then((response) => response.json())
		.catch(() => null);
	while (now) {
		const dice = roll();
		const verb = dice < 0.75 ? 'save' : dice < 0.9 ? 'undo' : 'redo';
		const dial = Math.round(10 + 90 * roll()) / 100;
		const noted = roll() < 0.3;
		const place = verb === 'save' && roll() < 0.15;
		const body = {
			base: now.revision,
			request: `r${Math.floor(roll() * 1e15)}`,
			...(verb === 'save' && {
				label: 'kill round',
				...(!noted && { plan: { design: now.design, operation: { ...now.operation, dial } } }),
				...(noted && {
					record: {
						base: now.recordRevision,
						document: { ...now.record, nowL: Math.round(50 * roll()) }
					}
				}),
				...(place && {
					place: {
						base: now.placeRevision,
						document: { ...now.place, reachM: Math.round(50 + 100 * roll()) / 100 }
					}
				})
			})
		};
		const response = await send(verb, body).catch(() => null);
		const answer = await response?.json().catch(() => null);
		if (!answer) {
			told.inFlight++;
			return;
		}
		if (response.status === 409) {
			told.stale++;
			now = answer.stored;
			continue;
		}
		if (!response.ok) {
			say(`refused with ${response.status}: ${JSON.stringify(answer)}`);
			return;
		}
		told.acknowledged++;
		if (verb === 'save') {
			saves.add(answer.revision);
			entries.add(answer.recordRevision);
		}
		if (!last || answer.savedAt >= last.savedAt || verb !== 'save') last = answer;
		now = answer;
	}
}

async function look() {
	const client = createClient({ url: `file:${path}` });
	const { rows: integrity } = await client.execute('PRAGMA integrity_check');
	if (integrity[0].integrity_check !== 'ok') told.torn++;
	const { rows } = await client.execute('SELECT id, parent, document FROM revisions');
	const { rows: standing } = await client.execute({
		sql: 'SELECT current FROM designs WHERE id = ?',
		args: [ID]
	});
	const { rows: records } = await client.execute('SELECT id, document FROM record_revisions');
	const { rows: places } = await client.execute('SELECT document FROM place_revisions');
	client.close();
	const byId = new Map(rows.map((row) => [row.id, row]));
	for (const { document } of [...rows, ...records, ...places])
		try {
			JSON.parse(document);
		} catch {
			told.torn++;
		}
	const noted = new Set(records.map((row) => row.id));
	for (const id of saves) if (!byId.has(id)) told.lost++;
	for (const id of entries) if (!noted.has(id)) told.lost++;
	for (const { parent } of rows) if (parent !== null && !byId.has(parent)) told.torn++;
	if (!byId.has(standing[0].current)) told.torn++;
	// a write may have been done whose answer nobody heard
	if (last && standing[0].current !== last.revision) told.ahead++;
	last = null;
}

for (let round = 1; round <= rounds; round++) {
	const server = start();
	await server.ready;
	const writers = [writer(), writer()];
	await new Promise((done) => setTimeout(done, 300 + 1200 * roll()));
	server.child.kill('SIGKILL');
	await Promise.all([...writers, server.ended]);
	await look();
}
say(
	`${rounds} rounds: ${told.acknowledged} writes acknowledged, ${told.stale} told of a newer version, ${told.inFlight} in flight when it was killed`
);
say(`${told.lost} lost, ${told.torn} torn, ${told.ahead} done whose answer was not heard`);
process.exit(told.lost + told.torn > 0 ? 1 : 0);
