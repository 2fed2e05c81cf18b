// Are the tests able to fail? Sets one-token faults in the core (a sign, a constant, a comparison), one at a time
// in a copy, and asks the unit tests that reach the line, the nearest first, 60 s a fault.
//   node scripts/faults.mjs [--count 200] [--seed 2026] [--workers 2]
// What is known is kept in .tmp/faults: stopped and begun again it goes on where it was. --report only tells; --again
// asks once more what was not caught, and what reaches it. docs/equivalent-faults.json lists what changes nothing.
import { decodedMappings, TraceMap } from '@jridgewell/trace-mapping';
import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import {
	cpSync,
	existsSync,
	mkdirSync,
	mkdtempSync,
	readdirSync,
	readFileSync,
	rmSync,
	symlinkSync,
	writeFileSync
} from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join, relative, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { parseArgs } from 'node:util';
import { placesIn } from './fault-places.mjs';
import { compiledTests, ROOT, say } from './lib.mjs';

const { values } = parseArgs({
	options: {
		count: { type: 'string', default: '200' },
		seed: { type: 'string', default: '2026' },
		workers: { type: 'string', default: '2' },
		report: { type: 'boolean', default: false },
		again: { type: 'boolean', default: false }
	}
});
const HOME = join(ROOT, '.tmp', 'faults');
const CORE = join('src', 'lib', 'core');
const A_FAULT_MS = 60_000;
const SILENT_MS = 30_000;
const MOCHA = join(ROOT, 'node_modules', '.bin', 'mocha');
mkdirSync(HOME, { recursive: true });

const readJson = (path, otherwise) =>
	existsSync(path) ? JSON.parse(readFileSync(path, 'utf8')) : otherwise;
const keep = (path, data) => writeFileSync(path, JSON.stringify(data));

/** What names a fault, whatever else of its file changes: the file, the line as it reads, the token and which of its like. */
const nameOfFault = ({ file, text, was, to, nth }) => [file, text, was, to, nth].join('\n');

/** A number from 0 to 1 that belongs to some words under a seed: each fault has its own, so that a sample stays. */
const keyOf = (words) =>
	createHash('sha256').update(`${values.seed}\n${words}`).digest().readUInt32BE() / 2 ** 32;

const filesIn = (folder, ending) =>
	readdirSync(join(ROOT, folder), { recursive: true })
		.filter((name) => name.endsWith(ending))
		.map((name) => join(folder, name))
		.sort();

const tests = () =>
	filesIn(join('tests', 'unit'), '.test.ts').filter((name) => !name.includes(join('unit', 'view')));

const nameOf = (test) => relative(join('tests', 'unit'), test);
const compileTests = (tree, to, env = {}) =>
	spawnSync(process.execPath, [join('scripts', 'compile-tests.mjs'), to], {
		cwd: tree,
		stdio: 'ignore',
		env: { ...process.env, ...env }
	});

/** Lines of the core that a test file runs, by file; worked out once a test file. */
async function reached() {
	const path = join(HOME, 'reached.json');
	const known = readJson(path, {});
	const missing = tests().filter((test) => !known[test]);
	if (missing.length === 0) return known;
	const compiled = join(HOME, 'node_modules', 'mapped');
	compileTests(ROOT, compiled, { CRELBO_MAPS: '1' });
	for (const test of missing) {
		const folder = mkdtempSync(join(tmpdir(), 'faults-'));
		const began = Date.now();
		spawnSync(MOCHA, compiledTests([nameOf(test)], compiled), {
			cwd: ROOT,
			env: { ...process.env, NODE_V8_COVERAGE: folder },
			stdio: 'ignore'
		});
		const ms = Date.now() - began;
		const lines = {};
		for (const name of readdirSync(folder))
			for (const { url, functions } of readJson(join(folder, name), {}).result ?? [])
				if (url.startsWith('file:') && existsSync(`${fileURLToPath(url)}.map`))
					for (const [file, line] of linesRun(fileURLToPath(url), functions))
						(lines[file] ??= new Set()).add(line);
		rmSync(folder, { recursive: true });
		known[test] = {
			ms,
			lines: Object.fromEntries(Object.entries(lines).map(([file, set]) => [file, [...set]]))
		};
		keep(path, known);
		say(`reached by ${test}: ${Object.keys(lines).length} files, ${ms} ms`);
	}
	return known;
}

const maps = new Map();
/** Where each piece of a compiled file comes from in the core: its offset, the file and the line. */
function piecesOf(path) {
	const known = maps.get(path);
	if (known) return known;
	const text = readFileSync(path, 'utf8');
	const map = new TraceMap(readFileSync(`${path}.map`, 'utf8'));
	const starts = [0];
	for (const line of text.split('\n')) starts.push(starts.at(-1) + line.length + 1);
	const files = map.sources.map((source) => relative(ROOT, resolve(dirname(path), source ?? '')));
	const pieces = decodedMappings(map).flatMap((segments, line) =>
		segments.flatMap(([column, source, row]) =>
			source !== undefined && files[source].startsWith(CORE)
				? [[starts[line] + column, files[source], row + 1]]
				: []
		)
	);
	const made = { pieces, length: text.length };
	maps.set(path, made);
	return made;
}

/** Original lines of which some token ran: the innermost range over it counts. */
function* linesRun(path, functions) {
	const { pieces, length } = piecesOf(path);
	const ran = new Uint8Array(length + 1);
	const ranges = functions
		.flatMap(({ ranges }) => ranges)
		.sort((a, b) => b.endOffset - b.startOffset - (a.endOffset - a.startOffset));
	for (const { startOffset, endOffset, count } of ranges)
		ran.fill(count > 0 ? 1 : 0, startOffset, endOffset);
	for (const [offset, file, line] of pieces) if (ran[offset]) yield [file, line];
}

