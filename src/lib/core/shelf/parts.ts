import { withFigures, type FigureOf, type Figures } from '../quantity';
import type { TankShape } from './tank-shape';

interface Part {
	id: string;
	name: string;
	/** Its figures as parameters: how far to trust each, and where it comes from. */
	figures: Figures;
}

/** Flexible or rigid tube. Bought by nominal size, drilled for its outer diameter. */
export interface Tube extends Part {
	use: 'feed' | 'return';
	nominalMm: number;
	innerDiameterMm: number;
	outerDiameterMm: number;
}

export type EmitterLaw =
	| { kind: 'orifice'; nominalFlowLph: number; nominalHeadM: number; exponent: number }
	| { kind: 'compensating'; nominalFlowLph: number; minHeadM: number; maxHeadM: number }
	| { kind: 'open'; innerDiameterMm: number };

export interface Emitter extends Part {
	law: EmitterLaw;
	/** Manufacturing spread as a coefficient of variation. */
	cv: number;
	/** Inner diameter of the small tube it takes. */
	barbMm: number;
	suits: 'coarse' | 'fine' | 'any';
	/** What it is made for. */
	use: readonly ('drip' | 'tower' | 'valve')[];
}

export interface Pump extends Part {
	maxHeadM: number;
	maxFlowLph: number;
	watts: number;
	/** Barb for a tube of this inner diameter. */
	outletMm: number;
	/** Water it must stand in to run without drawing air. */
	minimumDepthMm: number;
	heightMm: number;
	/** Its dial slows the pump, unless it closes a shutter in its way. */
	dial?: 'slows' | 'throttles';
	/** Points of its data sheet, where there are any: they say more than its nameplate. */
	points?: readonly { headM: number; flowLph: number }[];
}

export interface Bucket extends Part {
	bottomDiameterMm: number;
	topDiameterMm: number;
	heightMm: number;
	emptyKg: number;
}

/** The elbow that keeps a pool in a bucket: its spigot goes through the wall in a seal. */
export interface DrainElbow extends Part {
	outerDiameterMm: number;
	innerDiameterMm: number;
	holeMm: number;
}

export interface TankPart extends Part {
	shape: TankShape;
	wallMm: number;
	emptyKg: number;
	/** Part of one kind of system: not offered for others. */
	special: boolean;
}

const MEASURE = 'typical for its kind; measure yours';
const NAMEPLATE = 'nameplate of its kind; test yours with a jug and a watch';
const mm = (spread: number): FigureOf => ({ unit: 'mm', spread, source: MEASURE });
const kg: FigureOf = { unit: 'kg', spread: 0.2, source: MEASURE };
const FIGURES = {
	tube: { innerDiameterMm: mm(0.04), outerDiameterMm: mm(0.04) },
	emitter: {
		nominalFlowLph: { unit: 'L/h', spread: 0.1, source: NAMEPLATE },
		nominalHeadM: { unit: 'm', spread: 0.1, source: NAMEPLATE },
		exponent: { unit: '', spread: 0.1, source: 'turbulent passage 0.5, laminar 1' },
		minHeadM: { unit: 'm', spread: 0.3, source: NAMEPLATE },
		maxHeadM: { unit: 'm', spread: 0.2, source: NAMEPLATE },
		innerDiameterMm: mm(0.05),
		cv: {
			unit: '',
			spread: 0.5,
			source: 'ISO 9261 allows 0.07; plain tubes and stakes by common practice'
		}
	},
	pump: {
		maxHeadM: { unit: 'm', spread: 0.2, source: NAMEPLATE },
		maxFlowLph: { unit: 'L/h', spread: 0.2, source: NAMEPLATE },
		watts: { unit: 'W', spread: 0.2, source: NAMEPLATE },
		minimumDepthMm: mm(0.3)
	},
	bucket: {
		bottomDiameterMm: mm(0.05),
		topDiameterMm: mm(0.05),
		heightMm: mm(0.05),
		emptyKg: kg
	},
	elbow: { outerDiameterMm: mm(0.04), innerDiameterMm: mm(0.04) },
	tank: {
		bottomLengthMm: mm(0.05),
		bottomWidthMm: mm(0.05),
		topLengthMm: mm(0.05),
		topWidthMm: mm(0.05),
		bottomDiameterMm: mm(0.05),
		topDiameterMm: mm(0.05),
		heightMm: mm(0.05),
		emptyKg: kg
	}
} satisfies Record<string, Record<string, FigureOf>>;

