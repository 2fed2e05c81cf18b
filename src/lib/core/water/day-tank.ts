import type { ReservoirRun, ReservoirRunInput } from './reservoir-run-schema';

/** What goes in and out in a step, L. */
export interface Flow {
	rainL: number;
	wasteL: number;
	useL: number;
	evaporationL: number;
}
type TopUp = ReservoirRunInput['topUp'];
type Change = NonNullable<ReservoirRunInput['change']>;
type Trigger = ReservoirRun['changes'][number]['by'];

/** Less than this is no water. */
const EMPTY_L = 1e-9;
/** What has come to within this of its limit has reached it. */
const RELIEF = 1e-9;
/** Strength is only told while so much of the start is left: the last drops are all salt. */
const TOLD_FROM = 1e-3;

/** A tank with its salt and the reserve behind it, and what became of them day by day. */
export class DayTank {
	readonly run: ReservoirRun;
	private volume: number;
	private salt: number;
	private reserve: number | null;
	private addedL = 0;
	/** Since the last change, or the start. */
	private sinceDays = 0;
	private sinceL = 0;
	private freshMsCm: number;

	constructor(private readonly of: ReservoirRunInput) {
		const { startL, ecStartMsCm, topUp } = of;
		this.volume = startL;
		this.salt = startL * ecStartMsCm;
		this.freshMsCm = ecStartMsCm;
		this.reserve = topUp.kind === 'float' ? topUp.reserveL : null;
		this.run = {
			days: [],
			changes: [],
			firstDayBelowPump: null,
			reserveEmptyDay: null,
			ecMinMsCm: ecStartMsCm,
			ecMaxMsCm: ecStartMsCm,
			totals: { usedL: 0, wastedL: 0, evaporatedL: 0, addedL: 0, changedL: 0, ranOffL: 0 }
		};
	}

	private get strength(): number {
		return this.volume < EMPTY_L ? 0 : this.salt / this.volume;
	}

	/** Rain in, waste out, then what is drunk and what goes into the air; each as far as there is water. */
	pass({ rainL, wasteL, useL, evaporationL }: Flow): void {
		const { totals } = this.run;
		this.volume += rainL;
		if (this.of.brimL !== undefined && this.volume > this.of.brimL)
			totals.ranOffL += this.letOut(this.volume - this.of.brimL);
		totals.wastedL += this.letOut(wasteL);
		totals.usedL += this.drink(useL);
		const evaporated = Math.min(this.volume, evaporationL);
		this.volume -= evaporated;
		totals.evaporatedL += evaporated;
		this.noteStrength();
	}

	/** At the tank's own strength. */
	private letOut(litres: number): number {
		const out = Math.min(this.volume, litres);
		this.takeSalt(out * this.strength);
		this.volume -= out;
		return out;
	}

	private drink(litres: number): number {
		const { drainage = 'returns', uptakeEcMsCm, uptakeShare = 0 } = this.of;
		if (drainage === 'none') return this.letOut(litres);
		const drunk = Math.min(this.volume, litres);
		this.takeSalt(drunk * (uptakeEcMsCm ?? uptakeShare * this.strength));
		this.volume -= drunk;
		return drunk;
	}

	private takeSalt(salt: number): void {
		this.salt = Math.max(0, this.salt - salt);
	}

	private add(litres: number, ecMsCm: number): void {
		this.volume += litres;
		this.salt += litres * ecMsCm;
		this.addedL += litres;
		this.sinceL += litres;
		this.run.totals.addedL += litres;
	}

	/** By hand. */
	refill({ toL, ecMsCm }: Extract<TopUp, { kind: 'refill' }>): void {
		this.add(Math.max(0, toL - this.volume), ecMsCm);
		this.noteStrength();
	}

	/** By a float: up to its level, as long as the reserve lasts. */
	floatUp(day: number, { setL, ecMsCm }: Extract<TopUp, { kind: 'float' }>): void {
		const added = Math.min(Math.max(0, setL - this.volume), this.reserve ?? Infinity);
		this.add(added, ecMsCm);
		if (this.reserve !== null) {
			this.reserve -= added;
			if (this.reserve < EMPTY_L) {
				this.reserve = 0;
				this.run.reserveEmptyDay ??= day;
			}
		}
		this.noteStrength();
	}

	/** All goes out, the salt left in a dry tank too, and a fresh fill comes in. */
	changeIfDue(day: number, change: Change): void {
		this.sinceDays += 1;
		const by = this.dueBy(change);
		if (!by) return;
		this.noteStrength();
		this.run.changes.push({ day, by });
		this.run.totals.changedL += this.volume;
		this.volume = change.toL;
		this.salt = change.toL * change.ecMsCm;
		this.freshMsCm = change.ecMsCm;
		this.sinceDays = 0;
		this.sinceL = 0;
		this.noteStrength();
	}

	private dueBy({ everyDays, toppedUpL, driftPercent }: Change): Trigger | null {
		if (everyDays !== undefined && this.sinceDays >= everyDays) return 'days';
		if (toppedUpL !== undefined && this.sinceL >= toppedUpL * (1 - RELIEF)) return 'litres';
		if (driftPercent === undefined || this.freshMsCm === 0 || this.volume < EMPTY_L) return null;
		const drift = (100 * Math.abs(this.strength - this.freshMsCm)) / this.freshMsCm;
		return drift >= driftPercent * (1 - RELIEF) ? 'drift' : null;
	}

	noteLevel(day: number): void {
		if (this.volume < this.of.pumpMinimumL - EMPTY_L) this.run.firstDayBelowPump ??= day;
	}

	private noteStrength(): void {
		if (this.volume < EMPTY_L) this.volume = 0;
		if (this.volume < TOLD_FROM * this.of.startL) return;
		this.run.ecMinMsCm = Math.min(this.run.ecMinMsCm, this.strength);
		this.run.ecMaxMsCm = Math.max(this.run.ecMaxMsCm, this.strength);
	}

	/** A day is over: how the tank stands. */
	end(day: number): void {
		const { volume: volumeL, strength: ecMsCm, reserve: reserveL, addedL } = this;
		this.run.days.push({ day, volumeL, ecMsCm, reserveL, addedL });
		this.addedL = 0;
	}
}
