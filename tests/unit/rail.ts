import { readFileSync } from 'node:fs';
import type { Change, Parts } from '../../src/lib/core/design';
import { SystemModel } from '../../src/lib/core/model';
import { BUILT_IN_SHELF } from '../../src/lib/core/shelf';
import { example } from './example';

export const RAIL_TEXT = readFileSync(
	new URL('../../examples/lean-to-rail.json', import.meta.url),
	'utf8'
);
export const rail = (): Parts => example('lean-to-rail');

/** The demo rail's model, with changes. */
export function railModel(changes: Change[] = []): SystemModel {
	return new SystemModel(rail(), BUILT_IN_SHELF).with(changes);
}

/** What is asked when a bench of buckets is started in a room of this length, mm. */
export const benchIn = (lengthMm: number) =>
	({ variant: 'bucket-bench', lengthMm, depthMm: 1200, heightMm: 2200 }) as const;
