import {
	expect,
	test as base,
	type APIRequestContext,
	type Browser,
	type BrowserContext,
	type BrowserContextOptions,
	type Locator,
	type Page
} from '@playwright/test';
import { spawn } from 'node:child_process';
import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Stored } from '../../src/lib/ui/sync/system-file.svelte';

/** Two runs beside one another have ports of their own. */
const LANE = Number(process.env.CRELBO_LANE ?? 0);

export const RAIL = readFileSync(
	new URL('../../examples/lean-to-rail.json', import.meta.url),
	'utf8'
);

type OfTest = { quiet: { expectStatus: (status: number) => void } };
type OfWorker = { ports: (nth: number) => number; house: string; desk: BrowserContext };

/** What a page leaves behind, but for the files it was served: those are the same for the next. */
const LEFT = 'cookies,file_systems,indexeddb,local_storage,websql,service_workers,cache_storage';
const DESK = { width: 1280, height: 800 };

/**
 * Every test fails on a console error, a page error or a failed request it did not expect.
 * Each browser worker has a server, a database and ports of its own: `ports(0)` is that server's.
 */
export const test = base.extend<OfTest, OfWorker>({
	ports: [
		async ({}, use, info) => use((nth) => 4391 + 10 * (info.parallelIndex + LANE) + nth),
		{ scope: 'worker' }
	],
	house: [
		async ({ ports }, use) => {
			const own = server(ports(0), newDatabase(), { CRELBO_TODAY: '2026-05-28' });
			await own.ready();
			await use(`http://127.0.0.1:${ports(0)}`);
			own.child.kill('SIGTERM');
			await own.ended;
		},
		{ scope: 'worker' }
	],
	baseURL: ({ house }, use) => use(house),
	// one browser window for all tests at a desk: it keeps the program's files, and nothing else
	desk: [
		async ({ browser, house }, use) => {
			const desk = await browser.newContext({
				baseURL: house,
				viewport: DESK,
				serviceWorkers: 'block',
				reducedMotion: 'reduce',
				timezoneId: 'UTC'
			});
			await use(desk);
			await desk.close();
		},
		{ scope: 'worker' }
	],
	context: async ({ context, desk, house, viewport, serviceWorkers, hasTouch }, use) => {
		const plain =
			viewport?.width === DESK.width &&
			viewport.height === DESK.height &&
			serviceWorkers === 'block' &&
			!hasTouch &&
			!process.env.CRELBO_OWN_WINDOWS;
		if (!plain) return use(context);
		await use(desk);
		const last = await desk.newPage();
		const session = await desk.newCDPSession(last);
		await session.send('Storage.clearDataForOrigin', { origin: house, storageTypes: LEFT });
		await Promise.all(desk.pages().map((page) => page.close()));
		await desk.clearCookies();
		await desk.clearPermissions();
		await desk.unrouteAll({ behavior: 'ignoreErrors' });
		await desk.setOffline(false);
	},
	quiet: [
		async ({ page }, use) => {
			const noise: string[] = [];
			const allowed = new Set<number>();
			page.on('pageerror', (error) => noise.push(`page: ${error.message}`));
			page.on('console', (message) => {
				const refused = /status of (\d+)/.exec(message.text())?.[1];
				if (message.type() === 'error' && !(refused && allowed.has(Number(refused))))
					noise.push(`console: ${message.text()}`);
			});
			page.on('requestfailed', (request) => {
				// a page left behind cancels what it was still asking for
				const why = request.failure()?.errorText;
				if (why !== 'net::ERR_ABORTED') noise.push(`request: ${request.url()} ${why}`);
			});
			page.on('response', (response) => {
				if (response.status() >= 400 && !allowed.has(response.status()))
					noise.push(`${response.status()}: ${response.url()}`);
			});
			await use({ expectStatus: (status) => void allowed.add(status) });
			expect(noise).toEqual([]);
		},
		{ auto: true }
	]
});
export { expect };

/** A system of a test's own, so that tests leave each other alone. */
export const ownRail = (request: APIRequestContext): Promise<string> => own(request, RAIL);

/** An example as a system of a test's own. */
export const ownExample = (request: APIRequestContext, name: string): Promise<string> =>
	own(request, readFileSync(new URL(`../../examples/${name}.json`, import.meta.url), 'utf8'));

/** A system of a file's text. */
export async function own(request: APIRequestContext, data: string): Promise<string> {
	const response = await request.post('/api/designs?import', {
		data,
		headers: { 'content-type': 'application/json' }
	});
	expect(response.status()).toBe(201);
	return ((await response.json()) as { id: string }).id;
}

/** The address of a database of its own, not there yet. */
export const newDatabase = () => `file:${join(mkdtempSync(join(tmpdir(), 'crelbo-')), 'own.db')}`;

/** Goes to a page and waits until its program answers a press, and has said what it has to say. */
export async function visit(page: Page, path: string): Promise<void> {
	await page.goto(path);
	await alive(page);
	await expect(page.getByText('Being worked out …')).toHaveCount(0);
}
export const alive = (page: Page) => expect(page.locator('html[data-live]')).toBeAttached();

export async function open(page: Page, id: string): Promise<void> {
	await visit(page, `/systems/${id}`);
	await judged(page);
}
/** Waits until what is shown is judged. */
export const judged = (page: Page) =>
	expect(page.getByRole('navigation', { name: 'Steps of the job' })).toHaveAttribute(
		'aria-busy',
		'false'
	);

