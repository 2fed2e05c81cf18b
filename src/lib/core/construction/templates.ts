import { spotOf, type Design, type StandOf } from '../design';
import type { Container, Layout } from '../layout';
import { pick, type Shelf } from '../shelf';

/** A hole to drill: its middle on the sheet, from the top left. */
interface Hole {
	xMm: number;
	yMm: number;
	diameterMm: number;
	label: string;
}
/** A line to cut or to lay a thing against, on the sheet from the top left. */
export type Outline =
	| { kind: 'circle'; xMm: number; yMm: number; radiusMm: number }
	| { kind: 'rectangle'; xMm: number; yMm: number; widthMm: number; heightMm: number };

/** A pattern in full size. */
export interface Template {
	id: string;
	name: string;
	widthMm: number;
	heightMm: number;
	outlines: Outline[];
	holes: Hole[];
}

/** What patterns are made of. */
interface Made {
	design: Design;
	layout: Layout;
	shelf: Shelf;
}

const MARGIN_MM = 4;

/** Everything of a design that is drilled by a pattern: skins of pipes to wrap round, lids to lay flat. */
export const templatesOf = (of: Made): Template[] => [...skins(of), ...lids(of), ...tankLid(of)];

/** The unrolled skin of each stand's towers; its edges meet at the back. */
function skins({ layout }: Made): Template[] {
	return layout.stands.flatMap((stand) => {
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
				outlines: [rectangle(MARGIN_MM, MARGIN_MM, circumferenceMm, input.lengthMm)],
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
const lids = ({ design, shelf }: Made): Template[] =>
	design.stands.flatMap((stand) => (stand.variant === 'bucket-stack' ? [lidOf(stand, shelf)] : []));

function lidOf(stand: StandOf<'bucket-stack'>, shelf: Shelf): Template {
	const bucket = pick(shelf.buckets, stand.bucketId);
	const riser = pick(shelf.tubes, stand.riserTubeId);
	const size = bucket.topDiameterMm;
	const middle = size / 2 + MARGIN_MM;
	const at = (radiusMm: number, angleDeg: number, diameterMm: number, label: string): Hole => ({
		...round(middle, middle, radiusMm, angleDeg),
		diameterMm,
		label
	});
	const foot = bucket.bottomDiameterMm / 2;
	const drains = stand.perRing * 2;
	return {
		id: `${stand.id}.lid`,
		name: `Lid of the ${bucket.name}`,
		widthMm: size + 2 * MARGIN_MM,
		heightMm: size + 2 * MARGIN_MM,
		// the bucket above stands on the inner one
		outlines: [circle(middle, middle, size / 2), circle(middle, middle, foot)],
		holes: [
			at(0, 0, riser.outerDiameterMm, `riser ${riser.outerDiameterMm}`),
			...QUARTERS.map((a) => at(foot * 0.62, a, BOLT_MM, 'bolt')),
			...Array.from({ length: drains }, (_, i) =>
				at(foot - 14, (360 * i) / drains, DRAIN_MM, i === 0 ? `${drains} drains` : '')
			),
			at(size / 2 - 16, 20, CORD_MM, 'cord, in the lowest lid only')
		]
	};
}

/** The tank's own lid, where something stands on it: its feet, the holes in them, the cord and a hatch. */
function tankLid({ design, layout, shelf }: Made): Template[] {
	if (spotOf(design) !== 'lid') return [];
	const { tank } = layout;
	const { hatch } = tank;
	const [stand] = design.stands;
	const [long, wide] = [tank.lengthM * 1000, tank.widthM * 1000];
	const x = (xM: number) => MARGIN_MM + (xM - tank.xM) * 1000;
	const y = (yM: number) => MARGIN_MM + wide - (yM - tank.yM) * 1000;
	const feet = layout.containers.filter((c) => c.standId === stand!.id && c.radiusM !== null);
	// what is stacked on a foot stands on the same spot
	const spots = feet.filter((c, i) => feet.findIndex((d) => d.xM === c.xM && d.yM === c.yM) === i);
	const opening = ({ xM, yM, sizeM }: NonNullable<typeof hatch>) =>
		rectangle(x(xM - sizeM / 2), y(yM + sizeM / 2), sizeM * 1000, sizeM * 1000);
	const { rowTubeId, riserTubeId } = stand as { rowTubeId?: string; riserTubeId?: string };
	const risen = riserTubeId !== undefined;
	const riser = pick(shelf.tubes, riserTubeId ?? rowTubeId ?? design.lines.mainTubeId);
	const whole = tank.round
		? circle(MARGIN_MM + long / 2, MARGIN_MM + long / 2, long / 2)
		: rectangle(MARGIN_MM, MARGIN_MM, long, wide);
	const cord = { xMm: MARGIN_MM + long - 30, yMm: MARGIN_MM + 30, diameterMm: CORD_MM };
	return [
		{
			id: 'design.tank.lid',
			name: 'Lid of the tank',
			widthMm: long + 2 * MARGIN_MM,
			heightMm: wide + 2 * MARGIN_MM,
			outlines: [
				whole,
				...spots.map((c) => circle(x(c.xM), y(c.yM), c.radiusM! * 1000)),
				...(design.tank.hatch && hatch ? [opening(hatch)] : [])
			],
			holes: [
				...spots.flatMap((c) =>
					footHoles(c, { xMm: x(c.xM), yMm: y(c.yM) }, riser.outerDiameterMm, risen)
				),
				{ ...cord, label: 'cord' }
			]
		}
	];
}

/** Under one foot: the riser through the lid, where there is one, and four drains round it. */
function footHoles(
	{ radiusM }: Container,
	at: { xMm: number; yMm: number },
	riserMm: number,
	risen: boolean
): Hole[] {
	const ringMm = Math.max(riserMm / 2 + DRAIN_MM * 2, radiusM! * 600);
	return [
		...(risen ? [{ ...at, diameterMm: riserMm, label: `riser ${riserMm}` }] : []),
		...QUARTERS.map((deg, i) => ({
			...round(at.xMm, at.yMm, ringMm, deg),
			diameterMm: 2 * DRAIN_MM,
			label: i === 0 ? `drain ${2 * DRAIN_MM}` : ''
		}))
	];
}

/** Four places round a middle, degrees from the top. */
const QUARTERS = [45, 135, 225, 315];

function round(xMm: number, yMm: number, radiusMm: number, angleDeg: number) {
	const a = (angleDeg * Math.PI) / 180;
	return { xMm: xMm + radiusMm * Math.sin(a), yMm: yMm - radiusMm * Math.cos(a) };
}
const circle = (xMm: number, yMm: number, radiusMm: number): Outline => ({
	kind: 'circle',
	xMm,
	yMm,
	radiusMm
});
const rectangle = (xMm: number, yMm: number, widthMm: number, heightMm: number): Outline => ({
	kind: 'rectangle',
	xMm,
	yMm,
	widthMm,
	heightMm
});
