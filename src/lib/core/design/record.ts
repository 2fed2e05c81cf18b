import { z } from 'zod';
import { id, oneOf, quantity } from '../quantity';
import { STAGES } from '../shelf';
import type { Design } from './design';
import type { Operation } from './operation';
import { settledSchema } from './settled';

/** One pair of a bench test: the grower's own jug and watch. */
const benchReading = z.strictObject({
	liftM: quantity('lift', 'head', { min: 0, max: 50 }),
	litres: quantity('litres', 'volume', { min: 0, max: 1000 }),
	seconds: quantity('seconds', 'seconds', { above: 0, max: 36_000 })
});
export const pumpTestSchema = z.strictObject({
	/** Which pump was tried: of another it says nothing. */
	pumpId: id('pump'),
	readings: z.array(benchReading).min(2, 'a bench test needs at least 2 readings').max(50)
});

/** The last time the meters were held into what they should show. */
export const metersSchema = z.strictObject({
	strength: z
		.strictObject({
			on: z.iso.date('checked on must be a date, YYYY-MM-DD'),
			standardMsCm: quantity('strength of the standard', 'strength', { min: 0.05, max: 20 }),
			readMsCm: quantity('reading in it', 'strength', { min: 0.02, max: 30 })
		})
		.nullable(),
	ph: z
		.strictObject({
			on: z.iso.date('checked on must be a date, YYYY-MM-DD'),
			at7: quantity('reading in the buffer of 7', 'ratio', { min: 5.5, max: 8.5 }),
			at4: quantity('reading in the buffer of 4', 'ratio', { min: 2.5, max: 5.4 })
		})
		.nullable(),
	cleanedOn: z.iso.date('cleaned on must be a date, YYYY-MM-DD').nullable(),
	/** The strength meter brings its reading to 25 °C by itself, as most do. */
	compensates: z.boolean('compensates must be true or false').default(true)
});
export const NO_METERS = { strength: null, ph: null, cleanedOn: null, compensates: true };

/** What was found in the tank on a day; what nobody read is null. */
export const readingSchema = z.strictObject({
	on: z.iso.date('read on must be a date, YYYY-MM-DD'),
	litres: quantity('water in the tank', 'volume', { min: 0, max: 100_000 }).nullable(),
	msCm: quantity('strength', 'strength', { min: 0, max: 20 }).nullable(),
	ph: quantity('pH', 'ratio', { min: 2, max: 12 }).nullable(),
	waterC: quantity('water temperature', 'temperature', { min: 0, max: 45 }).nullable(),
	/** The meters as they were when it was read: what they showed is corrected by these; null: not known. */
	meters: metersSchema.nullable().default(null)
});
export type Reading = z.infer<typeof readingSchema>;

/** What is and was: seen, measured, done. Another design, kind or variant leaves it as it is. */
export const recordSchema = z.strictObject({
	/** How far the plant at a site has grown, as last seen. */
	stages: z.record(z.string().max(120), oneOf('stage', STAGES)),
	/** Seen in the tank; null: nobody looked, it is as full as it is kept. */
	nowL: quantity('water in the tank', 'volume', { min: 0, max: 100_000 }).nullable(),
	waterC: quantity('water temperature', 'temperature', { min: 0, max: 45 }),
	/** Measured use over predicted use. */
	useFactor: quantity('use factor', 'ratio', { min: 0.1, max: 10 }),
	/** null: nobody tried the pump. */
	pumpTest: pumpTestSchema.nullable(),
	/** Jug readings of the dry run, mL in 30 s, by outlet id. */
	caughtMl: z.record(z.string().max(120), quantity('caught', 'liquid', { min: 0, max: 100_000 })),
	dryRunOn: z.iso.date('dry run must be a date, YYYY-MM-DD').nullable(),
	plantOutOn: z.iso.date('plant out must be a date, YYYY-MM-DD').nullable(),
	meters: metersSchema.default(NO_METERS),
	/** The last one. */
	reading: readingSchema.nullable().default(null),
	/** Cautions the grower has settled by a word. */
	settled: settledSchema
});
export type SystemRecord = z.infer<typeof recordSchema>;
export type BenchReading = z.infer<typeof benchReading>;

/** Litres in the tank: as last seen, else as full as it is kept. */
export const litresNow = (
	{ nowL }: Pick<SystemRecord, 'nowL'>,
	{ fillL }: Pick<Operation, 'fillL'>
): number => nowL ?? fillL;

/** The bench test of the pump that is built in; null: it was not tried, or another was. */
export function benchOf(
	{ source }: Pick<Design, 'source'>,
	{ pumpTest }: Pick<SystemRecord, 'pumpTest'>
): BenchReading[] | null {
	if (source.kind !== 'pump' || pumpTest?.pumpId !== source.partId) return null;
	return pumpTest.readings;
}
