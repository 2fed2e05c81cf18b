import { withFigures, type FigureOf, type Figures } from '../quantity';

/** A crop's own figures. All are typical for a home; the grower may replace them. */
interface CropFigures {
	/** Spread at maturity, and height as it is let grow at home. */
	spreadMm: number;
	heightMm: number;
	/** Ground its leaves cover full grown. */
	canopyM2: number;
	/** Mid-season crop coefficient. */
	kc: number;
	/** Strength for a young plant and for a full one. */
	ecEarlyMsCm: number;
	ecFullMsCm: number;
	phLow: number;
	phHigh: number;
	/** Light it wants in a day. */
	dliMol: number;
	/** From seed until roots are through the cube and two true leaves stand; null: bought as a plant. */
	propagationDays: number | null;
	harvestDays: number | null;
	/** Fresh mass of one plant with its crop, for loads. */
	massKg: number;
	/** Over this its leaves bleach under a lamp. */
	brightUmol: number;
	/** Nights colder than this check it, days hotter than that make it wilt, bolt or drop its flowers. */
	coolC: number;
	hotC: number;
}

/** A crop as the tool needs to know it, its figures also as parameters with range and source. */
export interface Crop extends CropFigures {
	id: string;
	name: string;
	plural: string;
	habit: 'rosette' | 'bush' | 'climber' | 'trailing';
	fruiting: boolean;
	figures: Figures;
}

/** Crops are drawn, fed and spaced by how far they have grown, as observed. */
export const STAGES = ['seedling', 'young', 'growing', 'full'] as const;
export type Stage = (typeof STAGES)[number];

const ASCE = 'after Allen et al., FAO-56 (1998), table 12, by like crops';
const GROWERS = 'common practice of home growers';
const FIGURES: Record<keyof CropFigures, FigureOf> = {
	spreadMm: { unit: 'mm', spread: 0.25, source: GROWERS },
	heightMm: { unit: 'mm', spread: 0.3, source: GROWERS },
	canopyM2: { unit: 'm²', spread: 0.4, source: GROWERS },
	kc: { unit: '', spread: 0.15, source: ASCE },
	ecEarlyMsCm: { unit: 'mS/cm', spread: 0.2, source: GROWERS },
	ecFullMsCm: { unit: 'mS/cm', spread: 0.2, source: GROWERS },
	phLow: { unit: '', spread: 0.05, source: GROWERS },
	phHigh: { unit: '', spread: 0.05, source: GROWERS },
	dliMol: { unit: 'mol/m² a day', spread: 0.25, source: GROWERS },
	propagationDays: { unit: 'days', spread: 0.4, source: `${GROWERS}; the plant’s look ends it` },
	harvestDays: { unit: 'days', spread: 0.4, source: `${GROWERS}; the plant’s look ends it` },
	massKg: { unit: 'kg', spread: 0.4, source: GROWERS },
	brightUmol: { unit: 'µmol/m²/s', spread: 0.3, source: GROWERS },
	coolC: { unit: '°C', spread: 0.3, source: GROWERS },
	hotC: { unit: '°C', spread: 0.1, source: GROWERS }
};

type Names = Pick<Crop, 'name' | 'plural' | 'habit'>;
/** A crop with its figures as parameters. */
export const cropOf = (of: Omit<Crop, 'figures'>): Crop => withFigures(of, FIGURES);
const crop = (id: string, names: Names, fruiting: boolean, figures: CropFigures): Crop =>
	cropOf({ id, ...names, fruiting, ...figures });
const leafy = (id: string, names: Names, figures: CropFigures) => crop(id, names, false, figures);
const fruiting = (id: string, names: Names, figures: CropFigures) => crop(id, names, true, figures);

