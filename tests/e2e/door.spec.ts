import { spawn, spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync } from 'node:fs';
import { get } from 'node:https';
import { networkInterfaces, tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import {
	alive,
	bearsFailures,
	device,
	expect,
	newDatabase,
	saved,
	server,
	step,
	systemOf,
	test,
	typeIn,
	visit
} from './bench';

// servers of their own, begun and ended within a test
test.describe.configure({ timeout: 150_000 });
const CODE = 'two wet hands';
/** A house that is open to its network, and where another device of it finds it. */
async function house(port: number, more: Record<string, string>, database = newDatabase()) {
	const own = server(port, database, { CRELBO_TODAY: '2026-05-28', ...more });
	await own.ready();
	return {
		home: `http://127.0.0.1:${port}`,
		database,
		end: async () => {
			own.child.kill('SIGTERM');
			return own.ended;
		}
	};
}
const ownAddress = (): string =>
	Object.values(networkInterfaces())
		.flatMap((list) => list ?? [])
		.find(({ internal, family }) => !internal && family === 'IPv4')!.address;
const settings = async (page: Page, home: string) => {
	await visit(page, `${home}/`);
	await page.getByRole('button', { name: 'Copies and network' }).click();
};
const enter = async (page: Page, code: string) => {
	await typeIn(page.getByLabel('Passcode', { exact: true }), code);
	await page.keyboard.press('Enter');
};

test('a phone comes in with the passcode that was set at the machine, and is signed out from there', async ({
	page,
	browser,
	ports,
	quiet
}) => {
	const own = await house(ports(2), { HOST: '0.0.0.0' });
	const there = `http://${ownAddress()}:${ports(2)}`;
	const phone = await device(browser, there, { viewport: { width: 390, height: 844 } });
	try {
		await phone.goto('/');
		await expect(
			phone.getByRole('heading', { name: 'Not open to other devices yet' })
		).toBeVisible();
		expect((await phone.request.get('/api/designs')).status()).toBe(401);
		// another name for this machine in the header opens nothing
		const named = await phone.request.get('/api/designs', { headers: { host: 'localhost' } });
		expect(named.status()).toBe(403);
		expect(await (await phone.request.get('/healthz')).json()).toEqual({ status: 'fine' });

		await settings(page, own.home);
		await expect(page.getByText('There is no passcode yet')).toBeVisible();
		quiet.expectStatus(400);
		await typeIn(page.getByLabel('Passcode, at least 8 signs'), 'short');
		await page.keyboard.press('Enter');
		await expect(page.getByText('passcode must have at least 8 signs')).toBeVisible();
		await typeIn(page.getByLabel('Passcode, at least 8 signs'), CODE);
		await page.keyboard.press('Enter');
		await expect(page.getByText('The passcode is set.')).toBeVisible();
		await expect(page.getByRole('img', { name: `Code of ${there}` })).toBeVisible();

		await phone.goto('/systems/lean-to-rail/today');
		await enter(phone, 'not that one');
		await expect(phone.getByText('That is not the passcode.')).toBeVisible();
		await enter(phone, CODE);
		await expect(phone.getByRole('heading', { name: 'Lean-to rail today' })).toBeVisible();
		await alive(phone);
		expect((await phone.context().cookies())[0]).toMatchObject({ httpOnly: true, sameSite: 'Lax' });
		// the passcode itself is set at the machine alone
		const set = await phone.request.put('/api/door', { data: { passcode: 'another passcode' } });
		expect(set.status()).toBe(403);

		await page.getByRole('button', { name: 'Sign out every device' }).click();
		await expect(page.getByText('Every other device has to enter')).toBeVisible();
		await phone.reload();
		await expect(phone.getByRole('heading', { name: 'Enter the passcode' })).toBeVisible();
		for (let n = 0; n < 10; n++)
			expect(
				(await phone.request.post('/api/enter', { data: { passcode: `wrong ${n}` } })).status()
			).toBe(401);
		await enter(phone, CODE);
		await expect(phone.getByText(/Too many wrong tries from here/)).toBeVisible();
	} finally {
		await phone.context().close();
		await own.end();
	}
});

test('behind another server nobody goes without it, and what waits on a device that was signed out is kept', async ({
	browser,
	ports
}) => {
	const more = { ADDRESS_HEADER: 'x-forwarded-for', CRELBO_PASSCODE: CODE };
	const own = await house(ports(2), more);
	const from = (address: string) =>
		device(browser, own.home, { extraHTTPHeaders: { 'x-forwarded-for': address } });
	const [one, two] = [await from('10.0.0.5'), await from('10.0.0.6')];
	try {
		for (const page of [one, two]) {
			await page.goto('/systems/lean-to-rail');
			await enter(page, CODE);
			await expect(step(page, 'pump')).toBeVisible();
			await alive(page);
		}
		await two.request.delete('/api/door');
		bearsFailures(one);
		await step(one, 'mix').click();
		const strength = one.getByRole('textbox', { name: 'Strength', exact: true });
		await typeIn(strength, '2.05');
		await strength.press('Tab');
		await expect(
			one.getByText(/Not saved yet: This device has to enter the passcode/)
		).toBeVisible();
		await one.reload();
		await enter(one, CODE);
		await saved(one);
		const { operation } = await systemOf(one.request, 'lean-to-rail');
		expect(operation.mix.strengthMsCm).toBe(2.05);
	} finally {
		for (const page of [one, two]) await page.context().close();
		await own.end();
	}
});

test('what cannot be a door is said at the start', async ({ ports }) => {
	const short = server(ports(2), newDatabase(), { HOST: '0.0.0.0', CRELBO_PASSCODE: 'short' });
	const { code, printed } = await short.ended;
	expect(code).toBe(1);
	expect(printed).toContain('CRELBO_PASSCODE must have at least 8 signs');
	const open = server(ports(2), newDatabase(), { HOST: '0.0.0.0', CRELBO_SEED: '' });
	await open.ready();
	open.child.kill('SIGTERM');
	expect((await open.ended).printed).toContain(
		'there is no passcode: it answers this machine alone'
	);
});

test('https with a certificate of its own: a phone that trusts it reaches it, and is told how', async ({
	browser,
	ports
}) => {
	const folder = mkdtempSync(join(tmpdir(), 'crelbo-tls-'));
	const made = spawnSync(process.execPath, ['scripts/certificate.mjs', '--folder', folder], {
		encoding: 'utf8'
	});
	const print = /fingerprint: ([0-9A-F:]+)/.exec(made.stdout)![1]!;
	const start = (env: Record<string, string>) =>
		spawn(process.execPath, ['scripts/start.mjs'], {
			env: { ...process.env, PORT: String(ports(2)), DATABASE_URL: newDatabase(), ...env }
		});
	const said = async (child: ReturnType<typeof start>) => {
		let printed = '';
		child.stdout.on('data', (chunk) => (printed += String(chunk)));
		const code = await new Promise((done) => child.on('exit', done));
		return `${String(code)} ${printed}`;
	};
	const [cert, key] = [join(folder, 'cert.pem'), join(folder, 'key.pem')];
	expect(await said(start({ CRELBO_TLS_CERT: cert }))).toMatch(/^1 .*names no key\. Set both/);
	expect(await said(start({ CRELBO_TLS_CERT: cert, CRELBO_TLS_KEY: cert }))).toMatch(
		/^1 .*do not go together/
	);
	const child = start({ CRELBO_TLS_CERT: cert, CRELBO_TLS_KEY: key, CRELBO_SEED: 'demo' });
	let printed = '';
	child.stdout.on('data', (chunk) => (printed += String(chunk)));
	await expect.poll(() => printed, { timeout: 30_000 }).toContain('Crelbo is at https://127.0.0.1');
	const home = `https://127.0.0.1:${ports(2)}`;
	const phone = await device(browser, home, { ignoreHTTPSErrors: true });
	try {
		await phone.goto('/trust');
		await expect(phone.getByText(print)).toBeVisible();
		expect(await (await phone.request.get('/trust/crelbo.crt')).text()).toBe(
			readFileSync(cert, 'utf8')
		);
		// what is saved there goes as it does over http
		await visit(phone, `${home}/systems/lean-to-rail`);
		await expect(step(phone, 'pump')).toBeVisible();
		await step(phone, 'mix').click();
		const strength = phone.getByRole('textbox', { name: 'Strength', exact: true });
		await typeIn(strength, '2.05');
		await strength.press('Tab');
		await saved(phone);
		// a machine that trusts it is answered without a word
		const trusts = await new Promise<number>((done, fail) =>
			get(`${home}/healthz`, { ca: readFileSync(cert) }, ({ statusCode }) =>
				done(statusCode ?? 0)
			).on('error', fail)
		);
		expect(trusts).toBe(200);
	} finally {
		await phone.context().close();
		child.kill('SIGTERM');
		await new Promise((done) => child.on('exit', done));
	}
});

test.describe('without network', () => {
	test.use({ serviceWorkers: 'allow' });

	/** Everything of a system is kept on this device. */
	const kept = (page: Page, id: string) =>
		expect
			.poll(() =>
				page.evaluate(async (id) => {
					const names = await caches.keys();
					const pages = names.find((name) => name.startsWith('crelbo-pages-'));
					if (!pages || !navigator.serviceWorker.controller) return false;
					const cache = await caches.open(pages);
					return Boolean(await cache.match(`/systems/${id}/today/__data.json`));
				}, id)
			)
			.toBe(true);

	test('Crelbo can be installed at the machine', async ({ house, playwright, launchOptions }) => {
		// a private window installs nothing: a browser with a profile of its own
		const folder = mkdtempSync(join(tmpdir(), 'crelbo-profile-'));
		const own = await playwright.chromium.launchPersistentContext(folder, launchOptions);
		try {
			const page = await own.newPage();
			await visit(page, `${house}/`);
			await page.evaluate(() => navigator.serviceWorker.ready);
			const session = await own.newCDPSession(page);
			const errors = async () =>
				(await session.send('Page.getInstallabilityErrors')).installabilityErrors;
			await expect.poll(errors).toEqual([]);
		} finally {
			await own.close();
		}
	});

	test('Crelbo starts, shows of when it is, keeps what is done, and has it on the server once it is back', async ({
		page,
		ports
	}) => {
		const own = await house(ports(2), {});
		await visit(page, `${own.home}/systems/lean-to-rail`);
		await kept(page, 'lean-to-rail');
		await own.end();
		bearsFailures(page);
		page.removeAllListeners('response');
		await visit(page, `${own.home}/systems/lean-to-rail`);
		await expect(page.getByText(/No network\. This is how it was at \d\d:\d\d/)).toBeVisible();
		await expect(step(page, 'pump')).toBeVisible();
		await page.goto(`${own.home}/systems/loft-table`);
		await expect(page.getByText('is not kept on this device')).toBeVisible();

		// a card begun without network
		await visit(page, `${own.home}/systems/lean-to-rail/mix`);
		await page.getByRole('button', { name: 'Begin' }).click();
		await page.getByRole('button', { name: 'Done', exact: true }).click();
		await expect(page.getByText('Step 2 of')).toBeVisible();
		await expect(page.getByText(/On this device, waiting for the network/)).toBeVisible();
		await page.reload();
		await expect(page.getByText('Step 2 of')).toBeVisible();

		const again = await house(ports(2), {}, own.database);
		try {
			await page.reload();
			await saved(page);
			await expect(page.getByText(/No network/)).toBeHidden();
			const other = await page.context().newPage();
			await visit(other, `${again.home}/systems/lean-to-rail/mix`);
			await expect(other.getByText('Step 2 of')).toBeVisible();
			await other.close();
		} finally {
			await again.end();
		}
	});
});
