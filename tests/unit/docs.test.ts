import { expect } from 'chai';
import { readdirSync, readFileSync } from 'node:fs';
import ts from 'typescript';

const CORE = new URL('../../src/lib/core/', import.meta.url);

/** What a statement exports that is called: functions, classes, and constants that are functions. */
function called(statement: ts.Statement): string[] {
	const exported =
		ts.canHaveModifiers(statement) &&
		ts.getModifiers(statement)?.some(({ kind }) => kind === ts.SyntaxKind.ExportKeyword);
	if (!exported) return [];
	if (ts.isFunctionDeclaration(statement) || ts.isClassDeclaration(statement))
		return [statement.name?.text ?? ''];
	if (!ts.isVariableStatement(statement)) return [];
	return statement.declarationList.declarations.flatMap(({ name, initializer, type }) =>
		(initializer && ts.isArrowFunction(initializer)) ||
		(type && ts.isTypeReferenceNode(type) && type.typeName.getText() === 'Rule')
			? [name.getText()]
			: []
	);
}

describe('docstrings', () => {
	it('stand over every function and class the core hands out', () => {
		const bare: string[] = [];
		for (const file of readdirSync(CORE, { recursive: true }) as string[]) {
			if (!file.endsWith('.ts')) continue;
			const text = readFileSync(new URL(file, CORE), 'utf8');
			const source = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true);
			for (const statement of source.statements) {
				const told = text.slice(statement.getFullStart(), statement.getStart()).includes('/**');
				for (const name of called(statement)) if (!told) bare.push(`${file}: ${name}`);
			}
		}
		expect(bare).to.deep.equal([]);
	});
});
