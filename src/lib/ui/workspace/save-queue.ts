import type { Parts, Place, Plan, SystemRecord } from '$lib/core/design';
import type { ShelfItem } from '$lib/core/shelf';

/** What the server answers about a system. */
export interface Stored extends Parts {
	placeId: string;
	shelf: ShelfItem[];
	revision: number;
	recordRevision: number;
	placeRevision: number;
	savedAt: string;
	canUndo: boolean;
	canRedo: boolean;
	/** What stayed as it is although a step back or forth once changed it. */
	note?: string;
}

export type SaveState =
	/** `at`: when, as an ISO time. */
	| { kind: 'saved'; at: string }
	| { kind: 'saving' }
	| { kind: 'failed'; message: string }
	| { kind: 'stale'; theirs: Stored };

/** A save carries the parts that were changed; a step back or forth the record only where it goes along. */
type Step =
	| {
			verb: 'save';
			plan: Plan | null;
			record: SystemRecord | null;
			place: Place | null;
			label: string;
	  }
	| { verb: 'undo' | 'redo'; record: SystemRecord | null }
	| { verb: 'shelf'; put: ShelfItem[]; drop: string[] };
/** `request` stays the same however often it is sent, so that a lost answer is no second step. */
type Task = Step & { request: string };

const FIRST_RETRY_MS = 3000;
const LONGEST_RETRY_MS = 30_000;
/** What the server will never take, however often it is asked. */
const REFUSED = [400, 403, 404, 405, 413, 415, 422];
/** A request may outlive its page up to this size. */
const KEPT_ALIVE_BYTES = 60_000;

/** Which revision of each part the next step is based on. */
type Revisions = Pick<Stored, 'revision' | 'recordRevision' | 'placeRevision'>;

/** Queues with something unsaved, on whatever page they were begun: leaving then warns. */
const unsaved = new Set<SaveQueue>();
export const hasUnsaved = (): boolean => unsaved.size > 0;

/**
 * Sends changes to the server one after the other, each over the revision before it. What could not be reached
 * or done just now is tried again, and nothing is dropped but what the server refuses for good; a newer version
 * there stops the queue until the grower has chosen.
 */
export class SaveQueue {
	private readonly waiting: Task[] = [];
	private busy = false;
	private stopped = false;
	private wake: (() => void) | null = null;
	/** Every step so far has reached the server: its history is the one on this page. */
	inStep = true;
	private at: Revisions;
	private readonly placeId: string;

	constructor(
		private readonly designId: string,
		from: Stored,
		private readonly onState: (state: SaveState, stored?: Stored) => void,
		private readonly retryMs = FIRST_RETRY_MS
	) {
		this.at = from;
		this.placeId = from.placeId;
	}

	push(step: Step): void {
		this.waiting.push({ ...step, request: requestId() });
		unsaved.add(this);
		// somebody is at it: no use waiting for the next try
		this.wake?.();
		void this.work();
	}

	get revision(): number {
		return this.at.revision;
	}

	/** Nothing waits behind what is being answered. */
	get last(): boolean {
		return this.waiting.length === 0;
	}

	get idle(): boolean {
		return !this.busy && this.waiting.length === 0;
	}

	/** After a conflict: go on from the server's revision, dropping what was waiting. */
	resume(from: Stored): void {
		this.waiting.length = 0;
		this.at = from;
		this.stopped = false;
		this.inStep = true;
		unsaved.delete(this);
	}

	private async work(): Promise<void> {
		if (this.busy || this.stopped) return;
		this.busy = true;
		for (let tries = 0; this.waiting.length > 0 && !this.stopped;) {
			const task = this.waiting[0]!;
			this.onState({ kind: 'saving' });
			const again = await this.once(task);
			if (!again) tries = 0;
			else await this.pause(Math.min(LONGEST_RETRY_MS, this.retryMs * 2 ** tries++));
		}
		this.busy = false;
	}

	/** Sends one task; true: it could not be done now and is to be tried again. */
	private async once(task: Task): Promise<boolean> {
		const response = await this.send(task).catch(() => null);
		if (!response) {
			this.onState({ kind: 'failed', message: 'Not saved: no connection. Trying again.' });
			return true;
		}
		if (response.status === 409) {
			const { stored } = (await response.json()) as { stored: Stored };
			this.stopped = true;
			this.onState({ kind: 'stale', theirs: stored });
			return false;
		}
		if (response.ok) {
			const stored = (await response.json()) as Stored;
			this.waiting.shift();
			if (this.waiting.length === 0) unsaved.delete(this);
			// a shelf has no revisions: what was bought is not undone
			if (task.verb === 'shelf') this.onState({ kind: 'saved', at: new Date().toISOString() });
			else {
				this.at = stored;
				this.onState({ kind: 'saved', at: stored.savedAt }, stored);
			}
			return false;
		}
		const message = await messageOf(response);
		if (REFUSED.includes(response.status)) {
			this.waiting.shift();
			this.inStep = false;
			this.onState({ kind: 'failed', message: `Not saved: ${message}` });
			return false;
		}
		this.onState({ kind: 'failed', message: `Not saved yet: ${message} Trying again.` });
		return true;
	}

	private async pause(forMs: number): Promise<void> {
		await new Promise<void>((done) => {
			const timer = setTimeout(done, forMs);
			this.wake = () => {
				clearTimeout(timer);
				done();
			};
		});
		this.wake = null;
	}

	private send(task: Task): Promise<Response> {
		const address = `/api/designs/${this.designId}`;
		const { revision: base, recordRevision, placeRevision } = this.at;
		const { request } = task;
		if (task.verb === 'shelf')
			return post(`/api/places/${this.placeId}/shelf`, 'PUT', { put: task.put, drop: task.drop });
		const record = task.record && { record: { base: recordRevision, document: task.record } };
		if (task.verb !== 'save')
			return post(`${address}/${task.verb}`, 'POST', { base, request, ...record });
		return post(address, 'PUT', {
			base,
			request,
			label: task.label,
			...(task.plan && { plan: task.plan }),
			...record,
			...(task.place && { place: { base: placeRevision, document: task.place } })
		});
	}
}

/** An id for a request; on the home's network pages are no secure context and have no randomUUID. */
export const requestId = (): string =>
	Array.from(crypto.getRandomValues(new Uint8Array(16)), (byte) =>
		byte.toString(16).padStart(2, '0')
	).join('');

export function post(address: string, method: string, body: unknown): Promise<Response> {
	const text = JSON.stringify(body);
	return fetch(address, {
		method,
		headers: { 'content-type': 'application/json' },
		body: text,
		// the last save of a page that is being closed still arrives
		keepalive: text.length < KEPT_ALIVE_BYTES
	});
}

/** The sentence in an API refusal. */
export async function messageOf(response: Response): Promise<string> {
	try {
		const { error } = (await response.json()) as {
			error: { message?: string; issues?: { path: string; message: string }[] };
		};
		return error.message ?? error.issues?.[0]?.message ?? 'This was refused.';
	} catch {
		return 'The server could not do this. Try again.';
	}
}
