/** A crop as the tool needs to know it. All figures are typical for a home; the grower may replace them. */
export interface Crop {
	id: string;
	name: string;
	plural: string;
	habit: 'rosette' | 'bush' | 'climber' | 'trailing';
	/** Spread at maturity, and height as it is let grow at home. */
	spreadMm: number;
	heightMm: number;
	canopyM2: number;
	/** Mid-season crop coefficient. */
	kc: number;
	/** Strength for a young plant and for a full one. */
	ecEarlyMsCm: number;
	ecFullMsCm: number;
	phLow: number;
	phHigh: number;
	dliMol: number;
	/** Middle of a range of ±40 %, ended by the sign: roots through the cube, two true leaves. */
	propagationDays: number | null;
	harvestDays: number | null;
	/** Fresh mass of one plant with its crop, for loads. */
	massKg: number;
	fruiting: boolean;
}

/** Crops are drawn, fed and spaced by how far they have grown, as observed. */
export const STAGES = ['seedling', 'young', 'growing', 'full'] as const;
export type Stage = (typeof STAGES)[number];
/** Canopy as a share of the mature figure. */
export const CANOPY_SHARE: Record<Stage, number> = {
	seedling: 0.1,
	young: 0.35,
	growing: 0.7,
	full: 1
};

type Row = [
	id: string,
	name: string,
	plural: string,
	habit: Crop['habit'],
	spreadMm: number,
	heightMm: number,
	canopyM2: number,
	kc: number,
	ec: [number, number],
	ph: [number, number],
	dliMol: number,
	propagationDays: number | null,
	harvestDays: number | null,
	massKg: number,
	fruiting: boolean
];

// prettier-ignore
const ROWS: Row[] = [
	['leaf-lettuce', 'leaf lettuce', 'leaf lettuces', 'rosette', 220, 200, 0.045, 1.0, [0.8, 1.4], [5.6, 6.2], 14, 21, 30, 0.25, false],
	['rocket', 'rocket', 'rocket', 'rosette', 150, 180, 0.02, 1.0, [0.9, 1.6], [5.8, 6.4], 14, 18, 25, 0.1, false],
	['basil', 'basil', 'basils', 'bush', 250, 400, 0.05, 1.05, [1.0, 1.6], [5.6, 6.4], 16, 24, 28, 0.3, false],
	['pak-choi', 'pak choi', 'pak choi', 'rosette', 220, 250, 0.045, 1.05, [1.2, 2.0], [5.8, 6.5], 15, 18, 32, 0.3, false],
	['mint', 'mint', 'mints', 'bush', 300, 400, 0.07, 1.1, [1.4, 2.2], [5.8, 6.4], 14, 28, 35, 0.4, false],
	['chard', 'chard', 'chards', 'rosette', 300, 400, 0.07, 1.05, [1.4, 2.2], [5.8, 6.4], 15, 21, 35, 0.6, false],
	['strawberry', 'strawberry', 'strawberries', 'trailing', 300, 250, 0.06, 0.85, [1.0, 1.6], [5.6, 6.2], 18, 35, 60, 0.5, true],
	['chilli', 'chilli', 'chillies', 'bush', 450, 700, 0.16, 1.05, [1.4, 2.4], [5.8, 6.4], 22, 45, 75, 1.2, true],
	['sweet-pepper', 'sweet pepper', 'sweet peppers', 'bush', 500, 800, 0.2, 1.05, [1.6, 2.6], [5.8, 6.4], 24, 45, 75, 2.5, true],
	['tomato', 'cordon tomato', 'cordon tomatoes', 'climber', 500, 2000, 0.3, 1.15, [1.8, 3.2], [5.6, 6.3], 25, 38, 65, 5, true],
	['cucumber', 'cucumber', 'cucumbers', 'climber', 550, 2000, 0.35, 1.1, [1.6, 2.6], [5.6, 6.2], 24, 26, 42, 5, true],
	['aubergine', 'aubergine', 'aubergines', 'bush', 600, 900, 0.3, 1.05, [1.8, 2.8], [5.8, 6.4], 24, 48, 70, 3, true],
	['climbing-bean', 'climbing bean', 'climbing beans', 'climber', 350, 2000, 0.18, 1.1, [1.4, 2.2], [5.8, 6.3], 20, 16, 55, 1.5, true],
	['melon', 'melon', 'melons', 'climber', 700, 2000, 0.4, 1.05, [1.6, 2.6], [5.8, 6.4], 25, 28, 80, 5, true],
	['courgette', 'courgette', 'courgettes', 'bush', 800, 700, 0.45, 1.05, [1.6, 2.4], [5.8, 6.4], 24, 20, 50, 4, true],
	['blueberry', 'blueberry', 'blueberries', 'bush', 900, 1000, 0.5, 0.9, [0.8, 1.4], [4.5, 5.5], 22, null, null, 4, true],
	['trailing-ornamental', 'trailing ornamental', 'trailing ornamentals', 'trailing', 250, 200, 0.05, 0.9, [1.0, 1.6], [5.6, 6.4], 8, 30, null, 0.3, false]
];

export const CROPS: readonly Crop[] = ROWS.map(
	([
		id,
		name,
		plural,
		habit,
		spreadMm,
		heightMm,
		canopyM2,
		kc,
		ec,
		ph,
		dliMol,
		propagationDays,
		harvestDays,
		massKg,
		fruiting
	]) => ({
		id,
		name,
		plural,
		habit,
		spreadMm,
		heightMm,
		canopyM2,
		kc,
		ecEarlyMsCm: ec[0],
		ecFullMsCm: ec[1],
		phLow: ph[0],
		phHigh: ph[1],
		dliMol,
		propagationDays,
		harvestDays,
		massKg,
		fruiting
	})
);
