// npm run test:long: all of every sweep that npm test tries a tenth of, unit tests file by file and then all of
// end to end. Another seed each time, which is printed: SEED=… tries one again.
import { spawnSync } from 'node:child_process';
import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { COMPILED, compiledTests, install, ROOT, run, say } from './lib.mjs';

const seed = process.env.SEED ?? String(Math.floor(Math.random() * 2 ** 31));
const env = { ...process.env, SEED: seed, CRELBO_LONG: '1', CRELBO_COMPILED: COMPILED };
let passed = 0;
let failed = 0;

/** Runs one check; one that fails is shown, and the next is tried. */
function sweep(title, command, args, words) {
	const began = Date.now();
	const { status, stdout, stderr } = spawnSync(join(ROOT, 'node_modules', '.bin', command), args, {
		cwd: ROOT,
		env,
		encoding: 'utf8',
		maxBuffer: 1 << 28
	});
	const count = (what) => Number(new RegExp(`(\\d+) ${what}`).exec(stdout)?.[1] ?? 0);
	const bad = count(words.failed) || (status === 0 ? 0 : 1);
	passed += count(words.passed);
	failed += bad;
	const took = Math.round((Date.now() - began) / 1000);
	say(`— ${title}: ${count(words.passed)} passed, ${bad} failed in ${took} s`);
	if (bad > 0) say(stdout + stderr);
}

install();
say(`seed ${seed}`);
const files = readdirSync(join(ROOT, 'tests', 'unit'), { recursive: true })
	.filter((name) => name.endsWith('.test.ts'))
	.sort();
run(process.execPath, [join('scripts', 'compile-tests.mjs')], { quiet: true });
for (const name of files)
	sweep(name, 'mocha', compiledTests([name]), { passed: 'passing', failed: 'failing' });
run(process.execPath, [join('scripts', 'build.mjs')], { quiet: true });
sweep('end to end, all of it', 'playwright', ['test', '--max-failures=0'], {
	passed: 'passed',
	failed: 'failed'
});
say(`${passed} passed, ${failed} failed (seed ${seed})`);
process.exit(failed > 0 ? 1 : 0);
