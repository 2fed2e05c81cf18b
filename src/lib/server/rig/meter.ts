/** What a meter in a tank shows; what it cannot read is null. */
export interface MeterReading {
	/** ISO 8601. */
	at: string;
	litres: number | null;
	msCm: number | null;
	ph: number | null;
	waterC: number | null;
}

/** A meter that stands in a tank: a device of another make is another class of this. */
export interface Meter {
	/** As it is called on screen. */
	readonly name: string;
	/** It is asked once. */
	read(): Promise<MeterReading>;
	/** It tells by itself, about once a second. @returns how to stop listening */
	watch(each: (reading: MeterReading) => void): () => void;
}
