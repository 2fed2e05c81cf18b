/** What each operation does, in the grower's words, and where its formula comes from. */
export const WORDS: Record<string, { words: string; source: string }> = {
	network: {
		words:
			'At every joint as much water must leave as arrives. The heads are moved until that holds everywhere at once, with each pipe losing head by its friction and fittings and each emitter passing what its head gives.',
		source: 'Darcy–Weisbach with Colebrook–White; Newton’s method on the whole network'
	},
	'pump-curve': {
		words:
			'The pump’s head falls as its flow rises: H = H₀ − a·Qᵇ. From the nameplate b is 2; from your own jug and watch it is fitted. The dial follows the affinity laws.',
		source: 'nameplate or bench test; affinity laws'
	},
	drain: {
		words:
			'A return runs part full under its own fall. Its depth is the one at which gravity just carries the flow; it should stay under half full.',
		source: 'Manning, n = 0.010'
	},
	'drain-back': {
		words:
			'When the pump stops, what stands in the lines and what is falling through the medium comes back. It must fit between the water and the brim.',
		source: 'volume of the pipes, π/4·d²·L'
	},
	'tank-level': {
		words: 'Litres at a height from the tank’s true shape, and the other way round.',
		source: 'geometry of the tank'
	},
	evapotranspiration: {
		words:
			'How much water the air and light of your place draw from a reference crop in a day, in millimetres: litres on each square metre.',
		source: 'FAO-56 Penman–Monteith'
	},
	'plant-demand': {
		words:
			'Reference evapotranspiration × crop coefficient × leaf area, by stage, times your own factor.',
		source: 'FAO-56; canopy and coefficients are typical, measure yours'
	},
	'reservoir-size': {
		words:
			'Enough to drink from above the pump’s minimum, and enough that what plants leave behind does not move the strength further than you allow.',
		source: 'water and salt balance of the loop'
	},
	'reservoir-run': {
		words: 'The tank day by day: plants drink at their own strength, then comes the top-up.',
		source: 'water and salt balance of the loop'
	},
	'feed-plan': {
		words:
			'How often: before the thirstiest site has used the share of its water you allow. How long: until the slowest site has its deficit and its drain.',
		source: 'water held by the medium; your timer’s steps'
	},
	recipe: {
		words:
			'The grams of each salt that come nearest to the wanted elements, none below zero, counting what your water brings.',
		source: 'weighted non-negative least squares'
	},
	salts: {
		words: 'Each salt brings its elements by weight; the strength follows from the cations in it.',
		source: 'atomic weights; conductivity after Sonneveld (1999)'
	},
	'layout-row': {
		words: 'How many fit between the ends at this spacing, and how high each stands on the fall.',
		source: 'geometry of the bench'
	}
};

/** Longer suffixes first, so that MsCm is not read as Cm. */
const UNITS: [suffix: string, unit: string][] = [
	['MsCm', 'mS/cm'],
	['MjM2', 'MJ/m²'],
	['MmDay', 'mm/day'],
	['LPerDay', 'L a day'],
	['PerDay', 'a day'],
	['Percent', '%'],
	['MeqL', 'meq/L'],
	['MgL', 'mg/L'],
	['CCm2', 'cm²'],
	['Lph', 'L/h'],
	['Kpa', 'kPa'],
	['Days', 'days'],
	['Deg', '°'],
	['Min', 'min'],
	['Umol', 'µmol/m²/s'],
	['Mol', 'mol/m²'],
	['MS', 'm/s'],
	['M2', 'm²'],
	['Mm', 'mm'],
	['C', '°C'],
	['L', 'L'],
	['M', 'm'],
	['H', 'h']
];

export interface Row {
	name: string;
	value: string;
}

/** Field names as words with their unit: `innerDiameterMm: 37` becomes "inner diameter · 37 mm". */
export function rowsOf(record: unknown, most = 9): Row[] {
	if (typeof record !== 'object' || record === null) return [];
	return Object.entries(record)
		.flatMap(([key, value]): Row[] => {
			if (typeof value === 'number')
				return [{ name: nameOf(key), value: `${figure(value)} ${unitOf(key)}`.trim() }];
			if (typeof value === 'string' || typeof value === 'boolean')
				return [
					{ name: nameOf(key), value: value === true ? 'yes' : value === false ? 'no' : value }
				];
			if (Array.isArray(value)) return [{ name: nameOf(key), value: `${value.length}` }];
			return rowsOf(value, most);
		})
		.slice(0, most);
}

const suffixOf = (key: string) => UNITS.find(([suffix]) => key.endsWith(suffix) && key !== suffix);
const unitOf = (key: string): string => suffixOf(key)?.[1] ?? '';
const nameOf = (key: string): string =>
	key
		.slice(0, key.length - (suffixOf(key)?.[0].length ?? 0))
		.replace(/([A-Z])/g, ' $1')
		.toLowerCase();
const figure = (n: number): string =>
	Number.isInteger(n)
		? String(n)
		: Math.abs(n) < 1e-3
			? n.toExponential(2)
			: String(Number(n.toPrecision(4)));
