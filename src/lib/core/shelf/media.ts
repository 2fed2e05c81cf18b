import { withFigures, type FigureOf, type Figures } from '../quantity';

interface MediumFigures {
	/** Easily available water after draining, share of volume. */
	availableFraction: number;
	/** Air left after draining, share of volume. */
	airFraction: number;
	/** Wet after draining, kg per litre: what a bench must bear. */
	wetKgL: number;
	/** Of its easy water, what plants may use up before the next feed. */
	allowedDepletion: number;
	/** Minutes water takes down through a pot of it. */
	transitMin: number;
	/** Of its volume, what runs through as free water while it is fed. */
	holdUp: number;
	/** Water to soak a litre of it, ready for use, before anything is planted: pressed and dry ones take most. */
	soakShare: number;
}

/** How a medium is sold: a piece, and how many litres of medium one makes. */
export interface SoldAs {
	piece: string;
	pieces: string;
	makesL: number;
}

/** What a growing medium holds, its figures also as parameters with range and source. */
export interface Medium extends MediumFigures {
	id: string;
	name: string;
	/** Coarse media let water through fast and take a coarse stake; fine ones spread it. */
	coarse: boolean;
	sold: SoldAs;
	figures: Figures;
}

const MEASURE = 'typical for the material; drain a full jug of your own to measure it';
const FEEDING =
	'after Raviv and Lieth (eds.), Soilless Culture (2008): irrigation by depletion of the medium';
const SEEN = 'common practice, by how long drip goes on after a feed';
const FIGURES: Record<keyof MediumFigures, FigureOf> = {
	availableFraction: { unit: 'of its volume', spread: 0.25, source: MEASURE },
	airFraction: { unit: 'of its volume', spread: 0.25, source: MEASURE },
	wetKgL: { unit: 'kg a litre', spread: 0.2, source: MEASURE },
	allowedDepletion: { unit: 'of its easy water', spread: 0.4, source: FEEDING },
	transitMin: { unit: 'min', spread: 0.6, source: SEEN },
	holdUp: { unit: 'of its volume', spread: 0.5, source: SEEN },
	soakShare: { unit: 'L a litre', spread: 0.3, source: 'typical for the material as it is sold' }
};

/** A medium with its figures as parameters. */
export const mediumOf = (
	id: string,
	name: string,
	coarse: boolean,
	sold: SoldAs,
	figures: MediumFigures
): Medium => withFigures({ id, name, coarse, sold, ...figures }, FIGURES);
const coarse = (id: string, name: string, sold: SoldAs, figures: MediumFigures) =>
	mediumOf(id, name, true, sold, figures);
const fine = (id: string, name: string, sold: SoldAs, figures: MediumFigures) =>
	mediumOf(id, name, false, sold, figures);

const as = (piece: string, makesL: number, pieces = `${piece}s`): SoldAs => ({
	piece,
	pieces,
	makesL
});
/** Loose media come in bags. */
export const bagOf = (makesL: number): SoldAs =>
	as(`bag of ${makesL} L`, makesL, `bags of ${makesL} L`);
/** Of stone wool: a cube of ten centimetres. */
const CUBE = as('cube of 10 cm', 1, 'cubes of 10 cm');
const SHEET = as('sheet of 1 × 2 m, 25 mm thick', 50, 'sheets of 1 × 2 m, 25 mm thick');
/** Pressed dry: it swells to many times its size. */
const BRICK = as('pressed brick of 650 g', 9, 'pressed bricks of 650 g');

