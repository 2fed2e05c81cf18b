import { existsSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

/**
 * A file or folder that stands beside the program, wherever it was started from: looked for from this module
 * upwards, so that it is found in the build as in the sources. Null where there is none.
 */
export function besideProgram(name: string): string | null {
	let folder = dirname(fileURLToPath(import.meta.url));
	for (;;) {
		const path = join(folder, name);
		if (existsSync(path)) return path;
		const above = dirname(folder);
		if (above === folder) return null;
		folder = above;
	}
}
