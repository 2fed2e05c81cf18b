import { parameter } from '../quantity';

const HELD = 'common practice for full strength, from several recipes for home growers';
const mgL = (value: number, low: number, high: number, source = HELD) =>
	parameter(value, 'mg/L', [low, high], source);

/** Macro elements a mix for leaves should hold at full strength. */
export const leafTargets = {
	N: mgL(165, 120, 210),
	P: mgL(40, 25, 60),
	K: mgL(210, 150, 280),
	Ca: mgL(150, 100, 200),
	Mg: mgL(40, 25, 60),
	S: mgL(55, 35, 110)
};

/** The same for fruit. */
export const fruitTargets = {
	N: mgL(165, 120, 220),
	P: mgL(45, 30, 60),
	K: mgL(250, 200, 350),
	Ca: mgL(160, 120, 220),
	Mg: mgL(45, 30, 60),
	S: mgL(65, 40, 130)
};

/** Trace elements at full strength. */
export const traceTargets = {
	Fe: mgL(2.5, 1, 5),
	Mn: mgL(0.6, 0.3, 1),
	Zn: mgL(0.1, 0.05, 0.3),
	Cu: mgL(0.05, 0.02, 0.1),
	B: mgL(0.3, 0.2, 0.5),
	Mo: mgL(0.05, 0.01, 0.1)
};

const HARMS = 'common practice: above it roots and leaves are harmed';

/** What no mix may pass. */
export const limits = {
	Mn: mgL(5, 2, 10, HARMS),
	Zn: mgL(2, 1, 5, HARMS),
	Cu: mgL(0.5, 0.3, 1, HARMS),
	B: mgL(1, 0.7, 2, HARMS),
	Mo: mgL(0.5, 0.2, 1, HARMS),
	Fe: mgL(6, 5, 10, HARMS),
	Na: mgL(100, 50, 150, HARMS),
	Cl: mgL(180, 100, 250, HARMS)
};

/** Concentrations from which acids and alkalis burn at once, and what may be sold to the public. */
const SAFE_HANDLING =
	'Regulation (EC) No 1272/2008, annex VI: limits for skin corrosion; Regulation (EU) 2019/1148, annex I';

/** How a mix is aimed, and how near it comes. */
export const mixing = {
	/** The greatest part of the nitrogen that may be ammonium. */
	ammoniumShare: parameter(0.3, 'of the nitrogen', [0.1, 0.3]),
	/** Phosphoric acid as it is sold for lowering pH; taken until the bottle in hand is named. */
	acidPercent: parameter(15, '% by weight', [5, 60], 'labels of pH-lowering products'),
	/** Potassium carbonate, 100 g in a litre. */
	basePercent: parameter(9.2, '% by weight', [1, 50], 'molar mass and density'),
	/** Stronger acids and bases are thinned in cold water before they are poured. */
	thinAcidPercent: parameter(30, '% by weight', [10, 40], SAFE_HANDLING),
	thinBasePercent: parameter(10, '% by weight', [5, 20], SAFE_HANDLING),
	thinTimes: parameter(10, 'times its volume', [5, 20], SAFE_HANDLING),
	/** Over this no amount is told: a thinner bottle is to be bought. */
	mostSulfuricPercent: parameter(40, '% by weight', [15, 51], SAFE_HANDLING),
	mostNitricPercent: parameter(60, '% by weight', [20, 65], SAFE_HANDLING),
	mostHydroxidePercent: parameter(50, '% by weight', [25, 50], SAFE_HANDLING),
	/** More of an acid or a base than this is too thin: it would be a good part of the tank. */
	mostPourShare: parameter(0.01, 'of the tank', [0.005, 0.02], 'common practice'),
	/** Without its strength on the label it is poured in steps of this part of the alkalinity. */
	blindShare: parameter(0.1, 'of the alkalinity', [0.05, 0.2], 'common practice'),
	/** A meter and a water report agree no better than this, in part and in all. */
	waterOff: parameter(0.2, 'of the strength of its ions', [0.1, 0.3]),
	waterOffMsCm: parameter(0.1, 'mS/cm', [0.05, 0.2]),
	/** More of an element than was asked is said on the bench from here on. */
	overAsked: parameter(1.25, 'of what is asked', [1.1, 1.5]),
	/** What rounding to the scale may change of an ingredient before it is weighed by way of a jug. */
	roundingShare: parameter(0.05, 'of its grams', [0.02, 0.1]),
	/** Level scoops come no nearer, and a batch is large enough where everything does. */
	scoopShare: parameter(0.1, 'of its grams', [0.05, 0.2]),
	/** A jug stays clear well under what dissolves in water as cool as this. */
	jugShare: parameter(0.5, 'of what dissolves', [0.3, 0.8]),
	jugC: parameter(15, '°C', [5, 25]),
	/** What the formula of conductivity and the purity of salts leave open. */
	cardShare: parameter(0.07, 'of the strength', [0.05, 0.1]),
	/** Fresh potting compost feeds besides, and for so long, fading. */
	compostMsCm: parameter(0.4, 'mS/cm', [0.2, 0.8]),
	compostDays: parameter(28, 'days', [14, 42]),
	/** A measuring syringe or a small jug is read to so much. */
	syringeMl: parameter(0.5, 'mL', [0.1, 1]),
	/** Alkalinity set free with each nitrate taken up; with each ammonium as much acid is as there is of it. */
	nitrateAlkali: parameter(
		0.07,
		'meq a mmol',
		[0.03, 0.15],
		'common practice: with 5 to 10 % ammonium pH stands still'
	),
	/** How far over its wish at a stage a crop may be fed, of the way from its early to its full strength. */
	stageBand: parameter(0.5, 'of its range', [0.3, 0.7]),
	/** Strength the targets stand for; others follow in proportion. */
	fullMsCm: parameter(2, 'mS/cm', [1.8, 2.4]),
	/** Strength wanted by nobody: an empty loop is mixed for a young plant. */
	emptyMsCm: parameter(1.2, 'mS/cm', [0.8, 1.6]),
	/** A meter is off by so much, and by so much of what it shows. */
	meterMsCm: parameter(0.05, 'mS/cm', [0.02, 0.1], 'accuracy of common pen meters'),
	meterShare: parameter(0.02, 'of the reading', [0.01, 0.05], 'accuracy of common pen meters'),
	/** By label alone: what is printed, the spoon or jug, and the water of the day. */
	labelShare: parameter(0.1, 'of the feed', [0.05, 0.15], 'tolerance of fertiliser labels'),
	spoonShare: parameter(0.12, 'of the feed', [0.05, 0.25]),
	waterShare: parameter(0.3, 'of the water', [0.1, 0.5], 'tap water from season to season')
};
