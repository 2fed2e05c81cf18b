import { SystemModel } from '$lib/core/model';
import { PARAMETERS } from '$lib/core/parameters';
import { shelfWith } from '$lib/core/shelf';
import { today } from '../clock';
import { findDesign, type StoredDesign } from '../designs';
import { SimulatedMeter } from './simulated';

export { FAULTS } from './simulated';

/** One meter a system, made when it is first asked. */
const meters = new Map<string, SimulatedMeter>();

/** Whether this server has simulated meters: in the demo, or where it is started so. */
export const simulating = (): boolean =>
	process.env.CRELBO_SEED === 'demo' || process.env.CRELBO_METER === 'simulated';

/** The meter that stands in a system's tank; null: there is none, or no such system. */
export async function meterOf(designId: string): Promise<SimulatedMeter | null> {
	if (!simulating()) return null;
	const known = meters.get(designId);
	if (known) return known;
	const stored = await findDesign(designId);
	if (!stored) return null;
	const meter = new SimulatedMeter(figuresOf(stored), seedOf(designId));
	meters.set(designId, meter);
	return meter;
}

/** The same numbers for the same system each time. */
const seedOf = (id: string): number =>
	[...id].reduce((sum, letter) => (Math.imul(sum, 31) + letter.charCodeAt(0)) >>> 0, 7);

/** What its tank does by the model of the design, from where it was last read. */
function figuresOf({ design, operation, record, place, shelf }: StoredDesign) {
	const parts = { design, operation, record, place };
	const model = new SystemModel(parts, shelfWith(shelf), PARAMETERS, today());
	const { topUp } = operation;
	const { maxC, minC } = model.tankDay.result;
	const strength = { solution: model.mix.strengthMsCm, weak: model.mix.strengthMsCm / 2 };
	return {
		fullL: model.filled.tank,
		startL: record.reading?.litres ?? model.nowL,
		startMsCm: record.reading?.msCm ?? model.mix.strengthMsCm,
		startPh: record.reading?.ph ?? model.mix.ph.aim,
		pumpMinimumL: model.tank.pumpMinimumL,
		useLPerDay: model.waterUse.useLPerDay,
		uptakeShare: operation.uptakePercent / 100,
		phPerDay: model.phDrift.perDay,
		floatMsCm:
			topUp.kind === 'hand'
				? null
				: topUp.with === 'water'
					? model.sourceWater.ecMsCm
					: strength[topUp.with],
		coolC: minC,
		warmC: maxC
	};
}
