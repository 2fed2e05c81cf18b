import { OUTLET_VALVE, type FeedRun, type Layout } from '../layout';
import { pick, type Shelf, type Tube } from '../shelf';

/** Something that joins or ends feed tube: what it is, for which tube, how many. */
export interface FeedFitting {
	id: string;
	name: string;
	count: number;
}

/**
 * The fittings of mains, headers and rows as they lie: a tee wherever a line leaves another, an elbow wherever
 * one turns, a valve a row, a barb for every small tube, and a cap where a line ends that others hang on.
 * Outlets sit on the lines themselves; the pump's own barb comes with it.
 */
export function feedFittings(
	{ runs, nodes, outlets }: Layout,
	shelf: Pick<Shelf, 'tubes'>
): FeedFitting[] {
	const made = new Map<string, FeedFitting>();
	const add = (what: string, name: string, tube: Tube, count = 1): void => {
		const id = `${what} ${tube.id}`;
		const known = made.get(id) ?? { id, name: `${name}, ${tube.nominalMm} mm`, count: 0 };
		made.set(id, { ...known, count: known.count + count });
	};
	const tubes = new Map(runs.map((run) => [run.id, pick(shelf.tubes, run.tubeId)]));
	const giving = new Set(outlets.map(({ nodeId }) => nodeId));
	// at its last a line is closed where small tubes or outlets hang on it, and open where it is the outlet's own
	const isClosed = ({ role, from }: FeedRun, all: readonly FeedRun[]): boolean =>
		(role === 'row' || role === 'header') && (all.length > 1 || giving.has(from));
	const meeting = new Map<string, FeedRun[]>(nodes.map(({ id }) => [id, []]));
	for (const run of runs) {
		meeting.get(run.from)!.push(run);
		meeting.get(run.to)!.push(run);
	}
	for (const all of meeting.values()) {
		const lines = all.filter(({ role }) => role !== 'stake');
		const widest = lines
			.map(({ id }) => tubes.get(id)!)
			.sort((a, b) => b.innerDiameterMm - a.innerDiameterMm)[0];
		if (widest && lines.length > 2) add('tee', 'Tee', widest, lines.length - 2);
		else if (widest && turnsInto(lines)) add('elbow', 'Elbow', widest);
		else if (lines.length === 1 && isClosed(lines[0]!, all)) add('cap', 'End cap', widest!);
	}
	for (const run of runs) ofRun(run, tubes.get(run.id)!, add);
	return [...made.values()];
}

/** The last row on a header: there it only turns. */
const turnsInto = (lines: readonly FeedRun[]): boolean =>
	lines.length === 2 &&
	lines[0]!.role !== lines[1]!.role &&
	lines.every(({ lengthM }) => lengthM > 0.001) &&
	lines[1]!.fittings[0]?.like === 'teeBranch';

function ofRun(
	{ role, fittings }: FeedRun,
	tube: Tube,
	add: (what: string, name: string, tube: Tube) => void
): void {
	for (const { like, name } of fittings)
		if (like === 'elbow') add('elbow', 'Elbow', tube);
		else if (name === OUTLET_VALVE.name) add('outlet-valve', 'Valve at an outlet', tube);
		else if (like === 'valve' && role === 'row')
			add('row-valve', 'Shut-off valve, one a row', tube);
		else if (like === 'barb' && role === 'stake' && name === 'barbed joiner')
			add('barb', 'Punch-in barb', tube);
}
