/** A size tube and pipe are sold by, and what it measures, mm. */
export interface TradeSize {
	name: string;
	use: 'feed' | 'return';
	nominalMm: number;
	innerDiameterMm: number;
	outerDiameterMm: number;
}

const INCH_MM = 25.4;
const sold =
	(use: TradeSize['use'], kind: string) =>
	(inches: string, inner: number, outer: number): TradeSize => ({
		name: `${inches} in ${kind}`,
		use,
		nominalMm: Math.round(sizeOf(inches) * INCH_MM * 10) / 10,
		innerDiameterMm: Math.round(inner * INCH_MM * 10) / 10,
		outerDiameterMm: Math.round(outer * INCH_MM * 10) / 10
	});

/** Of "1½" or "¾". */
const HALVES: Record<string, number> = { '⅛': 0.125, '¼': 0.25, '½': 0.5, '¾': 0.75 };
const sizeOf = (inches: string): number =>
	[...inches].reduce((sum, sign) => sum + (HALVES[sign] ?? Number(sign)), 0);

const drip = sold('feed', 'drip tube');
const rigid = sold('return', 'pipe, schedule 40');

/**
 * What is sold by the inch, whose name says neither its bore nor its outside, in inches: drip tube as its makers
 * commonly have it, rigid pipe after ASTM D1785 (PVC, schedule 40: outside less twice the least wall).
 */
export const INCH_SIZES: readonly TradeSize[] = [
	drip('⅛', 0.125, 0.187),
	drip('¼', 0.17, 0.25),
	drip('½', 0.6, 0.7),
	drip('¾', 0.82, 0.94),
	drip('1', 1.06, 1.2),
	rigid('½', 0.622, 0.84),
	rigid('¾', 0.824, 1.05),
	rigid('1', 1.049, 1.315),
	rigid('1¼', 1.38, 1.66),
	rigid('1½', 1.61, 1.9),
	rigid('2', 2.067, 2.375),
	rigid('3', 3.068, 3.5),
	rigid('4', 4.026, 4.5)
];
