import { defineConfig } from '@playwright/test';
import { existsSync } from 'node:fs';
import { LATER } from './tests/e2e/later';

/** The shell without windows draws in three quarters of the time; either does. */
const SHELL = '/usr/bin/chromium-headless-shell';
const CHROMIUM = process.env.CHROMIUM_PATH ?? (existsSync(SHELL) ? SHELL : '/usr/bin/chromium');

export default defineConfig({
	testDir: 'tests/e2e',
	// each worker brings its own server and database (tests/e2e/bench.ts)
	fullyParallel: true,
	// the rest of the sweeps is for npm run test:long
	grepInvert: process.env.CRELBO_LONG === '1' ? undefined : [...LATER],
	workers: 2,
	// on a machine shared with others a browser may stall; what needed a second try is said by name
	retries: process.env.CI ? 1 : 0,
	maxFailures: 1,
	timeout: 60_000,
	expect: { timeout: 12_000 },
	reporter: 'list',
	use: {
		viewport: { width: 1280, height: 800 },
		// what it keeps would stand between a test and the requests it watches; its own tests let it in
		serviceWorkers: 'block',
		reducedMotion: 'reduce',
		timezoneId: 'UTC',
		launchOptions: {
			executablePath: CHROMIUM,
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
	}
});
