import { defineConfig } from '@playwright/test';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const port = Number(process.env.E2E_PORT ?? 4391);
// the config is read again by every worker: one database for all of them
const database =
	(process.env.E2E_DATABASE ??= `file:${join(mkdtempSync(join(tmpdir(), 'crelbo-')), 'e2e.db')}`);

export default defineConfig({
	testDir: 'tests/e2e',
	fullyParallel: false,
	workers: 1,
	retries: 0,
	timeout: 45_000,
	expect: { timeout: 8_000 },
	reporter: 'list',
	use: {
		baseURL: `http://127.0.0.1:${port}`,
		viewport: { width: 1280, height: 800 },
		reducedMotion: 'reduce',
		timezoneId: 'UTC',
		launchOptions: {
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
		}
	},
	webServer: {
		command: 'node build/index.js',
		url: `http://127.0.0.1:${port}/`,
		reuseExistingServer: false,
		env: {
			PORT: String(port),
			HOST: '127.0.0.1',
			DATABASE_URL: database,
			CRELBO_SEED: 'demo',
			CRELBO_TODAY: '2026-05-28',
			BODY_SIZE_LIMIT: '16M'
		}
	}
});
