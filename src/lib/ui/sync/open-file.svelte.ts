import { formatISO } from 'date-fns';
import { editsBetween, merge, type Clash, type Edit } from '$lib/core/design';
import { endClash } from './clash';
import { outbox } from './index';
import type { Outbox } from './outbox';
import type { LaneView } from './world';
import { addressOf, type Task, type Work } from './task';
import type { Answered } from './transport';

const NOTHING: LaneView = {
	...{ state: 'still', waiting: [], onDevice: true, keeps: true, message: null, clash: null }
};

/** What somebody else made of it meanwhile, and what would stand if mine is put over it. */
export interface Choice<D> {
	theirs: D;
	/** When theirs was kept, as an ISO time, where that is known. */
	at: string | null;
	mine: D;
	clashes: readonly Clash[];
	/** Nothing of theirs is lost but what both changed. */
	whole: boolean;
}

/**
 * A document between this page and the server: what the server last said, and what waits to be sent over it. What
 * stands on screen is always the one with the other.
 */
export abstract class OpenFile<D> {
	/** How it stands with what waits. */
	view = $state.raw(NOTHING);
	/** What waits on this device from before this page is known: until then nothing is said of it. */
	ready = $state(typeof window === 'undefined');
	/** When the server last took something, as an ISO time; null: before this page. */
	savedAt = $state<string | null>(null);
	/** Something to know that is no fault: what came in, what stayed as it is. */
	note = $state<string | null>(null);
	/** The server will not take something: why. */
	refused = $state<string | null>(null);
	protected known: D;
	private stands: D;
	/** Tasks that are in what stands here already. */
	private readonly seen: Record<string, true> = {};
	private deaf: (() => void) | null = null;

	/** @param moved hears what stands, where it is not what was just done here */
	constructor(
		readonly lane: string,
		documents: D,
		protected revision: number,
		private readonly moved: (documents: D) => void,
		/** The queue of this page; of another world in tests. */
		private readonly box: () => Outbox = outbox
	) {
		this.known = this.stands = documents;
		if (typeof window !== 'undefined') this.open();
	}

	/** The documents in an answer over those known before. */
	protected abstract read(answer: Answered): D;
	/** What somebody else changed, in a sentence. */
	protected abstract words(before: D, after: D): string | null;
	/** More to do with an answer. */
	protected abstract answered(answer: Answered): void;
	/** What waits from before this page. */
	protected abstract remember(tasks: readonly Task[], from: D): void;
	/** What stands is none of what was done here. */
	protected abstract forgetHistory(): void;

	/** Listens to what becomes of it; once. */
	private open(): void {
		if (this.deaf) return;
		const box = this.box();
		this.deaf = box.listen(this.lane, {
			changed: (view) => this.changed(view),
			done: (task, body) => this.done(task, body),
			refused: (task, message, body) => this.turnedDown(task, message, body)
		});
		void box.ready.then(() => {
			this.ready = true;
			this.changed(box.view(this.lane), true);
		});
		if (box.lately(this.lane)) void this.lookAgain();
	}

	/** What was read before the last answer is read again. */
	private async lookAgain(): Promise<void> {
		const response = await fetch(addressOf(this.lane)).catch(() => null);
		const answer = response?.ok ? ((await response.json().catch(() => null)) as Answered) : null;
		if (!answer || !this.deaf) return;
		this.known = this.read(answer);
		this.revision = answer.revision ?? this.revision;
		this.catchUp();
	}

	/** Nobody looks at it any more. */
	close(): void {
		this.deaf?.();
		this.deaf = null;
	}

	get documents(): D {
		return this.stands;
	}

	protected push(work: Work): string {
		this.open();
		const box = this.box();
		const task = box.push(this.lane, this.revision, work);
		this.seen[task.request] = true;
		this.refused = null;
		this.view = box.view(this.lane);
		return task.request;
	}

	/** What stands now without a word to whoever made it stand. */
	protected take(documents: D): void {
		this.stands = documents;
	}
	protected stand(documents: D): void {
		this.stands = documents;
		this.moved(documents);
	}

