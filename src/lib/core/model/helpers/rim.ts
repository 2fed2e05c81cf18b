import { spread, type SpreadInput } from '../../hydraulics';
import type { LayoutOutlet, Rim, Shares } from '../../layout';

/** A tower's rim as the operation takes it, at a flow and a lean. */
export const spreadInputOf = (
	{ diameterMm, tiltMmPerM, lines }: Rim,
	flowLph: number,
	tilt = tiltMmPerM
): SpreadInput => ({
	flowLph: Math.max(0, flowLph),
	rimDiameterMm: diameterMm,
	tiltMmPerM: tilt,
	sectors: Math.max(1, lines.length),
	coefficient: 0.62
});

/** Share of an outlet's flow that each site is given; round a tower that leans it depends on the flow. */
export function sharesAt({ rim, shares }: LayoutOutlet, flowLph: number): Shares {
	if (!rim || rim.tiltMmPerM === 0 || flowLph <= 0) return shares;
	const { sectors } = spread(spreadInputOf(rim, flowLph));
	return rim.lines.map((line, k) => [line[0]!, sectors[k]!.flowLph / flowLph] as const);
}
