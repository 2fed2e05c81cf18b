import { spawn, type ChildProcess } from 'node:child_process';
import { existsSync, mkdtempSync, readdirSync, readFileSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { writeDesignFile, type Parts } from '../src/lib/core/design';
import { garden } from './gardens';
import { RAIL, rail } from './grown';
import { median, print } from './measure';

/** A server of the bench's own with a database of its own. */
export interface House {
	address: string;
	post: (path: string, body: string, method?: string) => Promise<Response>;
	/** Takes a design file in. @returns the id of its system */
	take: (file: string) => Promise<string>;
	close: () => Promise<void>;
}

export const IS_BUILT = existsSync('build/index.js');

/** Starts the built server on an empty house, or on the one in this database. */
export async function house(port: number, more: Record<string, string> = {}): Promise<House> {
	const address = `http://127.0.0.1:${port}`;
	const child: ChildProcess = spawn(process.execPath, ['build/index.js'], {
		env: {
			...process.env,
			PORT: String(port),
			HOST: '127.0.0.1',
			BODY_SIZE_LIMIT: '512M',
			DATABASE_URL: `file:${join(mkdtempSync(join(tmpdir(), 'bench-')), 'own.db')}`,
			...more
		},
		stdio: ['ignore', 'pipe', 'ignore']
	});
	await new Promise<void>((done) =>
		child.stdout!.on('data', (text) => String(text).includes('Listening') && done())
	);
	const post: House['post'] = (path, body, method = 'POST') =>
		fetch(address + path, {
			method,
			body,
			headers: { 'content-type': 'application/json', origin: address }
		});
	return {
		address,
		post,
		take: async (file) => {
			const answer = await post('/api/designs?import', file);
			if (!answer.ok) throw new Error(await answer.text());
			return ((await answer.json()) as { id: string }).id;
		},
		close: async () => {
			const ended = new Promise((done) => child.on('exit', done));
			child.kill('SIGTERM');
			await ended;
		}
	};
}

export const fileOf = (parts: Parts): string => writeDesignFile({ ...parts, shelf: [] });

const taken = async (work: () => Promise<unknown>): Promise<number> => {
	const start = performance.now();
	await work();
	return performance.now() - start;
};

/** A save takes so long, ms: a dial turned on a system that is there. */
async function saved(at: House, id: string): Promise<number> {
	const stored = (await (await fetch(`${at.address}/api/designs/${id}`)).json()) as {
		revision: number;
		design: object;
		operation: { dial: number };
	};
	const { revision, design, operation } = stored;
	const dial = operation.dial > 0.9 ? 0.8 : operation.dial + 0.01;
	const body = JSON.stringify({
		base: revision,
		label: 'dial',
		plan: { design, operation: { ...operation, dial } }
	});
	return taken(async () => {
		const answer = await at.post(`/api/designs/${id}`, body, 'PUT');
		if (!answer.ok) throw new Error(await answer.text());
	});
}

const ASSESSMENTS = 40;
const SYSTEMS = 200;
const SITES = 4968;

/** Forty assessments at once with saves among them, and home with hundreds of systems and one of thousands of sites. */
export async function serving(): Promise<void> {
	if (!IS_BUILT) return print('server', 'not built: npm run build first');
	const at = await house(4377);
	try {
		const home = async () => {
			const list: number[] = [];
			for (let i = 0; i < 7; i++)
				list.push(await taken(async () => (await fetch(`${at.address}/`)).text()));
			return median(list);
		};
		const id = await at.take(RAIL);
		const quiet: number[] = [];
		for (let i = 0; i < 9; i++) quiet.push(await saved(at, id));
		const input = JSON.stringify(rail());
		let done = 0;
		const start = performance.now();
		const all = Promise.all(
			Array.from({ length: ASSESSMENTS }, async () => {
				const answer = await at.post('/api/calc/assess', input);
				await answer.arrayBuffer();
				if (answer.ok) done++;
			})
		);
		const among: number[] = [];
		for (let i = 0; i < 9; i++) among.push(await saved(at, id));
		await all;
		print(
			`${ASSESSMENTS} assessments at once`,
			`${done} answered in ${(performance.now() - start).toFixed(0)} ms; a save ${median(quiet).toFixed(0)} ms, among them ${median(among).toFixed(0)}, ${Math.max(...among).toFixed(0)} at most`
		);
		for (let i = 1; i < SYSTEMS; i++) await at.take(RAIL);
		await home();
		const without = await home();
		await at.take(fileOf(garden(SITES, 6)));
		const first = await taken(async () => (await fetch(`${at.address}/`)).text());
		const beside = await home();
		print(
			`home with ${SYSTEMS} systems`,
			`${without.toFixed(0)} ms; with one of ${SITES} sites beside them ${beside.toFixed(0)} ms, ${(beside / without).toFixed(2)} times (the first time ${first.toFixed(0)} ms)`
		);
	} finally {
		await at.close();
	}
}

/** From nothing to the first page, and what a workspace loads. */
export async function starting(): Promise<void> {
	if (!IS_BUILT) return print('start', 'not built: npm run build first');
	const times: number[] = [];
	const database = `file:${join(mkdtempSync(join(tmpdir(), 'bench-')), 'demo.db')}`;
	for (let i = 0; i < 3; i++) {
		const start = performance.now();
		const at = await house(4377, { DATABASE_URL: database, CRELBO_SEED: 'demo' });
		await fetch(`${at.address}/`);
		times.push(performance.now() - start);
		if (i === 2) await bytes(at.address);
		await at.close();
	}
	print('cold start to the first page', `${median(times).toFixed(0)} ms`);
}

/** What the workspace's HTML asks for, compressed. */
async function bytes(address: string): Promise<void> {
	const html = await (await fetch(`${address}/systems/lean-to-rail`)).text();
	const root = 'build/client/_app/immutable';
	const named = [...html.matchAll(/_app\/immutable\/([\w./-]+\.js)/g)].map(([, path]) => path!);
	const ids = /node_ids: \[([\d, ]+)\]/.exec(html)?.[1]?.split(', ') ?? [];
	const nodes = readdirSync(join(root, 'nodes')).filter(
		(name) => ids.includes(name.split('.')[0]!) && name.endsWith('.js')
	);
	const files = new Set<string>();
	const follow = (path: string) => {
		if (files.has(path)) return;
		files.add(path);
		const text = readFileSync(join(root, path), 'utf8');
		for (const [, from] of text.matchAll(/(?:from|import)\s*["'](\.[^"']+\.js)["']/g))
			follow(join(path, '..', from!));
	};
	[...named, ...nodes.map((name) => `nodes/${name}`)].forEach(follow);
	const size = (path: string) => gzipSync(readFileSync(join(root, path)), { level: 9 }).length;
	const total = [...files].reduce((sum, path) => sum + size(path), 0);
	print(
		'JavaScript of the workspace, compressed',
		`${(total / 1000).toFixed(0)} kB in ${files.size} files`
	);
	const all = readdirSync('build/client/_app/immutable/workers', { withFileTypes: true });
	const worker = all
		.filter((f) => f.name.endsWith('.js'))
		.reduce((sum, f) => sum + statSync(join(f.parentPath, f.name)).size, 0);
	print('worker, loaded when first needed', `${(worker / 1000).toFixed(0)} kB before compression`);
}
