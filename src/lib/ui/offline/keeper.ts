import { dataOf, isData, opened, pageOf, pagesOf, systemIn } from './paths';

/** Which build answered, in a header of every page and its data. */
export const VERSION_HEADER = 'x-crelbo-version';
/** When something was kept, in a header of what is kept. */
const KEPT_HEADER = 'x-crelbo-kept';
/** In the head of a page that comes from this device: of when it is. */
export const OF_META = 'crelbo-of';
const PREFIX = 'crelbo-';
const ORDER = '/crelbo-kept-systems';
/** Nobody waits longer for a network that is there and does not answer, where something is kept. */
const PATIENCE_MS = 5_000;
/** What was kept so lately is not fetched again for a mere look. */
const LATELY_MS = 4_000;

/** What it is told of a page: of when what is shown is, as an ISO time; null: of now. */
export interface Told {
	of: string | null;
}
/** The world of a service worker, or of a test. */
export interface Surroundings {
	caches: Pick<CacheStorage, 'open' | 'keys' | 'delete'>;
	fetch: (request: Request | string) => Promise<Response>;
	origin: string;
	/** Which build this is, and the addresses of its code. */
	version: string;
	shell: readonly string[];
	now: () => number;
	rest: (ms: number) => Promise<void>;
}

/**
 * What this device keeps for when there is no network: the code of one build, the systems opened last, their
 * cards and Today. Pages of one build are kept with its code alone, so that old and new never mix.
 */
export class Keeper {
	private readonly shellName: string;
	private readonly pagesName: string;
	private readonly shell: ReadonlySet<string>;
	private readonly keptAt = new Map<string, number>();
	private readonly keeping = new Map<string, Promise<void>>();

	constructor(private readonly world: Surroundings) {
		this.shellName = `${PREFIX}shell-${world.version}`;
		this.pagesName = `${PREFIX}pages-${world.version}`;
		this.shell = new Set(world.shell);
	}

	/** Keeps the code of this build, and with it the systems another build kept: while there is network for sure. */
	async install(): Promise<void> {
		const cache = await this.world.caches.open(this.shellName);
		await cache.addAll([...this.shell]);
		const systems = new Set<string>();
		for (const name of await this.others())
			if (name.startsWith(`${PREFIX}pages-`))
				for (const one of await orderIn(await this.world.caches.open(name))) systems.add(one);
		for (const system of [...systems].reverse()) await this.keep(system, true);
	}

	/** What other builds kept goes, once no page of theirs is open. */
	async activate(): Promise<void> {
		for (const name of await this.others()) await this.world.caches.delete(name);
	}
	private others = async (): Promise<string[]> =>
		(await this.world.caches.keys()).filter(
			(name) => name.startsWith(PREFIX) && name !== this.shellName && name !== this.pagesName
		);

	/** A page that was open before this began to keep anything. */
	async seen(address: string): Promise<void> {
		const page = pageOf(new URL(address));
		const system = systemIn(page);
		if (system !== null) return this.keep(system);
		if (page === '/') await this.keepPage(page);
	}

	/** What it answers itself; null: it is none of its business. */
	answers(request: Pick<Request, 'method' | 'mode' | 'url'>): 'shell' | 'page' | 'data' | null {
		const url = new URL(request.url);
		if (request.method !== 'GET' || url.origin !== this.world.origin) return null;
		if (this.shell.has(url.pathname)) return 'shell';
		const page = pageOf(url);
		if (page !== '/' && systemIn(page) === null) return null;
		if (isData(url)) return 'data';
		return request.mode === 'navigate' ? 'page' : null;
	}

	/** A file of the code: as it was kept with this build. */
	async fromShell(request: Request): Promise<Response> {
		const cache = await this.world.caches.open(this.shellName);
		const { pathname } = new URL(request.url);
		return (await cache.match(pathname)) ?? this.world.fetch(request);
	}

	/**
	 * A page or its data: from the network, and where that does not answer from this device.
	 *
	 * @param told hears of when it is
	 */
	async answer(request: Request, told: (what: Told) => void): Promise<Response> {
		const url = new URL(request.url);
		const page = pageOf(url);
		const kept = await this.kept(url, page);
		const fresh = this.world.fetch(request).catch(() => null);
		const got = await (kept ? Promise.race([fresh, this.world.rest(PATIENCE_MS)]) : fresh);
		if (got) {
			told({ of: null });
			void this.looked(url, page, got);
			return got;
		}
		if (kept) {
			const of = kept.headers.get(KEPT_HEADER);
			told({ of });
			return isData(url) ? kept : withTime(kept, of);
		}
		told({ of: null });
		return isData(url) ? notKept() : notKeptPage();
	}

