import { boundsAt, fieldAt, setPaths, type Change } from '$lib/core/design';
import type { Quantity, Units } from '$lib/core/quantity';
import { ownSchemaOf, type OwnItem } from '$lib/core/shelf';
import { z } from 'zod';
import type { Fields } from '../workspace/context';

/** An own part while its form is filled in: nothing is kept until it is taken. */
export class OwnDraft implements Fields {
	item = $state.raw() as OwnItem;
	private readonly schema: z.ZodType;

	constructor(
		item: OwnItem,
		readonly units: Units
	) {
		this.item = item;
		this.schema = z.object({ item: ownSchemaOf(item.kind) });
	}

	get parts(): { item: OwnItem } {
		return { item: this.item };
	}
	quantityAt = (path: string): Quantity =>
		fieldAt(this.parts, path, this.schema)?.quantity ?? 'count';
	bounds = (path: string) => boundsAt(this.parts, path, this.schema);
	assumed = (): boolean => false;
	apply(changes: Change[]): null {
		this.item = setPaths(this.parts, changes).item;
		return null;
	}
	set = (path: string, value: unknown): null => this.apply([{ path, value }]);
	// a draft takes whatever is typed: it is checked when it is kept
	press = (changes: Change[]): void => void this.apply(changes);
	put = (path: string, value: unknown): void => void this.set(path, value);

	/** What speaks against taking it as it is; null: nothing. */
	get wrong(): string | null {
		const { error } = ownSchemaOf(this.item.kind).safeParse(this.item);
		return error ? (error.issues[0]?.message ?? 'This cannot be.') : null;
	}
}
