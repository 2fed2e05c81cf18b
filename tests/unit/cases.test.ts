import { expect } from 'chai';
import { readdirSync, readFileSync } from 'node:fs';
import { calculate, findOperation } from '../../src/lib/core/operations';

interface Case {
	op: string;
	name: string;
	input: unknown;
	expect?: Record<string, unknown>;
	expectError?: { code: string; paths?: string[] };
	relTol?: number;
	absTol?: number;
}

const FOLDER = new URL('../cases/', import.meta.url);

/** Follows `a.2.b`, `list[id=x].y` and `list.length` into a result. */
function at(value: unknown, path: string): unknown {
	const steps = path.match(/[^.[\]]+=[^\]]+|[^.[\]]+/g) ?? [];
	return steps.reduce<unknown>((here, step) => {
		const [key, wanted] = step.split('=');
		if (wanted !== undefined)
			return (here as Record<string, unknown>[]).find((item) => item[key!] === wanted);
		return (here as Record<string, unknown> | undefined)?.[step];
	}, value);
}

function close(actual: unknown, wanted: unknown, where: string, c: Case): void {
	if (typeof wanted === 'number') {
		expect(actual, where).to.be.a('number');
		const slack = Math.max((c.relTol ?? 0) * Math.abs(wanted), c.absTol ?? 0);
		expect(
			Math.abs((actual as number) - wanted),
			`${where}: ${String(actual)} for ${wanted}`
		).to.be.at.most(slack);
	} else if (wanted !== null && typeof wanted === 'object') {
		expect(Object.keys(actual as object).sort(), where).to.deep.equal(Object.keys(wanted).sort());
		for (const [key, value] of Object.entries(wanted))
			close((actual as Record<string, unknown>)[key], value, `${where}.${key}`, c);
	} else expect(actual, where).to.equal(wanted);
}

describe('reference cases', () => {
	for (const file of readdirSync(FOLDER).filter((name) => name.endsWith('.json'))) {
		const cases = JSON.parse(readFileSync(new URL(file, FOLDER), 'utf8')) as Case[];
		describe(file.replace('.json', ''), () => {
			for (const c of cases)
				it(c.name, () => {
					const answer = calculate(c.op, c.input);
					if (c.expectError) {
						if (!('error' in answer)) throw new Error(`answered ${JSON.stringify(answer)}`);
						expect(answer.error.code).to.equal(c.expectError.code);
						const paths = (answer.error.issues ?? []).map((issue) => issue.path);
						for (const path of c.expectError.paths ?? []) expect(paths).to.include(path);
						return;
					}
					if (!('result' in answer)) throw new Error(JSON.stringify(answer));
					expect(findOperation(c.op)!.output.safeParse(answer.result).error).to.equal(undefined);
					for (const [path, wanted] of Object.entries(c.expect ?? {}))
						close(at(answer.result, path), wanted, path, c);
				});
		});
	}
});
