import { expect } from 'chai';
import { tries } from '../../seed';
import fc from 'fast-check';
import { alike, editsBetween, merge, type Edit } from '../../../src/lib/core/design';
import type * as Outboxes from '../../../src/lib/ui/sync/outbox';
import type * as Stores from '../../../src/lib/ui/sync/store';
import type * as Files from '../../../src/lib/ui/sync/system-file.svelte';
import type { Task } from '../../../src/lib/ui/sync/task';
import type { Answer } from '../../../src/lib/ui/sync/transport';
import { onADevice } from '../device';
import { load } from './stage';

/**
 * Everything that may come between a grower and the server, in any order: two tabs, another device, networks that
 * break, answers that are lost, clocks that jump. When the network is back the server holds the last word on every
 * field, each act was done once, and nothing was told as kept that was not.
 */
const RUNS = tries(5000, 150);
const FIELDS = ['a', 'b', 'c', 'd'] as const;
type Field = (typeof FIELDS)[number];
type Values = Record<Field, number>;
const LANE = 'system/toy';
/** Turns of the event loop: time as this world knows it. */
const turns = async (n: number): Promise<void> => {
	for (let i = 0; i < n; i++) await new Promise((done) => setImmediate(done));
};

/** A server as plain as can be: versions with their parents, and what was done for which request. */
class Server {
	versions: { doc: Values; parent: number | null }[] = [
		{ doc: { a: 0, b: 0, c: 0, d: 0 }, parent: null }
	];
	at = 0;
	readonly done = new Map<string, number | null>();
	readonly acts: string[] = [];
	get doc(): Values {
		return this.versions[this.at]!.doc;
	}
	stored() {
		const child = this.versions.some(({ parent }) => parent === this.at);
		return {
			...{ design: this.doc, operation: {}, record: {}, place: { units: {} }, shelf: [] },
			...{ revision: this.at + 1, savedAt: '2026-05-28T09:30:00.000Z' },
			...{ canUndo: this.versions[this.at]!.parent !== null, canRedo: child }
		};
	}
	/** @param moved hears of fields a step along the history changed */
	take({ request, base, work }: Task, moved: (before: Values, after: Values) => void): Answer {
		const body = () => this.stored() as never;
		if (this.done.has(request)) return { kind: 'done', body: body() };
		const before = this.doc;
		if (work.verb === 'undo' || work.verb === 'redo') {
			const of = work.of === null ? base - 1 : (this.done.get(work.of) ?? null);
			const to = work.verb === 'undo' ? this.back(of) : this.forth(work.of, of);
			if (to !== undefined) {
				this.at = to ?? this.at;
				this.note(request, this.at);
				if (work.edits.length === 0) moved(before, this.doc);
				return { kind: 'done', body: body() };
			}
			if (work.edits.length === 0) return { kind: 'refused', message: 'moved on', body: body() };
		}
		const { document, clashes } = merge({ design: before }, work.edits);
		if (clashes.length > 0)
			return { kind: 'clash', body: { clashes, stored: this.stored() } as never };
		if (!alike(document.design, before)) {
			this.versions.push({ doc: document.design, parent: this.at });
			this.at = this.versions.length - 1;
			this.note(request, this.at);
		} else this.note(request, null);
		return { kind: 'done', body: body() };
	}
	private back(of: number | null): number | null | undefined {
		return of === this.at ? this.versions[this.at]!.parent : undefined;
	}
	private forth(named: string | null, of: number | null): number | null | undefined {
		if (named !== null)
			return of !== null && this.versions[of]!.parent === this.at ? of : undefined;
		if (of !== this.at) return undefined;
		const child = this.versions.findLastIndex(({ parent }) => parent === this.at);
		return child < 0 ? null : child;
	}
	private note(request: string, made: number | null): void {
		this.done.set(request, made);
		this.acts.push(request);
	}
}

type Fault = 'none' | 'away' | 'lost' | 'later';
type Act =
	| { do: 'edit'; tab: number; field: Field; value: number }
	| { do: 'undo' | 'redo' | 'reload'; tab: number }
	| { do: 'other'; field: Field; value: number }
	| { do: 'net'; fault: Fault }
	| { do: 'clock'; ms: number }
	| { do: 'wait'; turns: number }
	| { do: 'choose'; choice: 'mine' | 'theirs' };

const tab = fc.nat(1);
const field = fc.constantFrom(...FIELDS);
const value = fc.integer({ min: 1, max: 9 });
const act: fc.Arbitrary<Act> = fc.oneof(
	{ weight: 6, arbitrary: fc.record({ do: fc.constant('edit' as const), tab, field, value }) },
	{
		weight: 3,
		arbitrary: fc.record({ do: fc.constantFrom('undo' as const, 'redo' as const), tab })
	},
	{ weight: 1, arbitrary: fc.record({ do: fc.constant('reload' as const), tab }) },
	{ weight: 2, arbitrary: fc.record({ do: fc.constant('other' as const), field, value }) },
	{
		weight: 3,
		arbitrary: fc.record({
			do: fc.constant('net' as const),
			fault: fc.constantFrom<Fault>('none', 'away', 'lost', 'later')
		})
	},
	{
		weight: 1,
		arbitrary: fc.record({
			do: fc.constant('clock' as const),
			ms: fc.integer({ min: -1e8, max: 1e8 })
		})
	},
	{ weight: 3, arbitrary: fc.record({ do: fc.constant('wait' as const), turns: fc.nat(12) }) },
	{
		weight: 2,
		arbitrary: fc.record({
			do: fc.constant('choose' as const),
			choice: fc.constantFrom('mine' as const, 'theirs' as const)
		})
	}
);

