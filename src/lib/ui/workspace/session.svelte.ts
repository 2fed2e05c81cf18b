import {
	applyChanges,
	boundsAt,
	designSchema,
	placeSchema,
	setPaths,
	type Change,
	type Design,
	type Place
} from '$lib/core/design';
import { assessChain } from '$lib/core/operations';
import { show, type Kind, type Units } from '$lib/core/quantity';
import { Chain, type Finding, type Fix, type Step } from '$lib/core/review';
import { BUILT_IN_SHELF } from '$lib/core/shelf';
import { post, SaveQueue, type SaveState, type Stored } from './save-queue';

export interface Opened {
	id: string;
	stored: Stored;
	today: string;
}

/** What one undo step goes back to. */
interface Snapshot {
	design: Design;
	place: Place;
}

/** Which document a field stands in. */
export type Of = 'design' | 'place';

/** Closer than this shows less, not more. */
export const MOST_ZOOM = 6;

const chainOf = ({ design, place }: Snapshot, before?: Chain) =>
	new Chain(design, place, BUILT_IN_SHELF, before);

/**
 * One open system: the design as it stands on screen, everything that follows from it, what is selected,
 * and its history. A drag previews; letting go commits, which is one undo step and one save.
 */
export class Session {
	readonly id: string;
	readonly today: string;
	chain = $state.raw() as Chain;
	/** The chain as last kept: for what is too much to work out at every step of a drag. */
	kept = $state.raw() as Chain;
	step = $state<Step>('pump');
	/** Id of the selected site, container, run, return or `tank`. */
	selected = $state<string | null>(null);
	/** Which stand the sheets are about: the one that holds what is selected. */
	readonly standIndex = $derived.by(() => {
		const { layout, design } = this.chain;
		const id = this.selected;
		if (id === null || design.stands.length === 1) return 0;
		const owner =
			layout.containers.find((c) => c.id === id || c.siteIds.includes(id))?.standId ??
			[...layout.runs, ...layout.returns, ...layout.solids].find((x) => x.id === id)?.standId ??
			design.stands.find((s) => id.startsWith(`${s.id}.`))?.id;
		return Math.max(
			0,
			design.stands.findIndex((s) => s.id === owner)
		);
	});
	/** How much larger than the board the drawing is. */
	zoom = $state(1);
	/** Which finding the bar shows. */
	shown = $state(0);
	save = $state.raw() as SaveState;
	canUndo = $state(false);
	canRedo = $state(false);
	readonly assessment = $derived(assessChain(this.chain));
	readonly findings = $derived(this.assessment.findings);
	private committed: Snapshot;
	private past: Snapshot[] = [];
	private future: Snapshot[] = [];
	private readonly queue: SaveQueue;

	constructor({ id, stored, today }: Opened) {
		this.id = id;
		this.today = today;
		this.committed = { design: stored.design, place: stored.place };
		this.chain = this.kept = chainOf(this.committed);
		this.save = { kind: 'saved', at: stored.savedAt };
		this.canUndo = stored.canUndo;
		this.canRedo = stored.canRedo;
		this.queue = new SaveQueue(id, stored.revision, stored.placeRevision, (state, answer) => {
			this.save = state;
			if (!answer || !this.queue.last) return;
			this.canUndo = answer.canUndo;
			this.canRedo = answer.canRedo;
		});
	}

	get design(): Design {
		return this.chain.design;
	}
	get place(): Place {
		return this.chain.place;
	}
	get units(): Units {
		return this.place.units;
	}
	say = (value: number, kind: Kind): string => show(value, kind, this.units);
	bounds = (path: string, of: Of = 'design') =>
		of === 'design' ? boundsAt(this.design, path) : boundsAt(this.place, path, placeSchema);

	/** Closer or further away, as far as makes sense. */
	zoomBy(times: number): void {
		const zoom = Math.min(MOST_ZOOM, Math.max(1, this.zoom * times));
		this.zoom = zoom < 1.05 ? 1 : zoom;
	}

	/** Shows a change without keeping it: a drag in progress. */
	preview(changes: Change[]): void {
		this.chain = this.chain.with(changes);
	}

	/** Drops a preview: a drag given up. */
	revert(): void {
		this.chain = chainOf(this.committed, this.chain);
	}

