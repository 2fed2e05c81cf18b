import type { Edit } from '$lib/core/design';
import { requestId } from './http';
import { PageStore, type Store } from './store';
import type { Task, Work } from './task';
import type { Answer, Answered } from './transport';
import type { LaneState, LaneView, Listener, Said, World } from './world';

interface Held {
	task: Task;
	/** null: not on this device, or not yet. */
	seq: number | null;
}
interface Lane {
	state: LaneState;
	message: string | null;
	clash: LaneView['clash'];
	running: boolean;
	wake: () => void;
	listeners: Set<Listener>;
}

const stopped = ({ state }: Lane): boolean => state === 'clash' || state === 'gone';

const LEASE_MS = 8_000;
/** A page takes no longer to load than this. */
const LATELY_MS = 15_000;
/** How soon a tab without the lease looks again. */
const LOOK_MS = 2_000;
const FIRST_RETRY_MS = 3_000;
const LONGEST_RETRY_MS = 30_000;

/**
 * Everything a grower does on its way to the server: kept on the device until the server has taken it, sent in
 * order document by document, by one tab for all, and told as kept only after the server's word.
 */
export class Outbox {
	readonly tab = requestId();
	/** What was kept here before is known. */
	readonly ready: Promise<void>;
	private held: Held[] = [];
	private readonly lanes = new Map<string, Lane>();
	private store: Store = new PageStore();
	/** The browser keeps what waits. */
	private keeps = false;
	private writes: Promise<void> = Promise.resolve();
	/** When something of a lane was last answered. */
	private readonly answeredAt = new Map<string, number>();
	/** Requests that were answered, though the device may not have let go of them yet. */
	private readonly over = new Set<string>();

	constructor(private readonly world: World) {
		world.channel.hear((said) => void this.hear(said as Said));
		// before anything else is written: what was kept before goes before
		this.ready = this.inTurn(() => this.begin());
		void this.ready.then(() => {
			// what a page that was closed had kept, others may not have heard of
			if (this.held.length > 0) world.channel.tell({ say: 'added' } satisfies Said);
			for (const lane of this.busy()) void this.work(lane);
		});
	}

	private async begin(): Promise<void> {
		try {
			this.store = await this.world.store();
			this.keeps = true;
		} catch {
			// what is done is sent all the same, and the line says that it is not kept here
		}
		await this.read();
	}

	/** Lanes in which something waits. */
	busy = (): string[] => [...new Set(this.held.map(({ task }) => task.lane))];

	/** Hears of a lane until the function that is given back is called. */
	listen(lane: string, listener: Listener): () => void {
		const { listeners } = this.lane(lane);
		listeners.add(listener);
		return () => void listeners.delete(listener);
	}

	view(id: string): LaneView {
		const { state, message, clash } = this.lane(id);
		const held = this.of(id);
		return {
			state: held.length === 0 ? 'still' : state === 'still' ? 'sending' : state,
			waiting: held.map(({ task }) => task),
			onDevice: this.keeps && held.every(({ seq }) => seq !== null),
			keeps: this.keeps,
			message,
			clash
		};
	}

	/** Something was done: it is kept on the device and sent when it can be. */
	push(lane: string, base: number, work: Work): Task {
		// as it goes over the wire: neither the device nor another tab takes anything that lives
		const plain = JSON.parse(JSON.stringify(work)) as Work;
		const task: Task = { request: requestId(), lane, base, work: plain };
		const held: Held = { task, seq: null };
		this.held.push(held);
		this.changed(lane);
		void this.inTurn(async () => {
			held.seq = await this.store.add(held.task);
			this.world.channel.tell({ say: 'added' } satisfies Said);
			this.changed(lane);
		}).finally(() => void this.work(lane));
		return task;
	}

	/** Whether something of a lane was answered so lately that a page loaded just now may have been read before it. */
	lately(id: string): boolean {
		const since = this.world.now() - (this.answeredAt.get(id) ?? -Infinity);
		return since >= 0 && since < LATELY_MS;
	}

	/** Tries again at once: the network is back, or the grower says so. */
	wake(): void {
		for (const [id, lane] of this.lanes) {
			if (lane.state === 'gone') lane.state = 'still';
			lane.wake();
			void this.work(id);
		}
	}

