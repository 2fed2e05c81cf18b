import type { Channels, Stand } from '../design';
import { rect } from './outline';
import type { Solid } from './types';
import { StandBuilder } from './stand-builder';

const POST_M = 0.045;

/** What channels hang on: posts and rails of a frame, or a wall behind them; m, from x0 to x1 and up to topM. */
export function frame(
	builder: StandBuilder<Stand>,
	stand: Channels,
	x0: number,
	x1: number,
	topM: number,
	yM: number
): Solid[] {
	const wide = stand.sectionMm / 2000;
	if (stand.on === 'wall')
		return [
			{
				id: builder.id('wall'),
				standId: stand.id,
				role: 'wall',
				front: [],
				above: rect(x0 - wide, x1 + wide, yM + 0.15, yM + 0.19)
			}
		];
	const posts = [x0 - wide - POST_M, x1 + wide].map((x, i): Solid => ({
		id: builder.id(`post${i + 1}`),
		standId: stand.id,
		role: 'leg',
		front: rect(x, x + POST_M, 0, topM),
		above: rect(x, x + POST_M, yM - 0.2, yM + 0.2)
	}));
	const rails = [topM - 0.02, stand.lowEndHeightMm / 1000 + 0.04].map((z, i): Solid => ({
		id: builder.id(`rail${i + 1}`),
		standId: stand.id,
		role: 'leg',
		front: rect(x0 - wide, x1 + wide, z - 0.018, z + 0.018),
		above: rect(x0 - wide, x1 + wide, yM - 0.02, yM + 0.02)
	}));
	return stand.hung === 'horizontal' ? posts : [...posts, ...rails];
}
