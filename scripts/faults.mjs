// Are the tests able to fail? Sets one-token faults in the core (a sign, a constant, a comparison), one at a time
// in a copy, and asks the unit tests that reach the line, the nearest first, 60 s a fault.
//   node scripts/faults.mjs [--count 200] [--seed 2026] [--workers 2]
// What is known is kept in .tmp/faults: stopped and begun again it goes on where it was. --report only tells.
import { spawn, spawnSync } from 'node:child_process';
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
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { join, relative } from 'node:path';
import { fileURLToPath } from 'node:url';
import { parseArgs } from 'node:util';
import { ROOT, say } from './lib.mjs';

const { values } = parseArgs({
	options: {
		count: { type: 'string', default: '200' },
		seed: { type: 'string', default: '2026' },
		workers: { type: 'string', default: '2' },
		report: { type: 'boolean', default: false }
	}
});
const require = createRequire(import.meta.url);
const ts = require('typescript');
const HOME = join(ROOT, '.tmp', 'faults');
const CORE = join('src', 'lib', 'core');
const A_FAULT_MS = 60_000;
mkdirSync(HOME, { recursive: true });

const readJson = (path, otherwise) =>
	existsSync(path) ? JSON.parse(readFileSync(path, 'utf8')) : otherwise;
const keep = (path, data) => writeFileSync(path, JSON.stringify(data));

/** Numbers from 0 to 1, the same for the same seed. */
function seeded(seed) {
	let state = seed >>> 0;
	return () => (state = (Math.imul(state, 1664525) + 1013904223) >>> 0) / 2 ** 32;
}

const OTHER = {
	'+': '-',
	'-': '+',
	'*': '/',
	'/': '*',
	'<': '>=',
	'<=': '>',
	'>': '<=',
	'>=': '<',
	'===': '!==',
	'!==': '===',
	'&&': '||',
	'||': '&&'
};
/** Text that is read as a type, or names a thing, is no arithmetic. */
const isArithmetic = (node) =>
	!ts.isTypeNode(node.parent) && !ts.isPropertyAssignment(node.parent.parent ?? node.parent);

/** Every place of a file where one token can be another. */
function placesIn(file) {
	const text = readFileSync(join(ROOT, file), 'utf8');
	const source = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true);
	const found = [];
	const add = (node, to) => {
		const from = node.getStart(source);
		const { line } = source.getLineAndCharacterOfPosition(from);
		found.push({ file, from, until: node.getEnd(), was: node.getText(source), to, line: line + 1 });
	};
	const visit = (node) => {
		if (ts.isTypeNode(node) || ts.isImportDeclaration(node)) return;
		if (ts.isBinaryExpression(node)) {
			const to = OTHER[node.operatorToken.getText(source)];
			const joins = [node.left, node.right].some(
				(side) => ts.isStringLiteralLike(side) || ts.isTemplateExpression(side)
			);
			if (to && !joins) add(node.operatorToken, to);
		} else if (ts.isNumericLiteral(node) && isArithmetic(node)) {
			const value = Number(node.text.replaceAll('_', ''));
			add(node, value === 0 ? '1' : value === 1 ? '2' : String(value * 1.1));
		} else if (
			ts.isPrefixUnaryExpression(node) &&
			[ts.SyntaxKind.MinusToken, ts.SyntaxKind.ExclamationToken].includes(node.operator)
		) {
			found.push({
				file,
				from: node.getStart(source),
				until: node.getStart(source) + 1,
				was: text[node.getStart(source)],
				to: '',
				line: source.getLineAndCharacterOfPosition(node.getStart(source)).line + 1
			});
		}
		ts.forEachChild(node, visit);
	};
	visit(source);
	return found;
}

const filesIn = (folder, ending) =>
	readdirSync(join(ROOT, folder), { recursive: true })
		.filter((name) => name.endsWith(ending))
		.map((name) => join(folder, name))
		.sort();

const tests = () =>
	filesIn(join('tests', 'unit'), '.test.ts').filter((name) => !name.includes(join('unit', 'view')));

/** Lines of the core that a test file runs, by file; worked out once a test file. */
async function reached() {
	const path = join(HOME, 'reached.json');
	const known = readJson(path, {});
	const { TraceMap, originalPositionFor } = await import('@jridgewell/trace-mapping');
	for (const test of tests()) {
		if (known[test]) continue;
		const folder = mkdtempSync(join(tmpdir(), 'faults-'));
		const began = Date.now();
		spawnSync(join(ROOT, 'node_modules', '.bin', 'mocha'), [test], {
			cwd: ROOT,
			env: { ...process.env, NODE_V8_COVERAGE: folder },
			stdio: 'ignore'
		});
		const lines = {};
		for (const name of readdirSync(folder)) {
			const { result, 'source-map-cache': maps = {} } = readJson(join(folder, name), {});
			for (const { url, functions } of result ?? []) {
				if (!url.startsWith('file:') || !maps[url]?.data) continue;
				const file = relative(ROOT, fileURLToPath(url.split('?')[0]));
				if (!file.startsWith(CORE)) continue;
				const map = new TraceMap(maps[url].data);
				const starts = [0];
				for (const length of maps[url].lineLengths) starts.push(starts.at(-1) + length + 1);
				for (const line of linesRun(functions, map, starts, originalPositionFor))
					(lines[file] ??= new Set()).add(line);
			}
		}
		rmSync(folder, { recursive: true });
		known[test] = {
			ms: Date.now() - began,
			lines: Object.fromEntries(Object.entries(lines).map(([file, set]) => [file, [...set]]))
		};
		keep(path, known);
		say(`reached by ${test}: ${Object.keys(lines).length} files, ${known[test].ms} ms`);
	}
	return known;
}

