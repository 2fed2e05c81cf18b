import type { Design, Place } from '$lib/core/design';

/** What the server answers about a design. */
export interface Stored {
	design: Design;
	place: Place;
	placeRevision: number;
	revision: number;
	savedAt: string;
	canUndo: boolean;
	canRedo: boolean;
}

export type SaveState =
	/** `at`: when, as an ISO time. */
	| { kind: 'saved'; at: string }
	| { kind: 'saving' }
	| { kind: 'failed'; message: string }
	| { kind: 'stale'; theirs: Stored };

/** A save carries the place only where that was changed. */
type Task =
	| { verb: 'save'; design: Design; place: Place | null; label: string }
	| { verb: 'undo' }
	| { verb: 'redo' };

const RETRY_MS = 3000;

/**
 * Sends changes to the server one after the other, each over the revision before it. A lost connection is
 * tried again; a newer version on the server stops the queue until the grower has chosen.
 */
export class SaveQueue {
	private readonly waiting: Task[] = [];
	private busy = false;
	private stopped = false;

	constructor(
		private readonly designId: string,
		private base: number,
		private placeBase: number,
		private readonly onState: (state: SaveState, stored?: Stored) => void
	) {}

	push(task: Task): void {
		this.waiting.push(task);
		void this.work();
	}

	get revision(): number {
		return this.base;
	}

	/** Nothing waits behind what is being answered. */
	get last(): boolean {
		return this.waiting.length === 0;
	}

	get idle(): boolean {
		return !this.busy && this.waiting.length === 0;
	}

	/** After a conflict: go on from the server's revision, dropping what was waiting. */
	resume({ revision, placeRevision }: Stored): void {
		this.waiting.length = 0;
		this.base = revision;
		this.placeBase = placeRevision;
		this.stopped = false;
	}

	private async work(): Promise<void> {
		if (this.busy || this.stopped) return;
		this.busy = true;
		while (this.waiting.length > 0 && !this.stopped) {
			const task = this.waiting[0]!;
			this.onState({ kind: 'saving' });
			try {
				const response = await this.send(task);
				if (response.status === 409) {
					const { stored } = (await response.json()) as { stored: Stored };
					this.stopped = true;
					this.onState({ kind: 'stale', theirs: stored });
					break;
				}
				if (!response.ok) throw new Error(await messageOf(response));
				const stored = (await response.json()) as Stored;
				this.base = stored.revision;
				this.placeBase = stored.placeRevision;
				this.waiting.shift();
				this.onState({ kind: 'saved', at: stored.savedAt }, stored);
			} catch (fault) {
				const offline = fault instanceof TypeError;
				const message = offline
					? 'Not saved: no connection. Trying again.'
					: (fault as Error).message;
				this.onState({ kind: 'failed', message });
				if (!offline) this.waiting.shift();
				await new Promise((done) => setTimeout(done, RETRY_MS));
			}
		}
		this.busy = false;
	}

	private send(task: Task): Promise<Response> {
		const address = `/api/designs/${this.designId}`;
		const { base } = this;
		if (task.verb === 'save')
			return post(address, 'PUT', {
				base,
				label: task.label,
				design: task.design,
				...(task.place && { place: { base: this.placeBase, document: task.place } })
			});
		return post(`${address}/${task.verb}`, 'POST', { base });
	}
}

export const post = (address: string, method: string, body: unknown): Promise<Response> =>
	fetch(address, {
		method,
		headers: { 'content-type': 'application/json' },
		body: JSON.stringify(body)
	});

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
