import { startSystem, type NewSystem, type Parts, type Place } from '../design';
import { daysLeft, SystemModel } from '../model';
import { findingsOf } from '../review';
import type { Shelf } from '../shelf';
import { autofix } from './autofix';

/** A system as it would be begun, and what speaks against beginning it so. */
export interface Begun {
	parts: Parts;
	/** What cannot work once the plants are grown and nothing here mends: why it is not begun so. */
	refused: string | null;
	/** How long the tank lasts grown plants, days; null: for ever. */
	lastsDays: number | null;
}

/** A tank that lasts less has somebody come every day. */
export const LASTS_DAYS = 2;

/** A whole system from a few answers, made to work as far as it can be. */
export function begin(start: NewSystem, place: Place, shelf: Shelf): Begun {
	const parts = autofix({ ...startSystem(start, shelf), place }, shelf);
	const { grown } = new SystemModel(parts, shelf);
	const [stop] = findingsOf(grown);
	return {
		parts,
		refused: stop?.severity === 'stop' ? stop.message : null,
		lastsDays: daysLeft(grown)
	};
}
