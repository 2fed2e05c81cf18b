import { parameter } from '../quantity';

/** Where a finding begins: on this side it is fine, on that it is said. */
export const thresholds = {
	/** Flow that differs more than this from outlet to outlet starves some on one timer. */
	unevenPercent: parameter(22, '%', [15, 30]),
	/** Drain over this is one timer serving thirsty and modest plants alike. */
	drainHeavy: parameter(0.6, 'of a feed', [0.4, 0.7]),
	/** The high side of a leaning tower under this share of the low side: the lean is felt. */
	towerUneven: parameter(0.6, 'of the best side', [0.4, 0.8]),
	/** Gusts under this are met on many days of a year outdoors. */
	gustKmH: parameter(75, 'km/h', [60, 90], 'Beaufort 9, strong gale: 75 to 88 km/h'),
	/** A push of a child or a large dog at a metre's height. */
	pushN: parameter(60, 'N', [40, 100], 'common practice for free-standing shelves'),
	/** Pipe between two holes; thinner tears or bends when they are cut. */
	webMm: parameter(12, 'mm', [8, 20]),
	/** Under this share of the light a crop likes it grows thin and late. */
	dimShare: parameter(0.7, 'of its light', [0.5, 0.8]),
	/** What one socket and its timer are commonly made for; what holds here is written on them. */
	socketUsW: parameter(
		1440,
		'W',
		[1200, 1920],
		'NFPA 70, 210.19: 80 % of 15 A at 120 V for what runs for hours'
	),
	socketW: parameter(1800, 'W', [1500, 2300], 'common timers; the rating on yours decides'),
	/** Passages up to so much flow at their nominal head clog on what a screen keeps back. */
	narrowLph: parameter(20, 'L/h', [10, 40]),
	/** Water that leaves a rim further from the wall than this falls past the first sites. */
	thrownMm: parameter(10, 'mm', [5, 15]),
	/** A fixing is asked for so small a part of what it can hold. */
	fixingFactor: parameter(4, '', [3, 5], 'makers’ advice for light fixings in walls'),
	/** A tank stands at least so far over the trays it fills. */
	trayHeadM: parameter(0.15, 'm', [0.1, 0.3]),
	/** Less than this under a brim is too little for a blocked hole or a gust of roots. */
	brimMm: parameter(30, 'mm', [20, 50]),
	/** A return over this part of its depth gurgles and backs up. */
	returnFull: parameter(0.5, 'of its depth', [0.4, 0.7], 'practice for gravity drains, half full'),
	/** Under this a return silts up. */
	returnFallPercent: parameter(1, '%', [0.5, 2], 'EN 12056-2: 10 mm in a metre and more'),
	/** The pipe’s end stays this far over the highest water. */
	airGapM: parameter(
		0.02,
		'm',
		[0.02, 0.05],
		'common practice; mains water asks for more, EN 1717'
	),
	/** A feed line with less fall keeps water that the sun heats. */
	feedFallPercent: parameter(0.5, '%', [0.3, 1]),
	/** A pump that brings more than this many times what is needed is too large. */
	pumpTooLarge: parameter(2.5, 'times', [2, 4]),
	/** Hand room over a tank for the pump, the strainer and a can. */
	handM: parameter(0.2, 'm', [0.15, 0.3]),
	/** More than this nobody lifts off a tank and holds aside, its roots hanging from it. */
	liftKg: parameter(
		8,
		'kg',
		[5, 15],
		'reference masses of ISO 11228-1, about halved for a low and far grip'
	),
	/** How much higher than level a hand works from the floor. */
	reachUpM: parameter(1.2, 'm', [1, 1.4]),
	/** A bench higher than this is no bench. */
	benchMm: parameter(2500, 'mm', [2000, 3000]),
	/** Rows can come this close before their leaves are one. */
	rowsMm: parameter(400, 'mm', [300, 600]),
	/** A jug and a watch read a catch no nearer than this. */
	catchShare: parameter(0.15, 'of the catch', [0.1, 0.25]),
	/** Media with so much air after draining bear being wet all day. */
	airyShare: parameter(0.2, 'of its volume', [0.15, 0.25]),
	/** Less of a feed than this carries no salt out of a medium. */
	leachShare: parameter(0.05, 'of what is fed', [0.03, 0.1]),
	/** Media that hold less easy water than this like short pulses. */
	pulseUnder: parameter(0.12, 'of its volume', [0.08, 0.16]),
	/** A concentrate this full of a salt drops crystals on a cold night. */
	nearlyFull: parameter(0.75, 'of what dissolves', [0.6, 0.9]),
	/** An ingredient this far off for the scale or the scoop is worth a better way. */
	roundedShare: parameter(0.1, 'of its grams', [0.05, 0.15]),
	/** Less acid or base than this is a drop too many or too few. */
	leastPourMl: parameter(1, 'mL', [0.5, 2]),
	/** Meters drift: strength by the month, pH by the week or two. */
	strengthDueDays: parameter(60, 'days', [30, 90]),
	phDueDays: parameter(21, 'days', [7, 30]),
	/** A pH electrode with less of its slope left reads wrong away from 7. */
	leastSlope: parameter(0.85, 'of its slope', [0.8, 0.92], 'makers of pH electrodes'),
	/** Salt round roots over this many times the most a crop is fed with burns them. */
	saltTimes: parameter(1.5, 'times', [1.3, 2]),
	/** Water with more than this takes acid worth a word, and with more sodium or chloride the crop tastes it. */
	alkalineMeqL: parameter(2.5, 'meq/L', [1.5, 4]),
	saltyMgL: parameter(60, 'mg/L', [40, 100]),
	hardMgL: parameter(120, 'mg/L', [80, 180]),
	/** Roots get little air from warmer water, and take up little from colder. */
	waterWarmC: parameter(26, '°C', [24, 28], 'oxygen of saturated water falls under 8 mg/L'),
	/** Roots that stand in less oxygen stop taking up, and rot begins. */
	leastOxygenMgL: parameter(5, 'mg/L', [4, 6]),
	waterColdC: parameter(12, '°C', [10, 15]),
	/** Under this part of its target an element is lacking. */
	lackingShare: parameter(0.5, 'of its target', [0.4, 0.7]),
	/** From this part of the strength on the source water is named for what it takes. */
	waterTakes: parameter(0.4, 'of the strength', [0.3, 0.5]),
	/** Under this part of the strength aimed at it is said how far the mix comes. */
	reachedShare: parameter(0.9, 'of the strength', [0.8, 0.95])
};
