/**
 * What each of the core's folders builds on: a partial order, from the units up. A folder may import those it
 * lists and whatever they may, through their faces, and nothing else of the core.
 */
const BUILDS_ON = {
	quantity: [],
	shelf: ['quantity'],
	parameters: ['shelf'],
	design: ['parameters'],
	hydraulics: ['quantity'],
	nutrients: ['parameters'],
	procedure: ['shelf'],
	layout: ['design'],
	water: ['design', 'hydraulics'],
	feeding: ['design'],
	construction: ['layout'],
	model: ['layout', 'hydraulics', 'water', 'feeding', 'nutrients', 'procedure', 'construction'],
	review: ['model'],
	edit: ['review'],
	logbook: ['review'],
	picture: ['review'],
	operations: ['edit', 'logbook']
};
const below = (folder) => [...new Set(BUILDS_ON[folder].flatMap((each) => [each, ...below(each)]))];
const FOLDERS = Object.keys(BUILDS_ON);

module.exports = {
	forbidden: [
		...FOLDERS.map((folder) => ({
			name: `core-${folder}-builds-on`,
			severity: 'error',
			from: { path: `^src/lib/core/${folder}/` },
			to: { path: `^src/lib/core/(?!(${[folder, ...below(folder)].join('|')})/)` }
		})),
		{
			name: 'core-no-other-folder',
			severity: 'error',
			from: { path: `^src/lib/core/(?!(${FOLDERS.join('|')})/)` },
			to: {}
		},
		{
			name: 'core-face-only',
			comment: 'other folders import the face (index.ts), not the files behind it',
			severity: 'error',
			from: { path: '^src/lib/core/([^/]+)/' },
			to: {
				path: '^src/lib/core/([^/]+)/(?!index\\.ts$)',
				pathNot: '^src/lib/core/$1/'
			}
		},
		{
			name: 'core-stands-alone',
			comment: 'no interface, server or Node in the core',
			severity: 'error',
			from: { path: '^src/lib/core/' },
			to: {
				path: '^src/(lib/(ui|server|workers)|routes)|^\\$|^svelte|node_modules/(svelte|@sveltejs|drizzle-orm|@libsql|bits-ui)'
			}
		},
		{
			name: 'core-without-node',
			severity: 'error',
			from: { path: '^src/lib/core/' },
			to: { dependencyTypes: ['core'] }
		},
		{
			name: 'interface-without-server',
			severity: 'error',
			from: { path: '^src/lib/(ui|workers)/' },
			to: { path: '^src/lib/server/|node_modules/(drizzle-orm|@libsql)' }
		},
		{
			name: 'no-circles',
			severity: 'error',
			from: {},
			to: { circular: true }
		}
	],
	options: {
		doNotFollow: { path: 'node_modules' },
		tsConfig: { fileName: 'tsconfig.json' },
		tsPreCompilationDeps: true,
		enhancedResolveOptions: { extensions: ['.ts', '.js', '.svelte', '.json'] }
	}
};
