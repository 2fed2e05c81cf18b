import { withFigures, type FigureOf, type Figures } from '../quantity';

/** What a lamp gives, how wide, and what it takes. */
export interface LampPart {
	id: string;
	name: string;
	/** Photons it sends out altogether, µmol/s. */
	ppfUmolS: number;
	/** Full angle within which it gives half its brightness or more. */
	spreadDeg: number;
	lengthM: number;
	watts: number;
	figures: Figures;
}

const LABEL = 'label of its kind; a lamp some years old gives a tenth less';
const FIGURES: Record<string, FigureOf> = {
	ppfUmolS: { unit: 'µmol/s', spread: 0.15, source: LABEL },
	spreadDeg: { unit: '°', spread: 0.1, source: LABEL },
	lengthM: { unit: 'm', spread: 0.05, source: 'typical for its kind; measure yours' },
	watts: { unit: 'W', spread: 0.1, source: LABEL }
};

/** A lamp with its figures as parameters. */
export const lampOf = (of: Omit<LampPart, 'figures'>): LampPart => withFigures(of, FIGURES);
const lamp = (
	id: string,
	name: string,
	[watts, ppfUmolS]: [watts: number, ppfUmolS: number],
	lengthM: number,
	spreadDeg: number
): LampPart => lampOf({ id, name, ppfUmolS, spreadDeg, lengthM, watts });

export const LAMPS: readonly LampPart[] = [
	lamp('panel-200', 'LED panel, 200 W', [200, 500], 0.6, 110),
	lamp('panel-100', 'LED panel, 100 W', [100, 250], 0.4, 110),
	lamp('bar-120', 'LED bar of 1.2 m, 40 W', [40, 100], 1.15, 115),
	lamp('bar-60', 'LED bar of 0.6 m, 20 W', [20, 46], 0.57, 115),
	lamp('bulb', 'LED bulb with a reflector, 15 W', [15, 24], 0.08, 100),
	lamp('tubes-60', 'Two fluorescent tubes of 0.6 m, 48 W', [48, 60], 0.56, 120),
	lamp('sodium-250', 'Sodium lamp with a reflector, 250 W', [270, 380], 0.3, 130)
];
