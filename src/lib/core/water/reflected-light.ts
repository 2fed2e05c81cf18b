/** A room that gives light back: its size, m, and the share its walls and its ceiling, and its floor, reflect. */
export interface Room {
	lengthM: number;
	widthM: number;
	heightM: number;
	reflects: number;
	floorReflects: number;
}
/** A lamp as far as its light reaches the sides of a room. */
export interface Shining {
	ppfUmolS: number;
	spreadDeg: number;
	xM: number;
	yM: number;
	heightM: number;
	turnedDeg: number;
	towardsDeg: number;
}

/** Rays a lamp is followed along: rings about its axis, and rays a ring. */
const RINGS = 32;
const ROUND = 36;

const radians = (deg: number): number => (deg * Math.PI) / 180;

/** How steeply a lamp's brightness falls with the angle: cos^m, halved at half its spread. */
export const sharpness = (spreadDeg: number): number =>
	Math.log(0.5) / Math.log(Math.cos(radians(spreadDeg / 2)));

/** Of a lamp's light, the share that meets the floor before a wall or the ceiling. */
function toFloor(lamp: Shining, room: Room): number {
	const within = (at: number, size: number) => Math.min(size - 1e-3, Math.max(1e-3, at));
	const x = within(lamp.xM, room.lengthM);
	const y = within(lamp.yM, room.widthM);
	const z = within(lamp.heightM, room.heightM);
	const m = sharpness(lamp.spreadDeg);
	const [sinT, cosT] = [Math.sin(radians(lamp.turnedDeg)), Math.cos(radians(lamp.turnedDeg))];
	const [sinF, cosF] = [Math.sin(radians(lamp.towardsDeg)), -Math.cos(radians(lamp.towardsDeg))];
	const reach = (at: number, size: number, going: number) =>
		going > 0 ? (size - at) / going : going < 0 ? -at / going : Infinity;
	let met = 0;
	for (let ring = 0; ring < RINGS; ring += 1) {
		// rings of one and the same light
		const off = (1 - (ring + 0.5) / RINGS) ** (1 / (m + 1));
		const aside = Math.sqrt(1 - off * off);
		for (let i = 0; i < ROUND; i += 1) {
			const turn = (2 * Math.PI * (i + 0.5)) / ROUND;
			const [across, along] = [aside * Math.cos(turn), aside * Math.sin(turn)];
			// down the lamp's axis, tilted towards where it is turned
			const out = off * sinT + along * cosT;
			const down = off * cosT - along * sinT;
			if (down <= 0) continue;
			const [dx, dy] = [out * sinF - across * cosF, out * cosF + across * sinF];
			const floor = z / down;
			if (floor <= reach(x, room.lengthM, dx) && floor <= reach(y, room.widthM, dy)) met += 1;
		}
	}
	return met / (RINGS * ROUND);
}

/**
 * Light of a lamp that comes back from the sides of a room, the same everywhere in it: what each meets first,
 * times what it reflects, spread over all surfaces and back and forth between them.
 *
 * E = Φ (f_w ρ_w + f_f ρ_f) / (A (1 − ρ̄)), the split-flux formula of Hopkinson, Longmore and Petherbridge,
 * An empirical formula for the computation of the indirect component of daylight factors (1954).
 *
 * @returns µmol/m²/s
 */
export function reflectedPpfd(lamp: Shining, room: Room): number {
	const { lengthM, widthM, heightM, reflects, floorReflects } = room;
	const floorM2 = lengthM * widthM;
	const areaM2 = 2 * floorM2 + 2 * heightM * (lengthM + widthM);
	const mean = (reflects * (areaM2 - floorM2) + floorReflects * floorM2) / areaM2;
	const share = toFloor(lamp, room);
	const back = share * floorReflects + (1 - share) * reflects;
	return (lamp.ppfUmolS * back) / (areaM2 * (1 - mean));
}
