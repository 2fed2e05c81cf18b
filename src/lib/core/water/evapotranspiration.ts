import { z } from 'zod';
import { INDOORS, OUTDOORS, refuseDay, UNKNOWN_SETTING, WIND_UNDER_GLASS_MS } from '../design';
import { vapourPressureKpa } from '../hydraulics';
import { PARAMETERS } from '../parameters';
import { quantity } from '../quantity';

const { albedo, sunMolPerMj, ledMolPerMj } = PARAMETERS.light;
const counted = {
	albedo: quantity('albedo', 'share', { min: 0, max: 1 }).default(albedo.value),
	/** Moles of photosynthetic light per MJ: of sunlight, and of a lamp all of whose light counts. */
	sunMolPerMj: quantity('light of the sun', 'lightOfEnergy', { above: 0, max: 10 }).default(
		sunMolPerMj.value
	),
	ledMolPerMj: quantity('light of a lamp', 'lightOfEnergy', { above: 0, max: 10 }).default(
		ledMolPerMj.value
	)
};
export const evapotranspirationInput = z
	.discriminatedUnion(
		'setting',
		[z.strictObject({ ...OUTDOORS, ...counted }), z.strictObject({ ...INDOORS, ...counted })],
		UNKNOWN_SETTING
	)
	.superRefine((input, context) => refuseDay(context, input));
type Day = z.infer<typeof evapotranspirationInput>;
export const evapotranspirationOutput = z.strictObject({
	et0MmDay: z.number(),
	netRadiationMjM2: z.number(),
	vpdKpa: z.number(),
	dliMol: z.number()
});

/**
 * Reference evapotranspiration ET0 by FAO-56 Penman–Monteith (eq. 6), daily, no heat into the ground.
 * Outdoors the radiation follows eqs. 20–40; under glass the roof takes the long-wave loss and what gets in is
 * given; indoors it is what the lamps give and no long wave is lost.
 *
 * @returns ET0 mm/day, net radiation MJ/m², vapour pressure deficit kPa, light mol/m²
 * @example FAO-56 example 18 (50.8° N, day 187, 9.25 h sun) gives 3.88 mm/day
 */
export function evapotranspiration(
	given: z.input<typeof evapotranspirationInput>
): z.infer<typeof evapotranspirationOutput> {
	const input: Day = { ...USUAL, windMS: WIND_UNDER_GLASS_MS, ...given };
	const { tMinC, tMaxC, rhMinPercent, rhMaxPercent, windMS = WIND_UNDER_GLASS_MS } = input;
	const low = vapourPressureKpa(tMinC);
	const high = vapourPressureKpa(tMaxC);
	const saturated = (low + high) / 2;
	const actual = (low * (rhMaxPercent / 100) + high * (rhMinPercent / 100)) / 2;
	const light = input.setting === 'indoors' ? lampLight(input) : daylight(input, actual);
	const t = (tMinC + tMaxC) / 2;
	const slope = (4098 * vapourPressureKpa(t)) / (t + 237.3) ** 2;
	const elevationM = input.setting === 'outdoors' ? input.elevationM : 0;
	const gamma = 0.665e-3 * 101.3 * ((293 - 0.0065 * elevationM) / 293) ** 5.26;
	const deficit = saturated - actual;
	const et0 =
		(0.408 * slope * light.net + gamma * (900 / (t + 273)) * windMS * deficit) /
		(slope + gamma * (1 + 0.34 * windMS));
	return {
		et0MmDay: Math.max(0, et0),
		netRadiationMjM2: light.net,
		vpdKpa: deficit,
		dliMol: light.dli
	};
}

type Setting<S> = Extract<Day, { setting: S }>;

const USUAL = {
	albedo: albedo.value,
	sunMolPerMj: sunMolPerMj.value,
	ledMolPerMj: ledMolPerMj.value
};

function lampLight(input: Setting<'indoors'>) {
	const { ppfdUmol, photoperiodH, lamp, albedo } = input;
	const dli = ppfdUmol * photoperiodH * 0.0036;
	return { dli, net: (1 - albedo) * (dli / input[`${lamp}MolPerMj`]) };
}

function daylight(input: Setting<'outdoors'>, actualKpa: number) {
	const { latitudeDeg, dayOfYear, elevationM, tMinC, tMaxC, sunshineH, solarMjM2 } = input;
	const { albedo, sunMolPerMj } = input;
	if (input.cover === 'glass')
		return { dli: sunMolPerMj * solarMjM2!, net: (1 - albedo) * solarMjM2! };
	const { ra, hours } = extraterrestrial(latitudeDeg, dayOfYear);
	const clearShare = 0.75 + 2e-5 * elevationM;
	const share = hours > 0 ? Math.min(1, (sunshineH ?? 0) / hours) : 0;
	const rs = solarMjM2 ?? (0.25 + 0.5 * share) * ra;
	const relative = ra > 0 ? Math.min(1, rs / (clearShare * ra)) : 0.25 / clearShare;
	const cloud = Math.max(0, 1.35 * relative - 0.35);
	const k4 = (t: number) => (t + 273.16) ** 4;
	const longWave =
		4.903e-9 * ((k4(tMaxC) + k4(tMinC)) / 2) * (0.34 - 0.14 * Math.sqrt(actualKpa)) * cloud;
	return { dli: sunMolPerMj * rs, net: (1 - albedo) * rs - longWave };
}

/** Radiation at the top of the air, MJ/m², and hours of daylight (FAO-56 eqs. 21–25, 34). */
function extraterrestrial(latitudeDeg: number, dayOfYear: number) {
	const year = (2 * Math.PI * dayOfYear) / 365;
	const distance = 1 + 0.033 * Math.cos(year);
	const declination = 0.409 * Math.sin(year - 1.39);
	const latitude = (latitudeDeg * Math.PI) / 180;
	const sunset = Math.acos(Math.min(1, Math.max(-1, -Math.tan(latitude) * Math.tan(declination))));
	const ra =
		((24 * 60) / Math.PI) *
		0.082 *
		distance *
		(sunset * Math.sin(latitude) * Math.sin(declination) +
			Math.cos(latitude) * Math.cos(declination) * Math.sin(sunset));
	return { ra: Math.max(0, ra), hours: (24 / Math.PI) * sunset };
}
