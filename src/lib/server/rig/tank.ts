/** What a simulated tank and its plants go by. */
export interface TankFigures {
	fullL: number;
	startL: number;
	startMsCm: number;
	startPh: number;
	/** Least the pump draws from; under it nothing is fed. */
	pumpMinimumL: number;
	useLPerDay: number;
	/** Strength of what is taken up, as a share of the tank's. */
	uptakeShare: number;
	phPerDay: number;
	/** Filled by a float with water of so much strength; null: by hand. */
	floatMsCm: number | null;
	coolC: number;
	warmC: number;
}
export type TankFault = 'none' | 'empty' | 'stuck-float' | 'stopped-pump';

/** Plants drink by day: nothing before six and after eight, most at one. */
const drinking = (hour: number): number =>
	hour < 6 || hour > 20 ? 0 : Math.sin((Math.PI * (hour - 6)) / 14) * (Math.PI / (2 * 14)) * 24;
const STEP_H = 0.25;
const MOST_H = 24 * 60;

/** A tank with plants on it, as they would do: litres and salt go as they are drunk, pH and warmth follow the day. */
export class SimulatedTank {
	litres: number;
	/** mS/cm · L. */
	salt: number;
	ph: number;
	fault: TankFault = 'none';

	constructor(
		private readonly figures: TankFigures,
		private hour = 12
	) {
		this.litres = figures.startL;
		this.salt = figures.startL * figures.startMsCm;
		this.ph = figures.startPh;
	}

	get msCm(): number {
		return this.litres > 0.01 ? this.salt / this.litres : 0;
	}
	get waterC(): number {
		const { coolC, warmC } = this.figures;
		return (
			(coolC + warmC) / 2 + ((warmC - coolC) / 2) * Math.sin((2 * Math.PI * (this.hour - 9)) / 24)
		);
	}

	/** So many hours later; a long time is lived through step by step. */
	advance(hours: number): void {
		for (let left = Math.min(MOST_H, hours); left > 1e-9; left -= STEP_H)
			this.step(Math.min(STEP_H, left));
	}

	private step(h: number): void {
		const { useLPerDay, uptakeShare, pumpMinimumL, phPerDay, floatMsCm, fullL } = this.figures;
		this.hour = (this.hour + h) % 24;
		if (this.fault === 'empty') {
			this.litres = this.salt = 0;
			return;
		}
		const fed = this.fault !== 'stopped-pump' && this.litres > pumpMinimumL;
		if (fed) {
			const drunk = Math.min(this.litres, (useLPerDay / 24) * drinking(this.hour) * h);
			this.salt = Math.max(0, this.salt - drunk * this.msCm * uptakeShare);
			this.litres -= drunk;
			this.ph += ((phPerDay / 24) * h * fullL) / Math.max(this.litres, fullL / 10);
		}
		this.ph = Math.min(8.3, Math.max(3.6, this.ph));
		if (floatMsCm !== null && this.fault !== 'stuck-float' && this.litres < fullL) {
			this.salt += (fullL - this.litres) * floatMsCm;
			this.litres = fullL;
		}
	}
}
