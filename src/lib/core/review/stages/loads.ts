import { spotOf } from '../../design';
import {
	tipping,
	wallLoad,
	type Tipping,
	type TippingInput,
	type WallLoad,
	type WallLoadInput
} from '../../build';
import { pick } from '../../shelf';
import type { StandLayout } from '../../layout';
import type { Chain } from '../chain';

export interface StandLoad {
	stand: StandLayout;
	/** Wet and grown, with the tank where it stands on or in it. */
	massKg: number;
	/** Of floor, kg/m²; null on a wall. */
	perM2: number | null;
	tipping: { now: { input: TippingInput; result: Tipping }; empty: Tipping } | null;
	wall: { input: WallLoadInput; result: WallLoad } | null;
}

/** What each stand weighs and bears, and the wind or wall it stands against. */
export const loadsOf = (chain: Chain): StandLoad[] =>
	chain.layout.stands.map((stand, i) => {
		const members = chain.layout.containers.filter((c) => c.standId === stand.id);
		const own = stand.frameKg + members.reduce((total, c) => total + c.massKg, 0);
		// only the first stand can stand on the tank
		const spot = spotOf(chain.design);
		const carried = i === 0 && (spot === 'lid' || spot === 'inside');
		const massKg = own + (carried ? tankKg(chain, chain.operation.fillL) : 0);
		const { tank } = chain.layout;
		const areaM2 = carried ? tank.lengthM * tank.widthM : stand.lengthM * stand.depthM;
		return {
			stand,
			massKg,
			perM2: stand.stance.kind === 'wall' ? null : massKg / Math.max(0.01, areaM2),
			tipping: tippingOf(chain, stand, own, carried),
			wall: wallOf(stand, own)
		};
	});

const tankKg = (chain: Chain, litres: number): number =>
	pick(chain.shelf.tanks, chain.design.tank.partId).emptyKg + litres;

function tippingOf(
	chain: Chain,
	{ stance }: StandLayout,
	ownKg: number,
	carried: boolean
): StandLoad['tipping'] {
	if (stance.kind !== 'free' || stance.faceM2 <= 0 || stance.faceHeightM <= 0 || ownKg <= 0)
		return null;
	const { tank } = chain.layout;
	const inputAt = (litres: number): TippingInput => ({
		parts: [
			{ massKg: ownKg, heightM: stance.faceHeightM },
			...(carried
				? [
						{
							massKg: tankKg(chain, litres),
							heightM: Math.max(0, (chain.path.waterLevelM + tank.floorM) / 2)
						}
					]
				: [])
		],
		faces: [{ areaM2: stance.faceM2, heightM: stance.faceHeightM, drag: 1.2 }],
		edgeM: stance.edgeM
	});
	const input = inputAt(chain.record.nowL);
	return { now: { input, result: tipping(input) }, empty: tipping(inputAt(0)) };
}

function wallOf({ stance }: StandLayout, ownKg: number): StandLoad['wall'] {
	if (stance.kind !== 'wall' || ownKg <= 0) return null;
	const input = { massKg: ownKg, standoffM: stance.standoffM, rows: stance.rows };
	return { input, result: wallLoad(input) };
}
