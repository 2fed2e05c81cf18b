import { nextStep, type Batch, type OffCause } from '$lib/core/design';
import { planAnew } from '$lib/core/logbook';
import type { SystemModel } from '$lib/core/model';
import { mixCard } from '$lib/core/review';
import { post } from '../workspace/save-queue';

/** What the page keeps of a card, should the server be out of reach or the battery run dry. */
const KEY = (systemId: string) => `crelbo.batch.${systemId}`;

/**
 * A card that is worked through: one step at a time, kept on the server after each and on the device besides,
 * so that neither a reload nor a dead battery loses where one is.
 */
export class BatchSession {
	batch = $state.raw<Batch | null>(null);
	/** Said where it could not be kept; it is kept on the device then, and tried again with the next step. */
	problem = $state<string | null>(null);
	readonly next = $derived(this.batch && nextStep(this.batch));

	constructor(
		readonly systemId: string,
		batches: readonly Batch[]
	) {
		const open = batches.find(({ state }) => state === 'open') ?? null;
		this.batch = open && this.further(open);
	}

	/** What the device remembers of the same batch, where it is further on than the server. */
	private further(batch: Batch): Batch {
		try {
			const kept = JSON.parse(localStorage.getItem(KEY(this.systemId)) ?? 'null') as Batch | null;
			return kept?.id === batch.id && kept.done.length > batch.done.length ? kept : batch;
		} catch {
			return batch;
		}
	}

	async start(what: Batch['what']): Promise<void> {
		const answer = await this.send(`/api/designs/${this.systemId}/batches`, 'POST', { what });
		if (answer) this.batch = answer;
	}

	/** A step is done; where it asks for a wait that begins now. */
	async tick(now: number, read: { msCm?: number; ph?: number } = {}): Promise<void> {
		const { batch, next } = this;
		if (!batch || !next) return;
		const done = [...batch.done, next.id];
		const after = nextStep({ steps: batch.steps, done });
		await this.keep({
			...batch,
			done,
			waitUntil: after?.waitMin ? now + after.waitMin * 60_000 : null,
			readMsCm: read.msCm ?? batch.readMsCm,
			readPh: read.ph ?? batch.readPh,
			...(after === null && { state: 'done' as const })
		});
	}

	/** One step back: nobody is perfect with wet hands. */
	async back(): Promise<void> {
		if (this.batch && this.batch.done.length > 0)
			await this.keep({ ...this.batch, done: this.batch.done.slice(0, -1), waitUntil: null });
	}

	/** A reading was off, and why: the rest is planned anew from what is in the tank. */
	async replan(model: SystemModel, read: number, cause: OffCause): Promise<void> {
		const { batch, next } = this;
		if (!batch || !next?.expect) return;
		const rest = planAnew(model, batch, read, cause);
		const at = batch.steps.findIndex(({ id }) => id === next.id);
		await this.keep({
			...batch,
			steps: [...batch.steps.slice(0, at + 1), ...rest],
			done: [...batch.done, next.id],
			waitUntil: null,
			readMsCm: read,
			off: [...batch.off, { what: 'strength', read, cause }]
		});
	}

	/** The steps towards the pH that are still to come, as the system and the bottle in the hand ask for them now. */
	pourAnew(model: SystemModel): void {
		const { batch, next } = this;
		if (!batch || !next) return;
		const at = batch.steps.findIndex(({ id }) => id === next.id);
		const isPh = ({ id }: { id: string }) => id.startsWith('ph');
		// what is half poured goes on as it was begun
		if (batch.steps.slice(0, at).some((step) => isPh(step) && batch.done.includes(step.id))) return;
		const rest = batch.steps.slice(at).filter((step) => !isPh(step));
		const steps = [...batch.steps.slice(0, at), ...mixCard(model).filter(isPh), ...rest];
		if (JSON.stringify(steps) === JSON.stringify(batch.steps)) return;
		void this.keep({ ...batch, steps });
	}

	/** Given up: it stays in the history as such, and nothing is taken off the shelf. */
	drop = async (): Promise<void> => {
		if (this.batch) await this.keep({ ...this.batch, state: 'dropped' });
	};

	private async keep(batch: Batch): Promise<void> {
		this.batch = batch;
		try {
			localStorage.setItem(KEY(this.systemId), JSON.stringify(batch));
		} catch {
			// a device that keeps nothing has the server
		}
		await this.send(`/api/designs/${this.systemId}/batches/${batch.id}`, 'PUT', batch);
	}

	private async send(url: string, method: 'POST' | 'PUT', body: unknown): Promise<Batch | null> {
		const response = await post(url, method, body).catch(() => null);
		if (response?.ok) {
			this.problem = null;
			return ((await response.json()) as { batch: Batch }).batch;
		}
		this.problem =
			'The server cannot be reached. Go on: it is kept on this device and sent with the next step.';
		return null;
	}
}
