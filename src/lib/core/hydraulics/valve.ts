import { refuse } from '../quantity';

/** Valves a grower throttles a row with. */
export const VALVES = {
	ball: 'ball valve',
	needle: 'needle valve',
	clamp: 'clamp on the tube'
} as const;
export type ValveKind = keyof typeof VALVES;

/** Velocity heads a ball valve costs by how far it is open, after Idelchik, Handbook of Hydraulic Resistance (1966). */
const BALL: readonly (readonly [open: number, k: number])[] = [
	[0.05, 3000],
	[0.1, 750],
	[0.2, 150],
	[0.3, 50],
	[0.4, 20],
	[0.5, 9],
	[0.6, 4],
	[0.7, 2],
	[0.8, 0.9],
	[0.9, 0.3],
	[1, 0.1]
];
/** Wide open a needle valve of this size costs so much; its way in grows with its turns. */
const NEEDLE_K = 6;
/** Of the way a clamp leaves, water fills so much behind it. */
const CLAMP_JET = 0.7;

/**
 * What a valve costs that is part open, in velocity heads of its tube.
 *
 * @param open how far, 0.05 to 1 of its turn or of the bore a clamp leaves
 * @throws InvalidInput outside that
 */
export function valveK(kind: ValveKind, open: number): number {
	if (!(open >= 0.05 && open <= 1)) throw refuse('open', 'open must be a number from 0.05 to 1');
	if (kind === 'needle') return NEEDLE_K / open ** 2;
	if (kind === 'clamp') return (1 / (CLAMP_JET * open) - 1) ** 2;
	const at = Math.max(
		1,
		BALL.findIndex(([upTo]) => open <= upTo + 1e-12)
	);
	const [[low, lowK], [high, highK]] = [BALL[at - 1]!, BALL[at]!];
	const share = (open - low) / (high - low);
	// between two rows its logarithm runs straight
	return Math.exp(Math.log(lowK) + share * (Math.log(highK) - Math.log(lowK)));
}
