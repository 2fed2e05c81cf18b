/**
 * One picture of what is kept and told, side by side: waiting for the network, what came in from another window, the
 * passcode, a phone without network, a card taken over. It starts the built server itself, for it takes it away:
 * node --import tsx scripts/shots-kept.ts [folder]
 */
import { chromium, type Page } from '@playwright/test';
import { spawn } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { networkInterfaces, tmpdir } from 'node:os';
import { join } from 'node:path';

const [folder = 'docs/screenshots'] = process.argv.slice(2);
const PORT = 4790;
const HOME = `http://127.0.0.1:${PORT}`;
const SIZE = { width: 390, height: 720 };
const own = Object.values(networkInterfaces())
	.flatMap((list) => list ?? [])
	.find(({ internal, family }) => !internal && family === 'IPv4');
const database = `file:${join(mkdtempSync(join(tmpdir(), 'crelbo-')), 'kept.db')}`;

async function serve(): Promise<() => Promise<unknown>> {
	const child = spawn(process.execPath, ['build/index.js'], {
		env: {
			...process.env,
			...{ PORT: String(PORT), HOST: '0.0.0.0', DATABASE_URL: database },
			...{ CRELBO_SEED: 'demo', CRELBO_TODAY: '2026-05-28' }
		}
	});
	await new Promise<void>((ready) =>
		child.stdout.on('data', (chunk) => String(chunk).includes('Listening') && ready())
	);
	return () => {
		child.kill('SIGTERM');
		return new Promise((done) => child.on('exit', done));
	};
}
const browser = await chromium.launch({
	executablePath: process.env.CHROMIUM_PATH ?? '/usr/bin/chromium',
	args: ['--no-sandbox', '--disable-gpu']
});
const phone = async (path: string, home = HOME): Promise<Page> => {
	const context = await browser.newContext({ viewport: SIZE, reducedMotion: 'reduce' });
	const page = await context.newPage();
	await page.goto(home + path, { waitUntil: 'networkidle' });
	return page;
};
const shots: [string, Buffer][] = [];
const shoot = async (words: string, page: Page) =>
	void shots.push([words, await page.screenshot()]);
const name = async (page: Page, text: string) => {
	const field = page.getByRole('textbox', { name: 'Name of the system' });
	await field.fill(text);
	await field.press('Enter');
};

let stop = await serve();
const RAIL = '/systems/lean-to-rail';
const offline = await phone(RAIL);
const [one, two] = [await phone('/systems/loft-table'), await phone('/systems/loft-table')];
await offline.waitForTimeout(1500);
await offline.reload({ waitUntil: 'networkidle' });
await offline.waitForTimeout(3000);

// what came in: another window changes the same system meanwhile
await two.locator('[data-step="mix"]').click();
await two.getByRole('textbox', { name: 'Strength', exact: true }).fill('1.9');
await two.keyboard.press('Tab');
await two.waitForTimeout(1500);
await name(one, 'Loft table, chillies');
await one.waitForTimeout(2000);
await shoot('What came in from another window', one);

// a card that is open on another device
const card = await phone(`${RAIL}/mix`);
await card.getByRole('button', { name: 'Begin' }).click();
await card.getByRole('button', { name: 'Done', exact: true }).click();
await card.waitForTimeout(1000);
await shoot('A card in hand on another device', await phone(`${RAIL}/mix`));

await fetch(`${HOME}/api/door`, {
	method: 'PUT',
	headers: { 'content-type': 'application/json' },
	body: JSON.stringify({ passcode: 'two wet hands' })
});
await shoot(
	'The passcode, once a device',
	await phone('/', `http://${own?.address ?? '127.0.0.1'}:${PORT}`)
);

await stop();
await offline.reload({ waitUntil: 'load' });
await offline.waitForTimeout(2500);
await shoot('Started without network', offline);
await name(offline, 'Lean-to rail, south');
await offline.waitForTimeout(2500);
await shoot('What was done waits on the device', offline);
stop = async () => undefined;

const page = await browser.newPage({ viewport: { width: 1280, height: 540 } });
await page.setContent(
	`<body style="margin:0;background:#e9edea;font:600 14px sans-serif;color:#12261d"><div style="display:flex;gap:18px;padding:20px">${shots
		.map(
			([words, png]) =>
				`<figure style="margin:0;width:233px"><img style="width:100%;border:1px solid #12261d" src="data:image/png;base64,${png.toString('base64')}"><figcaption style="padding-top:8px">${words}</figcaption></figure>`
		)
		.join('')}</div></body>`
);
await page.screenshot({ path: `${folder}/kept.png` });
await browser.close();
