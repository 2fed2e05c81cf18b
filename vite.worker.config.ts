import { resolve } from 'node:path';
import { defineConfig } from 'vite';

/** The server's calculating worker, one file beside the built server: the core needs no package at run time. */
export default defineConfig({
	publicDir: false,
	resolve: { alias: { $lib: resolve('src/lib') } },
	ssr: { noExternal: true },
	build: {
		ssr: 'src/lib/workers/pool.worker.ts',
		outDir: 'build',
		emptyOutDir: false,
		rollupOptions: { output: { entryFileNames: 'pool-worker.js' } }
	}
});
