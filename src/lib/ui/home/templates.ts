import type { LayoutTower, LayoutTowerInput } from '$lib/core/layout';
import type { Chain } from '$lib/core/review';
import { pick } from '$lib/core/shelf';

interface Hole {
	xMm: number;
	yMm: number;
	diameterMm: number;
	label: string;
}

export interface Template {
	id: string;
	name: string;
	widthMm: number;
	heightMm: number;
	outlines: { d: string }[];
	holes: Hole[];
}

const MARGIN_MM = 4;

/** Everything of a design that is drilled by a pattern: skins of pipes to wrap round, lids to lay flat. */
export const templatesOf = (chain: Chain): Template[] => [...skins(chain), ...lids(chain)];

/** The unrolled skin of each stand's towers; its edges meet at the back. */
function skins(chain: Chain): Template[] {
	return chain.layout.stands.flatMap((stand) => {
		const entry = stand.operations.find((op) => op.name === 'layout-tower');
		if (!entry) return [];
		const input = entry.input as LayoutTowerInput;
		const { circumferenceMm, sites } = entry.result as LayoutTower;
		const up = (heightMm: number) => MARGIN_MM + input.lengthMm - heightMm;
		return [
			{
				id: `${stand.id}.skin`,
				name: `Pipe of ${input.outerDiameterMm} mm, wrap and drill`,
				widthMm: circumferenceMm + 2 * MARGIN_MM,
				heightMm: input.lengthMm + 2 * MARGIN_MM,
				outlines: [
					{
						d: `M${MARGIN_MM} ${MARGIN_MM} h${circumferenceMm} v${input.lengthMm} h${-circumferenceMm} z`
					}
				],
				holes: sites.map((site) => ({
					xMm: MARGIN_MM + site.aroundMm,
					yMm: up(site.heightMm),
					diameterMm: input.holeDiameterMm,
					label: `${Math.round(site.heightMm)}`
				}))
			}
		];
	});
}

const BOLT_MM = 6;
const DRAIN_MM = 4;
const CORD_MM = 22;

/** Lids of a bucket stack: riser in the middle, four bolts, drains near the rim, one hole for the pump's cord. */
function lids(chain: Chain): Template[] {
	return chain.design.stands.flatMap((stand): Template[] => {
		if (stand.variant !== 'bucket-stack') return [];
		const bucket = pick(chain.shelf.buckets, stand.bucketId);
		const riser = pick(chain.shelf.tubes, stand.riserTubeId);
		const size = bucket.topDiameterMm;
		const middle = size / 2 + MARGIN_MM;
		const at = (radiusMm: number, angleDeg: number, diameterMm: number, label: string): Hole => {
			const a = (angleDeg * Math.PI) / 180;
			return {
				xMm: middle + radiusMm * Math.sin(a),
				yMm: middle - radiusMm * Math.cos(a),
				diameterMm,
				label
			};
		};
		const foot = bucket.bottomDiameterMm / 2;
		const drains = stand.perRing * 2;
		return [
			{
				id: `${stand.id}.lid`,
				name: `Lid of the ${bucket.name}`,
				widthMm: size + 2 * MARGIN_MM,
				heightMm: size + 2 * MARGIN_MM,
				outlines: [
					circle(middle, size / 2),
					// the bucket above stands here
					circle(middle, foot)
				],
				holes: [
					at(0, 0, riser.holeMm, `riser ${riser.holeMm}`),
					...[45, 135, 225, 315].map((a) => at(foot * 0.62, a, BOLT_MM, 'bolt')),
					...Array.from({ length: drains }, (_, i) =>
						at(foot - 14, (360 * i) / drains, DRAIN_MM, i === 0 ? `${drains} drains` : '')
					),
					at(size / 2 - 16, 20, CORD_MM, 'cord, in the lowest lid only')
				]
			}
		];
	});
}

const circle = (middleMm: number, radiusMm: number): { d: string } => ({
	d: `M${middleMm - radiusMm} ${middleMm} a${radiusMm} ${radiusMm} 0 1 0 ${2 * radiusMm} 0 a${radiusMm} ${radiusMm} 0 1 0 ${-2 * radiusMm} 0`
});
