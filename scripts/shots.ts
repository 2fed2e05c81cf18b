/**
 * Pictures of the main views, from a running demo: npm run shots -- <address> <folder> [name …].
 * Any other view by its path: /systems/kitchen-columns#sites@390x844!dark
 */
import { chromium, type Page } from '@playwright/test';
import { mkdirSync } from 'node:fs';

const [address = 'http://127.0.0.1:4173', folder = 'docs/screenshots', ...only] =
	process.argv.slice(2);
mkdirSync(folder, { recursive: true });
const RAIL = '/systems/lean-to-rail';

interface Shot {
	name: string;
	path: string;
	size?: [number, number];
	dark?: boolean;
	before?: (page: Page) => Promise<void>;
}
const step = (name: string) => async (page: Page) => {
	await page.locator(`[data-step="${name}"]`).click();
};
const at = (id: string) => `/systems/${id}`;
const SHOTS: Shot[] = [
	{ name: 'home', path: '/' },
	{ name: 'start', path: '/start' },
	{ name: 'workspace', path: RAIL },
	{ name: 'workspace-dark', path: RAIL, dark: true },
	...['lines', 'tank', 'feed'].map((name): Shot => ({
		name,
		path: RAIL,
		before: step(name)
	})),
	{ name: 'mix-bottles', path: RAIL, before: step('mix') },
	{
		name: 'mix-card',
		path: `${at('away-bench')}/mix`,
		size: [390, 844],
		before: async (page) => {
			await page.getByRole('button', { name: 'Begin' }).click();
			for (let i = 0; i < 3; i++) await page.getByRole('button', { name: 'Done' }).click();
		}
	},
	{
		name: 'today',
		path: `${RAIL}/today`,
		size: [390, 844],
		before: async (page) => {
			for (const [name, value] of [
				['In the tank, by its tape', '24'],
				['Strength', '2.45'],
				['pH', '6.9']
			])
				await page.getByRole('textbox', { name: name!, exact: true }).fill(value!);
		}
	},
	{ name: 'columns', path: at('kitchen-columns') },
	{ name: 'season', path: at('kitchen-columns'), before: step('plant-out') },
	{ name: 'compare', path: `${at('kitchen-columns')}/compare` },
	{ name: 'place', path: '/places/tern-cottage?area=yard' },
	{
		name: 'floor',
		path: at('yard-channels'),
		before: async (page) => {
			await step('place')(page);
			for (const kind of ['Buckets in rows outdoors', 'Stacked pots']) {
				await page.getByRole('button', { name: 'Add a stand' }).click();
				await page.getByRole('menuitem', { name: kind }).click();
				await page.waitForTimeout(600);
			}
		}
	},
	{ name: 'print', path: `${RAIL}/print`, size: [800, 1120] },
	{ name: 'phone', path: at('kitchen-columns'), size: [390, 844] },
	// last: it changes how the rail is mixed
	{
		name: 'mix',
		path: RAIL,
		before: async (page) => {
			await step('mix')(page);
			await page.getByRole('button', { name: 'Weigh each fill' }).click();
		}
	}
];

const browser = await chromium.launch({
	executablePath: process.env.CHROMIUM_PATH ?? '/usr/bin/chromium',
	args: [
		'--no-sandbox',
		'--disable-gpu',
		'--disable-quic',
		'--no-first-run',
		'--disable-background-networking',
		'--disable-component-update',
		'--disable-sync'
	]
});
/** A path with a step, a size and a theme, as a picture named after them. */
function byPath(text: string): Shot {
	const [, path = '/', at, size, dark] =
		/^([^#@!]+)(?:#([\w-]+))?(?:@(\d+x\d+))?(!dark)?$/.exec(text) ?? [];
	const [w, h] = (size ?? '1280x800').split('x').map(Number);
	return {
		name: text.replace(/\W+/g, '-').replace(/^-/, ''),
		path,
		size: [w!, h!],
		dark: dark !== undefined,
		...(at && { before: step(at) })
	};
}
const wanted =
	only.length === 0
		? SHOTS
		: [
				...SHOTS.filter((shot) => only.includes(shot.name)),
				...only.filter((name) => name.startsWith('/')).map(byPath)
			];
for (const shot of wanted) {
	const [width, height] = shot.size ?? [1280, 800];
	const page = await browser.newPage({
		viewport: { width, height },
		colorScheme: shot.dark ? 'dark' : 'light',
		reducedMotion: 'reduce'
	});
	page.on('console', (m) => m.type() === 'error' && console.error(shot.name, m.text()));
	page.on('pageerror', (e) => console.error(shot.name, e.message));
	await page.goto(address + shot.path, { waitUntil: 'networkidle' });
	// a picture shows what is whole: judged, with the fixes that were tried
	const whole = () =>
		page.waitForFunction(
			() =>
				!document.querySelector('[aria-busy="true"], .trying') &&
				!document.body.innerText.includes('Being worked out …')
		);
	await whole();
	await shot.before?.(page);
	await page.waitForTimeout(250);
	await whole();
	await page.screenshot({ path: `${folder}/${shot.name}.png` });
	await page.close();
}
await browser.close();
