// Writes the figures of the examples anew (tests/figures.json), for a change that means to move them. What
// `git diff tests/figures.json` then shows is which stages of which examples moved.
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { ROOT } from './lib.mjs';

const { status } = spawnSync(
	join(ROOT, 'node_modules', '.bin', 'mocha'),
	['figures', 'figures-changed'].map((name) => join('tests', 'unit', `${name}.test.ts`)),
	{ cwd: ROOT, stdio: 'inherit', env: { ...process.env, CRELBO_FIGURES: 'write' } }
);
process.exit(status ?? 1);