/** Original lines of which some token ran: the innermost range over it counts. */
function linesRun(functions, map, starts, originalPositionFor) {
	const ranges = functions
		.flatMap(({ ranges }) => ranges)
		.sort((a, b) => a.endOffset - a.startOffset - (b.endOffset - b.startOffset));
	const run = new Set();
	const countAt = (offset) =>
		ranges.find(({ startOffset, endOffset }) => startOffset <= offset && offset < endOffset)
			?.count ?? 0;
	for (const [line, segments] of decodedOf(map).entries())
		for (const [column] of segments) {
			const at = originalPositionFor(map, { line: line + 1, column });
			if (at.line === null || run.has(at.line)) continue;
			if (countAt(starts[line] + column) > 0) run.add(at.line);
		}
	return run;
}
const { decodedMappings } = await import('@jridgewell/trace-mapping');
const decodedOf = (map) => decodedMappings(map);

/** Test files that run a line: those that reach least besides, and quickest, first. */
function nearest({ file, line }, known) {
	const own = file.split('/').at(-1).replace('.ts', '');
	const rank = (test) => {
		const { lines, ms } = known[test];
		const named = test.includes(own) ? 0 : 1;
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

/** Runs one test file in a copy. @returns whether it failed; null: its time was over */
const fails = (tree, test, ms) =>
	new Promise((done) => {
		const child = spawn(join(ROOT, 'node_modules', '.bin', 'mocha'), ['--bail', test], {
			cwd: tree,
			stdio: 'ignore',
			detached: true
		});
		const clock = setTimeout(() => {
			process.kill(-child.pid, 'SIGKILL');
			done(null);
		}, ms);
		child.on('exit', (code) => {
			clearTimeout(clock);
			done(code !== 0);
		});
	});

async function ask(tree, fault, known) {
	const path = join(tree, fault.file);
	const text = readFileSync(path, 'utf8');
	writeFileSync(path, text.slice(0, fault.from) + fault.to + text.slice(fault.until));
	const until = Date.now() + A_FAULT_MS;
	try {
		const asked = nearest(fault, known);
		for (const [nth, test] of asked.entries()) {
			const left = until - Date.now();
			if (left <= 0) return { caught: false, by: null, asked: nth, over: true };
			const failed = await fails(tree, test, left);
			// one that never ends is seen as well, where it is not only slow
			if (failed || (failed === null && left > 5 * known[test].ms + 5000))
				return { caught: true, by: test, asked: nth + 1 };
		}
		return { caught: false, by: null, asked: asked.length };
	} finally {
		writeFileSync(path, text);
	}
}

function report(faults, answers) {
	const equivalent = readJson(join(ROOT, 'docs', 'equivalent-faults.json'), []);
	const isEquivalent = (fault) =>
		equivalent.some(
			(one) => one.file === fault.file && one.text === textOf(fault) && one.to === fault.to
		);
	const told = faults.filter((_, i) => answers[i]);
	const real = told.filter((fault) => !isEquivalent(fault));
	const caught = real.filter((fault) => answers[faults.indexOf(fault)].caught);
	for (const fault of real.filter((fault) => !caught.includes(fault))) {
		const { asked, over } = answers[faults.indexOf(fault)];
		say(
			`not caught: ${fault.file}:${fault.line} ${fault.was} → ${fault.to || 'nothing'} (${asked} files${over ? ', time over' : ''})\n    ${textOf(fault)}`
		);
	}
	say(
		`${told.length} of ${faults.length} faults asked, ${told.length - real.length} equivalent, ${caught.length} of ${real.length} caught`
	);
}
const textOf = ({ file, line }) =>
	readFileSync(join(ROOT, file), 'utf8').split('\n')[line - 1].trim();

const random = seeded(Number(values.seed));
const all = filesIn(CORE, '.ts').flatMap(placesIn);
const order = all.map((place) => ({ place, key: random() })).sort((a, b) => a.key - b.key);
const faults = order.slice(0, Number(values.count)).map(({ place }) => place);
const answersPath = join(HOME, `answers-${values.seed}.json`);
const answers = readJson(answersPath, {});
if (!values.report) {
	const known = await reached();
	let next = 0;
	await Promise.all(
		Array.from({ length: Number(values.workers) }, async (_, worker) => {
			const tree = copyFor(worker);
			for (let i; (i = next++) < faults.length;) {
				if (answers[i]) continue;
				answers[i] = await ask(tree, faults[i], known);
				keep(answersPath, answers);
				const { file, line, was, to } = faults[i];
				say(
					`${i + 1}: ${file}:${line} ${was} → ${to || 'nothing'}: ${answers[i].by ?? 'not caught'}`
				);
			}
		})
	);
}
report(faults, answers);
