import type { Site } from './types';

/**
 * Where a plant's leaves are: the one answer for light, shade, spacing, height and drawing. Metres; x, y and the
 * widths in plan, heights over the floor.
 */
export interface Crown {
	/** Middle of the leaves in plan: out from the side it grows from, or over its root. */
	xM: number;
	yM: number;
	radiusM: number;
	/** Where its root is. */
	rootM: number;
	/** Where most of its leaf is. */
	leafM: number;
	topM: number;
}

/**
 * The leaves of a plant as it stands, or with its full spread.
 *
 * @param spreadMm as far as its leaves reach across; its own at its stage where nothing is said
 */
export function crownOf(site: Site, spreadMm = site.spreadMm): Crown {
	const radiusM = spreadMm / 2000;
	const tallM = site.tallMm / 1000;
	const { facingDeg, zM } = site;
	if (facingDeg === null)
		return {
			xM: site.xM,
			yM: site.yM,
			radiusM,
			rootM: zM,
			leafM: zM + site.leafMm / 1000,
			topM: zM + tallM
		};
	const a = (facingDeg * Math.PI) / 180;
	return {
		xM: site.xM + radiusM * Math.sin(a),
		yM: site.yM - radiusM * Math.cos(a),
		radiusM,
		rootM: zM,
		leafM: zM,
		topM: zM + tallM
	};
}
