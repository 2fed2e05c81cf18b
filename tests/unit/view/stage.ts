import { parse, type HTMLElement } from 'node-html-parser';
import type { Component } from 'svelte';
import type * as Sessions from '../../../src/lib/ui/workspace/session.svelte';
import {
	applyChanges,
	merge,
	partsIn,
	type Change,
	type Edit,
	type Parts
} from '../../../src/lib/core/design';
import { METRIC, type Units } from '../../../src/lib/core/quantity';
import type { ShelfItem } from '../../../src/lib/core/shelf';
import type * as Review from '../../../src/lib/core/review';
import type * as Sync from '../../../src/lib/ui/sync';
import type { Stored } from '../../../src/lib/ui/sync/system-file.svelte';
import { example } from '../example';
import { bundle } from './bundle';

/**
 * The interface without a browser: components are compiled as the application compiles them and written out as
 * the server would write them. What happens on a press is for the tests in a browser.
 *
 * @param path a module of the application, under `src/lib`
 */
export const load = async <T>(path: string): Promise<T> =>
	(await moduleAt(`/src/lib/${path}`)) as T;

async function moduleAt(path: string): Promise<unknown> {
	const module = (await bundle()).modules[path];
	if (!module) throw new Error(`${path} is no module of the interface`);
	return module();
}

export type Session = Sessions.Session;
interface Module {
	default: Component<Record<string, unknown>>;
}

export const US: Units = { system: 'us', strength: 'ppm500' };

const SAVED_AT = '2026-05-28T09:30:00.000Z';

export const storedOf = (parts: Parts, revision = 1, shelf: ShelfItem[] = []): Stored => ({
	...partsIn(parts),
	placeId: 'home',
	shelf,
	revision,
	recordRevision: revision,
	placeRevision: 1,
	savedAt: SAVED_AT,
	canUndo: false,
	canRedo: false
});

export interface Sent {
	address: string;
	body: { base: number; request: string; label?: string; of?: string | null; edits: Edit[] };
}
/** Which parts something sent touches. */
export const touched = ({ body }: Sent): string[] => [
	...new Set(body.edits.map(({ path: [part] }) => part as string))
];

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
/** What was opened last: where a server's history begins. */
let begun: Parts | null = null;

/** A server that keeps what it is sent: the plan with its history, and the record and the shelf beside it. */
export function serverThatKeeps(): Sent[] {
	let history: Parts[] = [];
	let at = 0;
	let shelf: ShelfItem[] = [];
	return serverThat((sent, turn) => {
		if (history.length === 0 && begun) history = [begun];
		const { edits } = sent.body;
		const { record } = merge({ record: history[at]!.record }, edits).document;
		({ shelf } = merge({ shelf }, edits).document);
		if (sent.address.endsWith('/undo')) at = Math.max(0, at - 1);
		else if (sent.address.endsWith('/redo')) at = Math.min(history.length - 1, at + 1);
		else if (touched(sent).some((part) => !['record', 'shelf'].includes(part))) {
			history = [...history.slice(0, at + 1), merge(history[at]!, edits).document];
			at++;
		}
		history = history.map((parts) => ({ ...parts, record }));
		const kept = storedOf(history[at]!, turn + 1, shelf);
		return [200, { ...kept, canUndo: at > 0, canRedo: at < history.length - 1 }];
	});
}
const real = globalThis.fetch;
beforeEach(async () => {
	serverThatKeeps();
	const { whenARuleFails } = await load<typeof Review>('core/review/index.ts');
	whenARuleFails((rule, fault) => {
		throw new Error(`the rule “${rule}” failed`, { cause: fault });
	});
	(await load<typeof Sync>('ui/sync/index.ts')).useOutbox();
});
afterEach(() => void (globalThis.fetch = real));

/** An open system: a shipped example, with changes, read in some units. */
export async function sessionOf(
	name: string,
	changes: Change[] = [],
	units: Units = METRIC,
	over: Partial<Stored> = {}
): Promise<Session> {
	const { Session } = await load<typeof Sessions>('ui/workspace/session.svelte.ts');
	const parts = applyChanges(example(name), [...changes, { path: 'place.units', value: units }]);
	const stored = { ...storedOf(parts), ...over };
	begun = parts;
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
	const { render } = await bundle();
	const { default: view } = (await moduleAt(path)) as Module;
	const { body } = render(view, { props: await props() });
	return parse(body);
}

/** Words as a reader meets them. */
export const wordsOf = (element: HTMLElement): string =>
	element.structuredText.replace(/\s+/g, ' ');
