import type { SystemModel } from '../model';
import { pick } from '../shelf';

/** What a catch of the dry run says of its outlet. */
export type Verdict = 'fine' | 'clogged' | 'loose';

/** Half a minute at each outlet with a jug: long enough to read, short enough to do fourteen times. */
export const CATCH_S = 30;

export interface Catch {
	/** The outlet, its label, and what it drips into. */
	id: string;
	label: string;
	containerId: string;
	/** What should run into a jug in CATCH_S, and what did, L; null: not caught yet. */
	expectedL: number;
	caughtL: number | null;
	/** How far a catch may be off before something is wrong, as a share: the jug, and what emitters differ by. */
	within: number;
	verdict: Verdict | null;
}

/** Emitters of one make differ: 19 in 20 stay within twice their coefficient of variation. */
const NINETEEN_IN_TWENTY = 2;

/**
 * The outlets in the order somebody walks them with a jug: row by row, along each and back along the next.
 *
 * @returns one for each outlet of the layout, with what was caught there and what to make of it
 */
export function catchesOf(model: SystemModel): Catch[] {
	const { layout, path, record, shelf } = model;
	const rowOf = new Map(layout.containers.map(({ id, row }) => [id, row]));
	const walked = [...layout.outlets].sort((a, b) => {
		const [mine, theirs] = [rowOf.get(a.containerId) ?? 0, rowOf.get(b.containerId) ?? 0];
		const along = mine % 2 === 0 ? a.xM - b.xM : b.xM - a.xM;
		return a.standId.localeCompare(b.standId) || mine - theirs || along || a.zM - b.zM;
	});
	return walked.map(({ id, label, containerId, nodeId, emitterId }) => {
		const expectedL = ((path.outletLph.get(nodeId) ?? 0) * CATCH_S) / 3600;
		const ml = record.caughtMl[id];
		const { cv } = pick(shelf.emitters, emitterId);
		const within = model.limit('catchShare') + NINETEEN_IN_TWENTY * cv;
		const caughtL = ml === undefined ? null : ml / 1000;
		const verdict = caughtL === null ? null : verdictOf(caughtL, expectedL, within);
		return { id, label, containerId, expectedL, caughtL, within, verdict };
	});
}

function verdictOf(caughtL: number, expectedL: number, within: number): Verdict | null {
	if (expectedL === 0) return null;
	const off = caughtL / expectedL - 1;
	if (Math.abs(off) <= within) return 'fine';
	return off < 0 ? 'clogged' : 'loose';
}
