import { editsBetween, merge, type Edit, type Place } from '$lib/core/design';
import type { ShelfItem } from '$lib/core/shelf';
import { placeDiffering } from '../home/differences';
import { named } from './came-in';
import { OpenFile } from './open-file.svelte';
import { placeLane } from './task';
import type { Answered } from './transport';

interface Documents {
	place: Place;
	shelf: readonly ShelfItem[];
}
interface Step {
	back: Edit[];
	forth: Edit[];
}

/** A place with its shelf between this page and the server. What was put on the shelf is no step. */
export class PlaceFile extends OpenFile<Documents> {
	private past = $state.raw([] as readonly Step[]);
	private future = $state.raw([] as readonly Step[]);

	constructor(
		id: string,
		documents: Documents,
		revision: number,
		moved: (documents: Documents) => void
	) {
		super(placeLane(id), documents, revision, moved);
	}

	protected read({ place, shelf }: Answered): Documents {
		return {
			place: (place as Place | undefined) ?? this.known.place,
			shelf: (shelf as ShelfItem[] | undefined) ?? this.known.shelf
		};
	}
	protected words = (before: Documents, after: Documents): string | null =>
		named(placeDiffering(before.place, after.place, after.place.units));

	get canUndo(): boolean {
		return this.past.length > 0;
	}
	get canRedo(): boolean {
		return this.future.length > 0;
	}

	/** Keeps a place as one step. */
	keep(place: Place): void {
		const next = { ...this.documents, place };
		const forth = editsBetween(this.documents, next);
		if (forth.length === 0) return;
		this.past = [...this.past, { forth, back: editsBetween(next, this.documents) }];
		this.future = [];
		this.take(next);
		this.push({ verb: 'place', edits: forth });
	}

	keepShelf(shelf: readonly ShelfItem[]): void {
		const next = { ...this.documents, shelf };
		const edits = editsBetween(this.documents, next);
		if (edits.length === 0) return;
		this.stand(next);
		this.push({ verb: 'shelf', edits });
	}

	go(verb: 'undo' | 'redo'): void {
		const [from, to] = verb === 'undo' ? [this.past, this.future] : [this.future, this.past];
		const step = from.at(-1);
		if (!step) return;
		const edits = verb === 'undo' ? step.back : step.forth;
		const [less, more] = [from.slice(0, -1), [...to, step]];
		[this.past, this.future] = verb === 'undo' ? [less, more] : [more, less];
		this.stand(merge(this.documents, edits, true).document);
		this.push({ verb: 'place', edits });
	}

	/** Steps of before this page are not kept. */
	protected remember(): void {}
	protected answered(): void {}
	protected forgetHistory(): void {
		this.past = this.future = [];
	}
}
