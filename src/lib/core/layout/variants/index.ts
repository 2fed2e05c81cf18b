import type { Stand, StandOf, Variant } from '../../design';
import type { ShelfLists } from '../../shelf';
import type { StructureInput } from '../types';
import { branchStack } from './branch-stack';
import { bucketBench, bucketGroundRows } from './bucket-bench';
import { bucketStack } from './bucket-stack';
import { channels } from './channels';
import { controlPotRing } from './control-pot';
import { pipeTower, towerBank } from './pipe-tower';
import { potStack } from './pot-stack';
import { potsOnTank } from './pots-on-tank';
import { singleBucket } from './single-bucket';
import { slabGutter } from './slab-gutter';
import type { Anchor, StandPiece } from '../stand-piece';
import { withOutletValves } from '../passes/outlet-valves';
import { valvePots } from './valve-pots';
import { valveTrays } from './valve-trays';
import { wallModules } from './wall-modules';

/** One function a variant. A new variant is one line here. */
const VARIANTS: {
	[V in Variant]: (
		stand: StandOf<V>,
		system: StructureInput,
		shelf: ShelfLists,
		anchor: Anchor
	) => StandPiece;
} = {
	'bucket-bench': bucketBench,
	'bucket-rows': bucketGroundRows,
	'pots-on-tank': potsOnTank,
	'single-bucket': singleBucket,
	'slab-gutter': slabGutter,
	'control-pot-ring': controlPotRing,
	'pipe-tower': pipeTower,
	'branch-stack': branchStack,
	'bucket-stack': bucketStack,
	'pot-stack': potStack,
	channels,
	'wall-modules': wallModules,
	'tower-bank': towerBank,
	'valve-pots': valvePots,
	'valve-trays': valveTrays
};

/** A stand laid out by its variant. A tank has one lid: what comes second on a loop stands beside it on bases. */
export function layoutStand(
	stand: Stand,
	system: StructureInput,
	shelf: ShelfLists,
	anchor: Anchor
): StandPiece {
	const second = system.design.stands[0]?.id !== stand.id;
	const onLid = second && 'footing' in stand && stand.footing === 'lid';
	const placed = onLid ? { ...stand, footing: 'base' as const } : stand;
	const layout = VARIANTS[stand.variant] as unknown as (...all: unknown[]) => StandPiece;
	const piece = layout(placed, system, shelf, anchor);
	if (stand.drainsTo === 'waste')
		piece.returns = piece.returns.map((run) =>
			run.way === 'fall' ? { ...run, way: 'waste' } : run
		);
	// into saucers no pipe leads back
	if (stand.drainsTo === 'stays')
		piece.returns = piece.returns.filter(({ way }) => way === 'level');
	return withOutletValves(piece, system.operation.valves, shelf);
}