// prettier-ignore
export const CROPS: readonly Crop[] = [
	leafy('leaf-lettuce', { name: 'leaf lettuce', plural: 'leaf lettuces', habit: 'rosette' }, {
		spreadMm: 220, heightMm: 200, canopyM2: 0.045, kc: 1, ecEarlyMsCm: 0.8, ecFullMsCm: 1.4, phLow: 5.6, phHigh: 6.2,
		dliMol: 14, propagationDays: 21, harvestDays: 30, massKg: 0.25, brightUmol: 550, coolC: 4, hotC: 28
	}),
	leafy('rocket', { name: 'rocket', plural: 'rocket', habit: 'rosette' }, {
		spreadMm: 150, heightMm: 180, canopyM2: 0.02, kc: 1, ecEarlyMsCm: 0.9, ecFullMsCm: 1.6, phLow: 5.8, phHigh: 6.4,
		dliMol: 14, propagationDays: 18, harvestDays: 25, massKg: 0.1, brightUmol: 600, coolC: 3, hotC: 28
	}),
	leafy('basil', { name: 'basil', plural: 'basils', habit: 'bush' }, {
		spreadMm: 250, heightMm: 400, canopyM2: 0.05, kc: 1.05, ecEarlyMsCm: 1, ecFullMsCm: 1.6, phLow: 5.6, phHigh: 6.4,
		dliMol: 16, propagationDays: 24, harvestDays: 28, massKg: 0.3, brightUmol: 700, coolC: 12, hotC: 33
	}),
	leafy('pak-choi', { name: 'pak choi', plural: 'pak choi', habit: 'rosette' }, {
		spreadMm: 220, heightMm: 250, canopyM2: 0.045, kc: 1.05, ecEarlyMsCm: 1.2, ecFullMsCm: 2, phLow: 5.8, phHigh: 6.5,
		dliMol: 15, propagationDays: 18, harvestDays: 32, massKg: 0.3, brightUmol: 600, coolC: 5, hotC: 28
	}),
	leafy('mint', { name: 'mint', plural: 'mints', habit: 'bush' }, {
		spreadMm: 300, heightMm: 400, canopyM2: 0.07, kc: 1.1, ecEarlyMsCm: 1.4, ecFullMsCm: 2.2, phLow: 5.8, phHigh: 6.4,
		dliMol: 14, propagationDays: 28, harvestDays: 35, massKg: 0.4, brightUmol: 600, coolC: 3, hotC: 30
	}),
	leafy('chard', { name: 'chard', plural: 'chards', habit: 'rosette' }, {
		spreadMm: 300, heightMm: 400, canopyM2: 0.07, kc: 1.05, ecEarlyMsCm: 1.4, ecFullMsCm: 2.2, phLow: 5.8, phHigh: 6.4,
		dliMol: 15, propagationDays: 21, harvestDays: 35, massKg: 0.6, brightUmol: 700, coolC: 2, hotC: 30
	}),
	fruiting('strawberry', { name: 'strawberry', plural: 'strawberries', habit: 'trailing' }, {
		spreadMm: 300, heightMm: 250, canopyM2: 0.06, kc: 0.85, ecEarlyMsCm: 1, ecFullMsCm: 1.6, phLow: 5.6, phHigh: 6.2,
		dliMol: 18, propagationDays: 35, harvestDays: 60, massKg: 0.5, brightUmol: 900, coolC: 2, hotC: 30
	}),
	fruiting('chilli', { name: 'chilli', plural: 'chillies', habit: 'bush' }, {
		spreadMm: 450, heightMm: 700, canopyM2: 0.16, kc: 1.05, ecEarlyMsCm: 1.4, ecFullMsCm: 2.4, phLow: 5.8, phHigh: 6.4,
		dliMol: 22, propagationDays: 45, harvestDays: 75, massKg: 1.2, brightUmol: 1200, coolC: 12, hotC: 35
	}),
	fruiting('sweet-pepper', { name: 'sweet pepper', plural: 'sweet peppers', habit: 'bush' }, {
		spreadMm: 500, heightMm: 800, canopyM2: 0.3, kc: 1.05, ecEarlyMsCm: 1.6, ecFullMsCm: 2.6, phLow: 5.8, phHigh: 6.4,
		dliMol: 24, propagationDays: 45, harvestDays: 75, massKg: 2.5, brightUmol: 1200, coolC: 12, hotC: 34
	}),
	fruiting('tomato', { name: 'cordon tomato', plural: 'cordon tomatoes', habit: 'climber' }, {
		spreadMm: 500, heightMm: 2000, canopyM2: 0.45, kc: 1.15, ecEarlyMsCm: 1.8, ecFullMsCm: 3.2, phLow: 5.6, phHigh: 6.3,
		dliMol: 25, propagationDays: 38, harvestDays: 65, massKg: 5, brightUmol: 1400, coolC: 10, hotC: 34
	}),
	fruiting('cucumber', { name: 'cucumber', plural: 'cucumbers', habit: 'climber' }, {
		spreadMm: 550, heightMm: 2000, canopyM2: 0.45, kc: 1.1, ecEarlyMsCm: 1.6, ecFullMsCm: 2.6, phLow: 5.6, phHigh: 6.2,
		dliMol: 24, propagationDays: 26, harvestDays: 42, massKg: 5, brightUmol: 1200, coolC: 14, hotC: 34
	}),
	fruiting('aubergine', { name: 'aubergine', plural: 'aubergines', habit: 'bush' }, {
		spreadMm: 600, heightMm: 900, canopyM2: 0.3, kc: 1.05, ecEarlyMsCm: 1.8, ecFullMsCm: 2.8, phLow: 5.8, phHigh: 6.4,
		dliMol: 24, propagationDays: 48, harvestDays: 70, massKg: 3, brightUmol: 1300, coolC: 13, hotC: 35
	}),
	fruiting('climbing-bean', { name: 'climbing bean', plural: 'climbing beans', habit: 'climber' }, {
		spreadMm: 350, heightMm: 2000, canopyM2: 0.18, kc: 1.1, ecEarlyMsCm: 1.4, ecFullMsCm: 2.2, phLow: 5.8, phHigh: 6.3,
		dliMol: 20, propagationDays: 16, harvestDays: 55, massKg: 1.5, brightUmol: 1200, coolC: 10, hotC: 32
	}),
	fruiting('melon', { name: 'melon', plural: 'melons', habit: 'climber' }, {
		spreadMm: 700, heightMm: 2000, canopyM2: 0.4, kc: 1.05, ecEarlyMsCm: 1.6, ecFullMsCm: 2.6, phLow: 5.8, phHigh: 6.4,
		dliMol: 25, propagationDays: 28, harvestDays: 80, massKg: 5, brightUmol: 1400, coolC: 14, hotC: 36
	}),
	fruiting('courgette', { name: 'courgette', plural: 'courgettes', habit: 'bush' }, {
		spreadMm: 800, heightMm: 700, canopyM2: 0.5, kc: 1, ecEarlyMsCm: 1.6, ecFullMsCm: 2.4, phLow: 5.8, phHigh: 6.4,
		dliMol: 24, propagationDays: 20, harvestDays: 50, massKg: 4, brightUmol: 1300, coolC: 8, hotC: 34
	}),
	fruiting('blueberry', { name: 'blueberry', plural: 'blueberries', habit: 'bush' }, {
		spreadMm: 900, heightMm: 1000, canopyM2: 0.64, kc: 0.9, ecEarlyMsCm: 0.8, ecFullMsCm: 1.4, phLow: 4.5, phHigh: 5.5,
		dliMol: 22, propagationDays: null, harvestDays: null, massKg: 4, brightUmol: 1200, coolC: -5, hotC: 32
	}),
	leafy('trailing-ornamental', { name: 'trailing ornamental', plural: 'trailing ornamentals', habit: 'trailing' }, {
		spreadMm: 250, heightMm: 200, canopyM2: 0.05, kc: 0.9, ecEarlyMsCm: 1, ecFullMsCm: 1.6, phLow: 5.6, phHigh: 6.4,
		dliMol: 8, propagationDays: 30, harvestDays: null, massKg: 0.3, brightUmol: 500, coolC: 8, hotC: 32
	}),
];