	/** Puts other edits in place of those that wait in a lane that stands still; none of a task: it goes. */
	async settle(id: string, edits: (task: Task, at: number) => Edit[] | null): Promise<void> {
		const put: Held[] = [];
		const drop: Held[] = [];
		for (const [at, held] of this.of(id).entries()) {
			const next = edits(held.task, at);
			(next === null ? drop : put).push(held);
			if (next) held.task = { ...held.task, work: { ...held.task.work, edits: next } };
		}
		this.held = this.held.filter((held) => !drop.includes(held));
		// what was not on the device yet is by the time its turn comes
		await this.inTurn(() =>
			this.store.change(
				put.flatMap(({ seq, task }) => (seq === null ? [] : [{ seq, task }])),
				drop.flatMap(({ seq }) => (seq === null ? [] : [seq]))
			)
		);
		this.world.channel.tell({ say: 'changed' } satisfies Said);
		this.stand(id, 'still');
		void this.work(id);
	}

	/** Everything of a lane is given up. */
	drop = (id: string): Promise<void> => this.settle(id, () => null);

	private lane(id: string): Lane {
		const known = this.lanes.get(id);
		if (known) return known;
		const lane: Lane = {
			...{ state: 'still', message: null, clash: null, running: false },
			...{ wake: () => {}, listeners: new Set<Listener>() }
		} as Lane;
		this.lanes.set(id, lane);
		return lane;
	}

	private of = (lane: string): Held[] => this.held.filter(({ task }) => task.lane === lane);

	private changed(id: string): void {
		const view = this.view(id);
		for (const { changed } of this.lane(id).listeners) changed?.(view);
	}

	private stand(
		id: string,
		state: LaneState,
		message: string | null = null,
		clash: LaneView['clash'] = null
	): void {
		Object.assign(this.lane(id), { state, message, clash });
		this.world.channel.tell({ say: 'state', lane: id, state, message, clash } satisfies Said);
		this.changed(id);
	}

	/** One after the other on the device; where it keeps nothing more, the page does. */
	private inTurn(work: () => Promise<unknown>): Promise<void> {
		this.writes = this.writes.then(async () => {
			try {
				await work();
			} catch {
				this.keeps = false;
			}
		});
		return this.writes;
	}

	/**
	 * What waits, as the device has it; what is only here yet comes after.
	 *
	 * @param forgets what is there no more was taken away by the grower; else its answer is on its way here
	 */
	private async read(forgets = true): Promise<void> {
		const kept = await this.store.all().catch(() => {
			this.keeps = false;
			return null;
		});
		if (!kept) return;
		const known = new Map(this.held.map((held) => [held.task.request, held]));
		const waits = kept.filter(({ task }) => !this.over.has(task.request));
		const stored = waits.map(({ seq, task }): Held => {
			const held = known.get(task.request) ?? { task, seq };
			if (forgets) held.task = task;
			return Object.assign(held, { seq });
		});
		const there = new Set(stored.map(({ task }) => task.request));
		const rest = this.held.filter(({ task }) => !there.has(task.request));
		const gone = rest.filter(({ seq }) => seq !== null);
		const loose = rest.filter(({ seq }) => seq === null);
		this.held = [...(forgets ? [] : gone), ...stored, ...loose];
	}

	private async hear(said: Said): Promise<void> {
		switch (said.say) {
			case 'added':
			case 'changed': {
				const before = this.busy();
				await this.inTurn(() => this.read(said.say === 'changed'));
				for (const lane of new Set([...before, ...this.busy()])) {
					this.settledElsewhere(lane);
					this.changed(lane);
					void this.work(lane);
				}
				return;
			}
			case 'done':
			case 'refused': {
				this.forget(said.task, said.body?.revision);
				if (said.say === 'done') this.tellDone(said.task, said.body);
				else this.tellRefused(said.task, said.message, said.body);
				return;
			}
			case 'state': {
				const { state, message, clash } = said;
				Object.assign(this.lane(said.lane), { state, message, clash });
				this.changed(said.lane);
				if (state === 'still') void this.work(said.lane);
			}
		}
	}

