import { refusal } from '../workspace/refusal.svelte';
import {
	boundsAt,
	fieldAt,
	newArea,
	placeSchema,
	setPaths,
	type Area,
	type Change,
	type Place,
	type Spotted
} from '$lib/core/design';
import type { Quantity, Units } from '$lib/core/quantity';
import type { Fields } from '../workspace/context';
import { PlaceFile } from '../sync/place-file.svelte';
import type { ShelfItem } from '$lib/core/shelf';

interface Opened {
	id: string;
	place: Place;
	revision: number;
	shelf?: readonly ShelfItem[];
}

const document = (place: Place) => ({ place });

/** A place that is open by itself: what it holds, what is looked at, and what is done to it. */
export class PlaceSession implements Fields {
	readonly id: string;
	place = $state.raw() as Place;
	/** Id of the area that is looked at. */
	areaId = $state<string | null>(null);
	/** What of it is chosen: an obstacle, a door or a point, by its list and place in it. */
	chosen = $state<{ list: 'obstacles' | 'doors' | 'points'; index: number } | null>(null);
	/** What is on the place's shelf. */
	shelf = $state.raw([] as readonly ShelfItem[]);
	/** What is kept of it, its history, and how it stands with the server. */
	readonly file: PlaceFile;

	constructor({ id, place, revision, shelf = [] }: Opened) {
		this.id = id;
		this.place = place;
		this.shelf = shelf;
		this.areaId = place.areas[0]?.id ?? null;
		this.file = new PlaceFile(id, { place, shelf }, revision, (documents) => {
			if (documents.place !== this.place) this.chosen = null;
			this.place = documents.place;
			this.shelf = documents.shelf;
		});
	}

	private get kept(): Place {
		return this.file.documents.place;
	}
	get parts(): { place: Place } {
		return document(this.place);
	}
	get units(): Units {
		return this.place.units;
	}
	get area(): Area | null {
		return this.place.areas.find(({ id }) => id === this.areaId) ?? this.place.areas[0] ?? null;
	}
	quantityAt = (path: string): Quantity => fieldAt(this.parts, path)?.quantity ?? 'count';
	bounds = (path: string) => boundsAt(this.parts, path);
	assumed = (): boolean => false;

	/** Shows a change without keeping it: a drag in progress. */
	preview(changes: readonly Change[]): void {
		const { place } = setPaths(document(this.kept), changes);
		if (placeSchema.safeParse(place).success) this.place = place;
	}

	revert(): void {
		this.place = this.kept;
	}

	/** Keeps what is on screen as one step. */
	commit(): void {
		this.file.keep(this.place);
	}

	apply(changes: Change[]): string | null {
		const { place } = setPaths(document(this.kept), changes);
		const { error } = placeSchema.safeParse(place);
		if (error) return error.issues[0]?.message ?? 'This cannot be.';
		this.place = place;
		this.commit();
		return null;
	}

	set = (path: string, value: unknown): string | null => this.apply([{ path, value }]);
	press(changes: Change[]): void {
		refusal.tell(this.apply(changes));
	}
	put = (path: string, value: unknown): void => this.press([{ path, value }]);

	/** A new area of what was said of it, and the one that is looked at from now on. */
	add(said: Spotted): string | null {
		const id = this.freshId(said.kind);
		const name = this.freshName(said.name ?? newArea(id, said).name);
		return this.append({ ...newArea(id, said), name });
	}

	copy(area: Area): string | null {
		return this.append({ ...area, id: this.freshId(area.id), name: this.freshName(area.name) });
	}

	private append(area: Area): string | null {
		const refused = this.set('place.areas', [...this.place.areas, area]);
		if (refused === null) {
			this.areaId = area.id;
			this.chosen = null;
		}
		return refused;
	}

	remove(area: Area): string | null {
		this.chosen = null;
		return this.set(
			'place.areas',
			this.place.areas.filter(({ id }) => id !== area.id)
		);
	}

	/** An id no area has, after one that some has. */
	private freshId(like: string): string {
		const stem = like.replace(/-\d+$/, '');
		for (let n = 1; ; n++) {
			const id = n === 1 ? stem : `${stem}-${n}`;
			if (!this.place.areas.some((area) => area.id === id)) return id;
		}
	}

	private freshName(like: string): string {
		const stem = like.replace(/ \d+$/, '');
		for (let n = 1; ; n++) {
			const name = n === 1 ? stem : `${stem} ${n}`;
			if (!this.place.areas.some((area) => area.name === name)) return name;
		}
	}

	undo = (): void => this.file.go('undo');
	redo = (): void => this.file.go('redo');
	/** Nobody looks at it any more. */
	close = (): void => this.file.close();
}
