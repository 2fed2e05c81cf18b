import { ELBOW, TEE_STRAIGHT } from '../fittings';
import { type ShelfLists, pick } from '../../shelf';
import {
	type FeedNode,
	type FeedRun,
	type Fitting,
	type Point,
	type StructureInput,
	lengthOf,
	SOURCE_NODE
} from '../types';
import type { Base } from './ground';

export const REDUCER: Fitting = { name: 'reducing joiner', like: 'barb' };
export const SCREEN: Fitting = { name: 'screen filter', like: 'screen' };
export const CHECK_VALVE: Fitting = { name: 'check valve', like: 'checkValve' };

function mainRun(
	design: StructureInput['design'],
	shelf: ShelfLists,
	pump: Point,
	riser: FeedNode
): FeedRun {
	const tube = pick(shelf.tubes, design.lines.mainTubeId);
	const points = [pump, { ...pump, zM: riser.zM }, riser];
	const adapted = design.lines.adapters.includes('pump-main');
	return {
		id: 'main',
		standId: null,
		name: 'feed main',
		role: 'main',
		from: SOURCE_NODE,
		to: riser.id,
		points,
		tubeId: design.lines.mainTubeId,
		innerDiameterMm: tube.innerDiameterMm,
		lengthM: lengthOf(points),
		fittings: [
			{ name: 'pump barb', like: 'barb' },
			ELBOW,
			...(adapted ? [REDUCER] : []),
			...(design.lines.filter ? [SCREEN] : []),
			...(design.lines.checkValve ? [CHECK_VALVE] : [])
		],
		open: true,
		emptiesBack: !design.lines.checkValve
	};
}

/** The main from the pump: to where others branch off, and on to the first header. */
export function mainRuns(
	{ design }: StructureInput,
	shelf: ShelfLists,
	{ pump, risers }: Base,
	tee: FeedNode | null
): FeedRun[] {
	const [riser] = risers;
	if (!tee) return [mainRun(design, shelf, pump, riser!)];

	const first = mainRun(design, shelf, pump, tee);
	if (!riser) return [first];

	const points = [tee, { ...tee, zM: riser.zM }, riser];
	return [
		first,
		{
			...first,
			id: 'main.up',
			name: 'feed main, on',
			from: tee.id,
			to: riser.id,
			points,
			lengthM: Math.max(0.001, lengthOf(points)),
			fittings: [TEE_STRAIGHT]
		}
	];
}
