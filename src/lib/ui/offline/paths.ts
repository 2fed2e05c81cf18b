/** Of a page's address what decides its data: the path, and what was asked beside the framework's own. */
export function pageOf(url: URL): string {
	const kept = new URLSearchParams(url.search);
	for (const name of [...kept.keys()]) if (name.startsWith('x-sveltekit-')) kept.delete(name);
	const path = url.pathname.endsWith(DATA)
		? url.pathname.slice(0, -DATA.length) || '/'
		: url.pathname;
	const search = kept.toString();
	return search ? `${path}?${search}` : path;
}

const DATA = '/__data.json';
/** It asks for the data of a page, not for the page. */
export const isData = ({ pathname }: URL): boolean => pathname.endsWith(DATA);

/** Where the data of a page is told, all of it. */
export function dataOf(page: string): string {
	const [path, search] = page.split('?') as [string, string?];
	return `${path === '/' ? '' : path}${DATA}${search ? `?${search}` : ''}`;
}

/** The system a page is of; null: of none. */
export const systemIn = (path: string): string | null =>
	/^\/systems\/([^/?]+)/.exec(path)?.[1] ?? null;

/** What is kept of a system that was opened: its plan, its cards and Today. */
export const pagesOf = (system: string): string[] =>
	['', '/mix', '/mix?of=bottles', '/today'].map((page) => `/systems/${system}${page}`);

/** So many systems are kept, those opened last. */
export const MOST_SYSTEMS = 6;

/** The systems that are kept once this one was opened, the last first, and those that are kept no more. */
export function opened(
	before: readonly string[],
	system: string
): { kept: string[]; dropped: string[] } {
	const order = [system, ...before.filter((one) => one !== system)];
	return { kept: order.slice(0, MOST_SYSTEMS), dropped: order.slice(MOST_SYSTEMS) };
}
