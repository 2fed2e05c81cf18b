import { PARTS, type Parts } from '../core/design';
import { SystemModel } from '../core/model';
import { PARAMETERS } from '../core/parameters';
import { shelfWith, type ShelfItem } from '../core/shelf';

/** What a model is made from, as the page has it. */
export interface Document {
	parts: Parts;
	/** What the place added to the shelf. */
	own: readonly ShelfItem[];
	today: string | null;
}

/** Of one part of a document the keys that are others, and those that went. */
interface PartPatch {
	set: Record<string, unknown>;
	gone: string[];
}

/** What of a document is another since it was last sent. */
export interface Patch {
	/** There is nothing before it to go on from. */
	whole: boolean;
	parts: Partial<Record<keyof Parts, PartPatch>>;
	own?: readonly ShelfItem[];
	today?: string | null;
}

const keysOf = (part: object): Record<string, unknown> => part as Record<string, unknown>;

/**
 * What has to be sent so that whoever holds `before` comes to hold `now`; keys that hold the very same are left out.
 *
 * @param before null: nothing was sent yet
 */
export function patchOf(before: Document | null, now: Document): Patch {
	const patch: Patch = { whole: before === null, parts: {} };
	for (const part of PARTS) {
		const [was, is] = [keysOf(before?.parts[part] ?? {}), keysOf(now.parts[part])];
		if (was === is) continue;
		const set = Object.fromEntries(Object.entries(is).filter(([key, value]) => was[key] !== value));
		const gone = Object.keys(was).filter((key) => !(key in is));
		if (Object.keys(set).length + gone.length > 0) patch.parts[part] = { set, gone };
	}
	if (before?.own !== now.own) patch.own = now.own;
	if (before === null || before.today !== now.today) patch.today = now.today;
	return patch;
}

/** A document that is held, with its model; what a patch leaves alone stays the very same, and is not worked out anew. */
export class Held {
	private document: Document | null = null;
	private model: SystemModel | null = null;

	/** @throws Error where a patch goes on from a document that is not held */
	take(patch: Patch): SystemModel {
		const before = patch.whole ? null : this.document;
		if (!before && !patch.whole) throw new Error('there is no document to go on from');
		const parts = { ...before?.parts } as Record<keyof Parts, unknown>;
		for (const part of PARTS) {
			const change = patch.parts[part];
			if (!change) continue;
			const next = { ...(parts[part] as object), ...change.set };
			for (const key of change.gone) delete keysOf(next)[key];
			parts[part] = next;
		}
		const now: Document = {
			parts: parts as unknown as Parts,
			own: patch.own ?? before?.own ?? [],
			today: patch.today !== undefined ? patch.today : (before?.today ?? null)
		};
		this.model = this.modelOf(now, before);
		this.document = now;
		return this.model;
	}

	private modelOf(now: Document, before: Document | null): SystemModel {
		if (!before || !this.model || now.today !== before.today)
			return new SystemModel(now.parts, shelfWith(now.own), PARAMETERS, now.today);
		if (now.own !== before.own) return this.model.of(now.parts, shelfWith(now.own));
		return this.model.of(now.parts);
	}
}
