import { atSpeed, headAt } from '../../hydraulics';
import type { SystemModel } from '../model';
import { dialled } from '../source';
import { systemCurve } from '../water-path';

/** A dial turns no further down than this, and is read to so much. */
const LEAST = 0.1;
const STEP = 0.01;

/**
 * The dial at which the pump brings a flow through these lines: where its curve crosses what they ask for.
 *
 * @param flowLph what is wanted
 * @returns 0.1 to 1; null: there is no pump, or no line to ask for it
 */
export function dialFor(model: SystemModel, flowLph: number): number | null {
	const { curve } = model;
	const asked = systemCurve(model);
	if (!curve || asked.length < 2) return null;
	const headM = headAsked(asked, flowLph);
	let [low, high] = [LEAST, 1];
	while (high - low > STEP / 4) {
		const middle = (low + high) / 2;
		const at = dialled(curve, middle);
		if (headAt(atSpeed(at.curve, at.speed), flowLph) < headM) low = middle;
		else high = middle;
	}
	return Math.round(high / STEP) * STEP;
}

/** What lines ask for at a flow, straight between what was worked out; beyond its end as steep as there. */
function headAsked(asked: readonly { flowLph: number; headM: number }[], flowLph: number): number {
	const after = asked.findIndex((at) => at.flowLph >= flowLph);
	const i = after < 0 ? asked.length - 1 : Math.max(1, after);
	const [a, b] = [asked[i - 1]!, asked[i]!];
	const wide = b.flowLph - a.flowLph;
	return wide <= 0 ? b.headM : a.headM + ((b.headM - a.headM) * (flowLph - a.flowLph)) / wide;
}