describe('the outbox, whatever the network does', function () {
	this.timeout(60_000 + 300 * RUNS);
	onADevice();
	let Outbox: typeof Outboxes.Outbox;
	let browserStore: typeof Stores.browserStore;
	let SystemFile: typeof Files.SystemFile;
	before(async () => {
		({ Outbox } = await load<typeof Outboxes>('ui/sync/outbox.ts'));
		({ browserStore } = await load<typeof Stores>('ui/sync/store.ts'));
		({ SystemFile } = await load<typeof Files>('ui/sync/system-file.svelte.ts'));
	});
	let world = 0;

	/** One run of the world. */
	class Run {
		readonly server = new Server();
		fault: Fault = 'none';
		now = 1_000_000;
		readonly name = `model-${world++}`;
		/** What a grower last said of each field, as it was shown to them. */
		readonly word: Partial<Values> = { a: 0, b: 0, c: 0, d: 0 };
		/** Requests a grower gave up, or the server refused. */
		readonly dropped = new Set<string>();
		readonly pushed = new Set<string>();
		private readonly hears = new Map<number, (said: unknown) => void>();
		tabs: { box: Outboxes.Outbox; file: Files.SystemFile; id: number; live: boolean }[] = [];
		private opened = 0;

		open(at: number): void {
			const old = this.tabs[at];
			if (old) {
				old.live = false;
				this.hears.delete(old.id);
				old.file.close();
			}
			const id = this.opened++;
			const self = { id, live: true };
			const never = new Promise<never>(() => {});
			const box = new Outbox({
				store: () => browserStore(this.name),
				send: async (task) => {
					if (!self.live) return never;
					await turns(1);
					const answer = this.answer(task);
					await turns(1);
					return self.live ? answer : never;
				},
				channel: {
					tell: (said) => {
						if (!self.live) return;
						const copy = structuredClone(said);
						for (const [other, hear] of this.hears)
							if (other !== id) queueMicrotask(() => hear(copy));
					},
					hear: (listen) => void this.hears.set(id, listen)
				},
				now: () => this.now,
				rest: async (ms, woken) => {
					this.now += ms;
					await Promise.race([woken, turns(3)]);
					if (!self.live) await never;
				}
			});
			class File extends SystemFile {
				protected override words = () => null;
			}
			const cards = { batches: [], holders: {} };
			const file = new File(
				'toy',
				this.server.stored() as never,
				cards,
				() => {},
				() => box
			);
			box.listen(LANE, {
				changed: ({ waiting }) => waiting.forEach(({ request }) => this.pushed.add(request)),
				refused: ({ request }) => this.dropped.add(request),
				done: ({ request }) =>
					expect(this.server.done.has(request), 'told as done is done').to.equal(true)
			});
			// in a browser a page listens from the start
			(file as unknown as { open(): void }).open();
			this.tabs[at] = Object.assign(self, { box, file });
		}

		answer(task: Task): Answer {
			if (this.fault === 'away') return { kind: 'later', message: null };
			if (this.fault === 'later') return { kind: 'later', message: 'The disk is full.' };
			const waits = (field: Field) =>
				this.tabs.some(({ box }) =>
					box
						.view(LANE)
						.waiting.some(
							({ request, work }) =>
								request !== task.request && work.edits.some(({ path }) => path[1] === field)
						)
				);
			const answer = this.server.take(task, (before, after) => {
				for (const f of FIELDS) if (before[f] !== after[f] && !waits(f)) this.word[f] = after[f];
			});
			return this.fault === 'lost' ? { kind: 'later', message: null } : answer;
		}

		values = (at: number): Values => this.tabs[at]!.file.documents.design as unknown as Values;

		/** What changed on screen by an act of the grower is their last word on it. */
		async said(at: number, act: () => void): Promise<void> {
			const before = this.values(at);
			const waited = new Set(this.tabs[at]!.box.view(LANE).waiting.map(({ request }) => request));
			act();
			const after = this.values(at);
			for (const f of FIELDS) if (before[f] !== after[f]) this.word[f] = after[f];
			// a step back over what is on its way still may change nothing on screen: it is said all the same
			const last = this.tabs[at]!.box.view(LANE).waiting.at(-1);
			if (last && !waited.has(last.request))
				for (const { path, now } of last.work.edits) this.word[path[1] as Field] = now as number;
			// no hand is in the other window before this one's act is on the device
			const kept = () => this.tabs[at]!.box.view(LANE).onDevice;
			for (let i = 0; i < 40 && !kept(); i++) await turns(1);
			await turns(6);
		}

		async choose(choice: 'mine' | 'theirs'): Promise<boolean> {
			const open = this.tabs.find(({ file }) => file.clash);
			if (!open) return false;
			const { file, box } = open;
			const { clashes, theirs } = file.clash!;
			const waits = box.view(LANE).waiting;
			const waiting = waits.map(({ request }) => request);
			const before = file.documents.design as unknown as Values;
			await file.resolve(choice);
			for (const request of waiting) this.dropped.add(request);
			for (const { request } of box.view(LANE).waiting) this.dropped.delete(request);
			const there = theirs.design as unknown as Values;
			for (const { path } of clashes as Edit[]) {
				const f = path[1] as Field;
				// a step taken back behind it leads to what was there before, which nobody has seen yet
				const open = waits.some(
					({ work }) => work.verb !== 'save' && work.edits.some(({ path }) => path[1] === f)
				);
				// nor where the other window has not heard yet of what was done in this one
				if (open || this.values(0)[f] !== this.values(1)[f]) delete this.word[f];
				else this.word[f] = choice === 'theirs' ? there[f] : before[f];
			}
			return true;
		}

		/** Nothing is told as kept that is not. */
		honest(): void {
			for (const { box, file } of this.tabs) {
				if (file.view.state !== 'still' || box.view(LANE).state !== 'still') continue;
				for (const { request } of file.view.waiting)
					expect(this.server.done.has(request) || this.dropped.has(request)).to.equal(true);
			}
		}

		async make(act: Act): Promise<void> {
			switch (act.do) {
				case 'edit':
					return this.said(act.tab, () => {
						const { file } = this.tabs[act.tab]!;
						const design = { ...file.documents.design, [act.field]: act.value };
						file.keep({ ...file.documents, design }, 'edit');
					});
				case 'undo':
				case 'redo':
					return this.said(act.tab, () => this.tabs[act.tab]!.file.go(act.do as 'undo'));
				case 'reload':
					this.open(act.tab);
					return turns(8);
				case 'other': {
					const design = { ...this.server.doc, [act.field]: act.value };
					const edits = editsBetween({ design: this.server.doc }, { design });
					const work = { verb: 'save' as const, label: 'other', edits };
					const request = `other-${this.server.acts.length}`;
					const pending = this.tabs.some(({ box }) =>
						box
							.view(LANE)
							.waiting.some(
								({ request, work }) =>
									!this.server.done.has(request) &&
									work.edits.some(({ path }) => path[1] === act.field)
							)
					);
					this.server.take({ request, lane: LANE, base: this.server.at + 1, work }, () => {});
					if (!pending) this.word[act.field] = act.value;
					return;
				}
				case 'net':
					this.fault = act.fault;
					return;
				case 'clock':
					this.now += act.ms;
					return;
				case 'wait':
					return turns(act.turns);
				case 'choose':
					await this.choose(act.choice);
			}
		}

		/** The network is back, and every question is answered. */
		async end(): Promise<void> {
			this.fault = 'none';
			for (let i = 0; i < 600; i++) {
				for (const { box } of this.tabs) box.wake();
				await turns(3);
				if (await this.choose('mine')) continue;
				if (i > 10 && this.tabs.every(({ box }) => box.view(LANE).state === 'still')) break;
			}
			await turns(10);
		}
	}

	it(`${RUNS} seeded runs end with the last word on the server, once, in every tab`, async () => {
		const met = { clash: 0, away: 0, reload: 0 };
		await fc.assert(
			fc.asyncProperty(fc.array(act, { minLength: 4, maxLength: 24 }), async (acts) => {
				const run = new Run();
				run.open(0);
				run.open(1);
				await turns(10);
				for (const one of acts) {
					await run.make(one);
					run.honest();
					if (run.tabs.some(({ file }) => file.clash)) met.clash++;
					if (one.do === 'net' && one.fault === 'away') met.away++;
					if (one.do === 'reload') met.reload++;
				}
				await run.end();
				const { server } = run;
				// who only looks on hears of another device with the next thing that is done
				for (const at of [0, 1]) {
					await run.make({ do: 'edit', tab: at, field: 'd', value: 20 + at });
					await run.end();
				}
				for (const { box } of run.tabs) expect(box.view(LANE).waiting).to.deep.equal([]);
				expect(new Set(server.acts).size, 'once').to.equal(server.acts.length);
				for (const request of run.pushed)
					expect(server.done.has(request) || run.dropped.has(request), 'none lost').to.equal(true);
				for (const at of [0, 1]) expect(run.values(at), `tab ${at}`).to.deep.equal(server.doc);
				expect(server.doc, 'the last word').to.deep.include(run.word);
			}),
			{ numRuns: RUNS }
		);
		// the runs met what they are for
		for (const [what, times] of Object.entries(met)) expect(times, what).to.be.above(RUNS / 20);
	});
});
