import type { Climate } from './climate';

/** What kinds of spot there are. */
export const AREA_KINDS = [
	'indoors',
	'tent',
	'greenhouse',
	'lean-to',
	'balcony',
	'yard',
	'wall'
] as const;
export type AreaKind = (typeof AREA_KINDS)[number];

/** What lies over an area, and the share of the sun's radiation that comes through it. */
export const COVERS = {
	sky: { name: 'open sky', lets: 1, keepsWarm: false },
	glass: { name: 'glass', lets: 0.72, keepsWarm: true },
	'twin-wall': { name: 'twin-wall sheet', lets: 0.62, keepsWarm: true },
	film: { name: 'plastic film', lets: 0.7, keepsWarm: true },
	net: { name: 'shade net', lets: 0.5, keepsWarm: false },
	roof: { name: 'a roof', lets: 0.2, keepsWarm: true }
} as const;
export type Cover = keyof typeof COVERS;
export const COVER_NAMES = Object.fromEntries(
	Object.entries(COVERS).map(([id, { name }]) => [id, name])
) as Record<Cover, string>;

/** What the walls of an area are like, and the share of a lamp's light they give back. */
export const WALLS = {
	dark: { name: 'dark, or none', reflects: 0 },
	wood: { name: 'wood or brick', reflects: 0.35 },
	light: { name: 'light paint', reflects: 0.6 },
	white: { name: 'white paint or white film', reflects: 0.8 },
	film: { name: 'mirror film', reflects: 0.88 }
} as const;
export type Walls = keyof typeof WALLS;
export const WALL_NAMES = Object.fromEntries(
	Object.entries(WALLS).map(([id, { name }]) => [id, name])
) as Record<Walls, string>;
/** What is lined, for somebody who has not said. */
export const usualWalls = (kind: AreaKind): Walls =>
	kind === 'tent' ? 'film' : kind === 'indoors' ? 'light' : 'dark';

/** Where the light comes from that a grower names first. */
export const LIGHTS = ['sun', 'lamps', 'both'] as const;
export type LightFrom = (typeof LIGHTS)[number];

interface AreaKindFacts {
	title: string;
	/** As it is asked for: "How large is the …?" */
	noun: string;
	cover: Cover;
	/** Wind and rain do not get in. */
	sheltered: boolean;
	/** A ceiling or a roof ends it above. */
	roofed: boolean;
	heightM: number;
	lengthM: number;
	widthM: number;
	/** What a floor there commonly bears, kg/m²; null: the ground. */
	floorKgM2: number | null;
	light: LightFrom;
	/** A warm day there: °C, %, m/s, MJ/m². */
	day: [tMinC: number, tMaxC: number, rhMin: number, rhMax: number, windMS: number, solar: number];
}

/** Typical figures of each kind of spot, for somebody who has measured nothing yet. */
export const AREA_KIND: Record<AreaKind, AreaKindFacts> = {
	indoors: {
		title: 'Room',
		noun: 'room',
		cover: 'roof',
		sheltered: true,
		roofed: true,
		heightM: 2.4,
		lengthM: 3,
		widthM: 2.4,
		floorKgM2: 200,
		light: 'lamps',
		day: [18, 24, 40, 60, 0.3, 4]
	},
	tent: {
		title: 'Tent',
		noun: 'tent',
		cover: 'roof',
		sheltered: true,
		roofed: true,
		heightM: 2,
		lengthM: 1.2,
		widthM: 1.2,
		floorKgM2: 200,
		light: 'lamps',
		day: [19, 26, 45, 65, 0.4, 4]
	},
	greenhouse: {
		title: 'Greenhouse',
		noun: 'greenhouse',
		cover: 'glass',
		sheltered: true,
		roofed: true,
		heightM: 2.2,
		lengthM: 3,
		widthM: 2,
		floorKgM2: null,
		light: 'sun',
		day: [13, 26, 50, 85, 0.5, 14]
	},
	'lean-to': {
		title: 'Lean-to',
		noun: 'lean-to',
		cover: 'glass',
		sheltered: true,
		roofed: true,
		heightM: 2.2,
		lengthM: 3,
		widthM: 1.8,
		floorKgM2: null,
		light: 'sun',
		day: [13, 27, 50, 85, 0.5, 13]
	},
	balcony: {
		title: 'Balcony',
		noun: 'balcony',
		cover: 'sky',
		sheltered: false,
		roofed: false,
		heightM: 2.4,
		lengthM: 2.5,
		widthM: 1.2,
		floorKgM2: 300,
		light: 'sun',
		day: [13, 25, 45, 80, 1.5, 14]
	},
	yard: {
		title: 'Yard',
		noun: 'yard',
		cover: 'sky',
		sheltered: false,
		roofed: false,
		heightM: 3,
		lengthM: 5,
		widthM: 4,
		floorKgM2: null,
		light: 'sun',
		day: [12, 24, 45, 85, 2, 20]
	},
	wall: {
		title: 'Wall',
		noun: 'wall',
		cover: 'sky',
		sheltered: false,
		roofed: false,
		heightM: 2.6,
		lengthM: 3,
		widthM: 1.2,
		floorKgM2: null,
		light: 'sun',
		day: [13, 26, 45, 80, 1.2, 12]
	}
};

/** Somebody who has said nothing is taken to live in the middle of the temperate belt, near the sea. */
const USUAL = { elevationM: 50, latitudeDeg: 50, dayOfYear: 160 };

/** A warm day in a spot of a kind, by where its light comes from. */
export function usualClimate(kind: AreaKind, light: LightFrom, latitudeDeg?: number): Climate {
	const { day, cover } = AREA_KIND[kind];
	const [tMinC, tMaxC, rhMinPercent, rhMaxPercent, windMS, solarMjM2] = day;
	const weather = { tMinC, tMaxC, rhMinPercent, rhMaxPercent, windMS };
	if (light === 'lamps')
		return { setting: 'indoors', ...weather, ppfdUmol: 300, photoperiodH: 16, lamp: 'led' };
	return {
		setting: 'outdoors',
		...weather,
		...(COVERS[cover].keepsWarm && { cover: 'glass' as const }),
		...USUAL,
		latitudeDeg: latitudeDeg ?? USUAL.latitudeDeg,
		solarMjM2
	};
}