// prettier-ignore
export const MEDIA: readonly Medium[] = [
	coarse('clay-coarse', 'Coarse clay pebbles, 8–16 mm', bagOf(50), { availableFraction: 0.06, airFraction: 0.4, wetKgL: 0.6, allowedDepletion: 0.1, transitMin: 1, holdUp: 0.05, soakShare: 0.15 }),
	coarse('clay-small', 'Small clay pebbles, 4–8 mm', bagOf(50), { availableFraction: 0.1, airFraction: 0.35, wetKgL: 0.7, allowedDepletion: 0.1, transitMin: 1.5, holdUp: 0.07, soakShare: 0.18 }),
	coarse('perlite-coarse', 'Coarse perlite', bagOf(100), { availableFraction: 0.17, airFraction: 0.3, wetKgL: 0.45, allowedDepletion: 0.12, transitMin: 3, holdUp: 0.1, soakShare: 0.3 }),
	fine('coir', 'Coir', BRICK, { availableFraction: 0.32, airFraction: 0.2, wetKgL: 0.75, allowedDepletion: 0.15, transitMin: 8, holdUp: 0.12, soakShare: 0.42 }),
	fine('coir-perlite', 'Coir and perlite, 70:30', bagOf(50), { availableFraction: 0.26, airFraction: 0.25, wetKgL: 0.65, allowedDepletion: 0.15, transitMin: 6, holdUp: 0.12, soakShare: 0.25 }),
	fine('stone-wool', 'Stone wool', CUBE, { availableFraction: 0.62, airFraction: 0.15, wetKgL: 0.8, allowedDepletion: 0.05, transitMin: 4, holdUp: 0.1, soakShare: 0.82 }),
	coarse('bark', 'Composted pine bark', bagOf(50), { availableFraction: 0.2, airFraction: 0.28, wetKgL: 0.7, allowedDepletion: 0.2, transitMin: 4, holdUp: 0.1, soakShare: 0.2 }),
	coarse('shale', 'Expanded shale', bagOf(40), { availableFraction: 0.08, airFraction: 0.38, wetKgL: 0.95, allowedDepletion: 0.1, transitMin: 1, holdUp: 0.05, soakShare: 0.12 }),
	coarse('matting', 'Open filter matting', SHEET, { availableFraction: 0.1, airFraction: 0.6, wetKgL: 0.2, allowedDepletion: 0.1, transitMin: 0.5, holdUp: 0.15, soakShare: 0.12 }),
	fine('plug', 'Bound plugs', as('plug', 0.02), { availableFraction: 0.45, airFraction: 0.2, wetKgL: 0.75, allowedDepletion: 0.1, transitMin: 2, holdUp: 0.1, soakShare: 0.6 }),
	// what stays on roots that hang free in a damp hollow: the volume is that of the root mat
	coarse('bare-roots', 'Bare roots in a collar', as('foam collar', 0.1), { availableFraction: 0.08, airFraction: 0.8, wetKgL: 0.15, allowedDepletion: 0.15, transitMin: 0.3, holdUp: 0.05, soakShare: 0 }),
	fine('compost-perlite', 'Potting compost and perlite, 60:40', bagOf(50), { availableFraction: 0.3, airFraction: 0.18, wetKgL: 0.8, allowedDepletion: 0.2, transitMin: 8, holdUp: 0.12, soakShare: 0.15 })
];

/**
 * A mixture of media by volume: each figure by how much of it there is. Fine parts fill the room between coarse
 * ones, so a blend holds a little less air than this says: drain a jug of your own to know it.
 */
export function mixtureOf(
	parts: readonly { mediumId: string; percent: number }[],
	media: readonly Medium[]
): MediumFigures & { coarse: boolean } {
	const found = parts.map(({ mediumId, percent }) => ({
		medium: media.find(({ id }) => id === mediumId) ?? media[0]!,
		share: percent / 100
	}));
	const mean = (field: keyof MediumFigures) =>
		found.reduce((sum, { medium, share }) => sum + share * medium[field], 0);
	return {
		availableFraction: mean('availableFraction'),
		airFraction: mean('airFraction'),
		wetKgL: mean('wetKgL'),
		allowedDepletion: mean('allowedDepletion'),
		transitMin: mean('transitMin'),
		holdUp: mean('holdUp'),
		soakShare: mean('soakShare'),
		// water finds the coarse way where most of it is coarse
		coarse: found.reduce((sum, { medium, share }) => sum + (medium.coarse ? share : 0), 0) > 0.5
	};
}
