import { withFigures, type FigureOf, type Figures } from '../quantity';

interface MediumFigures {
	/** Easily available water after draining, share of volume. */
	availableFraction: number;
	/** Air left after draining, share of volume. */
	airFraction: number;
	/** Wet after draining, kg per litre: what a bench must bear. */
	wetKgL: number;
}

/** What a growing medium holds, its figures also as parameters with range and source. */
export interface Medium extends MediumFigures {
	id: string;
	name: string;
	/** Coarse media let water through fast and take a coarse stake; fine ones spread it. */
	coarse: boolean;
	figures: Figures;
}

const MEASURE = 'typical for the material; drain a full jug of your own to measure it';
const FIGURES: Record<keyof MediumFigures, FigureOf> = {
	availableFraction: { unit: 'of its volume', spread: 0.25, source: MEASURE },
	airFraction: { unit: 'of its volume', spread: 0.25, source: MEASURE },
	wetKgL: { unit: 'kg a litre', spread: 0.2, source: MEASURE }
};

const medium = (id: string, name: string, coarse: boolean, figures: MediumFigures): Medium =>
	withFigures({ id, name, coarse, ...figures }, FIGURES);
const coarse = (id: string, name: string, figures: MediumFigures) =>
	medium(id, name, true, figures);
const fine = (id: string, name: string, figures: MediumFigures) => medium(id, name, false, figures);

// prettier-ignore
export const MEDIA: readonly Medium[] = [
	coarse('clay-coarse', 'Coarse clay pebbles, 8–16 mm', { availableFraction: 0.06, airFraction: 0.4, wetKgL: 0.6 }),
	coarse('clay-small', 'Small clay pebbles, 4–8 mm', { availableFraction: 0.1, airFraction: 0.35, wetKgL: 0.7 }),
	coarse('perlite-coarse', 'Coarse perlite', { availableFraction: 0.17, airFraction: 0.3, wetKgL: 0.45 }),
	fine('coir', 'Coir', { availableFraction: 0.32, airFraction: 0.2, wetKgL: 0.75 }),
	fine('coir-perlite', 'Coir and perlite, 70:30', { availableFraction: 0.26, airFraction: 0.25, wetKgL: 0.65 }),
	fine('stone-wool', 'Stone wool', { availableFraction: 0.62, airFraction: 0.15, wetKgL: 0.8 }),
	coarse('bark', 'Composted pine bark', { availableFraction: 0.2, airFraction: 0.28, wetKgL: 0.7 }),
	coarse('shale', 'Expanded shale', { availableFraction: 0.08, airFraction: 0.38, wetKgL: 0.95 }),
	coarse('matting', 'Open filter matting', { availableFraction: 0.1, airFraction: 0.6, wetKgL: 0.2 }),
	fine('compost-perlite', 'Potting compost and perlite, 60:40', { availableFraction: 0.3, airFraction: 0.18, wetKgL: 0.8 })
];