	/** Keeps a system that was opened, or that was changed: its pages and their data. One at a time. */
	keep(system: string, anew = false): Promise<void> {
		const running = this.keeping.get(system);
		if (running) return anew ? running.then(() => this.keep(system, true)) : running;
		if (!anew && this.world.now() - (this.keptAt.get(system) ?? -Infinity) < LATELY_MS)
			return Promise.resolve();
		const work = this.keepAll(system)
			.catch(() => undefined)
			.finally(() => this.keeping.delete(system));
		this.keeping.set(system, work);
		return work;
	}

	private async keepAll(system: string): Promise<void> {
		const cache = await this.world.caches.open(this.pagesName);
		const pages = pagesOf(system);
		const addresses = [pages[0]!, ...pages.map(dataOf)];
		for (const address of addresses) {
			const response = await this.world.fetch(address);
			if (response.status === 401 || response.redirected) return this.forgetAll();
			if (response.status === 404) return this.forget(cache, [system]);
			await this.put(cache, address, response);
		}
		const { kept, dropped } = opened(await orderIn(cache), system);
		await cache.put(ORDER, Response.json(kept));
		await this.forget(cache, dropped);
		this.keptAt.set(system, this.world.now());
	}

	/** After a look: what was looked at is kept, where it is of this build. */
	private async looked(url: URL, page: string, { status, type, headers }: Response): Promise<void> {
		// led to the passcode, this device was signed out: what was kept for it goes
		if (status === 401 || type === 'opaqueredirect') return this.forgetAll();
		if (status !== 200 || headers.get(VERSION_HEADER) !== this.world.version) return;
		const system = systemIn(page);
		if (system !== null) return this.keep(system);
		if (!isData(url)) await this.keepPage(page);
	}

	private async keepPage(page: string): Promise<void> {
		const cache = await this.world.caches.open(this.pagesName);
		await this.put(cache, page, await this.world.fetch(page));
	}

	/** Keeps what this build answered, and when. */
	private async put(cache: Cache, address: string, response: Response): Promise<void> {
		if (response.status !== 200 || response.redirected) return;
		if (response.headers.get(VERSION_HEADER) !== this.world.version) return;
		const headers = new Headers(response.headers);
		headers.set(KEPT_HEADER, new Date(this.world.now()).toISOString());
		await cache.put(address, new Response(await response.blob(), { headers }));
	}

	private async kept(url: URL, page: string): Promise<Response | undefined> {
		const cache = await this.world.caches.open(this.pagesName);
		if (isData(url)) return cache.match(dataOf(page));
		const own = await cache.match(page);
		const system = systemIn(page);
		// every page of a system is one shell: the browser works it out from its data
		if (own || system === null) return own;
		return (await cache.match(dataOf(page))) && cache.match(`/systems/${system}`);
	}

	private async forget(cache: Cache, systems: readonly string[]): Promise<void> {
		for (const system of systems)
			for (const page of pagesOf(system)) {
				await cache.delete(page);
				await cache.delete(dataOf(page));
			}
	}
	private async forgetAll(): Promise<void> {
		this.keptAt.clear();
		await this.world.caches.delete(this.pagesName);
	}
}

const orderIn = async (cache: Cache): Promise<string[]> =>
	((await (await cache.match(ORDER))?.json()) as string[] | undefined) ?? [];

const WORDS =
	'There is no network, and this page is not kept on this device. The systems you opened last are.';
/** As the framework reads a refusal of a page's data. */
const notKept = (): Response => Response.json({ message: WORDS }, { status: 503 });
const notKeptPage = (): Response =>
	new Response(
		`<!doctype html><html lang="en"><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>Crelbo</title><body style="font:17px/1.5 sans-serif;max-width:32em;margin:15vh auto;padding:0 20px"><p>${WORDS}</p><p><a href="/">Your places</a></p></body></html>`,
		{ status: 503, headers: { 'content-type': 'text/html; charset=utf-8' } }
	);

/** A page from this device says in its head of when it is. */
async function withTime(page: Response, of: string | null): Promise<Response> {
	const html = await page.text();
	const head = html.indexOf('</head>');
	const meta = `<meta name="${OF_META}" content="${of ?? ''}">`;
	const told = head < 0 ? html : `${html.slice(0, head)}${meta}${html.slice(head)}`;
	const headers = new Headers(page.headers);
	headers.delete('content-length');
	headers.delete('content-encoding');
	return new Response(told, { headers });
}
