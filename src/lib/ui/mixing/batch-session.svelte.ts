import { isOfPh, isProse, nextStep, type Batch, type OffCause } from '$lib/core/procedure';
import { mixCard, newBatch, planAnew } from '$lib/core/logbook';
import type { SystemModel } from '$lib/core/model';
import { requestId } from '../sync';
import { thisDevice } from '../sync/device';
import type { Session } from '../workspace/session.svelte';

/**
 * A card that is worked through, one step at a time, by one device. Every step is on its way to the server like
 * anything else, so that neither a reload nor a dead battery nor a dead network loses where one is.
 */
export class BatchSession {
	private readonly device = thisDevice();
	/** The batch that is looked at. */
	private id = $state<string | null>(null);
	readonly batch = $derived.by((): Batch | null => {
		const { batches } = this.session.cards;
		return batches.find(({ id }) => id === this.id) ?? this.open;
	});
	readonly next = $derived(this.batch && nextStep(this.batch));
	/** Cards half done, this device's first. */
	private readonly opened = $derived.by(() =>
		this.session.cards.batches.filter(({ state }) => state === 'open')
	);
	private get open(): Batch | null {
		const mine = this.opened.find(({ id }) => this.holderOf(id)?.device === this.device.id);
		return mine ?? this.opened[0] ?? null;
	}
	/** Others that are half done too. */
	readonly others = $derived(this.opened.filter(({ id }) => id !== this.batch?.id));
	/** The other device that has it in hand. */
	readonly elsewhere = $derived.by(() => {
		const holder = this.batch?.state === 'open' ? this.holderOf(this.batch.id) : null;
		return holder && holder.device !== this.device.id ? holder : null;
	});
	/** Another device took it over while something was done here. */
	readonly takenFrom = $derived.by(() => {
		const clash = this.session.file.clash?.clashes.find(({ path: [part] }) => part === 'holders');
		return clash ? this.holderOf(String(clash.path[1]), true) : null;
	});
	/** Something done to this card is still on its way. */
	readonly waits = $derived.by(
		() =>
			!this.session.file.ready ||
			this.session.file.view.waiting.some(
				({ work }) =>
					work.verb === 'card' &&
					work.edits.some(
						({ path: [, key] }) => typeof key === 'object' && key.id === this.batch?.id
					)
			)
	);

	constructor(private readonly session: Session) {
		this.id = this.open?.id ?? null;
	}

	/** @param there as the server has it */
	holderOf(id: string, there = false) {
		const { holders } = there ? this.session.file.clash!.theirs : this.session.cards;
		return holders[id] ?? null;
	}

	private me = () => ({ device: this.device.id, name: this.device.name, since: Date.now() });

	/** Looks at another that is half done. */
	look(id: string): void {
		this.id = id;
	}

	/** Begins one with the card as the system stands; the id is made here, so that no network is needed. */
	start(what: Batch['what']): void {
		const { model, today, cards, file } = this.session;
		const batch = newBatch(model, `batch-${requestId()}`, today, what);
		this.id = batch.id;
		const holders = { ...cards.holders, [batch.id]: this.me() };
		file.keepCards({ batches: [batch, ...cards.batches], holders }, this.device.id);
	}

	/** From now on it is this device's. */
	takeOver(): void {
		const { batch } = this;
		if (batch) this.keep(batch, true);
	}

	/** After another device took it: back here with what was done here, or left there without it. */
	settle(choice: 'mine' | 'theirs'): void {
		const { clash } = this.session.file;
		const taken = clash?.clashes.find(({ path: [part] }) => part === 'holders');
		if (!taken) return;
		const { path, theirs } = taken;
		const mine = choice === 'mine' ? [{ path, was: theirs, now: this.me() }] : [];
		void this.session.file.resolve(choice, mine);
	}

	/** A step is done; where it asks for a wait that begins now. */
	tick(now: number, read: { msCm?: number; ph?: number } = {}): void {
		const { batch, next } = this;
		if (!batch || !next) return;
		const done = [...batch.done, next.id];
		const after = nextStep({ steps: batch.steps, done });
		this.keep({
			...batch,
			done,
			waitUntil: after?.waitMin ? now + after.waitMin * 60_000 : null,
			readMsCm: read.msCm ?? batch.readMsCm,
			readPh: read.ph ?? batch.readPh,
			...(after === null && { state: 'done' as const })
		});
	}

	/** One step back: nobody is perfect with wet hands. */
	back(): void {
		if (this.batch && this.batch.done.length > 0)
			this.keep({ ...this.batch, done: this.batch.done.slice(0, -1), waitUntil: null });
	}

	/** A reading was off, and why: the rest is planned anew from what is in the tank. */
	replan(model: SystemModel, read: number, cause: OffCause): void {
		const { batch, next } = this;
		if (!batch || !next?.expect) return;
		const rest = planAnew(model, batch, read, cause);
		const at = batch.steps.findIndex(({ id }) => id === next.id);
		this.keep({
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
		// what was written out before steps were data stays as it was
		if (!batch || !next || this.elsewhere || isProse(batch)) return;
		const at = batch.steps.findIndex(({ id }) => id === next.id);
		// what is half poured goes on as it was begun
		if (batch.steps.slice(0, at).some((step) => isOfPh(step) && batch.done.includes(step.id)))
			return;
		const rest = batch.steps.slice(at).filter((step) => !isOfPh(step));
		const steps = [...batch.steps.slice(0, at), ...mixCard(model).filter(isOfPh), ...rest];
		if (JSON.stringify(steps) === JSON.stringify(batch.steps)) return;
		this.keep({ ...batch, steps });
	}

	/** Given up: it stays in the history as such, and nothing is taken off the shelf. */
	drop(): void {
		if (this.batch) this.keep({ ...this.batch, state: 'dropped' });
	}

	private keep(batch: Batch, take = false): void {
		const { cards, file } = this.session;
		const batches = cards.batches.map((one) => (one.id === batch.id ? batch : one));
		const held = cards.holders[batch.id];
		const holders = held && !take ? cards.holders : { ...cards.holders, [batch.id]: this.me() };
		file.keepCards({ batches, holders }, this.device.id);
	}
}
