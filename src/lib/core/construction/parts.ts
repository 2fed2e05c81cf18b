import { fieldsOf, type Design, type Stand } from '../design';
import { pumpJoint, type Layout, type ReturnRun } from '../layout';
import { pick, type Medium, type Shelf, type Tube } from '../shelf';
import { feedFittings } from './feed-fittings';

export interface PartLine {
	id: string;
	name: string;
	/** Pieces; for tube the number of cuts. */
	count: number;
	/** Length altogether, m; null for things bought by the piece. */
	lengthM: number | null;
	/** Litres altogether, of what is bought loose. */
	litres?: number;
	/** How it is sold: so many pieces of this. */
	sold?: string;
	/** Water to soak it in before anything is planted, L. */
	soakL?: number;
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
	const list = new PartsList();
	const { add } = list;
	list.part(shelf.tanks, design.tank.partId, 1);
	if (design.source.kind === 'pump') list.part(shelf.pumps, design.source.partId, 1);
	for (const stand of design.stands) standParts(list, stand, layout, shelf);
	for (const run of [...layout.runs, ...layout.returns.filter((r) => r.way !== 'drop')]) {
		const tube = pick(shelf.tubes, run.tubeId);
		const bends = 'way' in run ? bendsOf(run) : 0;
		add(run.tubeId, tube.name, 1 + bends, run.lengthM + 2 * (1 + bends) * insertionM(tube));
		if (bends > 0) add(`bend ${tube.id}`, `Elbow for ${tube.nominalMm} mm return pipe`, bends);
	}
	for (const { id, name, count } of feedFittings(layout, shelf)) add(id, name, count);
	if (layout.reserve && design.reserve) reserveParts(list, design.reserve, layout.reserve, shelf);
	if (design.lines.filter) add('filter', 'Screen filter', 1);
	if (design.lines.checkValve) add('check-valve', 'Check valve', 1);
	for (const joint of [...pumpJoint(design, shelf), ...layout.joints])
		// one that was bought for a joint that has changed since is needed no more
		if (joint.needs && design.lines.adapters.includes(joint.id) && joint.adapter)
			add(`adapter ${joint.id}`, joint.adapter, joint.count);
	return list.lines;
}

/** The vessels of a reserve, each with its tap, what joins them, and the hose with its float. */
function reserveParts(
	{ add, part }: PartsList,
	reserve: NonNullable<Design['reserve']>,
	{ hose, vessels }: NonNullable<Layout['reserve']>,
	shelf: Shelf
): void {
	part(shelf.tanks, reserve.partId, reserve.count);
	part(shelf.emitters, reserve.valveId, 1);
	const tube = pick(shelf.tubes, hose.tubeId);
	const cuts = 1 + hose.fittings.length;
	add(tube.id, tube.name, cuts, hose.lengthM + 2 * cuts * insertionM(tube));
	const size = `${tube.nominalMm} mm`;
	add(`reserve-tap ${tube.id}`, `Tank connector with tap, ${size}`, reserve.count);
	if (hose.fittings.length > 0) add(`elbow ${tube.id}`, `Elbow, ${size}`, hose.fittings.length);
	if (vessels.length > 1) {
		add(tube.id, tube.name, vessels.length - 1, (vessels.length - 1) * JOIN_M);
		add(`tee ${tube.id}`, `Tee, ${size}`, vessels.length - 1);
	}
}

/** From the foot of one vessel to the next, m. */
const JOIN_M = 0.4;

/** Lines of the parts list, each part once. */
class PartsList {
	private readonly byId = new Map<string, PartLine>();

	get lines(): PartLine[] {
		return [...this.byId.values()];
	}

	add = (id: string, name: string, count: number, lengthM: number | null = null): PartLine => {
		const known = this.byId.get(id);
		const line = known ?? { id, name, count: 0, lengthM: lengthM === null ? null : 0 };
		line.count += count;
		if (lengthM !== null) line.lengthM = (line.lengthM ?? 0) + lengthM * SPARE;
		this.byId.set(id, line);
		return line;
	};

	part = (list: readonly { id: string; name: string }[], id: string, count: number): PartLine =>
		this.add(id, pick(list, id).name, count);
}

/** Vessels, outlets and medium of a stand, and what it takes besides. */
function standParts({ add, part }: PartsList, stand: Stand, layout: Layout, shelf: Shelf): void {
	const mine = layout.containers.filter((c) => c.standId === stand.id);
	const { bucketId, elbowId, emitterId, mediumId } = fieldsOf(stand);
	const { parts } = layout.stands.find(({ id }) => id === stand.id)!;
	// what the stand counts itself is not counted again
	const listed = new Set(parts.map(({ id }) => id));
	const pots = mine.reduce((sum, { inner }) => sum + Math.max(1, inner.length), 0);
	if (bucketId && !listed.has(bucketId)) part(shelf.buckets, bucketId, pots);
	if (elbowId) part(shelf.elbows, elbowId, mine.length);
	const outlets = layout.outlets.filter((e) => e.standId === stand.id).length;
	if (emitterId) part(shelf.emitters, emitterId, outlets);
	const litres = mine.reduce((total, c) => total + c.mediumL, 0);
	if (mediumId && litres > 0 && !listed.has('slab')) {
		asSold(part(shelf.media, mediumId, 1), litres, pick(shelf.media, mediumId));
	}
	for (const { id, name, count, lengthM } of parts) add(id, name, count, lengthM);
	// slabs are bought by the piece and soaked in their bags
	if (mediumId && listed.has('slab'))
		soaked(add('slab', '', 0), litres * pick(shelf.media, mediumId).soakShare);
}

/** More of a medium: in whole pieces as it is sold, and what they take to soak. */
function asSold(line: PartLine, litres: number, { sold, soakShare }: Medium): void {
	line.litres = (line.litres ?? 0) + litres;
	// a little too much is no whole piece more
	const count = Math.max(1, Math.ceil(line.litres / sold.makesL - 0.02));
	line.sold = `${count} ${count === 1 ? sold.piece : sold.pieces}`;
	soaked(line, litres * soakShare);
}

const soaked = (line: PartLine, litres: number): void => {
	line.soakL = (line.soakL ?? 0) + litres;
};

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
