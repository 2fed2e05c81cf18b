import { expect } from 'chai';
import { Keeper, OF_META, VERSION_HEADER, type Told } from '../../src/lib/ui/offline/keeper';
import { MOST_SYSTEMS, pageOf } from '../../src/lib/ui/offline/paths';

const ORIGIN = 'http://127.0.0.1:4173';
const HTML = '<!doctype html><html><head><title>x</title></head><body></body></html>';

/** Caches of a browser, as far as the keeper uses them. */
class Caches {
	readonly all = new Map<string, Map<string, Response>>();
	open = async (name: string): Promise<Cache> => {
		const kept = this.all.get(name) ?? new Map<string, Response>();
		this.all.set(name, kept);
		return {
			match: async (key: string) => kept.get(key)?.clone(),
			put: async (key: string, response: Response) => void kept.set(key, response),
			delete: async (key: string) => kept.delete(key),
			addAll: async (keys: string[]) => {
				for (const key of keys) kept.set(key, new Response(`code of ${name}`));
			}
		} as unknown as Cache;
	};
	keys = async () => [...this.all.keys()];
	delete = async (name: string) => this.all.delete(name);
}

/** A device with what it keeps, and a network that can be taken away. */
class Device {
	readonly caches = new Caches();
	online = true;
	/** Which build the server is of. */
	server = 'one';
	status = 200;
	revision = 1;
	asked: string[] = [];
	at = Date.parse('2026-05-28T12:00:00Z');

	keeper = (version = 'one') =>
		new Keeper({
			caches: this.caches,
			fetch: async (request) => {
				const address = typeof request === 'string' ? request : pathOf(request.url);
				this.asked.push(address);
				if (!this.online) throw new TypeError('no network');
				const data = address.includes('__data.json');
				return new Response(data ? `data ${this.revision} ${address}` : HTML, {
					status: this.status,
					headers: {
						[VERSION_HEADER]: this.server,
						'content-type': data ? 'application/json' : 'text/html'
					}
				});
			},
			origin: ORIGIN,
			version,
			shell: ['/_app/a.js'],
			now: () => this.at,
			rest: () => new Promise(() => {})
		});
}
const pathOf = (url: string) => {
	const { pathname, search } = new URL(url);
	return `${pathname}${search}`;
};
const ask = async (
	keeper: Keeper,
	path: string
): Promise<{ text: string; status: number; of: string | null }> => {
	let of: string | null = null;
	const response = await keeper.answer(
		new Request(`${ORIGIN}${path}`),
		(told: Told) => (of = told.of)
	);
	const text = await response.text();
	// what is kept after an answer is kept behind it
	await new Promise((done) => setTimeout(done, 5));
	return { text, status: response.status, of };
};

describe('what a device keeps for when there is no network', () => {
	it('is none of the business of what changes anything, of other sites, or of the API', () => {
		const keeper = new Device().keeper();
		const of = (url: string, mode = 'cors', method = 'GET') =>
			keeper.answers({ url, mode, method } as Request);
		expect(of(`${ORIGIN}/_app/a.js`)).to.equal('shell');
		expect(of(`${ORIGIN}/`, 'navigate')).to.equal('page');
		expect(of(`${ORIGIN}/systems/a/mix`, 'navigate')).to.equal('page');
		expect(of(`${ORIGIN}/systems/a/__data.json?x-sveltekit-invalidated=01`)).to.equal('data');
		expect(of(`${ORIGIN}/api/designs/a`)).to.equal(null);
		expect(of(`${ORIGIN}/api/designs/a`, 'cors', 'PUT')).to.equal(null);
		expect(of(`${ORIGIN}/systems/a`, 'navigate', 'POST')).to.equal(null);
		expect(of('http://elsewhere.example/', 'navigate')).to.equal(null);
		expect(of(`${ORIGIN}/enter`, 'navigate')).to.equal(null);
		expect(
			pageOf(new URL(`${ORIGIN}/systems/a/mix/__data.json?of=bottles&x-sveltekit-invalidated=1`))
		).to.equal('/systems/a/mix?of=bottles');
	});

	it('a system that was opened is there without network, with its cards and Today, and says of when', async () => {
		const device = new Device();
		const keeper = device.keeper();
		expect((await ask(keeper, '/systems/a')).of).to.equal(null);
		device.online = false;
		for (const path of ['/systems/a', '/systems/a/mix', '/systems/a/today']) {
			const page = await ask(keeper, path);
			expect(page.of, path).to.equal('2026-05-28T12:00:00.000Z');
			expect(page.text).to.include(
				`<meta name="${OF_META}" content="2026-05-28T12:00:00.000Z"></head>`
			);
		}
		const data = await ask(
			keeper,
			'/systems/a/mix/__data.json?of=bottles&x-sveltekit-invalidated=01'
		);
		expect(data.text).to.equal('data 1 /systems/a/mix/__data.json?of=bottles');
		// one that was never opened is said to be none of them, and nothing throws
		for (const path of ['/systems/b', '/systems/b/__data.json'])
			expect(await ask(keeper, path)).to.deep.include({ status: 503, of: null });
	});

	it('is what the server has after something was saved', async () => {
		const device = new Device();
		const keeper = device.keeper();
		await keeper.keep('a');
		device.revision = 2;
		await keeper.keep('a');
		device.online = false;
		expect((await ask(keeper, '/systems/a/__data.json')).text).to.match(/^data 1/);
		device.online = true;
		// at once: a save that came while it was being kept is kept too
		await Promise.all([keeper.keep('a', true), keeper.keep('a', true)]);
		device.online = false;
		expect((await ask(keeper, '/systems/a/__data.json')).text).to.match(/^data 2/);
	});

	it('are the systems opened last, and no more of them', async () => {
		const device = new Device();
		const keeper = device.keeper();
		const ids = Array.from({ length: MOST_SYSTEMS + 2 }, (_, i) => `s${i}`);
		for (const id of ids) await keeper.keep(id);
		device.online = false;
		const there = [];
		for (const id of ids) if ((await ask(keeper, `/systems/${id}`)).status === 200) there.push(id);
		expect(there).to.deep.equal(ids.slice(2));
	});

	it('never mixes pages of one build with the code of another', async () => {
		const device = new Device();
		const old = device.keeper('one');
		await old.install();
		await old.keep('a');
		// the server is a new build: the old code keeps nothing of it
		device.server = 'two';
		device.revision = 2;
		await old.keep('a', true);
		device.online = false;
		expect((await ask(old, '/systems/a/__data.json')).text).to.match(/^data 1/);
		device.online = true;
		const next = device.keeper('two');
		await next.install();
		// it takes over without network: what was kept before was kept anew with the code that goes with it
		device.online = false;
		await next.activate();
		expect([...device.caches.all.keys()].sort()).to.deep.equal([
			'crelbo-pages-two',
			'crelbo-shell-two'
		]);
		expect((await ask(next, '/systems/a/__data.json')).text).to.match(/^data 2/);
	});

	it('goes when this device was signed out, and a system that was deleted goes with its pages', async () => {
		const device = new Device();
		const keeper = device.keeper();
		await keeper.keep('a');
		await keeper.keep('b');
		device.status = 404;
		await keeper.keep('a', true);
		device.online = false;
		expect((await ask(keeper, '/systems/a')).status).to.equal(503);
		expect((await ask(keeper, '/systems/b')).status).to.equal(200);
		device.online = true;
		device.status = 401;
		await ask(keeper, '/systems/b/__data.json');
		device.online = false;
		expect((await ask(keeper, '/systems/b')).status).to.equal(503);
	});
});
