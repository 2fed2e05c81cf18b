// npm test: installs what is missing, then every check in order, stopping at the first that fails.
// Ends with a plain line "N passed, N failed", all runners summed.
import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { install, ROOT, say } from './lib.mjs';

let passed = 0;
let failed = 0;

function finish() {
	say(`${passed} passed, ${failed} failed`);
	process.exit(failed > 0 ? 1 : 0);
}

const bin = (name) => join(ROOT, 'node_modules', '.bin', name);

/** Runs one check. `count` reads how many tests it ran from its output; without it the check is one. */
function check(title, command, args, { count, env = {} } = {}) {
	say(`\n— ${title}`);
	const result = spawnSync(command, args, {
		cwd: ROOT,
		env: { ...process.env, ...env },
		stdio: ['ignore', 'pipe', 'pipe'],
		encoding: 'utf8',
		maxBuffer: 1 << 28
	});
	const output = `${result.stdout ?? ''}${result.stderr ?? ''}`;
	const good = result.status === 0;
	const counted = count?.(output);
	if (counted) {
		passed += counted.passed;
		failed += counted.failed;
		if (!good && counted.failed === 0) failed += 1;
	} else if (good) passed += 1;
	else failed += 1;
	if (!good) {
		say(output);
		finish();
	}
	say(counted ? `${counted.passed} passed` : 'fine');
}

const number = (output, pattern) => Number(pattern.exec(output)?.[1] ?? 0);

/** Debian's Chromium where there is none and we may install it. */
function browser() {
	const path = process.env.CHROMIUM_PATH ?? '/usr/bin/chromium';
	if (existsSync(path)) return;
	say('\n— installing Chromium from Debian');
	const apt = (args) =>
		spawnSync('apt-get', args, {
			stdio: 'inherit',
			env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' }
		});
	apt(['update', '-q']);
	apt(['install', '-y', '-q', '--no-install-recommends', 'chromium']);
	if (!existsSync(path)) {
		say('The end-to-end tests need Chromium: install it, or set CHROMIUM_PATH.');
		failed += 1;
		finish();
	}
}

install();
check('format', bin('prettier'), ['--check', '.']);
check('lint', bin('eslint'), ['.']);
check('types', bin('svelte-kit'), ['sync']);
check('types', bin('svelte-check'), ['--tsconfig', './tsconfig.json', '--fail-on-warnings']);
check('import directions', bin('depcruise'), [
	'--config',
	'.dependency-cruiser.cjs',
	'src',
	'cli',
	'bench'
]);
check('unused code', bin('knip'), []);
check('unit', bin('mocha'), ['tests/unit/**/*.test.ts'], {
	count: (output) => ({
		passed: number(output, /(\d+) passing/),
		failed: number(output, /(\d+) failing/)
	})
});
check('build', process.execPath, [join('scripts', 'build.mjs')]);
browser();
check('end to end', bin('playwright'), ['test'], {
	count: (output) => ({
		passed: number(output, /(\d+) passed/),
		failed: number(output, /(\d+) failed/)
	})
});
finish();
