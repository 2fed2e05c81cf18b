/** What a growing medium holds: shares of its volume after draining. Typical figures; measure your own. */
export interface Medium {
	id: string;
	name: string;
	/** Easily available water, share of volume. */
	availableFraction: number;
	/** Air left after draining, share of volume. */
	airFraction: number;
	/** Wet after draining, kg per litre: what a bench must bear. */
	wetKgL: number;
	/** Coarse media let water through fast and take a coarse stake; fine ones spread it. */
	coarse: boolean;
	note: string;
}

const TYPICAL = 'typical figure, ±25 %; drain a full jug of your own to measure it';
const medium = (
	id: string,
	name: string,
	availableFraction: number,
	airFraction: number,
	wetKgL: number,
	coarse: boolean
): Medium => ({ id, name, availableFraction, airFraction, wetKgL, coarse, note: TYPICAL });

export const MEDIA: readonly Medium[] = [
	medium('clay-coarse', 'Coarse clay pebbles, 8–16 mm', 0.06, 0.4, 0.6, true),
	medium('clay-small', 'Small clay pebbles, 4–8 mm', 0.1, 0.35, 0.7, true),
	medium('perlite-coarse', 'Coarse perlite', 0.17, 0.3, 0.45, true),
	medium('coir', 'Coir', 0.32, 0.2, 0.75, false),
	medium('coir-perlite', 'Coir and perlite, 70:30', 0.26, 0.25, 0.65, false),
	medium('stone-wool', 'Stone wool', 0.62, 0.15, 0.8, false),
	medium('bark', 'Composted pine bark', 0.2, 0.28, 0.7, true),
	medium('shale', 'Expanded shale', 0.08, 0.38, 0.95, true),
	medium('matting', 'Open filter matting', 0.1, 0.6, 0.2, true),
	medium('compost-perlite', 'Potting compost and perlite, 60:40', 0.3, 0.18, 0.8, false)
];
