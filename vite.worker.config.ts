import { resolve } from 'node:path';
import { defineConfig } from 'vite';

/** The server's workers, one file each beside the built server, by mode. */
const WORKERS = {
	/** The core needs no package at run time. */
	pool: { entry: 'src/lib/workers/pool.worker.ts', external: [] },
	/** The database's client carries a binary of its own. */
	copies: {
		entry: 'src/lib/server/copies/copies.worker.ts',
		external: ['@libsql/client', 'drizzle-orm', 'drizzle-orm/libsql']
	}
};

export default defineConfig(({ mode }) => {
	const name = mode === 'copies' ? 'copies' : 'pool';
	const { entry, external } = WORKERS[name];
	return {
		publicDir: false,
		resolve: { alias: { $lib: resolve('src/lib') } },
		ssr: { noExternal: external.length === 0 ? true : [/^(?!@libsql|drizzle|libsql)/], external },
		build: {
			ssr: entry,
			outDir: 'build',
			emptyOutDir: false,
			rollupOptions: { output: { entryFileNames: `${name}-worker.js` } }
		}
	};
});
