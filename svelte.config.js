import adapter from '@sveltejs/adapter-node';
import { vitePreprocess } from '@sveltejs/vite-plugin-svelte';

/** @type {import('@sveltejs/kit').Config} */
export default {
	preprocess: vitePreprocess(),
	kit: {
		adapter: adapter({ precompress: true }),
		// one shell serves every page of a system from what a device keeps: its addresses must not hang on where it is
		paths: { relative: false },
		typescript: {
			// the command line, the bench and the scripts are checked with the rest
			config: (config) => {
				for (const folder of ['bench', 'cli', 'scripts'])
					config.include.push(`../${folder}/**/*.ts`);
			}
		},
		csp: {
			mode: 'auto',
			directives: {
				'default-src': ['self'],
				// components set sizes and turns in their style attributes
				'style-src': ['self', 'unsafe-inline'],
				'img-src': ['self', 'data:'],
				'font-src': ['self', 'data:'],
				'object-src': ['none'],
				'base-uri': ['self'],
				'frame-ancestors': ['self']
			}
		}
	}
};
