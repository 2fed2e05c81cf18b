import { editsBetween, merge, partsIn, type Edit, type Parts } from '$lib/core/design';
import type { Batch, Holder } from '$lib/core/procedure';
import type { ShelfItem } from '$lib/core/shelf';
import { keepAnew } from '../offline/tell';
import { cameIn } from './came-in';
import { OpenFile } from './open-file.svelte';
import type { Outbox } from './outbox';
import { systemLane, type Task, type Work } from './task';
import type { Answered } from './transport';

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

/** A system's cards: what was mixed and is being mixed, and on which device those in hand are. */
export interface Cards {
	batches: readonly Batch[];
	holders: Readonly<Record<string, Holder>>;
}
/** A system's documents: its parts, its place's shelf, and the cards, where the page has them. */
export type Documents = Parts & { shelf: readonly ShelfItem[] } & Cards;
const documentsIn = (stored: Stored, cards: Cards): Documents => ({
	...partsIn(stored),
	shelf: stored.shelf,
	batches: cards.batches,
	holders: cards.holders
});

/** Cards with those an answer tells of in their place. */
function cardsIn(known: Cards, told: Partial<Cards>): Cards {
	if (!told.batches) return known;
	const ids = new Set(told.batches.map(({ id }) => id));
	const others = known.batches.filter(({ id }) => !ids.has(id));
	return { batches: [...told.batches, ...others], holders: { ...known.holders, ...told.holders } };
}

/** A step of this page; null: one from before it, which the server alone knows. */
type Step = { request: string; back: Edit[]; forth: Edit[] } | null;
/** The entry of the record just made, which alone can be taken back. */
interface Entry {
	request: string;
	back: Edit[];
	forth: Edit[];
	/** It was made in one step with a change of the plan. */
	withPlan: boolean;
}

const ofRecord = ({ path }: Edit): boolean => path[0] === 'record';
const ofShelf = ({ path }: Edit): boolean => path[0] === 'shelf';
const ofCard = ({ path: [part] }: Edit): boolean => part === 'batches' || part === 'holders';
const ofPlan = (edit: Edit): boolean => !ofRecord(edit) && !ofShelf(edit) && !ofCard(edit);
/** A system between this page and the server, with the steps back and forth. */
export class SystemFile extends OpenFile<Documents> {
	private past = $state.raw([] as readonly Step[]);
	private future = $state.raw([] as readonly Step[]);
	private entry = $state.raw(null as Entry | null);
	/** The entry just taken back, which can be made again as long as nothing else is done. */
	private taken = $state.raw(null as Entry | null);
	/** There are steps from before this page. */
	private older = $state.raw({ undo: false, redo: false });

	constructor(
		id: string,
		stored: Stored,
		cards: Cards,
		moved: (documents: Documents) => void,
		box?: () => Outbox
	) {
		super(systemLane(id), documentsIn(stored, cards), stored.revision, moved, box);
		this.savedAt = stored.savedAt;
		this.older = { undo: stored.canUndo, redo: stored.canRedo };
	}

	protected read(answer: Answered): Documents {
		const { known } = this;
		// what was done to a card tells of the system only where that was changed by it
		const stored = ('batches' in answer ? answer.stored : answer) as Stored | null;
		const cards = cardsIn(known, answer as Partial<Cards>);
		return stored ? documentsIn(stored, cards) : { ...known, ...cards };
	}
	protected words = cameIn;

	/** Keeps what stands now as one step over what stood before. */
	keep(next: Documents, label: string): void {
		const before = this.documents;
		const edits = editsBetween(before, next);
		if (edits.length === 0) return;
		const back = editsBetween(next, before);
		this.take(next);
		const request = this.push({ verb: 'save', label, edits });
		this.history({ request, edits, back });
	}

	/** Keeps what was done to a card; no step back leads over it. */
	keepCards(cards: Cards, device: string): void {
		const next = { ...this.documents, ...cards };
		const edits = editsBetween(this.documents, next);
		if (edits.length === 0) return;
		this.stand(next);
		this.push({ verb: 'card', device, edits });
	}

