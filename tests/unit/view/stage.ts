import { parse, type HTMLElement } from 'node-html-parser';
import type { Component } from 'svelte';
import { createServer, type ViteDevServer } from 'vite';
import type * as Sessions from '../../../src/lib/ui/workspace/session.svelte';
import { applyChanges, type Change, type Design, type Place } from '../../../src/lib/core/design';
import { METRIC, type Units } from '../../../src/lib/core/quantity';
import { example } from '../example';

/**
 * The interface without a browser: components are compiled as the application compiles them and written out as
 * the server would write them. What happens on a press is for the tests in a browser.
 */
let server: Promise<ViteDevServer> | null = null;

const stage = () =>
	(server ??= createServer({
		server: { middlewareMode: true, watch: null, hmr: false, ws: false },
		appType: 'custom',
		logLevel: 'error'
	}));

/** A module of the application, by its path under `src/lib`. */
export const load = async <T>(path: string): Promise<T> =>
	(await (await stage()).ssrLoadModule(`/src/lib/${path}`)) as T;

// once, after the last test of all files
after(async () => (await server)?.close());

export type Session = Sessions.Session;
interface Module {
	default: Component<Record<string, unknown>>;
}

export const US: Units = { system: 'us', strength: 'ppm500' };

const SAVED_AT = '2026-05-28T09:30:00.000Z';

export const storedOf = (design: Design, place: Place, revision = 1) => ({
	design,
	place,
	revision,
	placeRevision: 1,
	savedAt: SAVED_AT,
	canUndo: false,
	canRedo: false
});

export interface Sent {
	address: string;
	body: { base: number; label?: string; design?: { name: string }; place?: unknown };
}

/** A server that takes what it is sent, or says no; asked in the order it was called. */
export function serverThat(answer: (sent: Sent, turn: number) => [status: number, body: unknown]) {
	const sent: Sent[] = [];
	globalThis.fetch = (async (address: string, init: RequestInit) => {
		const one = { address, body: JSON.parse(init.body as string) as Sent['body'] };
		sent.push(one);
		const [status, body] = answer(one, sent.length);
		return new Response(JSON.stringify(body), { status });
	}) as typeof fetch;
	return sent;
}
/** A server that keeps what it is sent, with its history. */
export function serverThatKeeps(): Sent[] {
	let [back, on] = [0, 0];
	return serverThat(({ address, body }, turn) => {
		if (address.endsWith('/undo')) [back, on] = [back - 1, on + 1];
		else if (address.endsWith('/redo')) [back, on] = [back + 1, on - 1];
		else [back, on] = [back + 1, 0];
		const { design, place } = body as { design?: Design; place?: { document: Place } };
		const kept = storedOf(design as Design, place?.document as Place, turn + 1);
		return [200, { ...kept, canUndo: back > 0, canRedo: on > 0 }];
	});
}
const real = globalThis.fetch;
beforeEach(() => void serverThatKeeps());
afterEach(() => void (globalThis.fetch = real));

/** An open system: a shipped example, with changes, read in some units. */
export async function sessionOf(
	name: string,
	changes: Change[] = [],
	units: Units = METRIC
): Promise<Session> {
	const { design, place } = example(name);
	const { Session } = await load<typeof Sessions>('ui/workspace/session.svelte.ts');
	const stored = storedOf(applyChanges(design, changes), { ...place, units });
	return new Session({ id: name, today: '2026-05-28', stored });
}

/** A component on a session, written out and read again. */
export const shown = (
	session: Session,
	path: string,
	props: Record<string, unknown> = {}
): Promise<HTMLElement> =>
	written('/tests/unit/view/Host.svelte', async () => ({
		session,
		view: (await load<Module>(path)).default,
		props
	}));

/** A page of the application, by its path under `src/routes`, on what its server hands it. */
export const pageOf = (path: string, data: unknown): Promise<HTMLElement> =>
	written(`/src/routes/${path}+page.svelte`, async () => ({ data }));

async function written(
	path: string,
	props: () => Promise<Record<string, unknown>>
): Promise<HTMLElement> {
	const vite = await stage();
	const { render } = (await vite.ssrLoadModule('svelte/server')) as typeof import('svelte/server');
	const { default: view } = (await vite.ssrLoadModule(path)) as Module;
	const { body } = render(view, { props: await props() });
	return parse(body);
}

/** Words as a reader meets them. */
export const wordsOf = (element: HTMLElement): string =>
	element.structuredText.replace(/\s+/g, ' ');
