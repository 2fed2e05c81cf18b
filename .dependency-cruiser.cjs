/** The core's folders from the top down: each may import what stands before it, never what stands after. */
const ORDER = [
	'quantity',
	'shelf',
	'design',
	'layout',
	'network',
	'hydraulics',
	'water',
	'feeding',
	'nutrients',
	'build',
	'review',
	'operations'
];

module.exports = {
	forbidden: [
		...ORDER.map((folder, i) => ({
			name: `core-${folder}-looks-up-only`,
			severity: 'error',
			from: { path: `^src/lib/core/${folder}/` },
			to: { path: `^src/lib/core/(${ORDER.slice(i + 1).join('|') || 'nothing'})/` }
		})),
		{
			name: 'core-face-only',
			comment: 'other folders import the face (index.ts), not the files behind it',
			severity: 'error',
			from: { path: '^src/lib/core/([^/]+)/' },
			to: {
				path: '^src/lib/core/([^/]+)/(?!index\\.ts$|types\\.ts$)',
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
			to: { circular: true, viaOnly: { dependencyTypesNot: ['type-only'] } }
		}
	],
	options: {
		doNotFollow: { path: 'node_modules' },
		tsConfig: { fileName: 'tsconfig.json' },
		tsPreCompilationDeps: true,
		enhancedResolveOptions: { extensions: ['.ts', '.js', '.svelte', '.json'] }
	}
};
