import { expect } from 'chai';
import { spawnSync } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { OPERATIONS, schemasOf } from '../../src/lib/core/operations';
import { program } from './program';

const ROOT = fileURLToPath(new URL('../../', import.meta.url));
function calc(args: string[], input = '') {
	const { status, stdout, stderr } = spawnSync(
		process.execPath,
		[...program('cli/calc.ts'), ...args],
		{ cwd: ROOT, input, encoding: 'utf8' }
	);
	return { status, stdout, stderr };
}

describe('command line', function () {
	this.timeout(240_000);

	it('lists every operation with a line', () => {
		const { stdout } = calc(['list']);
		expect(stdout.trim().split('\n')).to.have.length(OPERATIONS.length);
	});

	it('answers one input on standard output', () => {
		const { status, stdout } = calc(['ppm'], '{"msCm": 1.8, "scale": 500}');
		expect(status).to.equal(0);
		expect(JSON.parse(stdout)).to.deep.equal({ ppm: 900 });
	});

	it('goes on through a batch, with each problem in its place', () => {
		const list = [
			{ op: 'nope' },
			7,
			{ op: 'ppm', input: { ppm: 640, scale: 640 } },
			{ op: 'ppm', input: { scale: 1 } }
		];
		const answers = JSON.parse(calc(['batch'], JSON.stringify(list)).stdout) as {
			error?: { code: string };
			result?: unknown;
		}[];
		expect(answers.map((a) => a.error?.code ?? a.result)).to.deep.equal([
			'unknown-operation',
			'invalid-input',
			{ msCm: 1 },
			'invalid-input'
		]);
	});

	const refusals: [string[], string, string][] = [
		[['ppm'], '{"msCm": "much", "scale": 500}', '"path":"msCm"'],
		[['ppm'], 'not json', 'this is not JSON'],
		[['no-such'], '{}', 'unknown-operation'],
		[['assess', '--design', '../../etc/passwd'], '', '"path":"design"'],
		[
			['drain'],
			'{"flowLph": 9000, "innerDiameterMm": 40, "fallPercent": 1}',
			'An inner diameter of'
		]
	];
	for (const [args, input, says] of refusals)
		it(`exits 2 on ${args.join(' ')} with ${input.slice(0, 24) || 'nothing'}`, () => {
			const { status, stdout, stderr } = calc(args, input);
			expect(status).to.equal(2);
			expect(stdout).to.equal('');
			expect(stderr).to.include(says);
		});

	it('has a JSON Schema of input and output for every operation', () => {
		for (const op of OPERATIONS) {
			const { input, output } = schemasOf(op);
			expect(input, op.id).to.have.any.keys('type', 'anyOf', 'oneOf');
			expect(output, op.id).to.have.property('type');
		}
	});
});
