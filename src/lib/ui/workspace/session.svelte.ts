import {
	boundsAt,
	fieldAt,
	partsIn,
	recount,
	recountWords,
	type Change,
	type Design,
	type Operation,
	type PartName,
	type Parts,
	type Place,
	type SystemRecord
} from '$lib/core/design';
import { type Batch, type Holder } from '$lib/core/procedure';
import { PARAMETERS } from '$lib/core/parameters';
import { show, showBare, type Quantity, type Units } from '$lib/core/quantity';
import { SystemModel } from '$lib/core/model';
import { type Finding, type Fix } from '$lib/core/review';
import { refusal } from './refusal.svelte';
import { changedElsewhere, type Neighbour } from './shared';
import { refusalOf } from './changes';
import { SystemFile, type Cards, type Documents, type Stored } from '../sync/system-file.svelte';
import { Judging } from './judging.svelte';
import { OwnShelf } from './own-shelf.svelte';
import { CANNOT_BE, draws } from './trial';
import { View } from './view.svelte';

export interface Opened {
	id: string;
	stored: Stored;
	today: string;
	/** The other systems of the place, by what of it they use. */
	others?: readonly Neighbour[];
	/** What was mixed and is being mixed, where the page shows it. */
	batches?: readonly Batch[];
	holders?: Readonly<Record<string, Holder>>;
}

/** With more sites what is heavy waits until a drag is over. */
const MANY_SITES = 150;

/**
 * One open system: its parts as they stand on screen, everything that follows from it, what is selected,
 * and its history. A drag previews; letting go commits, which is one undo step and one save.
 */
export class Session {
	readonly id: string;
	readonly placeId: string;
	readonly today: string;
	private onScreen = $state.raw() as SystemModel;
	/** What is shown; what is said of it follows (`judging`). */
	get model(): SystemModel {
		return this.onScreen;
	}
	set model(next: SystemModel) {
		this.onScreen = next;
		this.judging.follow(next);
	}
	/** The model as last kept: for what is too much to work out at every step of a drag. */
	kept = $state.raw() as SystemModel;
	/** What of it is looked at, and from where. */
	readonly view = new View(() => this.model);
	/** What heavy figures are of: a garden of hundreds while it is dragged only as it was last kept, so that it follows the hand. */
	get judged(): SystemModel {
		return this.model.layout.sites.length > MANY_SITES ? this.kept : this.model;
	}
	/** What the place added to the shelf. */
	readonly shelf: OwnShelf;
	/** What was mixed and is being mixed, and on which device. */
	cards = $state.raw({ batches: [], holders: {} } as Cards);
	/** What is kept of it, its history, and how it stands with the server. */
	readonly file: SystemFile;

	/** What is said of what is shown. */
	readonly judging: Judging;
	/** As it was when it was opened. */
	private readonly opened: SystemModel;

	/** The other systems of the place. */
	readonly others: readonly Neighbour[];

	constructor({ id, stored, today, others = [], ...cards }: Opened) {
		this.others = others;
		this.id = id;
		this.placeId = stored.placeId;
		this.today = today;
		this.shelf = new OwnShelf(stored.shelf, () => this.keepShelf());
		this.cards = { batches: cards.batches ?? [], holders: cards.holders ?? {} };
		this.file = new SystemFile(id, stored, this.cards, (documents) => this.goTo(documents));
		this.judging = new Judging(this, (model, fault) => this.takeBack(model, fault));
		this.kept = this.model = this.opened = this.modelOf(partsIn(stored));
	}

	private modelOf = (parts: Parts, before?: SystemModel): SystemModel =>
		before ? before.of(parts) : new SystemModel(parts, this.shelf.all, PARAMETERS, this.today);

	get parts(): Parts {
		return this.model.parts;
	}
	get design(): Design {
		return this.model.design;
	}
	get operation(): Operation {
		return this.model.operation;
	}
	get record(): SystemRecord {
		return this.model.record;
	}
	get place(): Place {
		return this.model.place;
	}
	get units(): Units {
		return this.place.units;
	}
	say = (value: number, kind: Quantity): string => show(value, kind, this.units);
	/** The same without its unit, where that stands elsewhere. */
	number = (value: number, kind: Quantity): string => showBare(value, kind, this.units);
	bounds = (path: string) => boundsAt(this.parts, path);
	assumed = (path: string): boolean => this.design.assumed.includes(path);
	/** What a number of the document is a figure of, as its schema says. */
	quantityAt = (path: string): Quantity => fieldAt(this.parts, path)?.quantity ?? 'count';

