import type { Amounts } from './elements';

/** What a substance does to others in one vessel, whatever it is sold as: a salt, a product, a bottle. */
export interface Facts {
	/** Its calcium makes chalk with sulfates and phosphates where they are strong. */
	calcium: boolean;
	/** It brings sulfur or phosphorus, which calcium makes chalk with. */
	chalks: boolean;
	/** It brings none of what plants take by the gram. */
	trace: boolean;
	/** Its turn among others: magnesium first, then phosphates and what holds many things, the rest, iron, and calcium last of all. */
	turn: 0 | 1 | 2 | 3 | 4;
}

/**
 * What is known of a substance by what is in it.
 *
 * @param fractions mass fraction of each element
 */
export function factsOf(fractions: Readonly<Amounts>): Facts {
	const { N, P, K, Ca, Mg, S, Fe } = fractions;
	const trace = N + P + K + Ca + Mg === 0;
	return {
		calcium: Ca > 0,
		chalks: P + S > 0,
		trace,
		turn: Ca > 0 ? 4 : trace && Fe > 0 ? 3 : P > 0 ? 1 : Mg > 0 ? 0 : 2
	};
}

/** As concentrates in one vessel these two make a white solid. */
export const neverMeet = (one: Facts, other: Facts): boolean =>
	(one.calcium && other.chalks) || (other.calcium && one.chalks);
