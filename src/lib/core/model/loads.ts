import { litresNow, spotOf, type Design, type Operation, type SystemRecord } from '../design';
import {
	push,
	tipping,
	wallLoad,
	weight,
	type Push,
	type PushInput,
	type Tipping,
	type TippingInput,
	type WallLoad,
	type WallLoadInput,
	type Weight
} from '../construction';
import type { Layout, StandLayout } from '../layout';
import { pick, type Shelf } from '../shelf';
import { layout } from './layout';
import { source } from './source';
import { stage } from './stage';

export interface StandLoad {
	stand: StandLayout;
	/** Wet, with the tank where it stands on or in it; by floor, where it is not on a wall. */
	weight: { input: Parameters<typeof weight>[0]; result: Weight };
	massKg: number;
	perM2: number | null;
	tipping: { now: { input: TippingInput; result: Tipping }; empty: Tipping } | null;
	wall: { input: WallLoadInput; result: WallLoad } | null;
	/** A push at a metre's height, or at its top, that tips it with the tank as it stands. */
	push: { input: PushInput; result: Push } | null;
}

/** What each stand weighs and bears, and the wind or wall it stands against. */
export const loads = stage(
	'loads',
	{
		design: ['stands', 'tank'],
		operation: ['fillL'],
		record: ['nowL'],
		shelf: ['tanks'],
		parameters: ['wind']
	},
	{ layout, source },
	({ design, operation, record, shelf, parameters, layout, source }) => {
		const { waterLevelM } = source;
		const drag = parameters.wind.drag.value;
		const loaded = { design, operation, record, shelf, layout, waterLevelM, drag };
		return layout.stands.map((stand, i) => loadOf(loaded, stand, i === 0));
	}
);

interface Loaded {
	design: Pick<Design, 'stands' | 'tank'>;
	operation: Pick<Operation, 'fillL'>;
	record: Pick<SystemRecord, 'nowL'>;
	shelf: Pick<Shelf, 'tanks'>;
	layout: Layout;
	waterLevelM: number;
	drag: number;
}

function loadOf(of: Loaded, stand: StandLayout, first: boolean): StandLoad {
	const members = of.layout.containers.filter((c) => c.standId === stand.id);
	const own = stand.frameKg + members.reduce((total, c) => total + c.massKg, 0);
	// only the first stand can stand on the tank
	const spot = spotOf(of.design);
	const carried = first && (spot === 'lid' || spot === 'inside');
	const { tank } = of.layout;
	const areaM2 = carried ? tank.lengthM * tank.widthM : stand.lengthM * stand.depthM;
	const input = {
		frameKg: stand.frameKg,
		vesselsKg: members.map((c) => c.massKg),
		tank: carried ? { emptyKg: emptyKg(of), litres: of.operation.fillL } : null,
		floorM2: stand.stance.kind === 'wall' ? null : Math.max(0.01, areaM2)
	};
	const result = weight(input);
	return {
		stand,
		weight: { input, result },
		massKg: result.massKg,
		perM2: result.perM2,
		tipping: tippingOf(of, stand, own, carried),
		push: pushOf(of, stand, own, carried),
		wall: wallOf(stand, own)
	};
}

const emptyKg = ({ shelf, design }: Loaded): number =>
	pick(shelf.tanks, design.tank.partId).emptyKg;

function tippingOf(
	of: Loaded,
	{ stance }: StandLayout,
	ownKg: number,
	carried: boolean
): StandLoad['tipping'] {
	if (stance.kind !== 'free' || stance.faceM2 <= 0 || stance.faceHeightM <= 0 || ownKg <= 0)
		return null;
	const { tank } = of.layout;
	const inputAt = (litres: number): TippingInput => ({
		parts: [
			{ massKg: ownKg, heightM: stance.faceHeightM },
			...(carried
				? [
						{
							massKg: emptyKg(of) + litres,
							heightM: Math.max(0, (of.waterLevelM + tank.floorM) / 2)
						}
					]
				: [])
		],
		faces: [{ areaM2: stance.faceM2, heightM: stance.faceHeightM, drag: of.drag }],
		edgeM: stance.edgeM
	});
	const input = inputAt(litresNow(of.record, of.operation));
	return { now: { input, result: tipping(input) }, empty: tipping(inputAt(0)) };
}

/** Pushed at this height, as a child or a cat does. */
const PUSHED_M = 1;

function pushOf(
	of: Loaded,
	{ stance }: StandLayout,
	ownKg: number,
	carried: boolean
): StandLoad['push'] {
	if (stance.kind !== 'free' || ownKg <= 0) return null;
	const input = {
		massKg: ownKg + (carried ? emptyKg(of) + litresNow(of.record, of.operation) : 0),
		edgeM: stance.edgeM,
		heightM: Math.max(0.1, Math.min(PUSHED_M, stance.topM))
	};
	return { input, result: push(input) };
}

function wallOf({ stance }: StandLayout, ownKg: number): StandLoad['wall'] {
	if (stance.kind !== 'wall' || ownKg <= 0) return null;
	const input = { massKg: ownKg, standoffM: stance.standoffM, rows: stance.rows };
	return { input, result: wallLoad(input) };
}