	/** What the server last said with what waits over it. */
	private over(): D {
		const { waiting } = this.box().view(this.lane);
		return merge(
			this.known,
			waiting.flatMap(({ work }) => work.edits),
			true
		).document;
	}

	/** What stands here is moved where it is no longer what it should be. @returns what that changed, in words */
	private catchUp(): string | null {
		const before = this.stands;
		const edits = editsBetween(before, this.over());
		if (edits.length === 0) return null;
		// what is not touched stays the very same, so that nothing is worked out again for it
		this.stand(merge(before, edits).document);
		return this.words(before, this.stands);
	}

	private changed(view: LaneView, first = false): void {
		const { clash, waiting } = this.view;
		this.view = view;
		const still = view.waiting.map(({ request }) => request);
		if (clash && !view.clash) this.chosen(theirsIn(clash.body));
		// what was given up in another window goes from this one too
		else if (waiting.some(({ request }) => !still.includes(request))) this.catchUp();
		const strange = view.waiting.filter(({ request }) => !(request in this.seen));
		if (strange.length === 0) return;
		for (const { request } of strange) this.seen[request] = true;
		const before = this.stands;
		const moved = this.catchUp();
		// what waits here from before this page is this page's; that of another tab is said
		if (first) this.remember(strange, before);
		else this.note = moved ?? this.note;
	}

	/**
	 * A clash was ended, here or in another window: what stands is what was chosen, and what a step back led to is no
	 * longer what was there before it.
	 */
	private chosen(there: Answered): void {
		this.known = this.read(there);
		this.revision = there.revision ?? this.revision;
		this.forgetHistory();
		this.catchUp();
	}

	private done(task: Task, answer: Answered): void {
		// a step back, or what a card that is done means for the record, is no change of somebody else
		const { verb, edits } = task.work;
		const asked = task.request in this.seen && (edits.length === 0 || verb === 'card');
		this.known = this.read(answer);
		this.revision = answer.revision ?? this.revision;
		this.savedAt = (answer.savedAt as string | undefined) ?? now();
		const moved = this.catchUp();
		this.answered(answer);
		this.note = (answer.note as string | undefined) ?? (asked ? null : moved) ?? this.note;
	}

	/** The server will never take it: what stands is what it has. */
	private turnedDown({ work }: Task, message: string, body?: Answered): void {
		if (body) {
			this.known = this.read(body);
			this.revision = body.revision ?? this.revision;
		}
		this.catchUp();
		this.forgetHistory();
		if (work.edits.length === 0) this.note = message;
		else this.refused = message;
	}

	readonly clash = $derived.by((): Choice<D> | null => {
		const { clash, waiting } = this.view;
		if (!clash) return null;
		const there = theirsIn(clash.body);
		const theirs = this.read(there);
		const { clashes } = clash.body;
		const edits = waiting.flatMap(({ work }) => work.edits);
		const over = merge(theirs, edits, true);
		const whole = clashes.length > 0 && over.clashes.length === 0;
		const at = (there.savedAt as string | undefined) ?? null;
		return { theirs, at, clashes, whole, mine: whole ? over.document : this.stands };
	});

	/** After a clash: theirs, or mine over theirs, and what is to be done along with it. */
	async resolve(choice: 'mine' | 'theirs', along: Edit[] = []): Promise<void> {
		const { clash } = this.view;
		if (!clash) return;
		const there = theirsIn(clash.body);
		this.known = this.read(there);
		this.revision = there.revision ?? this.revision;
		this.savedAt = (there.savedAt as string | undefined) ?? this.savedAt;
		this.forgetHistory();
		await endClash(this.box(), this.lane, choice, { there: this.known, mine: this.stands, along });
		this.catchUp();
	}

	/** What waits is given up: what stands is what the server has. */
	async giveUp(): Promise<void> {
		await this.box().drop(this.lane);
		this.forgetHistory();
		this.catchUp();
	}
}

const now = (): string => formatISO(Date.now());

/** What stands on the server, in its answer to a clash. */
const theirsIn = (body: { stored?: unknown } & object): Answered =>
	(body.stored ?? body) as Answered;
