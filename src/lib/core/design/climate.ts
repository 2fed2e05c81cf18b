import { z } from 'zod';
import { oneOf, quantity } from '../quantity';

/** How warm and how damp it gets: of a typical day, and of a month. */
export const weather = {
	tMinC: quantity('lowest temperature', 'temperature', { min: -40, max: 60 }),
	tMaxC: quantity('highest temperature', 'temperature', { min: -40, max: 60 }),
	rhMinPercent: quantity('lowest humidity', 'percent', { min: 0, max: 100 }),
	rhMaxPercent: quantity('highest humidity', 'percent', { min: 0, max: 100 })
};
export const windMS = quantity('wind', 'velocity', { min: 0, max: 40 });
export const solarMjM2 = quantity('solar radiation', 'radiation', { min: 0, max: 50 });

/** The highest is no lower than the lowest. */
export function refuseTurned(
	context: z.core.$RefinementCtx,
	given: { tMinC: number; tMaxC: number; rhMinPercent: number; rhMaxPercent: number }
): void {
	const issue = (path: string, message: string) =>
		context.addIssue({ code: 'custom', path: [path], message });
	if (given.tMaxC < given.tMinC)
		issue('tMaxC', 'highest temperature must be at least the lowest, °C');
	if (given.rhMaxPercent < given.rhMinPercent)
		issue('rhMaxPercent', 'highest humidity must be at least the lowest, %');
}

/** Under glass hardly any air moves, m/s, unless somebody measured it. */
export const WIND_UNDER_GLASS_MS = 0.3;

/** What is told of a day outdoors or under glass. */
export const OUTDOORS = {
	setting: z.literal('outdoors'),
	...weather,
	windMS: windMS.optional(),
	/** Under glass the roof takes the long-wave loss, not the sky; the radiation is what gets in. */
	cover: oneOf('cover', ['sky', 'glass']).optional(),
	elevationM: quantity('elevation', 'span', { min: -500, max: 9000 }),
	latitudeDeg: quantity('latitude', 'angle', { min: -90, max: 90 }),
	dayOfYear: quantity('day of the year', 'count', { min: 1, max: 366, whole: true }),
	sunshineH: quantity('sunshine', 'hours', { min: 0, max: 24 }).optional(),
	solarMjM2: solarMjM2.optional()
};
/** What is told of a day under lamps. */
export const INDOORS = {
	setting: z.literal('indoors'),
	...weather,
	windMS: windMS.default(WIND_UNDER_GLASS_MS),
	ppfdUmol: quantity('PPFD', 'photonsOnLeaf', { min: 0, max: 3000 }),
	photoperiodH: quantity('photoperiod', 'hours', { min: 0, max: 24 }),
	lamp: z.enum(['led', 'sun'], { error: () => 'lamp must be one of led, sun' })
};
export const UNKNOWN_SETTING = { error: () => 'setting must be one of outdoors, indoors' };

/**
 * A typical day where the plants stand: weather outdoors and under glass (give the radiation that comes
 * through), lamps indoors. One shape for the place and for the evapotranspiration operation.
 */
export const climateSchema = z
	.discriminatedUnion(
		'setting',
		[z.strictObject(OUTDOORS), z.strictObject(INDOORS)],
		UNKNOWN_SETTING
	)
	.superRefine((input, context) => refuseDay(context, input));
export type Climate = z.infer<typeof climateSchema>;

/** A day that holds together: nothing turned round, and one figure for the sun. */
export function refuseDay(context: z.core.$RefinementCtx, input: Climate): void {
	const issue = (path: string, message: string) =>
		context.addIssue({ code: 'custom', path: [path], message });
	refuseTurned(context, input);
	if (input.setting === 'indoors') return;
	if (input.cover === 'glass') {
		if (input.sunshineH !== undefined)
			issue(
				'sunshineH',
				'under glass give what gets in as solar radiation, MJ/m², not hours of sunshine'
			);
		if (input.solarMjM2 === undefined)
			issue('solarMjM2', 'under glass the solar radiation that gets in is needed, 0 to 50 MJ/m²');
		return;
	}
	if (input.windMS === undefined) issue('windMS', 'wind must be a number from 0 to 40 m/s');
	if (input.sunshineH !== undefined && input.solarMjM2 !== undefined)
		issue('solarMjM2', 'give either hours of sunshine or solar radiation, not both');
	if (input.sunshineH === undefined && input.solarMjM2 === undefined)
		issue('sunshineH', 'give hours of sunshine, 0 to 24 h, or solar radiation, MJ/m²');
}
