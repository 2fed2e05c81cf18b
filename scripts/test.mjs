// npm test: installs what is missing, then every check but the long sweeps, stopping at the first that fails.
// Two lanes take the checks in turn: the build first, end to end from then on, in parts; the longest before the
// shortest, by the times of tests/times.json (CRELBO_TIMES=1 measures and writes them anew).
// Ends with a plain line "N passed, N failed", all runners summed.
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { COMPILED, compiledTests, install, ROOT, say } from './lib.mjs';

const LANES = 2;
/** The unit tests go in parts of about so long, s; end to end in so many. */
const PART_S = 45;
const BROWSED = 2;
const TIMES = join(ROOT, 'tests', 'times.json');

let passed = 0;
let failed = 0;
const running = new Set();
const began = Date.now();
const measuring = process.env.CRELBO_TIMES === '1';
const times = existsSync(TIMES) ? JSON.parse(readFileSync(TIMES, 'utf8')) : {};

function finish() {
	for (const child of running) child.kill();
	say(`${passed} passed, ${failed} failed`);
	process.exit(failed > 0 ? 1 : 0);
}

const COMPILE = {
	title: 'unit tests compiled',
	command: process.execPath,
	args: [join('scripts', 'compile-tests.mjs'), COMPILED]
};

const bin = (name) => join(ROOT, 'node_modules', '.bin', name);
const seconds = (since) => Math.round((Date.now() - since) / 1000);

/** Runs one check. `count` reads how many tests it ran from its output; without it the check is one. */
function check({ title, command, args, count, env = {} }, lane = 0) {
	const start = Date.now();
	return new Promise((done) => {
		const child = spawn(command, args, {
			cwd: ROOT,
			stdio: ['ignore', 'pipe', 'pipe'],
			env: { ...process.env, CRELBO_LANE: String(lane), ...env }
		});
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
			say(`— ${title}: ${counted.passed} passed in ${seconds(start)} s`);
			if (!good) {
				say(output);
				finish();
			}
			done(output);
		});
	});
}

/** Both lanes take the first of one list that may begin. */
async function inLanes(list) {
	const waiting = [...list];
	const over = new Set();
	let wake = [];
	const lane = async (nth) => {
		while (waiting.length > 0) {
			const at = waiting.findIndex(({ after }) => !after || over.has(after));
			if (at < 0) await new Promise((go) => wake.push(go));
			else {
				const [next] = waiting.splice(at, 1);
				await check(next, nth);
				over.add(next.title);
				wake.forEach((go) => go());
				wake = [];
			}
		}
	};
	await Promise.all(Array.from({ length: LANES }, (_, nth) => lane(nth)));
}

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

const mocha = (title, files) => ({
	title,
	command: bin('mocha'),
	args: ['--bail', ...compiledTests(files)],
	env: { CRELBO_COMPILED: COMPILED },
	count: counting(/(\d+) passing/, /(\d+) failing/)
});

/** The unit tests in parts that take about as long; those that compile the interface stay together. */
function unit() {
	const all = readdirSync(join(ROOT, 'tests', 'unit'), { recursive: true })
		.filter((name) => name.endsWith('.test.ts'))
		.sort();
	const ofView = all.filter((name) => name.startsWith('view'));
	const rest = all.filter((name) => !ofView.includes(name));
	if (measuring) return [...rest.map((name) => mocha(name, [name])), mocha('view', ofView)];
	const took = (name) => times[name] ?? 5;
	const parts = Array.from(
		{ length: Math.max(1, Math.round(rest.reduce((sum, name) => sum + took(name), 0) / PART_S)) },
		() => ({ s: 0, files: [] })
	);
	for (const name of [...rest].sort((a, b) => took(b) - took(a))) {
		const least = parts.reduce((a, b) => (b.s < a.s ? b : a));
		least.s += took(name);
		least.files.push(name);
	}
	return [
		mocha('unit, the interface', ofView),
		...parts.map(({ files }, i) => mocha(`unit, part ${i + 1} of ${parts.length}`, files))
	];
}

const endToEnd = () =>
	Array.from({ length: BROWSED }, (_, i) => ({
		title: `end to end, part ${i + 1} of ${BROWSED}`,
		command: bin('playwright'),
		args: ['test', `--shard=${i + 1}/${BROWSED}`, '--workers=1', '--pass-with-no-tests'],
		count: browsed,
		after: 'build'
	}));

/** Debian's Chromium without windows, where it is not there and we may install it; with windows it does as well. */
function browser() {
	const there = () =>
		[process.env.CHROMIUM_PATH, '/usr/bin/chromium-headless-shell', '/usr/bin/chromium'].filter(
			(path) => path && existsSync(path)
		);
	if (there().some((path) => path !== '/usr/bin/chromium')) return;
	say('— installing Chromium from Debian');
	const apt = (args) =>
		spawnSync('apt-get', args, {
			stdio: 'inherit',
			env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' }
		});
	apt(['update', '-q']);
	apt(['install', '-y', '-q', '--no-install-recommends', 'chromium-headless-shell']);
	if (there().length === 0) {
		say('The end-to-end tests need Chromium: install it, or set CHROMIUM_PATH.');
		failed += 1;
		finish();
	}
}

install();
browser();
say(`packages and browser there after ${seconds(began)} s`);
const start = Date.now();
await check({ title: 'routes', command: bin('svelte-kit'), args: ['sync'] });
await check(COMPILE);
if (measuring) {
	for (const one of unit()) {
		const since = Date.now();
		await check(one);
		times[one.title] = (Date.now() - since) / 1000;
	}
	writeFileSync(TIMES, `${JSON.stringify(times, null, '\t')}\n`);
	finish();
}
await inLanes([
	{ title: 'build', command: process.execPath, args: [join('scripts', 'build.mjs')] },
	{
		title: 'types',
		command: bin('svelte-check'),
		args: ['--tsconfig', './tsconfig.json', '--fail-on-warnings']
	},
	...endToEnd(),
	...unit(),
	{ title: 'lint', command: bin('eslint'), args: ['.'] },
	{ title: 'format', command: bin('prettier'), args: ['--check', '.'] },
	{
		title: 'import directions',
		command: bin('depcruise'),
		args: ['--config', '.dependency-cruiser.cjs', 'src', 'cli', 'bench']
	},
	{ title: 'unused code', command: bin('knip'), args: [] }
]);
say(`all in ${seconds(start)} s, once packages and browser were there`);
finish();
