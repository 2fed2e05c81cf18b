import { expect } from 'chai';
import { Outbox } from '../../src/lib/ui/sync/outbox';
import type { LaneView, World } from '../../src/lib/ui/sync/world';
import { browserStore } from '../../src/lib/ui/sync/store';
import { onADevice } from './device';
import type { Task } from '../../src/lib/ui/sync/task';
import { send, type Answer } from '../../src/lib/ui/sync/transport';

const LANE = 'system/rail';
const work = (now: number) => ({
	verb: 'save' as const,
	label: 'dial',
	edits: [{ path: ['operation', 'dial'], was: now - 1, now }]
});
const valueOf = ({ work }: Task) => work.edits[0]!.now;
let databases = 0;
let name = '';
beforeEach(() => (name = `outbox-${databases++}`));

/** A browser with as many tabs as are opened: one database, one channel, no waiting. */
function browser(answer: (task: Task, turn: number) => Answer | Promise<Answer>) {
	const hears: ((said: unknown) => void)[] = [];
	const sent: Task[] = [];
	const rests: number[] = [];
	let now = 1_000_000;
	const tab = (over: Partial<World> = {}): Outbox => {
		let mine: ((said: unknown) => void) | null = null;
		return new Outbox({
			store: () => browserStore(name),
			send: async (task) => {
				sent.push(task);
				return answer(task, sent.length);
			},
			channel: {
				tell: (said) => {
					const copy = structuredClone(said);
					for (const hear of hears) if (hear !== mine) queueMicrotask(() => hear(copy));
				},
				hear: (listen) => void hears.push((mine = listen))
			},
			now: () => now,
			rest: async (forMs) => {
				rests.push(forMs);
				now += forMs;
				await new Promise((done) => setTimeout(done, 1));
			},
			...over
		});
	};
	return { tab, sent, rests, pass: (ms: number) => (now += ms) };
}

const done = (revision: number): Answer => ({ kind: 'done', body: { revision } });
const until = async (so: () => boolean): Promise<void> => {
	for (let i = 0; i < 500 && !so(); i++) await new Promise((next) => setTimeout(next, 2));
	expect(so(), 'it came so').to.equal(true);
};
const still = (box: Outbox) => until(() => box.view(LANE).state === 'still');

