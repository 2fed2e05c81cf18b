import { chromium, type Browser, type Page } from '@playwright/test';
import { existsSync } from 'node:fs';
import { fieldAt, kindOf, type Parts } from '../src/lib/core/design';
import { RAIL, SIZES } from './grown';
import { median, print } from './measure';
import { fileOf, house, IS_BUILT, type House } from './serving';

const BROWSER = [
	process.env.CHROMIUM_PATH,
	'/usr/bin/chromium-headless-shell',
	'/usr/bin/chromium'
].find((path) => path && existsSync(path));
const MOVES = 40;
const ROUNDS = 5;

/** How long after a hand's move it was seen, and until all of it was judged, ms. */
interface Lag {
	pixels: number;
	whole: number;
}

/**
 * A page's own measure. `lags`: of each pointer's move while a button is down. `next(type)`: of the next event of
 * that type, until what follows from it is drawn and until the verdict is whole. `opened`: of the page itself.
 */
const WATCH = `
	window.drawn = () => new Promise((done) => requestAnimationFrame(() => {
		const { port1, port2 } = new MessageChannel();
		port1.onmessage = () => done(performance.now());
		port2.postMessage(0);
	}));
	window.steps = () => document.querySelector('nav[aria-label="Steps of the job"]');
	window.judged = async () => {
		while (steps()?.ariaBusy !== 'false') await new Promise(requestAnimationFrame);
		return drawn();
	};
	window.lags = [];
	addEventListener('pointermove', async (event) => {
		if (event.buttons === 0) return;
		const from = performance.now();
		lags.push(await drawn() - from);
	}, { capture: true });
	window.next = (type) => window.told = new Promise((done) => addEventListener(type, async () => {
		const from = performance.now();
		const pixels = await drawn() - from;
		done({ pixels, whole: await judged() - from });
	}, { capture: true, once: true }));
	window.opened = (async () => {
		while (!steps()) await new Promise(requestAnimationFrame);
		const pixels = await drawn();
		return { pixels, whole: await judged() };
	})();
`;

const judged = (page: Page) => page.evaluate('judged()');

/** Does what makes an event of a type, and tells how long it took. */
async function after(page: Page, type: string, act: () => Promise<unknown>): Promise<Lag> {
	await page.evaluate(`void next('${type}')`);
	await act();
	const lag = (await page.evaluate('told')) as Lag;
	await judged(page);
	return lag;
}

const medians = (list: readonly Lag[]): Lag => ({
	pixels: median(list.map(({ pixels }) => pixels)),
	whole: median(list.map(({ whole }) => whole))
});

async function opened(browser: Browser, address: string): Promise<{ page: Page; lag: Lag }> {
	const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
	await page.addInitScript(WATCH);
	const lags: Lag[] = [];
	for (let i = 0; i < 4; i++) {
		await page.goto(address);
		lags.push((await page.evaluate('opened')) as Lag);
	}
	// the first one loads the program
	return { page, lag: medians(lags.slice(1)) };
}

/** How many stand along the front, typed one more and one fewer. */
async function counted(page: Page, parts: Parts): Promise<Lag> {
	const path = `design.stands.0.${kindOf(parts.design.stands[0]!).along}`;
	const title = fieldAt(parts, path)!.title!;
	await page.locator('[data-step="sites"]').click();
	const field = page.getByRole('textbox', { name: new RegExp(`^${title}$`, 'i') }).first();
	const now = Number(await field.inputValue());
	const lags: Lag[] = [];
	for (let i = 0; i < ROUNDS + 1; i++) {
		await field.fill(String(i % 2 === 0 ? now - 1 : now));
		lags.push(await after(page, 'change', () => field.press('Tab')));
	}
	return medians(lags.slice(1));
}