/** Types into a field as a hand does, key by key, in place of what is in it. */
export async function typeIn(field: Locator, text: string, delay = 0): Promise<void> {
	const type = await field.getAttribute('type');
	if (type === 'range') return slideTo(field, text);
	if (type === 'date') {
		// month, day and year are typed one after the other
		const [year, month, day] = text.split('-');
		await field.blur();
		await field.focus();
		await field.pressSequentially(`${month}${day}${year}`, { delay });
		return;
	}
	if (type === 'time') {
		// hours, minutes and half of the day, as the browser's language asks for them
		const [hours, minutes] = text.split(':').map(Number);
		const two = (n: number) => String(n).padStart(2, '0');
		await field.blur();
		await field.focus();
		await field.pressSequentially(
			`${two(hours! % 12 || 12)}${two(minutes!)}${hours! < 12 ? 'A' : 'P'}`,
			{ delay }
		);
		return;
	}
	await field.click();
	await field.press('ControlOrMeta+a');
	if (text === '') await field.press('Delete');
	else await field.pressSequentially(text, { delay });
}
/** Pulls a slider by its knob until it says so much, and lets go: one drag, as of a hand. */
export async function slideTo(slider: Locator, value: string): Promise<void> {
	const page = slider.page();
	await slider.scrollIntoViewIfNeeded();
	const box = (await slider.boundingBox())!;
	const [low, high] = await slider.evaluate((one: HTMLInputElement) =>
		[one.min, one.max].map(Number)
	);
	const now = async () => Number(await slider.inputValue());
	const y = box.y + box.height / 2;
	// half a knob is left at either end
	const at = (n: number) => box.x + 8 + ((n - low!) / (high! - low!)) * (box.width - 16);
	let x = at(await now());
	await page.mouse.move(x, y);
	await page.mouse.down();
	x = at(Number(value));
	for (let tries = 0; tries < 60; tries++) {
		await page.mouse.move(x, y);
		const off = Number(value) - (await now());
		if (off === 0) break;
		x += Math.sign(off) * 0.75;
	}
	await page.mouse.up();
	expect(await slider.inputValue()).toBe(value);
}
/** Types into a field of a sheet and leaves it. */
export const fill = async (page: Page, label: string, value: string): Promise<void> => {
	const field = page.getByRole('textbox', { name: label, exact: true });
	await typeIn(field, value);
	await field.press('Tab');
};
export const step = (page: Page, name: string) => page.locator(`[data-step="${name}"]`);
export const bar = (page: Page) => page.getByRole('region', { name: 'Findings' });
/** The finding of the list that says so, shown on the bar. */
export async function choose(page: Page, says: RegExp | string): Promise<void> {
	await page.getByTitle('All findings, gravest first').click();
	await page.locator('.findings-sheet li button').filter({ hasText: says }).first().click();
	await expect(bar(page)).toContainText(says);
}
export const saved = (page: Page) => expect(page.getByText(/^Saved \d\d:\d\d$/)).toBeVisible();

/** A system as the server has it, in its parts. */
export const systemOf = async (request: APIRequestContext, id: string): Promise<Stored> =>
	(await (await request.get(`/api/designs/${id}`)).json()) as Stored;

/** A server of a test's own on another port; resolves with its exit code and what it printed. */
export function server(port: number, database: string, more: Record<string, string> = {}) {
	const child = spawn(process.execPath, ['build/index.js'], {
		env: {
			...process.env,
			PORT: String(port),
			HOST: '127.0.0.1',
			DATABASE_URL: database,
			CRELBO_SEED: 'demo',
			BODY_SIZE_LIMIT: '512M',
			...more
		}
	});
	let printed = '';
	child.stdout.on('data', (chunk) => (printed += String(chunk)));
	child.stderr.on('data', (chunk) => (printed += String(chunk)));
	const ended = new Promise<{ code: number | null; printed: string }>((done) =>
		child.on('exit', (code) => done({ code, printed }))
	);
	const ready = async () => {
		for (let i = 0; i < 400 && !printed.includes('Listening') && child.exitCode === null; i++)
			await new Promise((r) => setTimeout(r, 100));
		if (!printed.includes('Listening')) throw new Error(`The server did not start: ${printed}`);
	};
	return { child, ended, ready };
}

/** A house nobody has told anything of, on a server of the test's own. */
export async function fresh(port: number): Promise<{ home: string; close: () => Promise<void> }> {
	const own = server(port, newDatabase(), { CRELBO_SEED: '', CRELBO_TODAY: '2026-05-28' });
	await own.ready();
	return {
		home: `http://127.0.0.1:${port}`,
		close: async () => {
			own.child.kill('SIGTERM');
			await own.ended;
		}
	};
}

/** Another device in the same house. */
export const device = async (
	browser: Browser,
	baseURL: string | undefined,
	more: BrowserContextOptions = {}
): Promise<Page> => (await browser.newContext({ baseURL: baseURL!, ...more })).newPage();

/** Requests that fail on this page are part of the test. */
export function bearsFailures(page: Page): void {
	page.removeAllListeners('requestfailed');
	page.removeAllListeners('console');
}