/** A tube with its figures as parameters. */
export const tubeOf = (of: Omit<Tube, 'figures'>): Tube => withFigures(of, FIGURES.tube);
const feed = (innerDiameterMm: number, outerDiameterMm: number): Tube =>
	tubeOf({
		id: `feed-${innerDiameterMm}`,
		name: `${innerDiameterMm} mm feed tube`,
		use: 'feed',
		nominalMm: innerDiameterMm,
		innerDiameterMm,
		outerDiameterMm
	});
const drainPipe = (nominalMm: number, innerDiameterMm: number): Tube =>
	tubeOf({
		id: `return-${nominalMm}`,
		name: `${nominalMm} mm return pipe`,
		use: 'return',
		nominalMm,
		innerDiameterMm,
		outerDiameterMm: nominalMm
	});

export const TUBES: readonly Tube[] = [
	feed(4, 6),
	feed(6, 8),
	feed(9.5, 12.5),
	feed(13, 16),
	feed(16, 20),
	feed(19, 23),
	feed(25, 30),
	feed(32, 38),
	// return pipe is named by its outer size; this is what is left inside
	drainPipe(32, 29),
	drainPipe(40, 37),
	drainPipe(50, 46),
	drainPipe(70, 66),
	drainPipe(100, 96)
];

/** The feed tube that goes over an outlet, or the nearest to it. @param outletMm inner diameter it takes */
export const feedTubeFor = (tubes: readonly Tube[], outletMm: number): Tube =>
	tubes
		.filter(({ use }) => use === 'feed')
		.reduce((best, one) =>
			Math.abs(one.innerDiameterMm - outletMm) < Math.abs(best.innerDiameterMm - outletMm)
				? one
				: best
		);

/** An emitter with its figures as parameters. */
export const emitterOf = (
	id: string,
	name: string,
	law: EmitterLaw,
	cv: number,
	suits: Emitter['suits'],
	barbMm = 4,
	use: Emitter['use'] = ['drip']
): Emitter => withFigures({ id, name, law, cv, suits, barbMm, use }, FIGURES.emitter);
const orifice = (nominalFlowLph: number, nominalHeadM: number, exponent = 0.5): EmitterLaw => ({
	kind: 'orifice',
	nominalFlowLph,
	nominalHeadM,
	exponent
});
const even = (nominalFlowLph: number, minHeadM = 5): EmitterLaw => ({
	kind: 'compensating',
	nominalFlowLph,
	minHeadM,
	maxHeadM: 35
});

/** The open end of a riser under a tower's cap. */
const spout = (innerDiameterMm: number): Emitter =>
	emitterOf(
		`spout-${innerDiameterMm}`,
		`Open spout, ${innerDiameterMm} mm`,
		{ kind: 'open', innerDiameterMm },
		0.05,
		'any',
		innerDiameterMm,
		['tower']
	);

export const EMITTERS: readonly Emitter[] = [
	emitterOf('even-2', 'Compensating dripper, 2 L/h', even(2), 0.04, 'fine'),
	emitterOf('even-4', 'Compensating dripper, 4 L/h', even(4), 0.04, 'any'),
	emitterOf('even-8', 'Compensating dripper, 8 L/h', even(8), 0.04, 'any'),
	emitterOf('even-low-2', 'Low-head compensating dripper, 2 L/h', even(2, 3.5), 0.05, 'fine'),
	emitterOf('even-low-4', 'Low-head compensating dripper, 4 L/h', even(4, 3.5), 0.05, 'any'),
	emitterOf('flag', 'Flag dripper, 8 L/h at 10 m', orifice(8, 10), 0.07, 'any'),
	emitterOf('stake-coarse', 'Coarse stake', orifice(12, 3), 0.07, 'coarse'),
	emitterOf('stake-fine', 'Fine stake', orifice(4, 3, 0.6), 0.07, 'fine'),
	emitterOf('adjustable', 'Adjustable dripper, wide open', orifice(40, 5), 0.15, 'any', 4, [
		'drip',
		'tower'
	]),
	emitterOf('open-tube', 'Open 4 mm tube', { kind: 'open', innerDiameterMm: 4 }, 0.05, 'any'),
	emitterOf('spray', 'Spray head', orifice(30, 3), 0.07, 'any', 6, ['drip', 'tower']),
	spout(6),
	spout(9.5),
	spout(13),
	emitterOf('float-valve', 'Float valve, 120 L/h at 1 m', orifice(120, 1), 0.05, 'any', 9.5, [
		'valve'
	]),
	emitterOf(
		'float-valve-small',
		'Small float valve, 40 L/h at 1 m',
		orifice(40, 1),
		0.05,
		'any',
		4,
		['valve']
	)
];

/** A pump with its figures as parameters. */
export const pumpOf = (of: Omit<Pump, 'figures'>): Pump => withFigures(of, FIGURES.pump);

