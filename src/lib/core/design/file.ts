import { z } from 'zod';
import { InvalidInput, parseJson, toIssues } from '../quantity';
import { ownShelfSchema, type ShelfItem } from '../shelf';
import { partsIn, partsSchema, type Parts } from './parts';
import { PLACE_VERSION } from './place';
import { upgrade1, upgradePlace1 } from './upgrade-1';
import { upgradeDesign2, upgradePlace2 } from './upgrade-2';
import { upgradeOperation3, upgradePlace3, upgradeRecord3 } from './upgrade-3';

/** The version of the document: raised once whenever the schema of a part changes, with the upgrade. */
export const FILE_VERSION = 4;

/** A system travels with the place it stands in and what that place added to the shelf, as one JSON file. */
export const designFileSchema = z.strictObject({
	schemaVersion: z.literal(FILE_VERSION, {
		error: () => `schemaVersion of the file must be ${FILE_VERSION}`
	}),
	...partsSchema.shape,
	shelf: ownShelfSchema
});
export interface DesignFile extends Parts {
	shelf: ShelfItem[];
}

/** Larger files are refused unread. */
export const MAX_FILE_BYTES = 2 * 1024 * 1024;

type Raw = Record<string, unknown>;
const isRaw = (value: unknown): value is Raw =>
	typeof value === 'object' && value !== null && !Array.isArray(value);
const refusal = (path: string, message: string) => new InvalidInput([{ path, message }]);

/** @throws InvalidInput where a document was written by a newer program */
function refuseNewer(what: string, path: string, version: unknown, now: number): void {
	if (typeof version !== 'number' || version <= now) return;
	throw refusal(
		path,
		`This file was written by a newer Crelbo (${what} version ${version}; this one reads up to ${now}). Update Crelbo to open it.`
	);
}

/** An older version of a place brought up to this one. @throws InvalidInput where it is newer */
export function upgradePlace(raw: unknown): unknown {
	if (!isRaw(raw)) return raw;
	refuseNewer('place', 'place.schemaVersion', raw.schemaVersion, PLACE_VERSION);
	const second = raw.schemaVersion === 1 ? upgradePlace1(raw) : raw;
	const third = second.schemaVersion === 2 ? upgradePlace2(second) : second;
	return third.schemaVersion === 3 ? upgradePlace3(third) : third;
}

/** What is set and what was seen of version 3, where they stand in it, in version 4. */
const from3 = (raw: Raw): Raw => ({
	...raw,
	...('operation' in raw && { operation: upgradeOperation3(raw.operation) }),
	...('record' in raw && { record: upgradeRecord3(raw.record) })
});

/**
 * A file of an older version, or an input that carries one, brought up to this one: version 1 held a design and
 * a place, the design with everything in it. What else stands beside them is left as it is.
 *
 * @throws InvalidInput where it is newer
 */
export function upgradeFile(raw: unknown): unknown {
	if (!isRaw(raw)) return raw;
	const { schemaVersion, design, place, ...rest } = raw;
	refuseNewer('file', 'schemaVersion', schemaVersion, FILE_VERSION);
	if (isRaw(design)) refuseNewer('design', 'design.schemaVersion', design.schemaVersion, 1);
	if (!isRaw(design) || design.schemaVersion !== 1)
		return {
			...from3(raw),
			...('design' in raw && { design: upgradeDesign2(design) }),
			...((schemaVersion === 2 || schemaVersion === 3) && { schemaVersion: FILE_VERSION }),
			...('place' in raw && { place: upgradePlace(place) })
		};
	const { parts, shelf } = upgrade1(design);
	const upgraded = {
		...rest,
		schemaVersion: FILE_VERSION,
		...from3(parts),
		design: upgradeDesign2(parts.design)
	};
	return { ...upgraded, ...('place' in raw && { place: upgradePlace(place) }), shelf };
}

/**
 * A stored plan brought up to this version: version 1 stored a design with everything in it.
 *
 * @returns the plan, and what stood in its document besides
 * @throws InvalidInput where it is newer
 */
export const upgradePlan = (raw: unknown): unknown =>
	upgradeFile(isRaw(raw) && !('design' in raw) && raw.schemaVersion === 1 ? { design: raw } : raw);

/**
 * Reads a design file.
 *
 * @throws InvalidInput with a sentence a grower understands when it is too large, broken, foreign or newer
 */
export function readDesignFile(text: string): DesignFile {
	if (text.length > MAX_FILE_BYTES)
		throw refusal('', 'This file is larger than 2 MB; a Crelbo design is far smaller.');
	let raw: unknown;
	try {
		raw = parseJson(text);
	} catch (fault) {
		if (fault instanceof InvalidInput) throw fault;
		throw refusal('', 'This file is not a Crelbo design: it is broken or of another kind.');
	}
	if (!isRaw(raw) || !('design' in raw) || !('place' in raw))
		throw refusal('', 'This file is not a Crelbo design: it has no design and place in it.');
	return parseDesignFile(raw);
}

/** Checks a design file, of this version or an older one. @throws InvalidInput */
export function parseDesignFile(raw: unknown): DesignFile {
	const parsed = designFileSchema.safeParse(upgradeFile(raw));
	if (!parsed.success) throw new InvalidInput(toIssues(parsed.error));
	return { ...partsIn(parsed.data), shelf: parsed.data.shelf };
}

/** The one way a design is written: fields in the schema's order, so equal designs are equal bytes. */
export const writeDesignFile = (file: DesignFile): string =>
	`${JSON.stringify(designFileSchema.parse({ schemaVersion: FILE_VERSION, ...file }), null, '\t')}\n`;
