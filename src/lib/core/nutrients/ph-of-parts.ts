import { NoSolution, rootOf } from '../quantity';
import { acid } from './acid';
import { base } from './base';

/** A part of what will be one tank: how much, and how it stands. */
export interface Part {
	volumeL: number;
	alkalinityMeqL: number;
	ph: number;
	phosphateMmolL: number;
}

const [LOW_PH, HIGH_PH] = [3.2, 10.5];

/** Strong acid that brings one part to a pH, meq; below nought it takes base. NaN-free: what has no answer takes none. */
function acidMeq({ volumeL, ph, ...water }: Part, targetPh: number): number {
	if (volumeL <= 0 || targetPh === ph) return 0;
	const input = { ...water, volumeL, startPh: ph, targetPh };
	try {
		return targetPh < ph
			? volumeL * acid({ ...input, acid: { kind: 'nitric', molarity: 1 } }).acidMmolL
			: -volumeL * base({ ...input, base: { kind: 'koh', molarity: 1 } }).baseMmolL;
	} catch (problem) {
		if (problem instanceof NoSolution) return 0;
		throw problem;
	}
}

/** Strong acid that brings all parts to one pH, meq: parts that stand at one pH stay there when they are mixed. */
export const acidForAll = (parts: readonly Part[], targetPh: number): number =>
	parts.reduce((sum, part) => sum + acidMeq(part, targetPh), 0);

/** The pH of parts poured together: where no acid is wanting and none is over. */
export const phOfAll = (parts: readonly Part[]): number =>
	rootOf((ph) => -acidForAll(parts, ph), LOW_PH, HIGH_PH, 1e-4);