	/** What can be taken back from now on: an entry of the record alone is no step of the plan. */
	private history(made: { request: string; edits: Edit[]; back: Edit[] }): void {
		const { request, edits, back } = made;
		if (edits.every((edit) => ofShelf(edit) || ofCard(edit))) return;
		const planned = edits.some(ofPlan);
		if (planned) {
			const step = { request, back: back.filter(ofPlan), forth: edits.filter(ofPlan) };
			this.past = [...this.past, step];
			this.future = [];
			this.older = { ...this.older, redo: false };
		}
		const noted = edits.some(ofRecord);
		this.entry = noted
			? { request, back: back.filter(ofRecord), forth: edits.filter(ofRecord), withPlan: planned }
			: null;
		this.taken = null;
	}

	/** Without network only what has not been sent yet can be taken back. */
	private may(step: Step | undefined, older: boolean): boolean {
		const away = this.view.state === 'network';
		if (step) return !away || this.view.waiting.some(({ request }) => request === step.request);
		return (step === null || older) && !away;
	}
	readonly canUndo = $derived(
		this.entry && !this.entry.withPlan
			? this.may(this.entry, false)
			: this.may(this.past.at(-1), this.older.undo)
	);
	readonly canRedo = $derived(
		this.taken && !this.taken.withPlan
			? this.may(this.taken, false)
			: this.may(this.future.at(-1), this.older.redo)
	);

	/** A step back or forth: the entry just typed, or the plan with an entry made along with it, or the plan alone. */
	go(verb: 'undo' | 'redo'): void {
		if (!(verb === 'undo' ? this.canUndo : this.canRedo)) return;
		const entry = verb === 'undo' ? this.entry : this.taken;
		const sideOf = ({ back, forth }: { back: Edit[]; forth: Edit[] }) =>
			verb === 'undo' ? back : forth;
		this.note = null;
		const along = entry ? sideOf(entry) : [];
		let request: string;
		if (entry && !entry.withPlan) request = this.step({ verb: 'save', label: verb, edits: along });
		else {
			const [from, to] = verb === 'undo' ? [this.past, this.future] : [this.future, this.past];
			const step = from.at(-1) ?? null;
			const edits = step ? [...sideOf(step), ...along] : [];
			request = this.step({ verb, of: step?.request ?? null, edits });
			const gone: Step = step && (verb === 'undo' ? step : { ...step, request });
			[this.past, this.future] =
				verb === 'undo' ? [from.slice(0, -1), [...to, gone]] : [[...to, gone], from.slice(0, -1)];
		}
		const back = entry && { ...entry, request };
		this.entry = verb === 'undo' ? null : back;
		this.taken = verb === 'undo' ? back : null;
	}

	/** Does it here, and sends it. */
	private step(work: Work): string {
		this.stand(merge(this.documents, work.edits, true).document);
		return this.push(work);
	}

	/** The history of what waits from before this page. */
	protected override remember(tasks: readonly Task[], from: Documents): void {
		let at = from;
		for (const { request, work } of tasks) {
			const next = merge(at, work.edits, true).document;
			const back = editsBetween(next, at);
			if (work.verb === 'save') this.history({ request, edits: work.edits, back });
			else if (work.verb === 'undo') this.past = this.past.slice(0, -1);
			at = next;
		}
	}

	protected override answered(answer: Answered): void {
		keepAnew(this.lane);
		const stored = ('batches' in answer ? answer.stored : answer) as Stored | null;
		if (!stored) return;
		const { canUndo, canRedo } = stored;
		this.revision = stored.revision;
		if (this.view.waiting.length <= 1) this.older = { undo: canUndo, redo: canRedo };
	}

	protected forgetHistory(): void {
		this.past = this.future = [];
		this.entry = this.taken = null;
		this.older = { undo: true, redo: false };
	}
}
