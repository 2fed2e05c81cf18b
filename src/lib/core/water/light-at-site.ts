import { z } from 'zod';
import { id, quantity } from '../quantity';
import { reflectedPpfd, sharpness } from './reflected-light';

const metres = (name: string) => quantity(name, 'span', { min: -1000, max: 1000 });

const lamp = z.strictObject({
	ppfUmolS: quantity('photons', 'photons', { min: 0, max: 1e5 }),
	/** Across which its light falls to half. */
	spreadDeg: quantity('beam', 'angle', { min: 10, max: 175 }),
	lengthM: quantity('length of the lamp', 'span', { min: 0, max: 100 }),
	xM: metres('x'),
	yM: metres('y'),
	heightM: metres('height'),
	hoursH: quantity('hours a day', 'hours', { min: 0, max: 24 }),
	/** From straight down: 90 shines sideways; and which way, from the front turning right. */
	turnedDeg: quantity('turned', 'angle', { min: 0, max: 180 }).default(0),
	towardsDeg: quantity('turned towards', 'angle', { min: 0, max: 360 }).default(0)
});
type LampAt = z.input<typeof lamp>;
/** What the lamps stand in, where its sides give light back; measured from the same corner as they are. */
const room = z.strictObject({
	lengthM: quantity('length of the room', 'span', { min: 0.3, max: 100 }),
	widthM: quantity('width of the room', 'span', { min: 0.3, max: 100 }),
	heightM: quantity('height of the room', 'span', { min: 0.3, max: 20 }),
	reflects: quantity('share the walls reflect', 'ratio', { min: 0, max: 0.95 }),
	floorReflects: quantity('share the floor reflects', 'ratio', { min: 0, max: 0.95 }),
	/** Its corner, from where lamps and sites are measured. */
	xM: metres('corner of the room, x').default(0),
	yM: metres('corner of the room, y').default(0)
});
export const lightAtSiteInput = z.strictObject({
	lamps: z.array(lamp).max(40),
	/** null: what meets a wall is lost. */
	room: room.nullable().default(null),
	/** Where most of the leaf is. */
	sites: z
		.array(
			z.strictObject({
				id: id('site'),
				xM: metres('x'),
				yM: metres('y'),
				zM: metres('z'),
				/** Out of a wall or pipe, which takes what comes from behind it; null: open all round. */
				facingDeg: quantity('facing', 'angle', { min: -360, max: 720 }).nullable().default(null)
			})
		)
		.max(5000)
});
export const lightAtSiteOutput = z.strictObject({
	sites: z.array(z.strictObject({ id: z.string(), ppfdUmol: z.number(), dliMol: z.number() }))
});
export type LightAtSite = z.infer<typeof lightAtSiteOutput>;

/** A long lamp shines from three places along it, as shares of its length from its middle. */
const ALONG = [-1 / 3, 0, 1 / 3];
const MOL_IN_AN_HOUR = 0.0036;
/** A leaf is no nearer to a lamp. */
const NEAREST_M = 0.01;

/**
 * Light of one lamp straight onto a level leaf, µmol/m²/s: a generalised Lambert source, I₀·cos^m θ with m such
 * that the brightness halves at half the spread, falling with the square of the distance.
 */
export function ppfdOf(
	lamp: Omit<LampAt, 'hoursH'>,
	at: { xM: number; yM: number; zM: number; facingDeg?: number | null | undefined }
): number {
	const m = sharpness(lamp.spreadDeg);
	const centre = ((m + 1) / (2 * Math.PI)) * lamp.ppfUmolS;
	const turned = ((lamp.turnedDeg ?? 0) * Math.PI) / 180;
	const towards = ((lamp.towardsDeg ?? 0) * Math.PI) / 180;
	const [ax, ay, down] = [
		Math.sin(turned) * Math.sin(towards),
		-Math.sin(turned) * Math.cos(towards),
		Math.cos(turned)
	];
	return ALONG.reduce((sum, share) => {
		const dx = at.xM - (lamp.xM + share * lamp.lengthM);
		const dy = at.yM - lamp.yM;
		const dz = lamp.heightM - at.zM;
		const square = dx * dx + dy * dy + dz * dz;
		if (square < NEAREST_M ** 2) return sum;
		const r = Math.sqrt(square);
		const off = (dx * ax + dy * ay + dz * down) / r;
		const caught = caughtBy(at.facingDeg ?? null, dx / r, dy / r, dz / r, Math.sin(turned));
		if (off <= 0 || caught <= 0) return sum;
		return sum + (centre * off ** m * caught) / square / 3;
	}, 0);
}

/** Light from further behind than this falls on the wall a plant grows out of, unless it comes from well above. */
const BEHIND = -0.2;
const STEEP = 0.7;

/** Leaves lie level under a lamp, and turn to one that shines from the side; a wall behind them hides the rest. */
function caughtBy(
	facingDeg: number | null,
	dx: number,
	dy: number,
	down: number,
	sideways: number
): number {
	if (facingDeg === null) return Math.max(down, sideways);
	const a = (facingDeg * Math.PI) / 180;
	const met = -dx * Math.sin(a) + dy * Math.cos(a);
	if (met < BEHIND && down < STEEP) return 0;
	// leaves of a plant stand every way: half of them is met from the side
	return Math.max(down, (1 + met) / 2);
}

/**
 * Light of all lamps at each site, straight and from the sides of the room, and what it adds up to in a day.
 *
 * @returns PPFD, µmol/m²/s, and daily light integral, mol/m² a day, by site
 */
export function lightAtSite(input: z.input<typeof lightAtSiteInput>): LightAtSite {
	const { lamps, sites } = input;
	const back = lamps.map((lamp) => reflectedIn(input.room ?? null, lamp));
	return {
		sites: sites.map(({ id, ...at }) => {
			let [ppfdUmol, dliMol] = [0, 0];
			lamps.forEach((lamp, i) => {
				const ppfd = ppfdOf(lamp, at) + back[i]!;
				ppfdUmol += ppfd;
				dliMol += ppfd * lamp.hoursH * MOL_IN_AN_HOUR;
			});
			return { id, ppfdUmol, dliMol };
		})
	};
}

const reflectedIn = (given: z.input<typeof room> | null, lamp: LampAt): number =>
	given === null
		? 0
		: reflectedPpfd(
				{
					...lamp,
					turnedDeg: lamp.turnedDeg ?? 0,
					towardsDeg: lamp.towardsDeg ?? 0,
					xM: lamp.xM - (given.xM ?? 0),
					yM: lamp.yM - (given.yM ?? 0)
				},
				given
			);
