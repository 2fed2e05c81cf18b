import { InvalidInput } from './problem';

/**
 * What stands in a row, out of its envelope `{ schemaVersion, [key]: … }`; a row from before versions is the thing
 * itself.
 *
 * @throws InvalidInput where it was written by a newer program
 */
export function upgradeRow(raw: unknown, key: string, now: number): unknown {
	if (typeof raw !== 'object' || raw === null || !('schemaVersion' in raw)) return raw;
	const { schemaVersion, ...rest } = raw as { schemaVersion: unknown } & Record<string, unknown>;
	if (typeof schemaVersion === 'number' && schemaVersion > now)
		throw new InvalidInput([
			{
				path: 'schemaVersion',
				message: `It was written by a newer Crelbo (${key} version ${schemaVersion}; this one reads up to ${now}). Update Crelbo to read it.`
			}
		]);
	return rest[key];
}

/** Which version a row is of; 1: it was written before there were versions, or the first. */
export function versionOf(raw: unknown): number {
	const { schemaVersion } = (raw ?? {}) as { schemaVersion?: unknown };
	return typeof schemaVersion === 'number' ? schemaVersion : 1;
}