/** Test files that run a line: its own, the figures of all examples, then those that reach least besides, and quickest. */
function nearest({ file, line }, known) {
	const own = file.split('/').at(-1).replace('.ts', '');
	const rank = (test) => {
		const { lines, ms } = known[test];
		const named = test.includes(own) ? 0 : /figures[-\w]*\.test/.test(test) ? 1 : 2;
		return [named, Object.keys(lines).length * 50 + ms];
	};
	return Object.keys(known)
		.filter((test) => known[test].lines[file]?.includes(line))
		.sort((a, b) => rank(a)[0] - rank(b)[0] || rank(a)[1] - rank(b)[1]);
}

/** A copy to set faults in: the sources are its own, the packages are ours. */
function copyFor(worker) {
	const tree = join(HOME, `tree-${worker}`);
	rmSync(tree, { recursive: true, force: true });
	mkdirSync(tree, { recursive: true });
	for (const name of [
		'src',
		'tests',
		'examples',
		'cli',
		'drizzle',
		'docs',
		'static',
		'bench',
		'scripts'
	])
		if (existsSync(join(ROOT, name)))
			cpSync(join(ROOT, name), join(tree, name), { recursive: true });
	for (const name of readdirSync(ROOT))
		if (/\.(json|js|cjs|ts|md)$|^\.mocharc/.test(name)) cpSync(join(ROOT, name), join(tree, name));
	symlinkSync(join(ROOT, 'node_modules'), join(tree, 'node_modules'));
	cpSync(join(ROOT, '.svelte-kit'), join(tree, '.svelte-kit'), { recursive: true });
	return tree;
}

/**
 * Runs tests in a copy, one file after the other, until one fails.
 *
 * @returns what failed; 'time over': all that was asked so far passed; null: all passed
 */
const failing = (tree, compiled, names, ms) =>
	new Promise((done) => {
		const child = spawn(MOCHA, ['--bail', ...compiledTests(names, compiled)], {
			cwd: tree,
			stdio: ['ignore', 'pipe', 'ignore'],
			detached: true,
			env: { ...process.env, CRELBO_COMPILED: compiled }
		});
		let output = '';
		let spoke = Date.now();
		child.stdout.on('data', (chunk) => {
			output += chunk;
			spoke = Date.now();
		});
		const clock = setTimeout(() => {
			process.kill(-child.pid, 'SIGKILL');
			// what says nothing for so long goes round in a circle
			done(Date.now() - spoke > SILENT_MS ? 'it never ended' : 'time over');
		}, ms);
		child.on('exit', (code) => {
			clearTimeout(clock);
			if (code === 0) return done(null);
			const [, title = 'it does not start'] = /failing\n\n\s*1\) ([\s\S]*?):\n/.exec(output) ?? [];
			done(title.replace(/\s+/g, ' '));
		});
	});

async function ask(tree, compiled, fault, known) {
	const path = join(tree, fault.file);
	const text = readFileSync(path, 'utf8');
	writeFileSync(path, text.slice(0, fault.from) + fault.to + text.slice(fault.until));
	try {
		const asked = nearest(fault, known);
		if (asked.length === 0) return { caught: false, by: null, asked: 0 };
		compileTests(tree, compiled);
		const by = await failing(tree, compiled, asked.map(nameOf), A_FAULT_MS);
		const over = by === 'time over';
		return { caught: by !== null && !over, by: over ? null : by, asked: asked.length, over };
	} finally {
		writeFileSync(path, text);
	}
}

function report(faults, answers) {
	const equivalent = readJson(join(ROOT, 'docs', 'equivalent-faults.json'), []);
	const isEquivalent = ({ file, text, was, to }) =>
		equivalent.some(
			(one) => one.file === file && one.text === text && one.was === was && one.to === to
		);
	const told = faults.filter(({ name }) => answers[name]);
	const real = told.filter((fault) => !isEquivalent(fault));
	const caught = real.filter(({ name }) => answers[name].caught);
	for (const fault of real.filter((fault) => !caught.includes(fault))) {
		const { asked, over } = answers[fault.name];
		say(
			`not caught: ${fault.file}:${fault.line} ${fault.was} → ${fault.to || 'nothing'} (${asked} files${over ? ', time over' : ''})\n    ${fault.text}`
		);
	}
	say(
		`${told.length} of ${faults.length} faults asked, ${told.length - real.length} equivalent, ${caught.length} of ${real.length} caught`
	);
}

const faults = filesIn(CORE, '.ts')
	.flatMap(placesIn)
	.map((place) => ({ ...place, name: nameOfFault(place) }))
	.sort((a, b) => keyOf(a.name) - keyOf(b.name))
	.slice(0, Number(values.count));
const answersPath = join(HOME, `answers-${values.seed}.json`);
const answers = readJson(answersPath, {});
if (values.again) {
	for (const [name, { caught }] of Object.entries(answers)) if (!caught) delete answers[name];
	rmSync(join(HOME, 'reached.json'), { force: true });
}
if (!values.report) {
	const known = await reached();
	let next = 0;
	await Promise.all(
		Array.from({ length: Number(values.workers) }, async (_, worker) => {
			const tree = copyFor(worker);
			const compiled = join(tree, '.compiled');
			for (let i; (i = next++) < faults.length;) {
				if (answers[faults[i].name]) continue;
				answers[faults[i].name] = await ask(tree, compiled, faults[i], known);
				keep(answersPath, answers);
				const { file, line, was, to } = faults[i];
				say(
					`${i + 1}: ${file}:${line} ${was} → ${to || 'nothing'}: ${answers[faults[i].name].by ?? 'not caught'}`
				);
			}
		})
	);
}
report(faults, answers);
