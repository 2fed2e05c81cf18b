import type { SaltId } from './salt-list';

/** °C at which the table stands. */
const AT_C = [0, 10, 20, 30, 40] as const;

/**
 * Grams, as weighed, that a litre of finished concentrate holds at 0, 10, 20, 30 and 40 °C: from handbook
 * solubilities in water, hydrates by mass balance, a dissolved gram taking 0.6 mL; calcium nitrates as
 * horticultural tables have them; rounded.
 */
const SOLUBILITY_GL: Record<SaltId, readonly [number, number, number, number, number]> = {
	'calcium-nitrate-4h': [1020, 1150, 1290, 1520, 1910],
	'calcium-ammonium-nitrate': [900, 1000, 1100, 1250, 1450],
	'potassium-nitrate': [123, 186, 266, 359, 462],
	'monopotassium-phosphate': [136, 165, 199, 240, 279],
	'monoammonium-phosphate': [200, 251, 305, 363, 423],
	'magnesium-sulfate-7h': [434, 550, 651, 744, 844],
	'magnesium-nitrate-6h': [888, 939, 984, 1038, 1107],
	'potassium-sulfate': [71, 88, 104, 121, 136],
	'ammonium-nitrate': [691, 789, 892, 987, 1068],
	'ammonium-sulfate': [496, 508, 519, 531, 545],
	'calcium-chloride-2h': [589, 633, 701, 865, 1016],
	'potassium-chloride': [240, 263, 284, 304, 323],
	'iron-dtpa-11': [541, 584, 625, 663, 698],
	'iron-eddha-6': [58, 67, 76, 85, 94],
	'manganese-sulfate-1h': [452, 488, 508, 508, 493],
	'zinc-sulfate-7h': [613, 691, 773, 861, 959],
	'copper-sulfate-5h': [203, 236, 268, 308, 352],
	'boric-acid': [25, 34, 46, 60, 77],
	'borax-10h': [21, 30, 49, 74, 128],
	'sodium-molybdate-2h': [408, 545, 550, 559, 567]
};

/**
 * What a litre of concentrate holds of a salt, g as weighed, straight between the table's points.
 *
 * @param temperatureC 0–40
 */
export function solubilityGL(saltId: SaltId, temperatureC: number): number {
	const table = SOLUBILITY_GL[saltId];
	const under = Math.min(AT_C.length - 2, Math.max(0, Math.floor(temperatureC / 10)));
	const along = (temperatureC - AT_C[under]!) / 10;
	return table[under]! + along * (table[under + 1]! - table[under]!);
}