const pump = (
	maxHeadM: number,
	maxFlowLph: number,
	watts: number,
	outletMm: number,
	heightMm: number
): Pump =>
	pumpOf({
		id: `pump-${maxFlowLph}`,
		name: `${watts} W pump, ${maxHeadM} m / ${maxFlowLph} L/h`,
		maxHeadM,
		maxFlowLph,
		watts,
		outletMm,
		// it draws air once it stands out of the water
		minimumDepthMm: heightMm,
		heightMm
	});
export const PUMPS: readonly Pump[] = [
	pump(0.9, 350, 5, 9.5, 55),
	pump(1.6, 900, 15, 13, 70),
	pump(2.4, 1500, 25, 16, 85),
	pump(3.2, 2500, 45, 19, 100),
	pump(4.5, 4000, 80, 25, 120),
	pump(6, 7000, 180, 25, 230),
	pump(8, 11000, 400, 32, 280)
];

/** A bucket or pot with its figures as parameters. */
export const bucketOf = (of: Omit<Bucket, 'figures'>): Bucket => withFigures(of, FIGURES.bucket);

const bucket = (
	id: string,
	name: string,
	bottomDiameterMm: number,
	topDiameterMm: number,
	heightMm: number,
	emptyKg: number
): Bucket => bucketOf({ id, name, bottomDiameterMm, topDiameterMm, heightMm, emptyKg });
export const BUCKETS: readonly Bucket[] = [
	bucket('bucket-8', '8 L bucket', 200, 245, 225, 0.4),
	bucket('bucket-11', '11 L bucket', 228, 278, 245, 0.5),
	bucket('bucket-15', '15 L bucket', 250, 300, 275, 0.7),
	bucket('bucket-20', '20 L bucket', 265, 315, 340, 0.9),
	bucket('pot-3', '3 L pot', 140, 185, 150, 0.1),
	bucket('pot-7', '7 L pot', 190, 240, 190, 0.25),
	bucket('pot-9', '9 L pot', 205, 260, 215, 0.3)
];

const elbow = (outerDiameterMm: number, innerDiameterMm: number): DrainElbow =>
	withFigures(
		{
			id: `elbow-${outerDiameterMm}`,
			name: `${outerDiameterMm} mm drain elbow with seal`,
			outerDiameterMm,
			innerDiameterMm,
			holeMm: outerDiameterMm + 5
		},
		FIGURES.elbow
	);
export const ELBOWS: readonly DrainElbow[] = [elbow(16, 13), elbow(20, 16), elbow(25, 21)];

/** A tank with its figures as parameters. */
export const tankOf = (
	id: string,
	name: string,
	shape: TankShape,
	emptyKg: number,
	special = false
): TankPart => withFigures({ id, name, shape, wallMm: 3, emptyKg, special }, FIGURES.tank);
const oblong = (l: number, w: number, heightMm: number, taper = 40): TankShape => ({
	kind: 'oblong',
	bottomLengthMm: l - taper,
	bottomWidthMm: w - taper,
	topLengthMm: l,
	topWidthMm: w,
	heightMm
});
const round = (bottomDiameterMm: number, topDiameterMm: number, heightMm: number): TankShape => ({
	kind: 'round',
	bottomDiameterMm,
	topDiameterMm,
	heightMm
});
export const TANKS: readonly TankPart[] = [
	tankOf('tote-40', '40 L tote', oblong(500, 350, 277), 1.8),
	tankOf('long-45', '45 L long tote', oblong(860, 330, 172), 2.2),
	tankOf('tote-60', '60 L tote', oblong(560, 400, 292), 2.4),
	tankOf('tote-75', '75 L tote', oblong(600, 400, 340), 2.8),
	tankOf('tote-90', '90 L tote', oblong(700, 450, 308), 3.4),
	tankOf('tote-120', '120 L tote', oblong(780, 480, 358), 4.5),
	tankOf('bin-45', '45 L bin', round(340, 400, 420), 2),
	tankOf('bin-72', '72 L bin', round(380, 460, 520), 3),
	tankOf('bin-120', '120 L bin', round(440, 540, 640), 4.5),
	// too tall for a stand to drain into: they stand behind a float
	tankOf('butt-120', '120 L rain butt', round(405, 480, 780), 4, true),
	tankOf('barrel-200', '200 L barrel', round(545, 545, 860), 9, true),
	tankOf('cage-1000', '1000 L tank in a cage', oblong(1120, 920, 985, 0), 55, true),
	tankOf('bucket-foot', '6.4 L foot of a 20 L bucket', round(265, 281, 110), 0.2, true),
	tankOf('control-pot', '22.5 L control pot', round(265, 315, 340), 0.9, true)
];
