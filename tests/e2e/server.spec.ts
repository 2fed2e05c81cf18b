import { spawn } from 'node:child_process';
import { chmodSync, mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, ownRail, test } from './bench';

test('the API refuses junk with 4xx JSON, never 5xx', async ({ request }) => {
	const id = await ownRail(request);
	const json = { 'content-type': 'application/json' };
	const table: [string, string, string | undefined, number, RegExp][] = [
		['POST', '/api/calc/fluid', 'junk', 400, /must be JSON/],
		[
			'POST',
			'/api/calc/fluid',
			'{"temperatureC": "warm"}',
			400,
			/temperature must be a number from 0 to 45 °C/
		],
		['POST', '/api/calc/fluid', '{"temperatureC": 20, "depth": 1}', 400, /unknown field/],
		['POST', '/api/calc/nothing', '{}', 404, /unknown-operation/],
		[
			'POST',
			'/api/calc/drain',
			'{"flowLph": 9000, "innerDiameterMm": 40, "fallPercent": 1}',
			422,
			/no-solution/
		],
		['GET', '/api/calc/fluid', undefined, 405, /method-not-allowed/],
		['DELETE', '/api/calc/fluid', undefined, 405, /method-not-allowed/],
		['POST', '/api/calc/fluid', `"${'x'.repeat(10 * 1024 * 1024)}"`, 413, /too-large/],
		['POST', '/api/nowhere', '{}', 404, /not-found/],
		['PUT', `/api/designs/${id}`, '{"base": 1}', 400, /invalid-input/],
		['PUT', `/api/designs/${id}`, '[]', 400, /invalid-input/],
		[
			'POST',
			`/api/designs/${id}/undo`,
			'{"base": "one"}',
			400,
			/base revision must be a whole number/
		],
		['GET', '/api/designs/none', undefined, 404, /not-found/],
		['POST', '/api/designs', '{"placeId": "x"}', 400, /invalid-input/],
		['POST', '/api/designs?import', '{', 400, /broken/]
	];
	for (const [method, path, data, status, says] of table) {
		const response = await request.fetch(path, {
			method,
			headers: json,
			...(data !== undefined && { data: Buffer.from(data) })
		});
		const text = await response.text();
		expect(
			response.status(),
			`${method} ${path} ${data?.slice(0, 40)}: ${text.slice(0, 200)}`
		).toBe(status);
		expect(response.headers()['content-type']).toContain('json');
		expect(text).toMatch(says);
		expect(text).not.toMatch(/ at .*\.js|node_modules/);
	}
	const good = await request.post('/api/calc/ppm', { data: { msCm: 1.8, scale: 500 } });
	expect(await good.json()).toEqual({ ppm: 900 });
});

test('addresses that lead nowhere say so in words', async ({ page, quiet }) => {
	quiet.expectStatus(404);
	await page.goto('/systems/none');
	await expect(page.getByRole('heading', { name: 'Nothing stands here' })).toBeVisible();
	await page.getByRole('link', { name: 'Back to your places' }).click();
	await expect(page.getByRole('heading', { name: 'Tern Cottage' }).first()).toBeVisible();
});

/** A server of a test's own on another port; resolves with its exit code and what it printed. */
function server(port: number, database: string) {
	const child = spawn(process.execPath, ['build/index.js'], {
		env: {
			...process.env,
			PORT: String(port),
			HOST: '127.0.0.1',
			DATABASE_URL: database,
			CRELBO_SEED: 'demo'
		}
	});
	let printed = '';
	child.stdout.on('data', (chunk) => (printed += String(chunk)));
	child.stderr.on('data', (chunk) => (printed += String(chunk)));
	const ended = new Promise<{ code: number | null; printed: string }>((done) =>
		child.on('exit', (code) => done({ code, printed }))
	);
	const ready = async () => {
		for (let i = 0; i < 100 && !printed.includes('Listening'); i++)
			await new Promise((r) => setTimeout(r, 100));
	};
	return { child, ended, ready };
}

test('a database that cannot be used stops the start with what and where', async () => {
	const folder = mkdtempSync(join(tmpdir(), 'crelbo-'));
	const notOne = join(folder, 'text.db');
	writeFileSync(notOne, 'this is not a database, only a text long enough to look at\n'.repeat(40));
	chmodSync(notOne, 0o644);
	for (const url of [`file:${notOne}`, 'file:/proc/nowhere/crelbo.db']) {
		const { code, printed } = await server(4398, url).ended;
		expect(code).toBe(1);
		expect(printed).toContain(url.slice('file:'.length));
		expect(printed).toContain('cannot be');
		expect(printed).not.toContain('    at ');
	}
});

test('every acknowledged save is there after the server is killed, and two servers do not tear one', async ({
	request
}) => {
	const database = `file:${join(mkdtempSync(join(tmpdir(), 'crelbo-')), 'kill.db')}`;
	const at = (port: number, path: string) => `http://127.0.0.1:${port}${path}`;
	let first = server(4396, database);
	await first.ready();
	const address = '/api/designs/lean-to-rail';
	const read = async (port: number) =>
		(await (await request.get(at(port, address))).json()) as {
			revision: number;
			design: { source: { dial: number } };
		};
	let { revision, design } = await read(4396);
	for (let i = 0; i < 12; i++) {
		const next = { ...design, source: { ...design.source, dial: (50 + i) / 100 } };
		const response = await request.put(at(4396, address), {
			data: { base: revision, label: 'dial', design: next }
		});
		expect(response.status()).toBe(200);
		({ revision, design } = (await response.json()) as { revision: number; design: typeof design });
	}
	first.child.kill('SIGKILL');
	await first.ended;
	first = server(4396, database);
	const second = server(4397, database);
	await Promise.all([first.ready(), second.ready()]);
	const after = await read(4396);
	expect(after).toMatchObject({ revision, design: { source: { dial: 0.61 } } });
	// two writers over the same base: one is taken, the other told
	const answers = await Promise.all(
		[4396, 4397].map((port, i) =>
			request.put(at(port, address), {
				data: {
					base: revision,
					label: 'race',
					design: { ...after.design, source: { ...after.design.source, dial: 0.3 + i / 10 } }
				}
			})
		)
	);
	expect(answers.map((a) => a.status()).sort()).toEqual([200, 409]);
	const winner = answers.findIndex((a) => a.status() === 200);
	expect((await read(4397)).design.source.dial).toBe(0.3 + winner / 10);
	for (const { child, ended } of [first, second]) {
		child.kill('SIGKILL');
		await ended;
	}
});
