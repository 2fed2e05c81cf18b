import { fieldsOf, type Design } from '../design';
import { pumpJoint, type Layout, type ReturnRun } from '../layout';
import { pick, type Shelf, type Tube } from '../shelf';

export interface PartLine {
	id: string;
	name: string;
	/** Pieces; for tube the number of cuts. */
	count: number;
	/** Length altogether, m; null for things bought by the piece. */
	lengthM: number | null;
	/** Litres altogether, of what is bought loose. */
	litres?: number;
}

/**
 * What goes over a barb or into a socket at each end of a cut, m: a barb takes about the tube's own bore and
 * a half, never under 8 mm; a rigid pipe goes half its outer diameter into its fitting.
 */
export const insertionM = ({ use, innerDiameterMm, outerDiameterMm }: Tube): number =>
	(use === 'feed' ? Math.max(8, 1.5 * innerDiameterMm) : outerDiameterMm / 2) / 1000;

/** Where a falling return turns: it is cut there and goes on from an elbow. */
export const bendsOf = ({ way, points }: ReturnRun): number =>
	way === 'fall' ? Math.max(0, points.length - 2) : 0;

/** Tube is bought a little longer than it lies. */
const SPARE = 1.05;

/** What to buy for a loop: tube by length, everything else by the piece, adapters where joints need them. */
export function partsOf(design: Design, layout: Layout, shelf: Shelf): PartLine[] {
	const lines = new Map<string, PartLine>();
	const add = (id: string, name: string, count: number, lengthM: number | null = null) => {
		const line = lines.get(id) ?? { id, name, count: 0, lengthM: lengthM === null ? null : 0 };
		line.count += count;
		if (lengthM !== null) line.lengthM = (line.lengthM ?? 0) + lengthM * SPARE;
		lines.set(id, line);
	};
	const part = (list: readonly { id: string; name: string }[], id: string, count: number) => {
		add(id, pick(list, id).name, count);
	};
	part(shelf.tanks, design.tank.partId, 1);
	if (design.source.kind === 'pump') part(shelf.pumps, design.source.partId, 1);
	design.stands.forEach((stand, i) => {
		const mine = layout.containers.filter((c) => c.standId === stand.id);
		const { bucketId, elbowId, emitterId, mediumId } = fieldsOf(stand);
		if (bucketId) part(shelf.buckets, bucketId, mine.length);
		if (elbowId) part(shelf.elbows, elbowId, mine.length);
		const outlets = layout.emissions.filter((e) => e.standId === stand.id).length;
		if (emitterId) part(shelf.emitters, emitterId, outlets);
		const litres = mine.reduce((total, c) => total + c.mediumL, 0);
		if (mediumId && litres > 0) {
			part(shelf.media, mediumId, 1);
			const line = lines.get(mediumId)!;
			line.litres = (line.litres ?? 0) + litres;
		}
		for (const { id, name, count, lengthM } of layout.stands[i]!.parts)
			add(id, name, count, lengthM);
	});
	for (const run of [...layout.runs, ...layout.returns.filter((r) => r.way !== 'drop')]) {
		const tube = pick(shelf.tubes, run.tubeId);
		const bends = 'way' in run ? bendsOf(run) : 0;
		add(run.tubeId, tube.name, 1 + bends, run.lengthM + 2 * (1 + bends) * insertionM(tube));
		if (bends > 0) add(`bend ${tube.id}`, `Elbow for ${tube.nominalMm} mm return pipe`, bends);
	}
	if (design.lines.filter) add('filter', 'Screen filter', 1);
	if (design.lines.checkValve) add('check-valve', 'Check valve', 1);
	for (const joint of [...pumpJoint(design, shelf), ...layout.joints])
		if (design.lines.adapters.includes(joint.id) && joint.adapter)
			add(`adapter ${joint.id}`, joint.adapter, joint.count);
	return [...lines.values()];
}

/** What the parts come to by the grower's own prices, and how many lines have one. */
export function costOf(
	{ prices }: Pick<Shelf, 'prices'>,
	parts: readonly PartLine[]
): { total: number; priced: number } {
	let [total, priced] = [0, 0];
	for (const { id, count, lengthM, litres } of parts) {
		const price = prices[id];
		if (price === undefined) continue;
		total += price * (lengthM ?? litres ?? count);
		priced += 1;
	}
	return { total, priced };
}
