/**
 * The operations on the command line:
 *   calc <op> < input.json      one input, one result
 *   calc batch < list.json      a list of { op, input }
 *   calc list                   ids with one line each
 *   calc schema <op>            JSON Schema of input and output
 *   calc example <op>           an input with what it comes to
 *   calc stage                  names of the steps of the model
 *   calc stage <name>           one of them, of an input as assess takes it
 * --design <name> in place of an input: a design of examples/ by name; --every <n>: each nth figure of a series
 * A bad input exits 2 with {"error": …} on standard error.
 */
import { readFileSync } from 'node:fs';
import {
	asJson,
	calculateBatch,
	calculateLong,
	findOperation,
	invalid,
	OPERATIONS,
	modelOfInput,
	schemasOf,
	stageNames,
	stageOf,
	type Failure
} from '../src/lib/core/operations';
import { InvalidInput, parseJson } from '../src/lib/core/quantity';

const [command, ...rest] = process.argv.slice(2);

function fail(error: Failure): never {
	process.stderr.write(`${JSON.stringify({ error })}\n`);
	process.exit(2);
}
/** Of long series every nth figure: `--every 60`. */
function everyNth(): number {
	const at = rest.indexOf('--every');
	const every = at < 0 ? 1 : Number(rest[at + 1]);
	if (!Number.isInteger(every) || every < 1)
		fail(invalid('every', 'every must be a whole number from 1').error);
	return every;
}
const print = (value: unknown): void => void process.stdout.write(`${JSON.stringify(value)}\n`);

function inputText(): string {
	const at = rest.indexOf('--design');
	if (['assess', 'extension', 'stage'].includes(command ?? '') && at >= 0) {
		const name = rest[at + 1] ?? '';
		if (!/^[a-z0-9-]+$/.test(name))
			fail(invalid('design', 'name a design of examples/, such as lean-to-rail').error);
		try {
			return readFileSync(new URL(`../examples/${name}.json`, import.meta.url), 'utf8');
		} catch {
			fail(invalid('design', `there is no design "${name}" in examples/`).error);
		}
	}
	return readFileSync(0, 'utf8');
}

function readInput(): unknown {
	try {
		return parseJson(inputText());
	} catch (problem) {
		if (problem instanceof InvalidInput) fail(invalid('', problem.issues[0]!.message).error);
		if (!(problem instanceof SyntaxError)) throw problem;
		fail(invalid('', `this is not JSON: ${problem.message}`).error);
	}
}

/** One step of the model of a whole design; without a name, the names there are. */
function stage(name: string | undefined): void {
	if (name === undefined) {
		process.stdout.write(`${stageNames().join('\n')}\n`);
		return;
	}
	if (!stageNames().includes(name))
		fail(invalid('stage', `there is no stage "${name}": calc stage lists them`).error);
	const model = modelOfInput(readInput());
	if ('error' in model) fail(model.error);
	print(stageOf(model.model, name));
}

if (!command || command === '--help') {
	process.stdout.write(
		'calc <op> < input.json | calc batch < list.json | calc list | calc schema <op> | calc example <op> | calc stage [<name>] < design.json\n'
	);
} else if (command === 'list') {
	for (const { id, summary } of OPERATIONS) process.stdout.write(`${id.padEnd(20)}${summary}\n`);
} else if (command === 'schema') {
	const op = findOperation(rest[0] ?? '');
	if (!op) fail({ code: 'unknown-operation', message: `there is no operation "${rest[0] ?? ''}"` });
	print(schemasOf(op));
} else if (command === 'example') {
	const op = findOperation(rest[0] ?? '');
	if (!op) fail({ code: 'unknown-operation', message: `there is no operation "${rest[0] ?? ''}"` });
	process.stdout.write(readFileSync(new URL(`../docs/examples/${op.id}.json`, import.meta.url)));
} else if (command === 'batch') {
	const answers = calculateBatch(readInput());
	if ('error' in answers) fail(answers.error);
	print(answers);
} else if (command === 'stage') {
	stage(rest[0]);
} else if (!findOperation(command)) {
	fail({ code: 'unknown-operation', message: `there is no operation "${command}"` });
} else {
	// how far a long one is goes to where errors go, and only for somebody who looks on
	const progress = (share: number) =>
		process.stderr.isTTY && void process.stderr.write(`\r${Math.round(100 * share)} %`);
	const answer = await calculateLong(command, readInput(), { progress });
	if (process.stderr.isTTY) process.stderr.write('\r');
	if ('error' in answer) fail(answer.error);
	print(asJson(answer.result, everyNth()));
}
