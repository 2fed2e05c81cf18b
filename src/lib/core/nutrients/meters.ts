/** A strength meter read in its standard, mS/cm at 25 °C. */
export interface StrengthCheck {
	standardMsCm: number;
	readMsCm: number;
}
/** A pH meter read in both buffers. */
export interface PhCheck {
	at7: number;
	at4: number;
}

/** pH of the buffers growers buy, at 25 °C. */
export const BUFFERS = { at7: 7.0, at4: 4.01 };
/** The 1.413 mS/cm of 0.01 mol/L potassium chloride at 25 °C (OIML R 56). */
export const KCL_MSCM = 1.413;
/** Conductivity rises by so much of its value at 25 °C with each degree. */
export const PER_C = 0.02;
const AT_C = 25;

/**
 * A reading as the meter should have shown it: two points for pH, one for strength.
 *
 * @example truePh(6.1, { at7: 7.2, at4: 4.1 })
 */
export const truePh = (read: number, { at7, at4 }: PhCheck): number =>
	BUFFERS.at7 + ((read - at7) * (BUFFERS.at7 - BUFFERS.at4)) / (at7 - at4);
/** Strength by what the meter shows in its standard. */
export const trueMsCm = (read: number, { standardMsCm, readMsCm }: StrengthCheck): number =>
	(read * standardMsCm) / readMsCm;

/** Slope of a pH meter, as a share of the whole way between the buffers; a worn electrode shows less. */
export const slopeOf = ({ at7, at4 }: PhCheck): number => (at7 - at4) / (BUFFERS.at7 - BUFFERS.at4);

/**
 * Strength at 25 °C of a meter that does not compensate: 2 % a degree.
 *
 * @param temperatureC of the water, 0–45
 */
export const at25C = (msCm: number, temperatureC: number): number =>
	msCm / (1 + PER_C * (temperatureC - AT_C));
