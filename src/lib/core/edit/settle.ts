import type { Change } from '../design';
import type { SystemModel } from '../model';
import { allOf, type Steps } from '../quantity';
import { better, judged, proven, standingOf, tried, type Fix, type Standing } from '../review';

/** A set of changes that clears what can be cleared, each with what it does. */
export interface Settled {
	fixes: Fix[];
	before: Standing;
	after: Standing;
}

/** More rounds than these and nobody reads the list. */
const ROUNDS = 60;

/**
 * Clears every stop and look it can: the first fix that holds of the gravest finding, again and again, then each
 * is left out on trial, and stays out where nothing is lost by it.
 */
export function* settleSteps(model: SystemModel): Steps<Settled> {
	let fixes: Fix[] = [];
	let at = model;
	const first = graveOf(model);
	for (let round = 0; round < ROUNDS; round++) {
		const next = nextFix(at);
		if (!next) break;
		fixes.push(next);
		at = at.with(next.change);
		yield 0.8 * (1 - graveOf(at) / Math.max(1, first + 1));
	}
	const goal = standingOf(at);
	for (const [i, fix] of [...fixes].entries()) {
		const without = fixes.filter((other) => other !== fix);
		const left = tried(model, changesOf(without));
		if (left && !worse(standingOf(left), goal)) fixes = without;
		yield 0.8 + (0.2 * (i + 1)) / (fixes.length + i + 1);
	}
	return { fixes, before: standingOf(model), after: standingOf(model.with(changesOf(fixes))) };
}

/** The same in one go. */
export const settle = (model: SystemModel): Settled => allOf(settleSteps(model));

/** All changes of a list of fixes, one after the other. */
export const changesOf = (fixes: readonly Fix[]): Change[] => fixes.flatMap(({ change }) => change);

const graveOf = (model: SystemModel): number => {
	const { stops, looks } = standingOf(model);
	return stops + looks;
};

const worse = (a: Standing, b: Standing): boolean =>
	a.stops > b.stops || (a.stops === b.stops && a.looks > b.looks);

/** The first fix that holds of the gravest finding that has one, and clears a stop or a look. */
function nextFix(model: SystemModel): Fix | null {
	const now = standingOf(model);
	for (const said of judged(model)) {
		if (said.severity === 'caution') break;
		for (const fix of said.fixes()) {
			const shown = proven(model, said, fix);
			if (shown && better(standingOf(model.with(fix.change)), now)) return shown;
		}
	}
	return null;
}