	/** A clash over what the grower gave up in another tab is none: its answer was on the way here meanwhile. */
	private settledElsewhere(id: string): void {
		const clash = this.lane(id).clash?.task.request;
		if (clash === undefined || this.held.some(({ task }) => task.request === clash)) return;
		this.stand(id, 'still');
	}

	private tellDone(task: Task, body: Answered): void {
		this.answeredAt.set(task.lane, this.world.now());
		for (const { done } of this.lane(task.lane).listeners) done?.(task, body);
		this.changed(task.lane);
	}
	private tellRefused(task: Task, message: string, body?: Answered): void {
		for (const { refused } of this.lane(task.lane).listeners) refused?.(task, message, body);
		this.changed(task.lane);
	}

	/** It goes, and what waits behind it stands on what it made. @returns what waits behind it */
	private forget({ request, lane }: Task, revision: number | undefined): Held[] {
		this.over.add(request);
		this.held = this.held.filter(({ task }) => task.request !== request);
		const behind = revision === undefined ? [] : this.of(lane);
		for (const one of behind) one.task = { ...one.task, base: revision! };
		return behind;
	}

	private async work(id: string): Promise<void> {
		await this.ready;
		const lane = this.lane(id);
		if (lane.running) return;
		lane.running = true;
		try {
			for (let tries = 0; ;) {
				const [next] = this.of(id);
				if (!next || stopped(lane)) return;
				// nothing is sent that the device has not kept, if it can
				await this.writes;
				const may = await this.mayISend();
				// meanwhile another tab may have sent it, or met somebody
				if (stopped(lane) || this.of(id)[0] !== next) continue;
				if (!may) {
					await this.rest(lane, LOOK_MS);
					continue;
				}
				const { task } = next;
				this.stand(id, lane.state === 'network' ? 'network' : 'sending', lane.message);
				const answer = await this.sending(task);
				// another tab may have sent it meanwhile, or the grower settled it
				if (!this.held.includes(next) || next.task !== task) continue;
				if (answer.kind !== 'later') {
					tries = 0;
					await this.take(next, answer);
					continue;
				}
				this.stand(id, answer.message === null ? 'network' : 'server', answer.message);
				await this.rest(lane, Math.min(LONGEST_RETRY_MS, FIRST_RETRY_MS * 2 ** tries++));
			}
		} finally {
			lane.running = false;
		}
	}

	private mayISend = (): Promise<boolean> =>
		this.store.lease(this.tab, this.world.now(), LEASE_MS).catch(() => true);

	/** Sends it, and keeps the lease meanwhile. */
	private async sending(task: Task): Promise<Answer> {
		let answer: Answer | null = null;
		const sent = this.world.send(task).then((got) => (answer = got));
		while (!answer) {
			await Promise.race([
				sent,
				this.world.rest(
					LEASE_MS / 2,
					sent.then(() => {})
				)
			]);
			if (!answer) await this.mayISend();
		}
		return answer;
	}

	private async rest(lane: Lane, forMs: number): Promise<void> {
		const woken = new Promise<void>((done) => (lane.wake = done));
		await this.world.rest(forMs, woken);
		lane.wake = () => {};
	}

	/** The server's word on a task. */
	private async take(held: Held, answer: Exclude<Answer, { kind: 'later' }>): Promise<void> {
		const { task } = held;
		const { lane } = task;
		switch (answer.kind) {
			case 'clash':
				return this.stand(lane, 'clash', null, { task, body: answer.body });
			case 'gone':
				return this.stand(lane, 'gone');
			case 'done':
			case 'refused': {
				// what is on screen changes from what waited to what was answered in one go
				const behind = this.forget(task, answer.body?.revision);
				Object.assign(this.lane(lane), { state: 'still', message: null });
				if (answer.kind === 'done') {
					const { body } = answer;
					this.world.channel.tell({ say: 'done', task, body } satisfies Said);
					this.tellDone(task, body);
				} else {
					const { message, body } = answer;
					const said = { say: 'refused' as const, task, message, ...(body && { body }) };
					this.world.channel.tell(said satisfies Said);
					this.tellRefused(task, message, body);
				}
				await this.inTurn(() =>
					this.store.change(
						behind.flatMap(({ seq, task }) => (seq === null ? [] : [{ seq, task }])),
						held.seq === null ? [] : [held.seq]
					)
				);
			}
		}
	}
}
