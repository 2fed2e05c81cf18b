import { join } from 'node:path';

/** What Node is told to run one of our programs: as `npm test` has compiled it, else from its source. */
export function program(path: string): string[] {
	const folder = process.env.CRELBO_COMPILED;
	return folder ? [join(folder, path.replace('.ts', '.js'))] : ['--import', 'tsx', path];
}
