import type { SystemModel } from '$lib/core/model';
import { spotOf } from '$lib/core/design';
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
export const templatesOf = (model: SystemModel): Template[] => [
	...skins(model),
	...lids(model),
	...tankLid(model)
];

/** The unrolled skin of each stand's towers; its edges meet at the back. */
function skins(model: SystemModel): Template[] {
	return model.layout.stands.flatMap((stand) => {
		if (!stand.holes) return [];
		const { input, result } = stand.holes;
		const { circumferenceMm, sites } = result;
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
function lids(model: SystemModel): Template[] {
	return model.design.stands.flatMap((stand): Template[] => {
		if (stand.variant !== 'bucket-stack') return [];
		const bucket = pick(model.shelf.buckets, stand.bucketId);
		const riser = pick(model.shelf.tubes, stand.riserTubeId);
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

/** The tank's own lid, where something stands on it: its feet, the holes in them, the cord and a hatch. */
function tankLid({ design, layout, shelf }: SystemModel): Template[] {
	if (spotOf(design) !== 'lid') return [];
	const { tank } = layout;
	const [stand] = design.stands;
	const { rowTubeId, riserTubeId } = stand as { rowTubeId?: string; riserTubeId?: string };
	const riser = pick(shelf.tubes, riserTubeId ?? rowTubeId ?? design.lines.mainTubeId);
	const [long, wide] = [tank.lengthM * 1000, tank.widthM * 1000];
	const x = (xM: number) => MARGIN_MM + (xM - tank.xM) * 1000;
	const y = (yM: number) => MARGIN_MM + wide - (yM - tank.yM) * 1000;
	const feet = layout.containers.filter((c) => c.standId === stand!.id && c.radiusM !== null);
	// what is stacked on a foot stands on the same spot
	const spots = feet.filter((c, i) => feet.findIndex((d) => d.xM === c.xM && d.yM === c.yM) === i);
	const { hatch } = tank;
	const square = (size: number) => `h${size} v${size} h${-size} z`;
	return [
		{
			id: 'design.tank.lid',
			name: 'Lid of the tank',
			widthMm: long + 2 * MARGIN_MM,
			heightMm: wide + 2 * MARGIN_MM,
			outlines: [
				tank.round
					? circle(MARGIN_MM + long / 2, long / 2)
					: { d: `M${MARGIN_MM} ${MARGIN_MM} h${long} v${wide} h${-long} z` },
				...spots.map((c) => circle(x(c.xM), c.radiusM! * 1000, y(c.yM))),
				...(design.tank.hatch && hatch
					? [
							{
								d: `M${x(hatch.xM - hatch.sizeM / 2)} ${y(hatch.yM + hatch.sizeM / 2)} ${square(hatch.sizeM * 1000)}`
							}
						]
					: [])
			],
			holes: [
				...spots.flatMap((c): Hole[] => {
					const ringMm = Math.max(riser.holeMm / 2 + DRAIN_MM * 2, c.radiusM! * 600);
					return [
						...(riserTubeId
							? [
									{
										xMm: x(c.xM),
										yMm: y(c.yM),
										diameterMm: riser.holeMm,
										label: `riser ${riser.holeMm}`
									}
								]
							: []),
						...[45, 135, 225, 315].map((deg, i) => ({
							xMm: x(c.xM) + ringMm * Math.sin((deg * Math.PI) / 180),
							yMm: y(c.yM) - ringMm * Math.cos((deg * Math.PI) / 180),
							diameterMm: 2 * DRAIN_MM,
							label: i === 0 ? `drain ${2 * DRAIN_MM}` : ''
						}))
					];
				}),
				{ xMm: MARGIN_MM + long - 30, yMm: MARGIN_MM + 30, diameterMm: CORD_MM, label: 'cord' }
			]
		}
	];
}

const circle = (middleMm: number, radiusMm: number, downMm = middleMm): { d: string } => ({
	d: `M${middleMm - radiusMm} ${downMm} a${radiusMm} ${radiusMm} 0 1 0 ${2 * radiusMm} 0 a${radiusMm} ${radiusMm} 0 1 0 ${-2 * radiusMm} 0`
});
