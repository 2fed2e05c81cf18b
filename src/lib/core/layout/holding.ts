import type { Stand } from '../design';
import type { Footing, StandingTowers } from './footing';
import { rect } from './outline';
import type { StandBuilder } from './stand-builder';
import { takes } from './stand-piece';
import type { Solid, Stance, StandLayout } from './types';

/** Posts and beams of a frame, m, and what a metre of them weighs, kg. */
const POST_M = 0.045;
const POST_KG_M = 1;
/** The beam lies so far over what hangs from it, m. */
const BEAM_OVER_M = 0.1;

/** What holds towers or stacks besides their feet. */
interface Holding {
	solids: Solid[];
	parts: StandLayout['parts'];
	frameKg: number;
	/** null: they stand free. */
	stance: Stance | null;
}

/** A frame they hang from, clips on a wall, a tie at the top, or nothing. */
export function holding(
	builder: StandBuilder<Stand>,
	stand: StandingTowers,
	standing: Footing,
	size: { widthM: number; heightM: number }
): Holding {
	const count = standing.feet.length;
	const ties = stand.tied ? [takes('tie', 'Tie to a post or wall', count)] : [];
	const tied: Stance | null = stand.tied ? { kind: 'floor' } : null;
	if (stand.footing === 'wall') return onWall(builder, stand, standing, size);
	if (stand.footing !== 'hung') return { solids: [], parts: ties, frameKg: 0, stance: tied };
	const { solids, metres, posts } = frameOver(builder, standing, size);
	return {
		solids,
		parts: [
			...ties,
			takes('frame-post', 'Post or beam of the frame', posts, metres),
			takes('hanger', 'Hanger for a tower', count)
		],
		frameKg: metres * POST_KG_M,
		stance: tied
	};
}

/** Clips one over the other up every tower, each with a fixing of its own. */
function onWall(
	builder: StandBuilder<Stand>,
	stand: StandingTowers,
	{ feet, startXM, lengthM, depthM }: Footing,
	{ widthM, heightM }: { widthM: number; heightM: number }
): Holding {
	const backM = builder.anchor.startYM + depthM - 0.05;
	const { clips = 1, otherFixings = 0 } = stand;
	const rows = Array.from({ length: clips }, (_, k) => ({
		heightM: ((k + 0.5) / clips) * heightM,
		fixings: feet.length + otherFixings
	}));
	return {
		solids: [
			{
				id: builder.id('wall'),
				standId: builder.stand.id,
				role: 'wall',
				front: [],
				above: rect(startXM, startXM + lengthM, backM, backM + 0.05)
			}
		],
		parts: [takes('tower-clip', 'Wall clip for a tower', feet.length * clips)],
		frameKg: 0,
		stance: { kind: 'wall', standoffM: widthM / 2 + 0.03, rows }
	};
}

/** A post at each corner, a beam over each row and across both ends. */
function frameOver(
	builder: StandBuilder<Stand>,
	{ feet, startXM, lengthM, edgeM }: Footing,
	{ heightM }: { heightM: number }
): { solids: Solid[]; metres: number; posts: number } {
	const { tank } = builder.anchor;
	// clear of a tank that stands under them
	const under = startXM < tank.xM + tank.lengthM && startXM + lengthM > tank.xM;
	const x0 = Math.min(startXM, under ? tank.xM - POST_M - 0.02 : startXM);
	const x1 = Math.max(startXM + lengthM, under ? tank.xM + tank.lengthM + POST_M + 0.02 : 0);
	const beamM = feet[0]!.zM + heightM + BEAM_OVER_M;
	const ys = [...new Set(feet.map(({ yM }) => yM))];
	const middleY = (ys[0]! + ys.at(-1)!) / 2;
	const half = Math.max(edgeM, (ys.at(-1)! - ys[0]!) / 2);
	const standId = builder.stand.id;
	const posts = [x0, x1 - POST_M].map((x, i): Solid => ({
		id: builder.id(`post${i + 1}`),
		standId,
		role: 'leg',
		front: rect(x, x + POST_M, 0, beamM),
		above: rect(x, x + POST_M, middleY - half, middleY + half)
	}));
	const beams = ys.map((y, i): Solid => ({
		id: builder.id(`beam${i + 1}`),
		standId,
		role: 'leg',
		front: rect(x0, x1, beamM, beamM + POST_M),
		above: rect(x0, x1, y - POST_M / 2, y + POST_M / 2)
	}));
	return {
		solids: [...posts, ...beams],
		metres: 4 * beamM + ys.length * (x1 - x0) + 4 * half,
		posts: 4 + ys.length + 2
	};
}
