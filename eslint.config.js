import svelte from 'eslint-plugin-svelte';
import globals from 'globals';
import ts from 'typescript-eslint';
import svelteConfig from './svelte.config.js';

/** Files that may be longer than 300 lines, and why. A new one is cut by what it is about. */
const LONG = {
	'src/lib/core/operations/registry.ts': 'a table: an operation a line',
	'src/lib/ui/explain/formulas.ts': 'a table: the words of each operation',
	'src/lib/core/shelf/parts.ts': 'a table: parts with their figures',
	'src/lib/core/layout/types.ts': 'one vocabulary, read as a whole',
	'src/lib/core/layout/stand-builder.ts': 'one thing: what a stand is put together with',
	'src/lib/core/review/findings/tank.ts': 'waits for its rules to be written anew',
	'src/lib/core/review/findings/light.ts': 'waits for its rules to be written anew',
	'src/lib/ui/sync/outbox.ts': 'one queue and its order: halves of it would each know the other',
	'src/lib/ui/chart/Chart.svelte': 'one drawing of the chart library, with its keys',
	'src/lib/ui/workspace/FindingBar.svelte': 'a third of it is style',
	'src/lib/server/database.ts': 'one connection, opened, held and let go',
	'src/routes/systems/[[]id[]]/mix/+page.svelte': 'a third of it is style'
};

export default ts.config(
	{ ignores: ['node_modules', 'build', '.svelte-kit', 'drizzle', 'test-results', 'data'] },
	...ts.configs.recommended,
	...svelte.configs.recommended,
	{
		languageOptions: { globals: { ...globals.browser, ...globals.node } },
		rules: {
			'no-undef': 'off',
			'@typescript-eslint/no-explicit-any': 'error',
			'svelte/no-navigation-without-resolve': 'off'
		}
	},
	{
		files: ['**/*.svelte', '**/*.svelte.ts'],
		languageOptions: { parserOptions: { parser: ts.parser, svelteConfig } }
	},
	{
		files: ['src/**/*.ts', 'cli/**/*.ts'],
		rules: {
			'max-lines-per-function': ['error', { max: 40, skipBlankLines: true, skipComments: true }]
		}
	},
	{
		files: ['src/**/*.svelte', 'src/**/*.ts', 'cli/**/*.ts', 'scripts/**', 'bench/**'],
		ignores: Object.keys(LONG),
		rules: { 'max-lines': ['error', 300] }
	},
	{
		files: ['src/**/*.svelte', 'src/**/*.ts'],
		rules: {
			'no-restricted-syntax': [
				'error',
				...[
					'ExpressionStatement > CallExpression',
					'ArrowFunctionExpression > CallExpression.body',
					'UnaryExpression[operator="void"] > CallExpression'
				].map((where) => ({
					// a field's own handler hands the refusal on to the field
					selector: `${where}:not(SvelteAttribute[key.name=/^on(value|pick)$/] CallExpression)[callee.object.name=/^(session|fields)$/][callee.property.name=/^(set|apply)$/]`,
					message:
						'A refusal must not be dropped: show what set or apply answers, or use put or press.'
				}))
			]
		}
	},
	{
		files: ['src/**/*.svelte'],
		ignores: ['src/lib/ui/control/**'],
		rules: {
			'svelte/no-restricted-html-elements': [
				'error',
				{
					elements: ['input', 'select', 'textarea'],
					message: 'A field is one of ui/control: typed text, refusals and labels have one home.'
				}
			]
		}
	},
	{
		files: ['tests/e2e/**/*.ts'],
		rules: {
			'no-restricted-syntax': [
				'error',
				{
					selector:
						'CallExpression[callee.property.name="fill"][callee.object.type!="NewExpression"]',
					message: 'Hands type keys: use typeIn (or slideTo) of bench.ts.'
				}
			]
		}
	},
	// CommonJS by the tool's own demand
	{ files: ['**/*.cjs'], rules: { '@typescript-eslint/no-require-imports': 'off' } }
);
