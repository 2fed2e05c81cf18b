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
import { messageOf, post } from '../workspace/save-queue';

interface Opened {
	id: string;
	place: Place;
	revision: number;
}

const document = (place: Place) => ({ place });

/** A place that is open by itself: what it holds, its history on this page, and whether it is saved. */
export class PlaceSession implements Fields {
	readonly id: string;
	place = $state.raw() as Place;
	/** Id of the area that is looked at. */
	areaId = $state<string | null>(null);
	/** What of it is chosen: an obstacle, a door or a point, by its list and place in it. */
	chosen = $state<{ list: 'obstacles' | 'doors' | 'points'; index: number } | null>(null);
	saved = $state<'saved' | 'saving' | 'failed' | 'stale'>('saved');
	why = $state<string | null>(null);
	private kept: Place;
	private past = $state.raw<Place[]>([]);
	private future = $state.raw<Place[]>([]);
	private revision: number;
	private sent: Place;
	private busy = false;

	constructor({ id, place, revision }: Opened) {
		this.id = id;
		this.place = this.kept = this.sent = place;
		this.revision = revision;
		this.areaId = place.areas[0]?.id ?? null;
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
	get canUndo(): boolean {
		return this.past.length > 0;
	}
	get canRedo(): boolean {
		return this.future.length > 0;
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
		if (this.place === this.kept) return;
		this.past = [...this.past, this.kept];
		this.future = [];
		this.kept = this.place;
		void this.save();
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

	undo = (): void => this.travel('past', 'future');
	redo = (): void => this.travel('future', 'past');

	private travel(from: 'past' | 'future', to: 'past' | 'future'): void {
		const next = this[from].at(-1);
		if (!next) return;
		this[from] = this[from].slice(0, -1);
		this[to] = [...this[to], this.kept];
		this.place = this.kept = next;
		this.chosen = null;
		void this.save();
	}

	/** Sends what stands, one after the other; what was changed meanwhile goes after it. */
	async save(): Promise<void> {
		if (this.busy || this.saved === 'stale') return;
		this.busy = true;
		while (this.sent !== this.kept) {
			this.saved = 'saving';
			const place = this.kept;
			const response = await post(`/api/places/${this.id}`, 'PUT', {
				base: this.revision,
				place
			}).catch(() => null);
			if (!response?.ok) {
				this.saved = response?.status === 409 ? 'stale' : 'failed';
				this.why = response
					? response.status === 409
						? 'This place was changed elsewhere meanwhile.'
						: await messageOf(response)
					: 'No connection.';
				break;
			}
			this.revision = ((await response.json()) as { revision: number }).revision;
			this.sent = place;
			this.saved = 'saved';
			this.why = null;
		}
		this.busy = false;
	}

	/** Nothing waits to be saved. */
	get settled(): boolean {
		return this.saved === 'saved';
	}
}
