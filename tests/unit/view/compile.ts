import { svelte } from '@sveltejs/vite-plugin-svelte';
import { mkdtempSync, readdirSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { build, type Plugin } from 'vite';

/** What the framework hands components at run time, as far as they are only written out. */
const APP: Record<string, string> = {
	'$app/environment': 'export const browser = false, dev = false, building = false;',
	'$app/navigation':
		'const none = () => {}; export const goto = none, afterNavigate = none, beforeNavigate = none, invalidateAll = none, invalidate = none, pushState = none, replaceState = none, onNavigate = none;',
	'$app/state': 'export const page = { url: new URL("http://localhost/"), params: {}, data: {} };'
};
const ENTRY = 'virtual:all';
/** Every module a test may ask for, by its path from the root. */
const modules = (): string[] =>
	['src/lib/ui', 'src/lib/core', 'src/routes', 'tests/unit/view'].flatMap((folder) =>
		readdirSync(folder, { recursive: true, encoding: 'utf8' })
			.map((name) => `/${folder}/${name}`)
			.filter((path) =>
				/^\/src\/lib\/ui\/(?!offline).*\.(svelte|ts)$|^\/src\/lib\/core\/\w+\/index\.ts$|^\/(src\/routes|tests)\/.*\.svelte$/.test(
					path
				)
			)
	);

/** The one way in, and what the framework would hand over. */
const app: Plugin = {
	name: 'app',
	resolveId: (id) => (id === ENTRY || id in APP ? `\0${id}` : undefined),
	load: (id) =>
		id === `\0${ENTRY}`
			? `export { render } from 'svelte/server';
export const modules = {${modules().map((path) => `${JSON.stringify(path)}: () => import(${JSON.stringify(resolve(`.${path}`))})`)}};`
			: APP[id.slice(1)]
};

/** Compiles the interface as it is written out on a server, into a folder that is told. */
async function compile(): Promise<string> {
	const outDir = mkdtempSync(join(tmpdir(), 'crelbo-view-'));
	await build({
		configFile: false,
		logLevel: 'error',
		publicDir: false,
		plugins: [svelte({ configFile: false, compilerOptions: { dev: false } }), app],
		resolve: { alias: { $lib: resolve('src/lib') } },
		ssr: { noExternal: true },
		build: {
			ssr: true,
			outDir,
			minify: false,
			target: 'node20',
			rollupOptions: {
				input: ENTRY,
				output: { entryFileNames: 'all.mjs', chunkFileNames: '[name]-[hash].mjs' }
			}
		}
	});
	return outDir;
}

process.stdout.write(await compile());
