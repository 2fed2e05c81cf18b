// npm run test:long: the sweeps that take too long for every change, each with its own line, then the sum.
// SEED=… tries others than the usual runs.
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { install, ROOT, say } from './lib.mjs';

const SWEEPS = [
	['5,000 outboxes', 'view/outbox-model.test.ts', { CRELBO_OUTBOXES: '5000' }],
	['400 restores', 'restore.test.ts', { CRELBO_RESTORES: '400' }],
	['400 mixes', 'water-account.test.ts', { CRELBO_MIXES: '400' }],
	['2,000 assessments', 'assess.test.ts', { RUNS: '2000' }]
];

install();
let passed = 0;
let failed = 0;
for (const [title, file, env] of SWEEPS) {
	const began = Date.now();
	const { status, stdout, stderr } = spawnSync(
		join(ROOT, 'node_modules', '.bin', 'mocha'),
		[join('tests', 'unit', file)],
		{ cwd: ROOT, env: { ...process.env, ...env }, encoding: 'utf8', maxBuffer: 1 << 28 }
	);
	const count = (what) => Number(new RegExp(`(\\d+) ${what}`).exec(stdout)?.[1] ?? 0);
	const bad = count('failing') || (status === 0 ? 0 : 1);
	passed += count('passing');
	failed += bad;
	say(
		`— ${title}: ${count('passing')} passed, ${bad} failed in ${Math.round((Date.now() - began) / 1000)} s`
	);
	if (bad > 0) say(stdout + stderr);
}
say(`${passed} passed, ${failed} failed`);
process.exit(failed > 0 ? 1 : 0);
