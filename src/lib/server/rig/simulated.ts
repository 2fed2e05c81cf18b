import { seeded } from './chance';
import type { Meter, MeterReading } from './meter';
import { SimulatedTank, type TankFault, type TankFigures } from './tank';

/** What can be wrong with a meter or with what it stands in. */
export const FAULTS = [
	'none',
	'drift',
	'calibration',
	'fouled',
	'empty',
	'stuck-float',
	'stopped-pump'
] as const;
export type Fault = (typeof FAULTS)[number];

export interface RigSettings {
	/** Hours of the tank in an hour of ours. */
	speed: number;
	fault: Fault;
}

const EVERY_MS = 1000;
const OF_TANK = new Set<Fault>(['empty', 'stuck-float', 'stopped-pump']);
/** Spread of one reading to the next, of a good meter. */
const NOISE = { litres: 0.15, msCm: 0.01, ph: 0.02, waterC: 0.1 };
/** A drifting meter gains so much a day; one set wrong is off from the start; a fouled one shows less and late. */
const DRIFT = { msCm: 0.03, ph: 0.05 };
const OFF = { msCm: 1.15, ph: 0.4 };
const FOULED = { msCm: 0.7, ph: 0.5 };

/** About normal, of spread one (Irwin and Hall: twelve even ones less six). */
const about = (chance: () => number): number => {
	let sum = -6;
	for (let i = 0; i < 12; i++) sum += chance();
	return sum;
};

/** A simulated tank with plants and a meter in it; its clock can run faster than ours. */
export class SimulatedMeter implements Meter {
	readonly name = 'simulated meter';
	settings: RigSettings = { speed: 1, fault: 'none' };
	private readonly tank: SimulatedTank;
	private readonly chance: () => number;
	private seenMs: number;
	private days = 0;
	private held: MeterReading | null = null;

	/** @param now milliseconds; another clock for tests */
	constructor(
		figures: TankFigures,
		seed: number,
		private readonly now: () => number = Date.now,
		hour = new Date(now()).getHours()
	) {
		this.tank = new SimulatedTank(figures, hour);
		this.chance = seeded(seed);
		this.seenMs = now();
	}

	/** Changes what is wrong, or how fast its clock runs; what went before stays as it was. */
	set(settings: RigSettings): void {
		this.live();
		if (settings.fault !== 'fouled') this.held = null;
		this.settings = settings;
		this.tank.fault = OF_TANK.has(settings.fault) ? (settings.fault as TankFault) : 'none';
	}

	private live(): void {
		const hours = ((this.now() - this.seenMs) / 3_600_000) * this.settings.speed;
		this.seenMs = this.now();
		this.tank.advance(hours);
		this.days += hours / 24;
	}

	read(): Promise<MeterReading> {
		this.live();
		const { fault } = this.settings;
		const noise = (of: keyof typeof NOISE) => NOISE[of] * about(this.chance);
		const { litres, waterC } = this.tank;
		let { msCm, ph } = this.tank;
		// a probe out of the water shows nothing of it
		if (litres < 0.5) return Promise.resolve(this.shown(0, 0, null, null));
		if (fault === 'calibration') [msCm, ph] = [msCm * OFF.msCm, ph + OFF.ph];
		if (fault === 'drift') [msCm, ph] = [msCm + DRIFT.msCm * this.days, ph + DRIFT.ph * this.days];
		if (fault === 'fouled') {
			// under slime it follows late: half of the way from what it showed
			const before = this.held ?? this.shown(litres, msCm * FOULED.msCm, ph, waterC);
			msCm = (before.msCm! + msCm * FOULED.msCm) / 2;
			ph = before.ph! + (ph - before.ph!) * FOULED.ph;
		}
		const reading = this.shown(
			Math.max(0, litres + noise('litres')),
			Math.max(0, msCm + noise('msCm')),
			ph + noise('ph'),
			waterC + noise('waterC')
		);
		if (fault === 'fouled') this.held = reading;
		return Promise.resolve(reading);
	}

	/** With the digits such meters show. */
	private shown(
		litres: number,
		msCm: number,
		ph: number | null,
		waterC: number | null
	): MeterReading {
		const to = (value: number, digits: number) => Number(value.toFixed(digits));
		return {
			at: new Date(this.now()).toISOString(),
			litres: to(litres, 1),
			msCm: to(msCm, 2),
			ph: ph === null ? null : to(ph, 2),
			waterC: waterC === null ? null : to(waterC, 1)
		};
	}

	watch(each: (reading: MeterReading) => void): () => void {
		const tell = () => void this.read().then(each);
		tell();
		const ticking = setInterval(tell, EVERY_MS);
		return () => clearInterval(ticking);
	}
}
