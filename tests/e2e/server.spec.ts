import { chmodSync, mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, newDatabase, ownRail, server, test } from './bench';
import type { Stored } from '../../src/lib/ui/sync/system-file.svelte';

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

test('a database that cannot be used stops the start with what and where', async ({ ports }) => {
	const folder = mkdtempSync(join(tmpdir(), 'crelbo-'));
	const notOne = join(folder, 'text.db');
	writeFileSync(notOne, 'this is not a database, only a text long enough to look at\n'.repeat(40));
	chmodSync(notOne, 0o644);
	for (const url of [`file:${notOne}`, 'file:/proc/nowhere/crelbo.db']) {
		const { code, printed } = await server(ports(3), url).ended;
		expect(code).toBe(1);
		expect(printed).toContain(url.slice('file:'.length));
		expect(printed).toContain('cannot be');
		expect(printed).not.toContain('    at ');
	}
});

test('every acknowledged save is there after the server is killed, and two servers do not tear one', async ({
	request,
	ports
}) => {
	const [one, two] = [ports(1), ports(2)];
	const database = newDatabase();
	const at = (port: number, path: string) => `http://127.0.0.1:${port}${path}`;
	const running: ReturnType<typeof server>[] = [];
	const start = (port: number) => {
		const made = server(port, database);
		running.push(made);
		return made;
	};
	try {
		const first = start(one);
		await first.ready();
		const address = '/api/designs/lean-to-rail';
		const read = async (port: number) =>
			(await (await request.get(at(port, address))).json()) as Stored;
		let { revision, design, operation } = await read(one);
		for (let i = 0; i < 12; i++) {
			const plan = { design, operation: { ...operation, dial: (50 + i) / 100 } };
			const response = await request.put(at(one, address), {
				data: { base: revision, label: 'dial', plan }
			});
			expect(response.status()).toBe(200);
			({ revision, design, operation } = (await response.json()) as Stored);
		}
		first.child.kill('SIGKILL');
		await first.ended;
		await Promise.all([one, two].map((port) => start(port).ready()));
		const after = await read(one);
		expect(after).toMatchObject({ revision, operation: { dial: 0.61 } });
		// two writers over the same base: one is taken, the other told
		const answers = await Promise.all(
			[one, two].map((port, i) =>
				request.put(at(port, address), {
					data: {
						base: revision,
						label: 'race',
						plan: { design, operation: { ...operation, dial: 0.3 + i / 10 } }
					}
				})
			)
		);
		expect(answers.map((a) => a.status()).sort()).toEqual([200, 409]);
		const winner = answers.findIndex((a) => a.status() === 200);
		expect((await read(two)).operation.dial).toBe(0.3 + winner / 10);
	} finally {
		// a test that went wrong leaves no port taken for its next try
		for (const { child, ended } of running) {
			child.kill('SIGKILL');
			await ended;
		}
	}
});
