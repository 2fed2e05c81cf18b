import { expect, test as base, type APIRequestContext, type Page } from '@playwright/test';
import { spawn } from 'node:child_process';
import { readFileSync } from 'node:fs';
import type { Stored } from '../../src/lib/ui/workspace/save-queue';

export const RAIL = readFileSync(
	new URL('../../examples/lean-to-rail.json', import.meta.url),
	'utf8'
);

/** Every test fails on a console error, a page error or a failed request it did not expect. */
export const test = base.extend<{ quiet: { expectStatus: (status: number) => void } }>({
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

async function own(request: APIRequestContext, data: string): Promise<string> {
	const response = await request.post('/api/designs?import', {
		data,
		headers: { 'content-type': 'application/json' }
	});
	expect(response.status()).toBe(201);
	return ((await response.json()) as { id: string }).id;
}

export async function open(page: Page, id: string): Promise<void> {
	await page.goto(`/systems/${id}`, { waitUntil: 'networkidle' });
	await expect(page.locator('[data-step="pump"]')).toBeVisible();
}

export const step = (page: Page, name: string) => page.locator(`[data-step="${name}"]`);
export const bar = (page: Page) => page.getByRole('region', { name: 'Findings' });
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
		for (let i = 0; i < 100 && !printed.includes('Listening'); i++)
			await new Promise((r) => setTimeout(r, 100));
	};
	return { child, ended, ready };
}
