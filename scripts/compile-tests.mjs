// Compiles the unit tests, the command line and the interface that the tests write out, once, into a folder that is
// told on the last line. Translated file by file as they are loaded, each start costs some seconds and each function
// a wrapping; a single test is run from its source all the same (npx mocha tests/unit/….test.ts).
//   node scripts/compile-tests.mjs [folder]
import { mkdirSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { pathToFileURL } from 'node:url';
import { build } from 'vite';
import { COMPILED, ROOT, say } from './lib.mjs';

const outDir = resolve(process.argv[2] ?? COMPILED);
const names = [
	'tests/seed.ts',
	'cli/calc.ts',
	'tests/unit/restore-child.ts',
	'tests/unit/view/compile.ts',
	...readdirSync(join(ROOT, 'tests', 'unit'), { recursive: true })
		.filter((name) => name.endsWith('.test.ts'))
		.map((name) => `tests/unit/${name}`)
];

/** Files beside a module are found from where its source is. */
const whereItWas = {
	name: 'where-it-was',
	transform: (code, id) =>
		code.includes('import.meta.url')
			? code.replaceAll('import.meta.url', JSON.stringify(pathToFileURL(id).href))
			: null
};

rmSync(outDir, { recursive: true, force: true });
mkdirSync(outDir, { recursive: true });
writeFileSync(join(outDir, 'package.json'), '{"type":"module"}');
await build({
	configFile: false,
	root: ROOT,
	logLevel: 'error',
	publicDir: false,
	plugins: [whereItWas],
	resolve: { alias: { $lib: join(ROOT, 'src', 'lib') } },
	build: {
		ssr: true,
		outDir,
		emptyOutDir: false,
		minify: false,
		sourcemap: process.env.CRELBO_MAPS === '1',
		target: 'node20',
		rollupOptions: {
			input: Object.fromEntries(names.map((name) => [name.replace('.ts', ''), join(ROOT, name)])),
			output: { entryFileNames: '[name].js', chunkFileNames: 'chunks/[name]-[hash].js' }
		}
	}
});
say(outDir);