/** The first fix there is, pressed and taken back. */
async function fixed(page: Page): Promise<Lag | null> {
	const bar = page.getByRole('region', { name: 'Findings' });
	const fix = bar.locator('.fixes button:not(.seen)').first();
	const lags: Lag[] = [];
	for (let i = 0; i < 3; i++) {
		for (let turn = 0; turn < 20; turn++) {
			await bar.getByText('trying what would help').waitFor({ state: 'hidden' });
			if (await fix.isVisible()) break;
			await bar.getByRole('button', { name: 'Next finding' }).click();
		}
		if (!(await fix.isVisible())) return null;
		lags.push(await after(page, 'click', () => fix.click()));
		await page.getByRole('button', { name: 'Undo', exact: true }).click();
		await judged(page);
	}
	return medians(lags);
}

/** Each of the sheets that show most, turned to. */
async function turned(page: Page): Promise<Lag> {
	const lags: Lag[] = [];
	for (let round = 0; round < 3; round++)
		for (const step of ['feed', 'tank', 'lines', 'sites', 'mix'])
			lags.push(await after(page, 'click', () => page.locator(`[data-step="${step}"]`).click()));
	return medians(lags.slice(5));
}

/** Pressed at a point and moved to and fro along an axis, a step a frame. @returns the median from pointer to pixels */
async function dragged(page: Page, x: number, y: number, axis: 'x' | 'y'): Promise<number> {
	await page.evaluate('lags.length = 0');
	await page.mouse.move(x, y);
	await page.mouse.down();
	for (let i = 0; i < MOVES; i++) {
		const by = (i % 20) - 10;
		await page.mouse.move(axis === 'x' ? x + by : x, axis === 'y' ? y + by : y);
		await page.evaluate(() => new Promise((done) => requestAnimationFrame(done)));
	}
	await page.mouse.up();
	await judged(page);
	return median((await page.evaluate('lags')) as number[]);
}

async function feedDragged(page: Page): Promise<number> {
	await page.locator('[data-step="feed"]').click();
	const box = (await page.getByRole('slider', { name: /^Feed 1 of/ }).boundingBox())!;
	return dragged(page, box.x + box.width / 2, box.y + 14, 'x');
}

/** An amount on the bench dragged: the recipe is fitted round it and every bar drawn anew. */
async function heap(browser: Browser, at: House): Promise<void> {
	const { page } = await opened(browser, `${at.address}/systems/${await at.take(RAIL)}`);
	await page.locator('[data-step="mix"]').click();
	await page.getByRole('button', { name: 'Weigh each fill' }).click();
	const grip = page.getByRole('slider', { name: /^Amount of Potassium nitrate/ });
	const box = (await grip.boundingBox())!;
	const lag = await dragged(page, box.x + box.width / 2, box.y + box.height / 2, 'y');
	print('an amount dragged on the bench, pointer to pixels', `${lag.toFixed(0)} ms`);
	await page.close();
}

/** What a hand waits for in a browser, at 14, 112 and 300 sites: until it sees it, and until all of it is judged. */
export async function browser(): Promise<void> {
	if (!BROWSER || !IS_BUILT)
		return print('browser', 'not measured: it takes a build and a browser');
	const at = await house(4397, { CRELBO_TODAY: '2026-05-28' });
	const window = await chromium.launch({
		executablePath: BROWSER,
		args: ['--no-sandbox', '--disable-background-networking', '--disable-component-update']
	});
	const least: Record<string, number> = {};
	try {
		for (const [name, sites, make] of SIZES) {
			const parts = make();
			const id = await at.take(fileOf(parts));
			const { page, lag } = await opened(window, `${at.address}/systems/${id}`);
			const say = (what: string, { pixels, whole }: Lag) => {
				const by = (pixels / (least[what] ??= pixels)).toFixed(1);
				print(
					`${what}, ${name}, ${sites} sites`,
					`${pixels.toFixed(0)} ms to pixels, judged after ${whole.toFixed(0)}${by === '1.0' ? '' : `, ${by} times the rail`}`
				);
			};
			say('opened', lag);
			say('a sheet turned to', await turned(page));
			say('a count changed', await counted(page, parts));
			const fix = await fixed(page);
			if (fix) say('a fix pressed', fix);
			const drag = await feedDragged(page);
			say('a feed dragged, each step', { pixels: drag, whole: drag });
			await page.close();
		}
		await heap(window, at);
	} finally {
		await window.close();
		await at.close();
	}
}
