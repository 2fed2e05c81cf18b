import { kindOf, standPath, type Operation, type Slot, type Stand } from '../design';
import { pick, type Medium, type ShelfLists } from '../shelf';
import { joint } from './joints';
import type { Anchor, StandPiece } from './stand-piece';
import {
	distance,
	lengthOf,
	type Container,
	type Corner,
	type LayoutOutlet,
	type FeedNode,
	type FeedRun,
	type Fitting,
	type Impossible,
	type Replacement,
	type Point,
	type Rim,
	type StandLayout,
	type Shares,
	type EmptySite,
	type StructureInput
} from './types';

export { BARB, ELBOW, TAP, TEE_BRANCH, TEE_STRAIGHT, VALVE } from './fittings';

/** As it is laid out: from its low end along the front. */
const groundOf = ({
	lowEndM,
	lengthM,
	depthM
}: Pick<StandLayout, 'lowEndM' | 'lengthM' | 'depthM'>) => ({
	x0: lowEndM.xM,
	x1: lowEndM.xM + lengthM,
	y0: lowEndM.yM,
	y1: lowEndM.yM + depthM
});

/** What grows in a stream catches something of it. */
const LEAST_CATCH = 0.01;

interface RunPlan {
	id: string;
	name: string;
	role: FeedRun['role'];
	from: FeedNode;
	to: FeedNode;
	/** Corners on the way. */
	via?: Point[];
	tubeId: string;
	fittings?: Fitting[];
	open?: boolean;
	emptiesBack?: boolean;
	/** A valve in it that is part open. */
	valve?: Operation['valves'][string] | undefined;
	/** Cut longer than the straight way, so that it can be moved. */
	atLeastM?: number;
}

interface SitePlan {
	slot: Slot;
	at: Point;
	container: Container;
	medium: Medium;
	mediumL: number;
	facingDeg?: number;
	opening?: Corner[];
}

/**
 * Where one stand is put together: nodes, runs, containers and sites are added one after the other, and
 * `piece` hands them over. Holds no sizes of its own; variants decide where everything goes.
 */
export class StandBuilder<S extends Stand> {
	readonly piece: Omit<StandPiece, 'stand' | 'feedM'> = {
		nodes: [],
		runs: [],
		outlets: [],
		sites: [],
		containers: [],
		returns: [],
		joints: [],
		solids: [],
		problems: []
	};
	row: StandLayout['row'] = null;
	holes: StandLayout['holes'] = null;
	private readonly sitesById = new Map<string, EmptySite>();
	private feedM = 0;

	constructor(
		readonly stand: S,
		readonly system: StructureInput,
		readonly shelf: ShelfLists,
		readonly anchor: Anchor
	) {}

	get design(): StructureInput['design'] {
		return this.system.design;
	}

	get vessels(): StructureInput['parameters']['vessels'] {
		return this.system.parameters.vessels;
	}

	/** An id within this stand. */
	id = (name: string): string => `${this.stand.id}.${name}`;
	/** The id of the nth outlet at a place of this stand: a row and column, or a tower. */
	outlet = (place: string | number, n = 1): string => `${this.stand.id}/${place}/o${n}`;
	private known: Slot[] | undefined;
	private rows: Map<number, Slot[]> | undefined;
	/** Where plants may stand, in their order. */
	slots = (): Slot[] => (this.known ??= kindOf(this.stand).slots(this.stand));
	/** Those of one row or tower. */
	slotsIn(row: number): readonly Slot[] {
		if (!this.rows) {
			this.rows = new Map();
			for (const slot of this.slots()) {
				const mine = this.rows.get(slot.row);
				if (mine) mine.push(slot);
				else this.rows.set(slot.row, [slot]);
			}
		}
		return this.rows.get(row) ?? [];
	}

	node(id: string, { xM, yM, zM }: Point): FeedNode {
		const node = { id, xM, yM, zM };
		this.piece.nodes.push(node);
		return node;
	}

