import { STARTING } from '../parameters';
import type { Crop } from '../shelf';

/**
 * How many plants of a crop stand on a bench of a length, two deep, at the spacing it likes.
 *
 * @param lengthMm of the bench, mm
 */
export function plantsAlong(lengthMm: number, { spreadMm }: Pick<Crop, 'spreadMm'>): number {
	const { benchShare, benchPitchMm, benchEndsMm } = STARTING;
	const wants = Math.round((spreadMm * benchShare.value) / 10) * 10;
	const pitchMm = Math.max(benchPitchMm.value, wants);
	return 2 * (Math.max(0, Math.floor((lengthMm - benchEndsMm.value) / pitchMm)) + 1);
}
