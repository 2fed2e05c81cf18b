import { spotOf, type Design, type StandOf } from '../design';
import type { Container, Layout } from '../layout';
import { pick, type Shelf } from '../shelf';

/** A hole to drill, or a slit to cut as wide: its middle on the sheet, from the top left. */
interface Hole {
	xMm: number;
	yMm: number;
	diameterMm: number;
	label: string;
	/** Cut across and formed into a cup. */
	slit?: true;
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
	/** What each outlet gives, L/h: what comes down must get away through the lid. */
	flows: { containerLph: ReadonlyMap<string, number> };
}

const MARGIN_MM = 4;

/** Everything of a design that is drilled by a pattern: skins of pipes to wrap round, lids to lay flat. */
export const templatesOf = (of: Made): Template[] => [...skins(of), ...lids(of), ...tankLid(of)];

/** The unrolled skin of each stand's towers; its edges meet at the back. */
function skins({ design, layout }: Made): Template[] {
	return layout.stands.flatMap((stand, i) => {
		if (!stand.holes) return [];
		const { input, result } = stand.holes;
		const built = design.stands[i]!;
		const cups = 'opening' in built && built.opening === 'cup';
		// the two lips of a slit are what the cup's mouth is round
		const slitMm = Math.round((Math.PI / 2) * input.holeDiameterMm);
		const { circumferenceMm, sites } = result;
		const up = (heightMm: number) => MARGIN_MM + input.lengthMm - heightMm;
		return [
			{
				id: `${stand.id}.skin`,
				name: `Pipe of ${input.outerDiameterMm} mm, wrap and ${cups ? `slit, ${slitMm} mm each` : 'drill'}`,
				widthMm: circumferenceMm + 2 * MARGIN_MM,
				heightMm: input.lengthMm + 2 * MARGIN_MM,
				outlines: [rectangle(MARGIN_MM, MARGIN_MM, circumferenceMm, input.lengthMm)],
				holes: sites.map((site) => ({
					xMm: MARGIN_MM + site.aroundMm,
					yMm: up(site.heightMm),
					diameterMm: cups ? slitMm : input.holeDiameterMm,
					label: `${Math.round(site.heightMm)}`,
					...(cups && { slit: true as const })
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
function tankLid(of: Made): Template[] {
	const { design, layout } = of;
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
	const whole = tank.round
		? circle(MARGIN_MM + long / 2, MARGIN_MM + wide / 2, long / 2)
		: rectangle(MARGIN_MM, MARGIN_MM, long, wide);
	const cord = { xMm: MARGIN_MM + long - 30, yMm: MARGIN_MM + 30, diameterMm: CORD_MM };
	const places = spots.map((c) => ({ c, at: { xMm: x(c.xM), yMm: y(c.yM) } }));
	return [
		{
			id: 'design.tank.lid',
			name: 'Lid of the tank',
			widthMm: long + 2 * MARGIN_MM,
			heightMm: wide + 2 * MARGIN_MM,
			outlines: [
				whole,
				...places.map(({ c, at }) => circle(at.xMm, at.yMm, c.radiusM! * 1000)),
				...(design.tank.hatch && hatch ? [opening(hatch)] : [])
			],
			holes: [...lidHoles(of, places), { ...cord, label: 'cord' }]
		}
	];
}

interface Place {
	c: Container;
	at: { xMm: number; yMm: number };
}

/** What a pipe stands on round its own hole, mm. */
const SHOULDER_MM = 5;

/** What goes down through the lid under each foot, and where the risers come up. */
function lidHoles(of: Made, places: readonly Place[]): Hole[] {
	const { design, shelf } = of;
	const stand = design.stands[0]!;
	const { rowTubeId, riserTubeId } = stand as { rowTubeId?: string; riserTubeId?: string };
	const riser = pick(shelf.tubes, riserTubeId ?? rowTubeId ?? design.lines.mainTubeId);
	const risen = riserTubeId !== undefined;
	const riserAt = (at: Place['at']): Hole => ({
		...at,
		diameterMm: riser.outerDiameterMm,
		label: `riser ${riser.outerDiameterMm}`
	});
	if (stand.variant === 'branch-stack') {
		// each stack drains through its own pipe; two side by side share a riser between them
		const outlets = places.map(({ at }) => ({
			...at,
			diameterMm: stand.outerDiameterMm,
			label: `pipe ${stand.outerDiameterMm}`
		}));
		const risers = places.flatMap(({ at }, i): Hole[] => {
			if (i % 2 === 1) return [];
			const next = places[i + 1]?.at;
			if (!next) return [];
			return [riserAt({ xMm: (at.xMm + next.xMm) / 2, yMm: (at.yMm + next.yMm) / 2 })];
		});
		return [...outlets, ...risers];
	}
	if ('outerDiameterMm' in stand && 'wallMm' in stand) {
		// the riser comes up inside the pipe, and all that falls in it goes down through the same hole
		const insideMm = stand.outerDiameterMm - 2 * stand.wallMm - 2 * SHOULDER_MM;
		return places.map(({ at }) => ({
			...at,
			diameterMm: insideMm,
			label: `under the pipe ${insideMm}`
		}));
	}
	return places.flatMap(({ c, at }) => [
		...(risen ? [riserAt(at)] : []),
		...drainsUnder(of, c, at, risen ? riser.outerDiameterMm : 0)
	]);
}

/** Water may stand so deep on a lid before it runs down. */
const STANDS_M = 0.01;
const SMALLEST_MM = 8;

/** Drains round a foot, together as large as its flow wants with a centimetre of water over them. */
function drainsUnder(
	{ layout, flows }: Made,
	c: Container,
	at: Place['at'],
	riserMm: number
): Hole[] {
	const flowLph = layout.containers
		.filter((d) => d.xM === c.xM && d.yM === c.yM)
		.reduce((sum, { id }) => sum + (flows.containerLph.get(id) ?? 0), 0);
	const eachMm = Math.max(SMALLEST_MM, Math.ceil(orificeMm(flowLph / QUARTERS.length, STANDS_M)));
	const ringMm = Math.max(riserMm / 2 + eachMm, c.radiusM! * 600);
	return QUARTERS.map((deg, i) => ({
		...round(at.xMm, at.yMm, ringMm, deg),
		diameterMm: eachMm,
		label: i === 0 ? `drain ${eachMm}` : ''
	}));
}

/** Diameter of a sharp hole that passes a flow under a depth: Q = 0.6·A·√(2gh). */
const orificeMm = (flowLph: number, depthM: number): number =>
	1000 * Math.sqrt((4 * flowLph) / 3.6e6 / (Math.PI * 0.6 * Math.sqrt(2 * 9.80665 * depthM)));

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