	run(plan: RunPlan): void {
		const points = [plan.from, ...(plan.via ?? []), plan.to];
		const { innerDiameterMm } = pick(this.shelf.tubes, plan.tubeId);
		this.piece.runs.push({
			id: plan.id,
			standId: this.stand.id,
			name: plan.name,
			role: plan.role,
			from: plan.from.id,
			to: plan.to.id,
			points,
			tubeId: plan.tubeId,
			innerDiameterMm,
			lengthM: Math.max(
				plan.atLeastM ?? 0,
				points.length > 2 ? lengthOf(points) : distance(plan.from, plan.to)
			),
			fittings: plan.fittings ?? [],
			open: plan.open ?? true,
			...(plan.valve && { valve: plan.valve }),
			emptiesBack: plan.emptiesBack ?? true
		});
	}

	/** Water leaves the network at this node. */
	emit(
		node: FeedNode,
		of: {
			/** Its own, by its place; the node goes by what it hangs on. */
			id: string;
			label: string;
			emitterId: string;
			containerId: string;
			shares: Shares;
			/** What it must at least give so that all it runs over is wetted, L/h. */
			leastLph?: number;
		},
		rim: Rim | null = null
	): LayoutOutlet {
		// field by field: this runs once an outlet, and spreading is several times slower
		const outlet: LayoutOutlet = {
			xM: node.xM,
			yM: node.yM,
			zM: node.zM,
			id: of.id,
			label: of.label,
			standId: this.stand.id,
			nodeId: node.id,
			emitterId: of.emitterId,
			containerId: of.containerId,
			shares: of.shares,
			leastLph: of.leastLph ?? 0,
			rim
		};
		this.piece.outlets.push(outlet);
		return outlet;
	}

	/** A container of this stand, without its sites yet. */
	container(of: Omit<Container, 'standId' | 'siteIds' | 'inner'> & Partial<Container>): Container {
		// field by field: a stand makes hundreds of them, and fields added one after the other are several times slower
		const container: Container = {
			id: of.id,
			xM: of.xM,
			yM: of.yM,
			zM: of.zM,
			standId: this.stand.id,
			form: of.form,
			label: of.label,
			row: of.row,
			column: of.column,
			front: of.front,
			mediumFront: of.mediumFront,
			poolFront: of.poolFront,
			inner: of.inner ?? [],
			above: of.above,
			radiusM: of.radiusM,
			heightMm: of.heightMm,
			fillMm: of.fillMm,
			poolMm: of.poolMm,
			mediumL: of.mediumL,
			poolL: of.poolL,
			siteIds: [],
			massKg: of.massKg
		};
		this.piece.containers.push(container);
		return container;
	}

	/** A place for a plant in a container. */
	site({ slot, at, container, medium, mediumL, facingDeg, opening }: SitePlan): void {
		container.siteIds.push(slot.id);
		const site: EmptySite = {
			xM: at.xM,
			yM: at.yM,
			zM: at.zM,
			id: slot.id,
			standId: this.stand.id,
			label: slot.label,
			row: slot.row,
			column: slot.column,
			containerId: container.id,
			mediumId: medium.id,
			mediumL,
			facingDeg: facingDeg ?? null,
			opening: opening ?? null,
			catchFraction: 1,
			passesTo: null
		};
		this.piece.sites.push(site);
		this.sitesById.set(slot.id, site);
	}

	/**
	 * Water falls from site to site down these lines, the highest site of each first: a site takes its share while
	 * it is short, and passes on the rest.
	 */
	passOn(lines: readonly (readonly string[])[], catchFraction: number): void {
		for (const line of lines)
			line.forEach((id, k) => {
				const site = this.sitesById.get(id);
				if (!site) return;
				site.catchFraction = Math.max(LEAST_CATCH, catchFraction);
				site.passesTo = line[k + 1] ?? null;
			});
	}

