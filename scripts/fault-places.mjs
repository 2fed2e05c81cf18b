// Where one token of a source can be another: a sign, a constant, a comparison.
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { join } from 'node:path';
import { ROOT } from './lib.mjs';

const ts = createRequire(import.meta.url)('typescript');

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
export function placesIn(file) {
	const text = readFileSync(join(ROOT, file), 'utf8');
	const source = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true);
	const lines = text.split('\n');
	const found = [];
	const seen = new Map();
	/** Which of its like on lines that read the same. */
	const count = (was, to, of) => {
		const name = [of, was, to].join('\n');
		seen.set(name, (seen.get(name) ?? 0) + 1);
		return seen.get(name);
	};
	const note = (from, until, was, to) => {
		const { line } = source.getLineAndCharacterOfPosition(from);
		const of = lines[line].trim();
		found.push({ file, from, until, was, to, line: line + 1, text: of, nth: count(was, to, of) });
	};
	const add = (node, to) => {
		note(node.getStart(source), node.getEnd(), node.getText(source), to);
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
			const from = node.getStart(source);
			note(from, from + 1, text[from], '');
		}
		ts.forEachChild(node, visit);
	};
	visit(source);
	return found;
}
