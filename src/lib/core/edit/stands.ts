import {
	fieldsOf,
	KINDS,
	kindOf,
	startSystem,
	VARIANTS,
	type Change,
	type Placement,
	type Stand,
	type Variant,
	standOf
} from '../design';
import { freeGround, grounds, lampsStay, placementOf } from '../layout';
import type { SystemModel } from '../model';
import { commonest, freshId } from './change-kind';

/** Kinds that need a tank all of their own and so stand on no loop with others. */
const ALONE: ReadonlySet<Variant> = new Set(['single-bucket', 'control-pot-ring']);

/** Kinds that may come to what is there already: fed the same way, on the same tank. */
export function kindsBeside({ design }: Pick<SystemModel, 'design'>): Variant[] {
	const { feeding } = kindOf(design.stands[0]!);
	return VARIANTS.filter((variant) => !ALONE.has(variant) && KINDS[variant].feeding === feeding);
}

/** What a longer way home from where it ends up may cost it, m. */
const SURE_M = 0.06;

/** Room for a stand, or why there is none. */
function roomFor(
	model: SystemModel,
	size: { wide: number; deep: number },
	near: { xM: number; yM: number }
): Pick<Placement, 'xM' | 'yM' | 'faces'> | null {
	const as = (wide: number, deep: number, faces: Placement['faces']) => {
		const free = freeGround(model.layout, model.area, { wide, deep }, near);
		return free && { ...free, faces };
	};
	return as(size.wide, size.deep, 'front') ?? as(size.deep, size.wide, 'right');
}

const NO_ROOM = (area: string): string =>
	`There is no free ground for it in ${area}: move or shorten what stands there, or make the area larger.`;

/**
 * Another stand on the loop, of as many plants as were asked for, on free ground near the last.
 *
 * @returns the changes and the stand's id, or a sentence that says why there is no room
 */
export function addStand(
	model: SystemModel,
	variant: Variant,
	plants: number
): { id: string; changes: Change[] } | string {
	const { design, operation, area, shelf } = model;
	const cropId = commonest(Object.values(operation.crops)) ?? shelf.crops[0]!.id;
	const ask = {
		name: KINDS[variant].title,
		areaId: design.areaId,
		variant,
		plants,
		cropId,
		lengthMm: Math.max(400, Math.min(60_000, area.lengthM * 1000 - 200)),
		depthMm: Math.max(300, area.widthM * 1000 - 200),
		heightMm: area.heightM * 1000
	};
	const [made] = startSystem(ask, shelf).design.stands;
	const id = freshId(model, made!.id);
	const number = design.stands.filter((one) => one.variant === variant).length + 1;
	const stand = withName({ ...made!, id }, number);
	return withStand(model, stand, (slot) => (slot < plants ? cropId : null));
}

const withName = (stand: Stand, number: number): Stand => ({
	...stand,
	name: number > 1 ? `${stand.name.replace(/ \d+$/, '')} ${number}` : stand.name
});

/** The same stand again, with the same plants, on free ground near it. */
export function copyStand(
	model: SystemModel,
	standId: string
): { id: string; changes: Change[] } | string {
	const { design, operation } = model;
	const like = standOf(design, standId)!;
	const id = freshId(model, like.id.replace(/-\d+$/, ''));
	const number = design.stands.filter((one) => one.variant === like.variant).length + 1;
	const slots = kindOf(like).slots(like);
	const stand = withName({ ...like, id }, number);
	return withStand(model, stand, (slot) => operation.crops[slots[slot]!.id] ?? null);
}

/** A stand laid out to learn what ground it takes, and put where there is room for it. */
function withStand(
	model: SystemModel,
	stand: Stand,
	cropAt: (slot: number) => string | null
): { id: string; changes: Change[] } | string {
	const { design, operation, layout, area } = model;
	const last = grounds(layout).at(-1)!.ground;
	const at: Placement = { xM: 0, yM: 0, faces: stand.at?.faces ?? 'front' };
	const crops = { ...operation.crops };
	kindOf(stand)
		.slots(stand)
		.forEach(({ id }, i) => {
			const cropId = cropAt(i);
			if (cropId) crops[id] = cropId;
		});
	const changesFor = (put: Placement, high: Stand): Change[] => [
		{ path: 'design.stands', value: [...settled(model), { ...high, at: put }] },
		...lampsStay(design, layout),
		{ path: 'operation.crops', value: crops }
	];
	const high = overTheWater(model, stand, (tried) => changesFor(at, tried));
	const trial = model.with(changesFor(at, high)).layout;
	const { ground } = trial.stands.find(({ id }) => id === stand.id)!;
	const size = { wide: ground.x1 - ground.x0, deep: ground.y1 - ground.y0 };
	const room = roomFor(model, size, { xM: last.x0, yM: last.y1 });
	if (!room) return NO_ROOM(area.name);
	const faces = room.faces === 'front' ? at.faces : room.faces;
	return { id: stand.id, changes: changesFor({ ...room, faces }, high) };
}

/** A stand as high as it must be to drain into the tank that is there, with no outlet under its water. */
function overTheWater(
	model: SystemModel,
	stand: Stand,
	changesFor: (stand: Stand) => Change[]
): Stand {
	const low = fieldsOf(stand).lowEndHeightMm;
	if (low === undefined || kindOf(stand).feeding !== 'pump') return stand;
	const { layout, drainBack } = model.with(changesFor(stand));
	const ends = layout.returns
		.filter((run) => run.standId === stand.id && run.way === 'fall' && run.into === undefined)
		.map((run) => run.endM);
	const outlets = layout.outlets.filter((o) => o.standId === stand.id).map((o) => o.zM);
	const lackM =
		drainBack.highestM + model.limit('airGapM') - Math.min(...ends, ...outlets) + SURE_M;
	if (!(lackM > 0)) return stand;
	const lowEndHeightMm = Math.min(model.limit('benchMm'), low + Math.ceil(lackM * 100) * 10);
	return { ...stand, lowEndHeightMm } as Stand;
}

/** The stands as they are, those that followed one another put where they stand. */
const settled = ({ design, layout }: SystemModel): Stand[] =>
	design.stands.map((stand, i) =>
		i > 0 && stand.at === null ? { ...stand, at: placementOf(layout, stand.id) } : stand
	);

/** A loop without one of its stands; what grew there goes with it. Not for the last one. */
export function removeStand({ design, operation, layout }: SystemModel, standId: string): Change[] {
	const mine = (id: string) => id.startsWith(`${standId}/`);
	const others = <T>(of: Record<string, T>) =>
		Object.fromEntries(Object.entries(of).filter(([id]) => !mine(id)));
	const rest = design.stands
		.filter(({ id }) => id !== standId)
		.map((stand) =>
			stand.at === null && design.stands[0]!.id === standId
				? { ...stand, at: placementOf(layout, stand.id) }
				: stand
		);
	return [
		{ path: 'design.stands', value: rest },
		{
			path: 'design.lines.adapters',
			value: design.lines.adapters.filter((id) => !id.startsWith(`${standId}.`))
		},
		{
			path: 'design.assumed',
			value: design.assumed.filter((path) => !path.includes(`[id=${standId}]`))
		},
		{ path: 'operation.valves', value: others(operation.valves) },
		{ path: 'operation.crops', value: others(operation.crops) },
		{ path: 'operation.kept', value: others(operation.kept) },
		{ path: 'operation.shutValves', value: operation.shutValves.filter((id) => !mine(id)) }
	];
}
