import type { Reading, SystemRecord } from '../../design';
import { at25C, trueMsCm, truePh } from '../../nutrients';

/**
 * What was in the tank, by meters that show right. A type of its own: what a meter showed is never compared with
 * it, nor taken for it.
 */
export interface TrueReading extends Pick<Reading, 'on' | 'litres' | 'msCm' | 'ph' | 'waterC'> {
	readonly corrected: true;
}

/**
 * A reading as the meters should have shown it: the temperature taken out where the meter does not do so, then
 * the standard and the buffers they were last held into.
 *
 * @param read as it was shown, with the meters as they were then
 * @param meters as they are, where the reading does not say
 */
export function trueReading(read: Reading, meters: SystemRecord['meters']): TrueReading {
	const { strength, ph, compensates } = read.meters ?? meters;
	const { on, litres, waterC } = read;
	const warm = (msCm: number) => (compensates || waterC === null ? msCm : at25C(msCm, waterC));
	const checked = (msCm: number) => (strength ? trueMsCm(msCm, strength) : msCm);
	return {
		corrected: true,
		on,
		litres,
		waterC,
		msCm: read.msCm === null ? null : checked(warm(read.msCm)),
		ph: read.ph === null || !ph ? read.ph : truePh(read.ph, ph)
	};
}
