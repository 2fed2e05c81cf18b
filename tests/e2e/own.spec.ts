import { spawn } from 'node:child_process';
import { chmodSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { bar, designOf, expect, open, ownRail, RAIL, saved, step, test } from './bench';

test('a bench of one’s own, from nothing to a mix', async ({ page, request }) => {
	await page.goto('/');
	await page.getByRole('link', { name: 'Start a system', exact: true }).first().click();
	await page.getByLabel('How many').fill('4');
	await page.getByLabel('Of what').selectOption('chilli');
	await expect(page.getByText('Buckets on a bench, 4 plants')).toBeVisible();
	await page.getByRole('button', { name: 'Draw it' }).click();
	await expect(page).toHaveURL(/\/systems\//);
	await expect(step(page, 'sites')).toContainText('1 × 4 buckets');
	await step(page, 'sites').click();
	await expect(page.getByText('assumed').first()).toBeVisible();
	await page.getByRole('combobox', { name: 'Medium' }).selectOption('coir-perlite');
	await step(page, 'plants').click();
	await page.getByLabel('As you see it now').selectOption('young');
	await step(page, 'mix').click();
	const sheet = page.getByRole('complementary', { name: 'Mix' });
	await expect(sheet).toContainText('Stir in potassium nitrate');
	await expect(sheet).toContainText('part strength');
	await page.getByText('a labelled product').click();
	await page.getByText('by the label alone').click();
	await expect(sheet).toContainText(/expect .* give or take/);
	await page.getByRole('textbox', { name: 'Name of the system' }).fill('Hall chillies');
	await page.getByRole('textbox', { name: 'Name of the system' }).press('Enter');
	await saved(page);
	const id = page.url().split('/').at(-1)!;
	const design = (await designOf(request, id)) as { name: string; assumed: string[] };
	expect(design.name).toBe('Hall chillies');
	expect(design.assumed).not.toContain('stands.0.mediumId');
});

test('started from a place and from parts, with bad answers refused', async ({ page }) => {
	await page.goto('/start', { waitUntil: 'networkidle' });
	await page.getByText('A place', { exact: true }).click();
	await page.getByLabel(/^Length free/).fill('0.1');
	await expect(page.getByRole('alert')).toContainText('Length must be a number from 0.4 m to 20 m');
	await expect(page.getByRole('button', { name: 'Draw it' })).toBeDisabled();
	await page.getByLabel(/^Length free/).fill('2,2');
	await expect(page.getByText('drawn to scale')).toBeVisible();
	await page.getByText('Parts in hand').click();
	await page.getByLabel('Buckets I have').fill('4');
	await page.getByLabel('My pump').selectOption('pump-900');
	await page.getByRole('button', { name: 'Draw it' }).click();
	await expect(page.getByText('15 W pump, 1.6 m / 900 L/h').first()).toBeVisible();
});

test('exported, deleted, taken back, deleted and imported again: the same bytes', async ({
	page,
	request
}) => {
	const id = await ownRail(request);
	await open(page, id);
	await page.getByRole('button', { name: 'More' }).click();
	const download = page.waitForEvent('download');
	await page.getByRole('menuitem', { name: 'Export as a file' }).click();
	const path = await (await download).path();
	const text = readFileSync(path, 'utf8');
	expect(text).toBe(RAIL);

	await page.getByRole('button', { name: 'More' }).click();
	await page.getByRole('menuitem', { name: 'Delete this system' }).click();
	await page.getByRole('alertdialog').getByRole('button', { name: 'Keep it' }).click();
	await page.getByRole('button', { name: 'More' }).click();
	await page.getByRole('menuitem', { name: 'Delete this system' }).click();
	await page.getByRole('alertdialog').getByRole('button', { name: 'Delete it' }).click();
	await expect(page.getByRole('button', { name: 'Take it back' })).toBeVisible();
	expect((await request.get(`/api/designs/${id}`)).status()).toBe(404);
	await page.getByRole('button', { name: 'Take it back' }).click();
	await expect(page.getByRole('button', { name: 'Take it back' })).toBeHidden();
	expect((await request.get(`/api/designs/${id}`)).status()).toBe(200);
	await request.delete(`/api/designs/${id}`);

	await page.goto('/', { waitUntil: 'networkidle' });
	const before = await page.getByRole('article').count();
	await page
		.getByLabel('Import a file')
		.setInputFiles({ name: 'rail.json', mimeType: 'application/json', buffer: Buffer.from(text) });
	await expect(page.getByRole('article')).toHaveCount(before + 1);
	await page
		.getByRole('article')
		.last()
		.getByRole('link', { name: 'Lean-to rail', exact: true })
		.click();
	await expect(page).toHaveURL(/systems/);
	const again = await request.get(`/api/designs/${page.url().split('/').at(-1)}/file`);
	expect(await again.text()).toBe(RAIL);
});

test('files that are not designs are refused in a sentence', async ({ page, quiet }) => {
	quiet.expectStatus(400);
	await page.goto('/', { waitUntil: 'networkidle' });
	const count = await page.getByRole('article').count();
	const table: [string, string, RegExp][] = [
		['broken.json', RAIL.slice(0, 400), /broken or of another kind/],
		['foreign.json', '{"a": 1}', /not a Crelbo design/],
		['newer.json', RAIL.replace('"schemaVersion": 1', '"schemaVersion": 99'), /newer Crelbo/],
		['large.json', `${RAIL}${' '.repeat(2 * 1024 * 1024)}`, /larger than 2 MB/]
	];
	for (const [name, text, says] of table) {
		await page
			.getByLabel('Import a file')
			.setInputFiles({ name, mimeType: 'application/json', buffer: Buffer.from(text) });
		await expect(page.getByRole('alert')).toHaveText(says);
		await expect(page.getByRole('alert')).toContainText('Nothing was imported');
	}
	await expect(page.getByRole('article')).toHaveCount(count);
});

test('a save from a second window that is behind shows both versions', async ({
	page,
	context,
	request,
	quiet
}) => {
	quiet.expectStatus(409);
	const id = await ownRail(request);
	await open(page, id);
	const second = await context.newPage();
	await open(second, id);
	await second.getByRole('slider', { name: 'Pump dial' }).fill('95');
	await saved(second);
	await page.getByRole('slider', { name: 'Pump dial' }).fill('80');
	const dialog = page.getByRole('dialog', { name: 'This system was changed in another window' });
	await expect(dialog).toBeVisible();
	await expect(dialog.getByRole('row', { name: /source.dial/ })).toContainText('0.8');
	await expect(dialog.getByRole('row', { name: /source.dial/ })).toContainText('0.95');
	await dialog.getByRole('button', { name: 'Keep mine' }).click();
	await saved(page);
	expect((await designOf(request, id)) as unknown).toMatchObject({ source: { dial: 0.8 } });
	// the other version is one undo away
	await page.getByRole('button', { name: 'Undo' }).click();
	await saved(page);
	expect((await designOf(request, id)) as unknown).toMatchObject({ source: { dial: 0.95 } });
	await second.close();
});

test('a lost connection is said, and the change is saved when it is back', async ({
	page,
	context,
	request,
	quiet
}) => {
	const id = await ownRail(request);
	await open(page, id);
	await page.route('**/api/designs/**', (route) => route.abort());
	page.removeAllListeners('requestfailed');
	page.removeAllListeners('console');
	await page.getByRole('slider', { name: 'Pump dial' }).fill('77');
	await expect(page.getByText('Not saved: no connection')).toBeVisible();
	await page.unroute('**/api/designs/**');
	await saved(page);
	expect((await designOf(request, id)) as unknown).toMatchObject({ source: { dial: 0.77 } });
	void context;
	void quiet;
});

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

test('the finding bar says when nothing stands against a design', async ({ page, request }) => {
	const id = await ownRail(request);
	await open(page, id);
	for (let i = 0; i < 14; i++) {
		const next = bar(page).locator('.fixes .button').last();
		if ((await next.count()) === 0) break;
		const text = await bar(page).locator('p').textContent();
		await next.click();
		await expect(bar(page).locator('p')).not.toHaveText(text ?? '');
	}
	await expect(bar(page)).toContainText('Nothing stands against it');
});