	/** Shows a change without keeping it: a drag in progress. What cannot be drawn is not shown. */
	preview(changes: Change[]): void {
		const next = this.model.with(changes);
		if (draws(next)) this.model = next;
	}

	/** Drops a preview: a drag given up. */
	revert(): void {
		this.model = this.modelOf(partsIn(this.file.documents), this.model);
	}

	/** Keeps what is on screen as one undo step; an entry of the record alone is none of the plan's. */
	commit(label: string): void {
		const before = this.file.documents;
		const counted = recount(before, this.model);
		if (counted)
			this.model = this.model.with([
				{ path: 'operation.crops', value: counted.crops },
				{ path: 'operation.kept', value: counted.kept }
			]);
		const { parts } = this.model;
		this.file.note =
			[counted && recountWords(counted), changedElsewhere(before, parts, this.others)]
				.filter(Boolean)
				.join(' ') || null;
		this.kept = this.model;
		this.file.keep({ ...before, ...parts }, label.slice(0, 80));
	}

	/** Makes and keeps a change of any part; says why not where the document would not be valid. */
	apply(changes: Change[], label: string): string | null {
		const refused = refusalOf(this.model.parts, changes);
		return refused ?? this.show(this.model.with(changes), label);
	}

	/** Shows and keeps what was tried first: a change that cannot be drawn is refused and nothing is lost. */
	private show(next: SystemModel, label: string): string | null {
		if (!draws(next)) return CANNOT_BE;
		this.model = next;
		this.commit(label);
		return null;
	}

	set = (path: string, value: unknown, label: string): string | null =>
		this.apply([{ path, value }], label);

	/** The same for a press without a place of its own for words: a refusal is shown where it was pressed. */
	press(changes: Change[], label: string): void {
		refusal.tell(this.apply(changes, label));
	}
	put = (path: string, value: unknown, label: string): void => this.press([{ path, value }], label);

	/** Grows a crop at these sites; an empty id clears them. */
	plant(siteIds: readonly string[], cropId: string, label: string): void {
		const crops = { ...this.operation.crops };
		for (const id of siteIds) {
			if (cropId === '') delete crops[id];
			else crops[id] = cropId;
		}
		this.put('operation.crops', crops, label.slice(0, 80));
	}

	private keepShelf(): void {
		const { documents } = this.file;
		this.kept = this.model = this.model.of(partsIn(documents), this.shelf.all);
		this.file.keep({ ...documents, shelf: this.shelf.own }, 'shelf');
	}

	/** Applies a finding's fix; the bar stays where it is, with what stands there now. */
	fix(finding: Finding, fix: Fix): void {
		refusal.tell(this.apply(fix.change, `${finding.code}: ${fix.label}`));
	}

	/** The grower has seen to a caution: for this system, or where it holds everywhere for the place. */
	acknowledge({ code, acknowledge }: Finding): void {
		if (!acknowledge) return;
		refusal.tell(this.apply(acknowledge.change, `${code}: ${acknowledge.label}`));
	}

	/** What was drawn cannot be worked out any further: it is as if it had not been done. */
	private takeBack(model: SystemModel, fault: unknown): void {
		console.warn(fault);
		// as it was opened it stays: nothing was done to it here
		if (model === this.opened) return;
		refusal.tell(CANNOT_BE);
		if (model !== this.kept) this.revert();
		else if (this.file.canUndo) this.undo();
	}

	undo = (): void => this.go('undo');
	redo = (): void => this.go('redo');
	private go(verb: 'undo' | 'redo'): void {
		this.revert();
		this.file.go(verb);
	}

	/** What is kept is another: by a step back or forth, or by what somebody else did. */
	private goTo(documents: Documents): void {
		const { shelf, batches, holders } = documents;
		const parts = partsIn(documents);
		this.cards = { batches, holders };
		const own = shelf !== this.shelf.own;
		const same = (Object.keys(parts) as PartName[]).every(
			(part) => parts[part] === this.parts[part]
		);
		if (same && !own) return;
		this.shelf.own = shelf;
		this.kept = this.model = own
			? this.model.of(parts, this.shelf.all)
			: this.modelOf(parts, this.model);
	}

	/** Nobody looks at it any more. */
	close = (): void => this.file.close();
}
