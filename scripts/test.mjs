// npm test: installs what is missing, then every check, stopping at the first that fails.
// Two lanes take the checks in turn (static, then build and unit), and end to end has both to itself.
// Ends with a plain line "N passed, N failed", all runners summed.
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { install, ROOT, say } from './lib.mjs';

const LANES = 2;
/** The unit tests go in so many parts, so that the lanes end at about the same time. */
const PARTS = 4;

let passed = 0;
let failed = 0;
const running = new Set();
const began = Date.now();

function finish() {
	for (const child of running) child.kill();
	say(`${passed} passed, ${failed} failed`);
	process.exit(failed > 0 ? 1 : 0);
}

const bin = (name) => join(ROOT, 'node_modules', '.bin', name);
const seconds = (since) => `${Math.round((Date.now() - since) / 1000)} s`;

/** Runs one check. `count` reads how many tests it ran from its output; without it the check is one. */
function check({ title, command, args, count }) {
	const start = Date.now();
	return new Promise((done) => {
		const child = spawn(command, args, { cwd: ROOT, stdio: ['ignore', 'pipe', 'pipe'] });
		running.add(child);
		let output = '';
		child.stdout.on('data', (chunk) => (output += chunk));
		child.stderr.on('data', (chunk) => (output += chunk));
		child.on('error', (fault) => (output += String(fault)));
		child.on('close', (code) => {
			running.delete(child);
			const good = code === 0;
			const counted = count?.(output) ?? { passed: good ? 1 : 0, failed: 0 };
			passed += counted.passed;
			failed += counted.failed;
			if (!good && counted.failed === 0) failed += 1;
			say(`— ${title}: ${counted.passed} passed in ${seconds(start)}`);
			if (!good) {
				say(output);
				finish();
			}
			done();
		});
	});
}

/** Both lanes take from one list, in its order. */
const inLanes = (list) =>
	Promise.all(
		Array.from({ length: LANES }, async () => {
			for (let next; (next = list.shift());) await check(next);
		})
	);

const counting = (good, bad) => (output) => ({
	passed: Number(good.exec(output)?.[1] ?? 0),
	failed: Number(bad.exec(output)?.[1] ?? 0)
});

/** End to end: a test that passed at its second try counts as passed, and is said by name. */
function browsed(output) {
	const { passed, failed } = counting(/(\d+) passed/, /(\d+) failed/)(output);
	const again = /(\d+) flaky\n((?: {4}.*\n)*)/.exec(output);
	if (again) say(`passed at the second try:\n${again[2]}`);
	return { passed: passed + Number(again?.[1] ?? 0), failed };
}

function unit() {
	const files = readdirSync(join(ROOT, 'tests', 'unit'), { recursive: true })
		.filter((name) => name.endsWith('.test.ts'))
		.sort();
	return Array.from({ length: PARTS }, (_, part) => ({
		title: `unit, part ${part + 1} of ${PARTS}`,
		command: bin('mocha'),
		args: [
			'--bail',
			...files.filter((_, i) => i % PARTS === part).map((name) => join('tests', 'unit', name))
		],
		count: counting(/(\d+) passing/, /(\d+) failing/)
	}));
}

/** Debian's Chromium where there is none and we may install it. */
function browser() {
	const path = process.env.CHROMIUM_PATH ?? '/usr/bin/chromium';
	if (existsSync(path)) return;
	say('— installing Chromium from Debian');
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
await check({ title: 'routes', command: bin('svelte-kit'), args: ['sync'] });
await inLanes([
	{
		title: 'types',
		command: bin('svelte-check'),
		args: ['--tsconfig', './tsconfig.json', '--fail-on-warnings']
	},
	{ title: 'format', command: bin('prettier'), args: ['--check', '.'] },
	{ title: 'lint', command: bin('eslint'), args: ['.'] },
	{
		title: 'import directions',
		command: bin('depcruise'),
		args: ['--config', '.dependency-cruiser.cjs', 'src', 'cli', 'bench']
	},
	{ title: 'unused code', command: bin('knip'), args: [] },
	{ title: 'build', command: process.execPath, args: [join('scripts', 'build.mjs')] },
	...unit()
]);
browser();
await check({
	title: 'end to end',
	command: bin('playwright'),
	args: ['test'],
	count: browsed
});
say(`all in ${seconds(began)}`);
finish();
