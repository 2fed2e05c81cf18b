import { chromium, type Browser, type Page } from '@playwright/test';
import { spawn } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { writeDesignFile } from '../src/lib/core/design';
import { garden } from './gardens';

const PORT = 4397;
const HOME = `http://127.0.0.1:${PORT}`;
const BROWSER = process.env.CHROMIUM_PATH ?? '/usr/bin/chromium';
const MOVES = 40;

/** A page's own measure: from a pointer that moved until what follows from it has been drawn. */
const WATCH = `
	window.lag = [];
	addEventListener('pointermove', (event) => {
		if (event.buttons === 0) return;
		const from = performance.now();
		requestAnimationFrame(() => {
			const { port1, port2 } = new MessageChannel();
			port1.onmessage = () => window.lag.push(performance.now() - from);
			port2.postMessage(0);
		});
	}, { capture: true });
`;

const median = (list: number[]) => [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)]!;

/** Pressed at a point and moved to and fro along an axis, a step a frame. @returns the median from pointer to pixels */
async function dragged(page: Page, x: number, y: number, axis: 'x' | 'y'): Promise<number> {
	await page.evaluate(WATCH);
	await page.mouse.move(x, y);
	await page.mouse.down();
	for (let i = 0; i < MOVES; i++) {
		const by = (i % 20) - 10;
		await page.mouse.move(axis === 'x' ? x + by : x, axis === 'y' ? y + by : y);
		await page.evaluate(() => new Promise((done) => requestAnimationFrame(done)));
	}
	await page.mouse.up();
	return median(await page.evaluate(() => (window as unknown as { lag: number[] }).lag));
}

/** An amount on the bench dragged: the recipe is fitted round it and every bar drawn anew. */
async function heap(
	browser: Browser,
	rail: string,
	print: (name: string, value: string) => void
): Promise<void> {
	const answer = await fetch(`${HOME}/api/designs?import`, {
		method: 'POST',
		body: rail,
		headers: { 'content-type': 'application/json', origin: HOME }
	});
	const { id } = (await answer.json()) as { id: string };
	const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
	await page.goto(`${HOME}/systems/${id}`);
	await page.locator('[data-step="mix"]').click();
	await page.getByRole('button', { name: 'Weigh each fill' }).click();
	const grip = page.getByRole('slider', { name: /^Amount of Potassium nitrate/ });
	const box = (await grip.boundingBox())!;
	const lag = await dragged(page, box.x + box.width / 2, box.y + box.height / 2, 'y');
	print('an amount dragged on the bench, pointer to pixels', `${lag.toFixed(0)} ms`);
	await page.close();
}

/** From pointer to pixels while a feed is dragged along the day, in a browser: of 14 sites and of 300. */
export async function pointer(print: (name: string, value: string) => void): Promise<void> {
	if (!existsSync(BROWSER) || !existsSync('build/index.js')) {
		print('a feed dragged, pointer to pixels', 'not measured: it takes a build and a browser');
		return;
	}
	const server = spawn(process.execPath, ['build/index.js'], {
		env: {
			...process.env,
			PORT: String(PORT),
			HOST: '127.0.0.1',
			DATABASE_URL: `file:${join(mkdtempSync(join(tmpdir(), 'bench-')), 'own.db')}`
		},
		stdio: 'ignore'
	});
	const browser = await chromium.launch({ executablePath: BROWSER, args: ['--no-sandbox'] });
	try {
		for (let i = 0; i < 100; i++) {
			const up = await fetch(`${HOME}/healthz`).catch(() => null);
			if (up?.ok) break;
			await new Promise((done) => setTimeout(done, 100));
		}
		const rail = readFileSync(new URL('../examples/lean-to-rail.json', import.meta.url), 'utf8');
		const files: [sites: number, text: string][] = [
			[14, rail],
			[300, writeDesignFile({ ...garden(300), shelf: [] })]
		];
		const spent: number[] = [];
		for (const [sites, data] of files) {
			const answer = await fetch(`${HOME}/api/designs?import`, {
				method: 'POST',
				body: data,
				headers: { 'content-type': 'application/json', origin: HOME }
			});
			const { id } = (await answer.json()) as { id: string };
			const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
			await page.goto(`${HOME}/systems/${id}`);
			await page.locator('[data-step="feed"]').click();
			const block = page.getByRole('slider', { name: /^Feed 1 of/ });
			const box = (await block.boundingBox())!;
			const lag = await dragged(page, box.x + box.width / 2, box.y + 14, 'x');
			spent.push(lag);
			print(`a feed dragged, ${sites} sites, pointer to pixels`, `${lag.toFixed(0)} ms`);
			await page.close();
		}
		await heap(browser, rail, print);
		print('a feed dragged, 300 sites over 14', `${(spent[1]! / spent[0]!).toFixed(1)} times`);
	} finally {
		await browser.close();
		server.kill('SIGTERM');
	}
}
