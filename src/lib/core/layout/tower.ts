import { z } from 'zod';
import { floorWithRelief, quantity, refuse } from '../quantity';

export const layoutTowerInput = z.strictObject({
	outerDiameterMm: quantity('outer diameter', 'size', { min: 40, max: 400 }),
	lengthMm: quantity('length of the pipe', 'size', { min: 200, max: 4000 }),
	topClearMm: quantity('clear at the top', 'size', { min: 0, max: 4000 }),
	bottomClearMm: quantity('clear at the bottom', 'size', { min: 0, max: 4000 }),
	perRing: quantity('sites a ring', 'count', { min: 1, max: 12, whole: true }),
	ringPitchMm: quantity('distance between rings', 'size', { min: 5, max: 4000 }),
	stagger: z.boolean('stagger must be true or false').default(true),
	holeDiameterMm: quantity('hole diameter', 'size', { above: 0, max: 1000 })
});
export const layoutTowerOutput = z.strictObject({
	rings: z.number(),
	siteCount: z.number(),
	circumferenceMm: z.number(),
	arcPitchMm: z.number(),
	nearestMm: z.number().nullable(),
	webMm: z.number().nullable(),
	sites: z.array(
		z.strictObject({
			ring: z.number(),
			index: z.number(),
			heightMm: z.number(),
			angleDeg: z.number(),
			aroundMm: z.number()
		})
	)
});
export type LayoutTowerInput = z.input<typeof layoutTowerInput>;
export type LayoutTower = z.infer<typeof layoutTowerOutput>;

/**
 * Where the holes go on a round pipe, three ways at once: up from its lower end, along a tape wrapped round
 * it, and as angles. Rings count from the lowest; odd rings are turned by half a step when staggered.
 *
 * @throws InvalidInput when the clearances leave no pipe between them
 * @example layoutTower({ outerDiameterMm: 110, lengthMm: 1600, topClearMm: 90, bottomClearMm: 140,
 *   perRing: 4, ringPitchMm: 170, holeDiameterMm: 54 }).siteCount // 36
 */
export function layoutTower(input: LayoutTowerInput): LayoutTower {
	const { outerDiameterMm, lengthMm, topClearMm, bottomClearMm, perRing, ringPitchMm } = input;
	const stagger = input.stagger ?? true;
	const room = lengthMm - topClearMm - bottomClearMm;
	if (room < 0)
		throw refuse(
			'lengthMm',
			`length of the pipe must be at least ${topClearMm + bottomClearMm} mm, what is kept clear at its ends`
		);
	const rings = floorWithRelief(room / ringPitchMm) + 1;
	const circumferenceMm = Math.PI * outerDiameterMm;
	const arcPitchMm = circumferenceMm / perRing;
	const sites = Array.from({ length: rings * perRing }, (_, i) => {
		const ring = Math.floor(i / perRing);
		const index = i % perRing;
		const angleDeg = (360 * index) / perRing + (stagger && ring % 2 === 1 ? 180 / perRing : 0);
		return {
			ring,
			index,
			heightMm: bottomClearMm + ring * ringPitchMm,
			angleDeg,
			aroundMm: (angleDeg / 360) * circumferenceMm
		};
	});
	const nearestMm = nearest({ rings, perRing, ringPitchMm, arcPitchMm, stagger });
	return {
		rings,
		siteCount: sites.length,
		circumferenceMm,
		arcPitchMm,
		nearestMm,
		webMm: nearestMm === null ? null : nearestMm - input.holeDiameterMm,
		sites
	};
}

interface Pattern {
	rings: number;
	perRing: number;
	ringPitchMm: number;
	arcPitchMm: number;
	stagger: boolean;
}

/** The pattern repeats, so only the neighbour in the ring, in the next ring and in the one after count. */
function nearest({ rings, perRing, ringPitchMm, arcPitchMm, stagger }: Pattern): number | null {
	const candidates = [
		...(perRing > 1 ? [arcPitchMm] : []),
		...(rings > 1 ? [Math.hypot(ringPitchMm, stagger ? arcPitchMm / 2 : 0)] : []),
		...(rings > 2 ? [2 * ringPitchMm] : [])
	];
	return candidates.length > 0 ? Math.min(...candidates) : null;
}
