import { spawnSync } from 'node:child_process';
import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { program } from '../program';

export interface Bundle {
	render: typeof import('svelte/server').render;
	modules: Record<string, () => Promise<unknown>>;
}

let made: Promise<Bundle> | null = null;

/** The compiled interface: what CRELBO_VIEW names, or compiled now. */
export const bundle = (): Promise<Bundle> => (made ??= open());

async function open(): Promise<Bundle> {
	const given = process.env.CRELBO_VIEW;
	const folder = given ?? compiled();
	if (!given) process.on('exit', () => rmSync(folder, { recursive: true, force: true }));
	return (await import(pathToFileURL(join(folder, 'all.mjs')).href)) as Bundle;
}

/** In a process of its own: the compiler bears no other loader beside it. */
function compiled(): string {
	const { stdout, stderr } = spawnSync(process.execPath, program('tests/unit/view/compile.ts'), {
		encoding: 'utf8'
	});
	const folder = stdout.split('\n').at(-1)!;
	if (!folder) throw new Error(stderr);
	return folder;
}
