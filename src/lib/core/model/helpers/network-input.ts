import type { SystemRecord } from '../../design';
import { valveK, type Lines, type Outlet } from '../../hydraulics';
import type { Structure } from '../../layout';
import type { ParameterSet } from '../../parameters';
import { pick, type Emitter, type Shelf } from '../../shelf';

/** The layout's feed side as nodes and links, with true lengths, elevations and fittings. */
export function buildNetwork(
	{ waterC }: Pick<SystemRecord, 'waterC'>,
	layout: Structure,
	shelf: Pick<Shelf, 'emitters'>,
	fittings: ParameterSet['fittings']
): Lines {
	const outlets = new Map(
		layout.outlets.map((outlet) => [
			outlet.nodeId,
			outletOf(pick(shelf.emitters, outlet.emitterId), outlet.zM)
		])
	);
	return {
		temperatureC: waterC,
		nodes: layout.nodes.map(({ id, zM }) => {
			const outlet = outlets.get(id);
			return outlet ? { id, elevationM: zM, outlet } : { id, elevationM: zM };
		}),
		links: layout.runs.map((run) => ({
			id: run.id,
			from: run.from,
			to: run.to,
			innerDiameterMm: run.innerDiameterMm,
			lengthM: run.lengthM > 0 && run.lengthM < 0.001 ? 0.001 : run.lengthM,
			roughnessMm: fittings.roughnessMm.value,
			fittingsK: fittingsOf(run, fittings),
			open: run.open
		}))
	};
}

/** What the fittings of a run cost; a valve that is part open stands in for one that is open. */
function fittingsOf(
	{ fittings: list, valve }: Structure['runs'][number],
	fittings: ParameterSet['fittings']
): number {
	const open = list.reduce((k, { like }) => k + fittings[like].value, 0);
	if (!valve) return open;
	return Math.max(0, open - fittings.valve.value) + valveK(valve.kind, valve.open);
}

/** An emitter as the solver takes it, with its outlet at this height. */
export function outletOf({ law }: Emitter, elevationM: number): Outlet {
	// an open end is the tube's own exit: no length of its own, one velocity head
	if (law.kind === 'open')
		return {
			kind: 'tube',
			innerDiameterMm: law.innerDiameterMm,
			lengthM: 0,
			outletElevationM: elevationM,
			fittingsK: 0
		};
	return law;
}