describe('the outbox', () => {
	onADevice();
	it('sends in order, each over what the one before it made', async () => {
		const { tab, sent } = browser((_, turn) => done(10 + turn));
		const box = tab();
		for (const value of [1, 2, 3]) box.push(LANE, 7, work(value));
		expect(box.view(LANE)).to.deep.include({ state: 'sending' });
		await still(box);
		expect(sent.map((task) => [valueOf(task), task.base])).to.deep.equal([
			[1, 7],
			[2, 11],
			[3, 12]
		]);
		expect(await (await browserStore(name)).all()).to.deep.equal([]);
	});

	it('asks again under the same id until it is answered, with ever longer waits', async () => {
		const { tab, sent, rests } = browser((_, turn) =>
			turn < 6 ? { kind: 'later', message: turn % 2 ? null : 'The disk is full.' } : done(8)
		);
		const box = tab();
		const states: string[] = [];
		box.listen(LANE, { changed: ({ state }) => states.push(state) });
		box.push(LANE, 7, work(1));
		await until(() => states.at(-1) === 'still');
		expect(new Set(sent.map(({ request }) => request)).size).to.equal(1);
		// between the looks at its own lease
		expect(rests.filter((ms) => ms !== 4000)).to.deep.equal([3000, 6000, 12_000, 24_000, 30_000]);
		expect(states).to.include.members(['network', 'server', 'still']);
	});

	it('keeps what waits over a reload and a dead battery, and sends it then', async () => {
		const away = browser(() => ({ kind: 'later', message: null }));
		const first = away.tab({ rest: () => new Promise(() => {}) });
		for (const value of [1, 2]) first.push(LANE, 7, work(value));
		await until(() => first.view(LANE).onDevice && first.view(LANE).state === 'network');
		const back = browser((_, turn) => done(20 + turn));
		const again = back.tab({ now: () => Date.now() });
		await again.ready;
		expect(again.view(LANE).waiting.map(valueOf)).to.deep.equal([1, 2]);
		// what is done before it is known goes after it
		again.push(LANE, 7, work(3));
		await still(again);
		expect(back.sent.map(valueOf)).to.deep.equal([1, 2, 3]);
	});

	it('of two tabs one sends for both, and both hear what became of it', async () => {
		const { tab, sent } = browser((_, turn) => done(10 + turn));
		const [a, b] = [tab(), tab()];
		const heard: unknown[] = [];
		a.listen(LANE, { done: (task) => heard.push(['a', valueOf(task)]) });
		b.listen(LANE, { done: (task) => heard.push(['b', valueOf(task)]) });
		a.push(LANE, 7, work(1));
		b.push(LANE, 7, work(2));
		await Promise.all([still(a), still(b)]);
		await until(() => heard.length === 4);
		expect(heard.filter((one) => JSON.stringify(one).includes('"a"'))).to.have.length(2);
		expect(sent.map(valueOf).sort()).to.deep.equal([1, 2]);
		expect(new Set(sent.map(({ request }) => request)).size).to.equal(sent.length);
	});

	for (const [what, jump] of [
		['', 0],
		[', nor a clock that was put back a day', -86_400_000],
		[', nor one that was put forward', 86_400_000]
	] as const)
		it(`a tab that was closed while it sent holds nobody up${what}`, async () => {
			const never = new Promise<never>(() => {});
			const dead = browser(() => never);
			dead.tab({ rest: () => never }).push(LANE, 7, work(1));
			await until(() => dead.sent.length === 1);
			const { tab, sent } = browser(() => done(9));
			let clock = 1_000_000 + jump;
			const next = tab({ now: () => (clock += 500) });
			await next.ready;
			await still(next);
			expect(sent.map(valueOf)).to.deep.equal([1]);
			// it is the very task that was sent before: the server knows it by its id
			expect(sent[0]!.request).to.equal(dead.sent[0]!.request);
		});

	it('stops at a clash, tells every tab, and goes on as it is settled', async () => {
		const clash = { clashes: [{ path: ['operation', 'dial'], was: 0, now: 1, theirs: 5 }] };
		const { tab, sent } = browser((_, turn) =>
			turn === 1 ? { kind: 'clash', body: clash } : done(9)
		);
		const box = tab();
		const views: LaneView[] = [];
		tab().listen(LANE, { changed: (view) => views.push(view) });
		box.push(LANE, 7, work(1));
		box.push(LANE, 7, work(2));
		await until(() => box.view(LANE).state === 'clash' && views.at(-1)?.state === 'clash');
		expect(views.at(-1)!.clash!.body).to.deep.equal(clash);
		expect(sent).to.have.length(1);
		await box.settle(LANE, ({ work }, at) => (at === 0 ? null : work.edits));
		await still(box);
		expect(sent.map(valueOf)).to.deep.equal([1, 2]);
	});

	it('keeps what is about something deleted until it is there again, or is given up', async () => {
		const { tab, sent } = browser((_, turn) => (turn < 3 ? { kind: 'gone' } : done(9)));
		const box = tab();
		box.push(LANE, 7, work(1));
		await until(() => box.view(LANE).state === 'gone');
		box.wake();
		await until(() => sent.length === 2 && box.view(LANE).state === 'gone');
		expect(box.view(LANE).waiting).to.have.length(1);
		box.wake();
		await still(box);
		box.push(LANE, 7, work(2));
		await still(box);
		const refuses = browser(() => ({ kind: 'gone' }));
		const other = refuses.tab();
		other.push(LANE, 7, work(3));
		await until(() => other.view(LANE).state === 'gone');
		await other.drop(LANE);
		expect(other.view(LANE).waiting).to.deep.equal([]);
	});

	it('takes what lives on a page as it is on paper', async () => {
		const { tab, sent } = browser(() => done(9));
		const box = tab();
		const lives = new Proxy({ id: 'own', words: () => 'x' }, {});
		const edits = [{ path: ['shelf', { id: 'own' }], now: lives }];
		box.push(LANE, 7, { verb: 'shelf', edits });
		await still(box);
		expect(sent[0]!.work.edits[0]!.now).to.deep.equal({ id: 'own' });
		expect(box.view(LANE).keeps).to.equal(true);
	});

	it('lets go of what is refused for good, says why, and sends the rest', async () => {
		const { tab, sent } = browser((_, turn) =>
			turn === 1 ? { kind: 'refused', message: 'pump dial must be at most 1' } : done(9)
		);
		const box = tab();
		const said: string[] = [];
		box.listen(LANE, { refused: (_, message) => said.push(message) });
		box.push(LANE, 7, work(1));
		box.push(LANE, 7, work(2));
		await still(box);
		expect(said).to.deep.equal(['pump dial must be at most 1']);
		expect(sent).to.have.length(2);
	});

	for (const [what, store] of [
		['keeps nothing', () => Promise.reject(new Error('no storage'))],
		[
			'is full',
			async () => {
				const store = await browserStore(name);
				store.add = () => Promise.reject(new DOMException('full', 'QuotaExceededError'));
				return store;
			}
		]
	] as const)
		it(`where the browser ${what} it is sent all the same, and that it is not kept here is said`, async () => {
			let away = true;
			const { tab, sent } = browser(() => (away ? { kind: 'later', message: null } : done(8)));
			const box = tab({ store });
			box.push(LANE, 7, work(1));
			await until(() => box.view(LANE).state === 'network' && !box.view(LANE).keeps);
			expect(box.view(LANE).onDevice).to.equal(false);
			away = false;
			await still(box);
			expect(new Set(sent.map(valueOf))).to.deep.equal(new Set([1]));
		});
});

