import { expect } from 'chai';
import { readdirSync, readFileSync } from 'node:fs';
import { createRequire } from 'node:module';

/** What is drawn of the code is what the code is: folders, and which builds on which. */
const read = (name: string) => readFileSync(new URL(`../../${name}`, import.meta.url), 'utf8');
const { forbidden } = createRequire(import.meta.url)('../../.dependency-cruiser.cjs') as {
	forbidden: { name: string; to: { path?: string } }[];
};

/** By folder the folders it may import, by the rules that are checked. */
const allowed = new Map(
	forbidden.flatMap(({ name, to }) => {
		const folder = /^core-(\w+)-builds-on$/.exec(name)?.[1];
		const list = /\(\?!\(([\w|]+)\)/.exec(to.path ?? '')?.[1]?.split('|') ?? [];
		return folder ? [[folder, new Set(list)] as const] : [];
	})
);
const folders = readdirSync(new URL('../../src/lib/core', import.meta.url));

/** Every arrow a text draws between folders of the core. */
function arrowsOf(text: string): [string, string][] {
	return [...text.matchAll(/\w+(?: ─▶ \w+)+/g)].flatMap(([chain]) => {
		const names = chain.split(' ─▶ ');
		return names.slice(1).map((to, i): [string, string] => [names[i]!, to]);
	});
}

describe('what is drawn of the core', () => {
	it('every folder stands in the table of what builds on what, and no other', () => {
		expect([...allowed.keys()].sort()).to.deep.equal([...folders].sort());
	});

	for (const [name, from, to] of [
		['README.md', "The core's folders stand in one order", 'docs/architecture.md'],
		['CONTRIBUTING.md', '- **One direction.**', '- **The document**']
	] as const)
		it(`${name}: every folder is there, and every arrow is one the table allows`, () => {
			const text = read(name);
			const part = text.slice(text.indexOf(from), text.indexOf(to, text.indexOf(from)));
			const arrows = arrowsOf(part.replaceAll('`', ''));
			expect([...new Set(arrows.flat())].sort()).to.deep.equal([...folders].sort());
			for (const [below, above] of arrows)
				expect(allowed.get(above)!.has(below), `${above} builds on ${below}`).to.equal(true);
		});

	it('what is named as a file is there', () => {
		for (const name of ['README.md', 'CONTRIBUTING.md', 'docs/architecture.md']) {
			const named = [
				...read(name).matchAll(
					/`((?:core|model|layout|review|workers|ui|operations|design|shelf|quantity|parameters|procedure|server|scripts|tests)\/[\w/.-]+\.(?:ts|mjs|svelte))`/g
				)
			];
			for (const [, path] of named) {
				// made up, to show how a kind and a row are added
				const made = /jar-plank|\/notes?\.ts$/.test(path!);
				const at = ['', 'src/lib/', 'src/lib/core/'].some((base) => {
					try {
						return read(`${base}${path}`).length > 0;
					} catch {
						return false;
					}
				});
				expect(made || at, `${name}: ${path}`).to.equal(true);
			}
		}
	});
});
