import { z } from 'zod';
import { InvalidInput, toIssues } from '../quantity';
import { designSchema, DESIGN_VERSION, type Design } from './design';
import { placeSchema, PLACE_VERSION, type Place } from './place';

/** A design travels with the place it stands in, as one JSON file. */
export const designFileSchema = z.strictObject({ design: designSchema, place: placeSchema });
export interface DesignFile {
	design: Design;
	place: Place;
}

/** Larger files are refused unread. */
export const MAX_FILE_BYTES = 2 * 1024 * 1024;

type Upgrade = (old: Record<string, unknown>) => Record<string, unknown>;
/** From each older version to the next. Version 1 is the first, so there is nothing to upgrade from yet. */
const DESIGN_UPGRADES: Record<number, Upgrade> = {};
const PLACE_UPGRADES: Record<number, Upgrade> = {};

function upgrade(
	raw: unknown,
	what: string,
	now: number,
	upgrades: Record<number, Upgrade>
): unknown {
	if (typeof raw !== 'object' || raw === null) return raw;
	let document = raw as Record<string, unknown>;
	const version = document.schemaVersion;
	if (typeof version === 'number' && version > now)
		throw refusal(
			`${what}.schemaVersion`,
			`This file was written by a newer Crelbo (${what} version ${version}; this one reads up to ${now}). Update Crelbo to open it.`
		);
	for (let v = Number(version); v < now && upgrades[v]; v++) document = upgrades[v]!(document);
	return document;
}

const refusal = (path: string, message: string) => new InvalidInput([{ path, message }]);

/** Older versions of a design brought up to this one; newer ones are refused. */
export const upgradeDesign = (raw: unknown): unknown =>
	upgrade(raw, 'design', DESIGN_VERSION, DESIGN_UPGRADES);
export const upgradePlace = (raw: unknown): unknown =>
	upgrade(raw, 'place', PLACE_VERSION, PLACE_UPGRADES);

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
		raw = JSON.parse(text);
	} catch {
		throw refusal('', 'This file is not a Crelbo design: it is broken or of another kind.');
	}
	const foreign =
		typeof raw !== 'object' || raw === null || !('design' in raw) || !('place' in raw);
	if (foreign)
		throw refusal('', 'This file is not a Crelbo design: it has no design and place in it.');
	const { design, place, ...rest } = raw as Record<string, unknown>;
	return parseDesignFile({ design: upgradeDesign(design), place: upgradePlace(place), ...rest });
}

/** Checks a design with its place. @throws InvalidInput */
export function parseDesignFile(raw: unknown): DesignFile {
	const parsed = designFileSchema.safeParse(raw);
	if (!parsed.success) throw new InvalidInput(toIssues(parsed.error));
	return parsed.data;
}

/** The one way a design is written: fields in the schema's order, so equal designs are equal bytes. */
export const writeDesignFile = (file: DesignFile): string =>
	`${JSON.stringify(designFileSchema.parse(file), null, '\t')}\n`;
