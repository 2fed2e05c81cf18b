import { parameter } from '../quantity';

const WEIGHED = 'common practice of builders; weigh yours';

/** What vessels are made of, and what they catch and keep. */
export const vessels = {
	/** Of a pot that stands in water: walls and wet medium, the rest is water. */
	solidInPot: parameter(0.55, 'of the pot', [0.4, 0.7]),
	/** What matting catches of the water that runs down it. */
	channelCatch: parameter(0.8, 'of the flow', [0.6, 0.95]),
	/** An edge or a wall that water runs over in a film: less breaks up into threads. */
	wettingLphM: parameter(
		80,
		'L/h a metre',
		[40, 120],
		'Morris and Jackson, Absorption Towers (1953): 0.08 m³/h a metre of wetted edge'
	),
	/** A dripper over a stack of pots: what keeps each lobe of the top one wet all round. */
	lobeLph: parameter(
		1,
		'L/h',
		[0.5, 2],
		'ASAE EP405: a dripper of 1 L/h and more spreads in a pot'
	),
	pvcKgL: parameter(1.4, 'kg a litre', [1.35, 1.46], 'ISO 1452: PVC-U, 1350 to 1460 kg/m³'),
	panelKgM2: parameter(4, 'kg/m²', [2, 7], WEIGHED)
};