describe('sending', () => {
	const real = globalThis.fetch;
	afterEach(() => void (globalThis.fetch = real));
	const task: Task = { request: 'r', lane: LANE, base: 7, work: work(1) };
	const undo: Task = { ...task, work: { verb: 'undo', of: null, edits: [] } };
	const stream = (...pieces: (string | Error)[]) =>
		new ReadableStream({
			pull(controller) {
				const next = pieces.shift();
				if (next === undefined) controller.close();
				else if (typeof next === 'string') controller.enqueue(new TextEncoder().encode(next));
				else controller.error(next);
			}
		});
	const clashes = '{"clashes":[{"path":["operation","dial"]}],"stored":{"revision":9}}';
	const cases: [what: string, task: Task, response: () => Response | Error, kind: string][] = [
		['a 200', task, () => new Response('{"revision":8}'), 'done'],
		[
			'a 200 whose body breaks off',
			task,
			() => new Response(stream('{"revi', new Error('cut'))),
			'later'
		],
		['a 200 with half a body', task, () => new Response('{"revision":'), 'later'],
		['nobody there', task, () => new TypeError('offline'), 'later'],
		['a 503', task, () => new Response('{"error":{"message":"busy"}}', { status: 503 }), 'later'],
		['a proxy’s page', task, () => new Response('<html>', { status: 502 }), 'later'],
		['a 404', task, () => new Response('{"error":{}}', { status: 404 }), 'gone'],
		['a 400', task, () => new Response('{"error":{"message":"no"}}', { status: 400 }), 'refused'],
		['a 409 with what both changed', task, () => new Response(clashes, { status: 409 }), 'clash'],
		['a 409 for an older step', undo, () => new Response(clashes, { status: 409 }), 'refused']
	];
	for (const [what, asked, response, kind] of cases)
		it(`${what}: ${kind}`, async () => {
			globalThis.fetch = (async () => {
				const answer = response();
				if (answer instanceof Error) throw answer;
				return answer;
			}) as typeof fetch;
			expect((await send(asked)).kind).to.equal(kind);
		});
});