	/** What so long an edge wants to be wetted all along, L/h. */
	wetting = (edgeMm: number): number => (this.vessels.wettingLphM.value * edgeMm) / 1000;

	/** Two sizes that must agree, or an adapter between them. */
	joint(
		name: string,
		what: string,
		a: { part: { id: string }; mm: number },
		b: { part: { id: string }; mm: number },
		count: number,
		adapter: string
	): void {
		const made = joint(this.id(name), what, a.part, a.mm, b.part, b.mm, count, adapter);
		this.piece.joints.push(
			this.design.lines.adapters.includes(made.id) ? { ...made, fits: true } : made
		);
	}

	/** One tube on another, of the same bore or with a fitting that reduces. */
	tubeJoint(name: string, what: string, aId: string, bId: string, count: number, fitting: string) {
		const [a, b] = [pick(this.shelf.tubes, aId), pick(this.shelf.tubes, bId)];
		const sizes = `${a.nominalMm}–${b.nominalMm} mm ${fitting}`;
		const [end, start] = [a, b].map((part) => ({ part, mm: part.innerDiameterMm }));
		this.joint(name, what, end!, start!, count, sizes);
	}

	/** A tube on the barb of an emitter. */
	emitterJoint(
		name: string,
		what: string,
		tubeId: string,
		emitterId: string,
		count: number,
		fitting: string
	): void {
		const tube = pick(this.shelf.tubes, tubeId);
		const emitter = pick(this.shelf.emitters, emitterId);
		const end = { part: tube, mm: tube.innerDiameterMm };
		const barb = { part: emitter, mm: emitter.barbMm };
		const sizes = `${tube.nominalMm}–${emitter.barbMm} mm ${fitting}`;
		this.joint(name, what, end, barb, count, sizes);
	}

	/** The main on what leads on from it. */
	mainJoint(what: string, tubeId: string, fitting = 'reducing tee'): void {
		this.tubeJoint('main-row', what, this.design.lines.mainTubeId, tubeId, 1, fitting);
	}

	/** The joints every fed stand has: the main on its header, that on its rows, the small tube on its emitter. */
	feedJoints(
		fed: {
			headerTubeId?: string;
			rowTubeId: string;
			stakeTubeId?: string;
			emitterId: string;
			rows?: number;
		},
		outlets: number
	): void {
		const { headerTubeId, rowTubeId, rows = 1, emitterId } = fed;
		this.mainJoint('main to header', headerTubeId ?? rowTubeId);
		if (headerTubeId)
			this.tubeJoint(
				'header-row',
				'header to feed rows',
				headerTubeId,
				rowTubeId,
				rows,
				'reducing tee'
			);
		this.emitterJoint(
			'stake-emitter',
			'stake tube to emitter',
			fed.stakeTubeId ?? rowTubeId,
			emitterId,
			outlets,
			'barbed reducer'
		);
	}

	/** What cannot be built as asked, with a field of the stand and the nearest value of it that can. */
	refuse(because: Impossible, field: string, value: unknown): void {
		this.refuseFor(because, { path: standPath(this.stand, field), value });
	}

	/** The same, mended elsewhere in the document or not at all. */
	refuseFor(because: Impossible, instead: Replacement | null): void {
		this.piece.problems.push({
			code: 'cannot-be-built',
			standId: this.stand.id,
			because,
			instead
		});
	}

	/** The main rises to the highest header of all stands. */
	raiseFeed(zM: number): void {
		this.feedM = Math.max(this.feedM, zM);
	}

	done(
		stand: Omit<StandLayout, 'id' | 'row' | 'holes' | 'level' | 'parts' | 'ground' | 'turns'> &
			Partial<StandLayout>
	): StandPiece {
		return {
			...this.piece,
			feedM: this.feedM,
			stand: {
				level: null,
				parts: [],
				turns: 0,
				ground: groundOf(stand),
				...stand,
				id: this.stand.id,
				row: this.row,
				holes: this.holes
			}
		};
	}
}
