import type { Crop } from '../shelf';

/** A leaf as an ellipse: centre, half axes, turn; in units of the plant's spread and height. */
export interface Leaf {
	cx: number;
	cy: number;
	rx: number;
	ry: number;
	turn: number;
}

/** A plant's half spread and height in pixels, and how each of its leaves sways. */
interface Grown {
	w: number;
	spread: number;
	height: number;
	sway: (i: number) => number;
}

function climber({ w, spread, height, sway }: Grown): Leaf[] {
	const count = Math.max(2, Math.round(height / Math.max(14, spread * 0.26)));
	return Array.from({ length: count }, (_, i) => {
		const side = i % 2 === 0 ? -1 : 1;
		return {
			cx: side * w * 0.42 + sway(i),
			cy: ((i + 0.5) / count) * height,
			rx: w * 0.42,
			ry: w * 0.23,
			turn: side * -14 + 6 * sway(i)
		};
	});
}

const bush = ({ w, height, sway }: Grown): Leaf[] =>
	Array.from({ length: 14 }, (_, i) => {
		const side = i % 2 === 0 ? -1 : 1;
		const level = Math.floor(i / 2) / 6;
		// widest at two thirds of its height
		const reach = w * (0.2 + 0.34 * Math.sin(Math.PI * (0.1 + 0.7 * level)));
		return {
			cx: side * reach + sway(i) * 1.5,
			cy: height * (0.22 + 0.72 * level) + (side > 0 ? height * 0.045 : 0),
			rx: w * 0.31,
			ry: Math.max(3, height * 0.065),
			turn: side * (-28 + 10 * sway(i))
		};
	});

const trailing = ({ w, height }: Grown): Leaf[] =>
	Array.from({ length: 7 }, (_, i) => {
		const t = (i - 3) / 3;
		return {
			cx: t * w * 0.8,
			cy: height * 0.5 - Math.abs(t) * height * 0.55,
			rx: w * 0.25,
			ry: height * 0.2,
			turn: t * 50
		};
	});

const rosette = ({ w, height }: Grown): Leaf[] =>
	Array.from({ length: 7 }, (_, i) => {
		const angle = ((i - 3) / 3) * 68;
		const rad = (angle * Math.PI) / 180;
		return {
			cx: Math.sin(rad) * w * 0.55,
			cy: Math.cos(rad) * height * 0.5,
			rx: w * 0.17,
			ry: height * 0.48,
			turn: angle
		};
	});

const HABITS: Record<Crop['habit'], (grown: Grown) => Leaf[]> = {
	climber,
	bush,
	trailing,
	rosette
};

/** Leaves of a plant seen from the front, root at (0, 0), y up, for a spread and height in pixels. */
export function leavesOf(
	habit: Crop['habit'],
	spread: number,
	height: number,
	seed: number
): Leaf[] {
	const sway = (i: number) => Math.sin(seed * 2.4 + i * 1.9);
	return HABITS[habit]({ w: spread / 2, spread, height, sway });
}