	/** Keeps what is on screen as one undo step. */
	commit(label: string): void {
		const { design, place } = this;
		const before = this.committed;
		if (design === before.design && place === before.place) return;
		this.kept = this.chain;
		this.past.push(before);
		this.future = [];
		this.committed = { design, place };
		this.canUndo = true;
		this.canRedo = false;
		const changedPlace = place === before.place ? null : place;
		this.queue.push({ verb: 'save', design, place: changedPlace, label: label.slice(0, 80) });
	}

	/** Makes and keeps a change; says why not where the design would not be valid. */
	apply(changes: Change[], label: string): string | null {
		const parsed = designSchema.safeParse(applyChanges(this.design, changes));
		if (!parsed.success) return parsed.error.issues[0]?.message ?? 'This cannot be.';
		this.chain = this.chain.with(changes);
		this.commit(label);
		return null;
	}

	/** The same for the place: its size, water, units. */
	applyPlace(changes: Change[], label: string): string | null {
		const parsed = placeSchema.safeParse(setPaths(this.place, changes));
		if (!parsed.success) return parsed.error.issues[0]?.message ?? 'This cannot be.';
		this.chain = chainOf({ design: this.design, place: parsed.data });
		this.commit(label);
		return null;
	}

	set = (path: string, value: unknown, label: string, of: Of = 'design'): string | null =>
		of === 'design'
			? this.apply([{ path, value }], label)
			: this.applyPlace([{ path, value }], label);

	/** Grows a crop at these sites; an empty id clears them. What grew there keeps its stage. */
	plant(siteIds: readonly string[], cropId: string, label: string): void {
		const plants = { ...this.design.plants };
		for (const id of siteIds) {
			if (cropId === '') delete plants[id];
			else plants[id] = { cropId, stage: plants[id]?.stage ?? 'full' };
		}
		this.set('plants', plants, label.slice(0, 80));
	}

	/** Applies a finding's fix; the bar goes back to the most urgent. */
	fix(finding: Finding, fix: Fix): void {
		this.apply(fix.change, `${finding.code}: ${fix.label}`);
		this.shown = 0;
	}

	undo = (): Promise<void> => this.travel('undo', this.past, this.future);
	redo = (): Promise<void> => this.travel('redo', this.future, this.past);

	private async travel(verb: 'undo' | 'redo', from: Snapshot[], to: Snapshot[]): Promise<void> {
		if (verb === 'undo' ? !this.canUndo : !this.canRedo) return;
		this.revert();
		const snapshot = from.pop();
		if (snapshot) {
			to.push(this.committed);
			this.goTo(snapshot);
			this.queue.push({ verb });
		} else if (this.queue.idle) {
			// older than this page: the server knows it
			const before = this.committed;
			const answer = await this.ask(verb);
			if (!answer) return;
			to.push(before);
			this.goTo(answer);
		}
		if (verb === 'undo') this.canRedo = true;
		else this.canUndo = true;
	}

	private goTo({ design, place }: Snapshot): void {
		this.committed = { design, place };
		this.chain = this.kept = chainOf(this.committed, this.chain);
	}

	private async ask(verb: 'undo' | 'redo'): Promise<Stored | null> {
		const base = this.queue.revision;
		const response = await post(`/api/designs/${this.id}/${verb}`, 'POST', { base }).catch(
			() => null
		);
		const body = response && ((await response.json()) as Stored & { stored?: Stored });
		if (response?.status === 409 && body?.stored) {
			this.save = { kind: 'stale', theirs: body.stored };
			return null;
		}
		if (!response?.ok || !body) {
			this.save = { kind: 'failed', message: 'That could not be reached just now. Try again.' };
			return null;
		}
		this.queue.resume(body);
		this.canUndo = body.canUndo;
		this.canRedo = body.canRedo;
		this.save = { kind: 'saved', at: body.savedAt };
		return body;
	}

	/** After a conflict: theirs, or ours over theirs. */
	resolve(choice: 'mine' | 'theirs'): void {
		if (this.save.kind !== 'stale') return;
		const { theirs } = this.save;
		const mine = { design: this.design, place: this.place };
		this.queue.resume(theirs);
		this.past = [];
		this.future = [];
		this.goTo(theirs);
		this.save = { kind: 'saved', at: theirs.savedAt };
		this.canUndo = theirs.canUndo;
		this.canRedo = theirs.canRedo;
		if (choice === 'theirs') return;
		this.chain = chainOf(mine, this.chain);
		this.commit('kept over a newer version');
	}
}
