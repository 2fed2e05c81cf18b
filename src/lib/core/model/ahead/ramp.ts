import type { ParameterSet } from '../../parameters';
import { clamp } from '../../quantity';
import { bandOn, grownOn, groupsOf, type Growing } from './growing-on';
import { daysBetween, shifted } from './succession';

type Ramping = Growing & { parameters: Pick<ParameterSet, 'growth' | 'mixing'> };

/** From a date on the tank is kept at a strength. */
export interface RampStep {
	from: string;
	msCm: number;
}

const MOST_DAYS = 150;
/** A meter reads to a twentieth; less than a tenth more is no new fill. */
const TWENTIETHS = 20;
const STEP_MSCM = 0.1;
/** Nobody mixes anew more often than once a week. */
const WEEK = 7;

const LEAST_MSCM = 0.3;
/** Media that feed by themselves at first. */
const FEEDS = 'compost-perlite';

/** What fresh compost brings besides on a date, mS/cm of the mix that can be spared: it fades to nought. */
function compostMsCm(
	{ layout, record, parameters: { mixing } }: Ramping,
	today: string,
	date: string
): number {
	const share =
		layout.sites.filter(({ mediumId }) => mediumId === FEEDS).length /
		Math.max(1, layout.sites.length);
	if (share === 0) return 0;
	const days = Math.max(0, daysBetween(record.plantOutOn ?? today, date));
	return share * mixing.compostMsCm.value * Math.max(0, 1 - days / mixing.compostDays.value);
}

/**
 * The strength of young plants as a dated ramp: what they take by how far on they will be, weighed by their leaf,
 * within what all of them bear.
 *
 * @param today what is seen of the plants is seen on this day
 * @returns the first step is today's; a new one only where it is a tenth more or less
 */
export function strengthRamp(model: Ramping, today: string): RampStep[] {
	const { growth, mixing } = model.parameters;
	const groups = groupsOf(model, today);
	const steps: RampStep[] = [];
	for (let day = 0; day < MOST_DAYS; day += WEEK) {
		const from = shifted(today, day);
		const grown = grownOn(groups, from, growth);
		const band = bandOn(grown, mixing);
		if (!band) continue;
		let [wished, leaves] = [0, 0];
		for (const { group, leaf } of grown) {
			const { ecEarlyMsCm, ecFullMsCm, canopyM2 } = group.crop;
			const weight = leaf * canopyM2 * group.count;
			wished += weight * (ecEarlyMsCm + (ecFullMsCm - ecEarlyMsCm) * leaf);
			leaves += weight;
		}
		const mean = (leaves > 0 ? wished / leaves : band.low) - compostMsCm(model, today, from);
		const msCm = Math.round(clamp(mean, LEAST_MSCM, band.high) * TWENTIETHS) / TWENTIETHS;
		if (steps.length === 0 || Math.abs(msCm - steps.at(-1)!.msCm) >= STEP_MSCM - 1e-9)
			steps.push({ from, msCm });
	}
	return steps;
}
