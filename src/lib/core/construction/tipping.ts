import { z } from 'zod';
import { G, NoSolution, quantity } from '../quantity';

const heightM = quantity('height of the centre', 'span', { min: 0, max: 100 });
export const tippingInput = z.strictObject({
	parts: z
		.array(z.strictObject({ massKg: quantity('mass', 'mass', { above: 0, max: 1e6 }), heightM }))
		.min(1, 'parts must hold at least one part')
		.max(10_000),
	faces: z
		.array(
			z.strictObject({
				areaM2: quantity('area', 'area', { above: 0, max: 10_000 }),
				heightM,
				drag: quantity('drag coefficient', 'ratio', { above: 0, max: 10 }).default(1.2)
			})
		)
		.max(10_000),
	edgeM: quantity('distance from the centre line to the edge', 'span', { above: 0, max: 100 })
});
export const tippingOutput = z.strictObject({
	massKg: z.number(),
	centreHeightM: z.number(),
	gustMS: z.number(),
	gustKmH: z.number(),
	tipAngleDeg: z.number()
});
export type TippingInput = z.input<typeof tippingInput>;
export type Tipping = z.infer<typeof tippingOutput>;

const AIR_KG_M3 = 1.225;
/** Less than this is nothing the wind could take hold of, m³. */
const NO_LEVER = 1e-12;

/**
 * The gust that tips a free-standing thing over its edge: the wind's moment on its faces against its weight.
 *
 * Drag ½·ρ·v²·C·A with ρ = 1.225 kg/m³ (sea level, 15 °C); steady, without the swing a gust can set up.
 *
 * @throws NoSolution when no face stands over the ground: no wind tips it
 */
export function tipping({ parts, faces, edgeM }: TippingInput): Tipping {
	const massKg = parts.reduce((sum, part) => sum + part.massKg, 0);
	const centreHeightM = parts.reduce((sum, p) => sum + p.massKg * p.heightM, 0) / massKg;
	const lever = faces.reduce((sum, f) => sum + (f.drag ?? 1.2) * f.areaM2 * f.heightM, 0);
	if (lever <= NO_LEVER)
		throw new NoSolution('Nothing stands up for the wind to push at, so no gust tips it.');
	const gustMS = Math.sqrt((2 * massKg * G * edgeM) / (AIR_KG_M3 * lever));
	return {
		massKg,
		centreHeightM,
		gustMS,
		gustKmH: gustMS * 3.6,
		tipAngleDeg: (Math.atan2(edgeM, centreHeightM) * 180) / Math.PI
	};
}
