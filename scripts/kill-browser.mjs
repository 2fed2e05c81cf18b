// Is everything a page told as kept there after the browser is killed? A browser with a profile of its own types names
// and takes steps back, with the network coming and going, and is killed with SIGKILL in the middle of it; the next
// one opens the same profile. In the end the server must hold the last thing that was told, and nothing twice.
//   node scripts/kill-browser.mjs [--rounds 12] [--seed 1]     (npm run build first)
import { createClient } from '@libsql/client';
import { chromium } from '@playwright/test';
import { spawn } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { flag, ROOT, say } from './lib.mjs';

const rounds = Number(flag('--rounds') ?? 12);
let state = Number(flag('--seed') ?? 1);
const roll = () => (state = (Math.imul(state, 1664525) + 1013904223) >>> 0) / 2 ** 32;

const PORT = 4391;
const HOME = `http://127.0.0.1:${PORT}`;
const PAGE = `${HOME}/systems/lean-to-rail`;
const folder = mkdtempSync(join(tmpdir(), 'crelbo-browser-'));
const database = `file:${join(folder, 'kill.db')}`;
const pause = (ms) => new Promise((done) => setTimeout(done, ms));

const server = spawn(process.execPath, ['build/index.js'], {
	cwd: ROOT,
	env: {
		...process.env,
		...{ PORT: String(PORT), HOST: '127.0.0.1', DATABASE_URL: database, CRELBO_SEED: 'demo' }
	},
	stdio: ['ignore', 'pipe', 'inherit']
});
await new Promise((done) =>
	server.stdout.on('data', (chunk) => String(chunk).includes('Listening') && done())
);

async function browser() {
	const context = await chromium.launchPersistentContext(join(folder, 'profile'), {
		executablePath: process.env.CHROMIUM_PATH ?? '/usr/bin/chromium',
		args: ['--no-sandbox']
	});
	const page = context.pages()[0] ?? (await context.newPage());
	await page.goto(PAGE);
	await page.waitForSelector('html[data-live]');
	return { context, page };
}
/** All processes of the profile at once, as a dead battery does it. */
const kill = () => spawn('pkill', ['-9', '-f', join(folder, 'profile')]);
const nameOn = (page) => page.getByLabel('Name of the system').inputValue();

const told = { acts: 0, kept: 0, lost: 0, twice: 0 };
/** The last name that was told as kept, and those typed since. */
let kept = 'Lean-to rail';
let since = [];

for (let round = 1; round <= rounds; round++) {
	const { context, page } = await browser();
	const seen = await nameOn(page).catch(() => null);
	if (seen !== null && seen !== kept && !since.includes(seen)) {
		told.lost++;
		say(`round ${round}: “${kept}” was told as kept, “${seen}” stands there`);
	}
	if (seen !== null) [kept, since] = [seen, []];
	const deadline = Date.now() + 4000 + 6000 * roll();
	setTimeout(kill, deadline - Date.now());
	try {
		for (let n = 1; ; n++) {
			if (roll() < 0.3) await context.setOffline(roll() < 0.5);
			const name = `Rail ${round}.${n}`;
			const field = page.getByLabel('Name of the system');
			await field.click();
			await field.press('Control+A');
			await field.pressSequentially(name);
			since.push(name);
			await field.press('Enter');
			told.acts++;
			if (roll() < 0.7) {
				await page
					.locator('span.line .words')
					.filter({ hasText: /Saved \d|On this device/ })
					.waitFor({ timeout: 4000 });
				told.kept++;
				[kept, since] = [name, []];
			}
		}
	} catch {
		// it was killed, or is about to be
	}
	await pause(Math.max(0, deadline - Date.now()) + 300);
	await context.close().catch(() => {});
}

const { context, page } = await browser();
await page
	.locator('span.line')
	.filter({ hasText: /Saved \d/ })
	.waitFor({ timeout: 30_000 });
await pause(500);
const last = await nameOn(page);
await context.close();
const stands = (await (await fetch(`${HOME}/api/designs/lean-to-rail`)).json()).design.name;
if (last !== stands || (last !== kept && !since.includes(last))) told.lost++;
const client = createClient({ url: database });
const { rows } = await client.execute(
	"SELECT json_extract(document, '$.design.name') AS name, count(*) AS n FROM revisions WHERE design_id = 'lean-to-rail' AND label = 'name' GROUP BY 1 HAVING n > 1"
);
told.twice = rows.length;
client.close();
server.kill('SIGTERM');
say(
	`${rounds} rounds, ${told.acts} acts, ${told.kept} told as kept: ${told.lost} lost, ${told.twice} twice`
);
process.exit(told.lost + told.twice > 0 ? 1 : 0);
