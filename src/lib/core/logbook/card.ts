import { addMonths, formatISO, parseISO } from 'date-fns';
import { tankShapeOf } from '../layout';
import { watersOf, type SystemModel } from '../model';
import {
	act,
	amount,
	bottleSteps,
	CONCENTRATE_KEEPS_MONTHS,
	concentrateSteps,
	jugSteps,
	pourSteps,
	stirSteps,
	water,
	type Band,
	type BottleLabel,
	type Expected,
	type MeasuredOut,
	type Step,
	type Water
} from '../procedure';
import { factsOf, heightAt } from '../shelf';

/** Water there is before anything goes in, and time a pump takes to mix it. */
const FIRST_SHARE = 0.8;
export const MIXED_MIN = 10;
const BETWEEN_MIN = 2;

/** What is weighed for the mix, each thing as it is measured out and what it does to others. */
export const measuredOut = ({ mix, weighing }: SystemModel): MeasuredOut[] =>
	weighing.items.map(({ index, name, unit, weigh, scoops, jug }) => {
		const { of, fractions } = mix.ingredients[index]!;
		const { calcium } = factsOf(fractions);
		return { index, of, name, unit, weigh, scoops, jug, calcium };
	});

/** The water of this system, with how much of it is another. */
export function plainWater({ place, operation }: SystemModel): Water {
	const [, soft] = watersOf(place, operation);
	return water(
		'plain',
		soft ? { percent: Math.round(100 * soft.part), name: soft.water.name } : null
	);
}

/** Which bottles hold anything. */
export const insideOf = ({ bottles }: SystemModel): { A: boolean; B: boolean } | null =>
	bottles.made && bottles.stock
		? {
				A: bottles.stock.result.bottles.A.length > 0,
				B: bottles.stock.result.bottles.B.length > 0
			}
		: null;

/** The mix card: everything from plain water to a tank at its strength and pH, in the order that keeps it clear. */
export function mixCard(model: SystemModel): Step[] {
	const { fills: vessel, fish } = model.operation.mix;
	if (fish) return [];
	const { mix, design, shelf } = model;
	const what = plainWater(model);
	const into = { vessel, what, changes: 'water' as const };
	return [
		act('fill', 'water', { ...into, amount: amount('volume', mix.litres * FIRST_SHARE) }),
		...mixedIn(model),
		act('fill-to-mark', 'mark', {
			...{ ...into, amount: amount('volume', mix.litres) },
			heightMm: vessel === 'tank' ? heightAt(tankShapeOf(design, shelf), mix.litres) : null
		}),
		...reading(model),
		...towardsPh(model),
		...(isPartStrength(model) ? [act('part-strength', 'young', {})] : [])
	];
}

/** Bottle by bottle, or bag by bag with what is too little to weigh by way of a jug. */
function mixedIn(model: SystemModel): Step[] {
	const { fills: vessel } = model.operation.mix;
	const inside = insideOf(model);
	if (inside) {
		const { doseMlPerL } = model.bottles.stock!.input;
		return concentrateSteps(inside, doseMlPerL * model.mix.litres, vessel, BETWEEN_MIN);
	}
	const items = measuredOut(model);
	return [...jugSteps(items), ...stirSteps(items, { vessel, shaken: false, numbered: true })];
}

/** The plants are young, and what is mixed for them is weaker than they will take. */
export const isPartStrength = ({ waterUse, mix }: SystemModel): boolean =>
	waterUse.crops.some((c) => c.stage === 'seedling' || c.stage === 'young') &&
	mix.expectedMsCm <= mix.range.high + 0.05 &&
	waterUse.crops.some(({ crop }) => mix.expectedMsCm < crop.ecFullMsCm - 0.05);

/** How far off a strength may be and still be right: the meter, the purity of salts, the formula. */
export function strengthExpected({ weighing, mix, parameters }: SystemModel): Expected {
	// what else is in the water stands in the meter's reading too
	const value = weighing.salts.result.ecMsCm + mix.unexplainedMsCm;
	const half = mix.byLabel
		? mix.uncertaintyMsCm
		: Math.hypot(mix.uncertaintyMsCm, parameters.mixing.cardShare.value * value);
	return { what: 'strength', value, low: Math.max(0, value - half), high: value + half };
}

function reading(model: SystemModel): Step[] {
	if (model.operation.mix.method !== 'meter') return [];
	const expect = strengthExpected(model);
	return [
		act('read', 'read', {
			...{ amount: amount('strength', expect.value), waitMin: MIXED_MIN, expect },
			after: model.design.source.kind === 'pump' ? 'pump' : 'stirring'
		})
	];
}

/** The pH these crops take, or what lies between those that do not agree. */
export const bandOf = ({ low, high, agree, aim }: SystemModel['mix']['ph']): Band => ({
	low,
	high,
	about: agree ? null : aim
});
/** A pen meter and a drop read no nearer than this to what lies between crops. */
const NEAR_PH = 0.15;

/** Half of the acid or the base, stir, wait, read, and the rest; where the mix stands outside of what crops take. */
function towardsPh({ mix, pour }: SystemModel): Step[] {
	const { low, high, agree, aim } = mix.ph;
	const band = bandOf(mix.ph);
	const expect: Expected = {
		...{ what: 'ph', value: aim },
		...(agree ? { low, high } : { low: aim - NEAR_PH, high: aim + NEAR_PH })
	};
	if (pour)
		return pourSteps(pour, { band, expect, waitMin: MIXED_MIN, nowPh: mix.phDose!.startPh });
	return mix.phUnknown ? [act('measure-water', 'ph', { band, expect })] : [];
}

/** What of the mix goes into which bottle. */
function inBottle({ bottles }: SystemModel, bottle: 'A' | 'B') {
	const list = bottles.stock?.result.bottles[bottle] ?? [];
	return list.map((one) => ({ ...one, index: bottles.of[one.index]! }));
}

/** Both bottles made, one after the other: salts into warm water, shaken clear, filled to the mark. */
export function bottleCard(model: SystemModel): Step[] {
	const { stock } = model.bottles;
	if (!stock) return [];
	return (['A', 'B'] as const).flatMap((bottle) => {
		const inIt = new Set(inBottle(model, bottle).map(({ index }) => index));
		const items = measuredOut(model).filter(({ index }) => inIt.has(index));
		return items.length === 0 ? [] : bottleSteps(bottle, stock.input.bottleL, items);
	});
}

/** What stands on the bottles of a system; of those that hold nothing there is none. */
export function labelsOf(model: SystemModel, today: string): BottleLabel[] {
	const { stock } = model.bottles;
	if (!stock) return [];
	const { A, B } = stock.result.bottles;
	const madeOn = model.operation.mix.bottles?.madeOn ?? today;
	const goodUntil = formatISO(addMonths(parseISO(madeOn), CONCENTRATE_KEEPS_MONTHS), {
		representation: 'date'
	});
	return (['A', 'B'] as const).flatMap((bottle) => {
		const holds = inBottle(model, bottle).map(({ index, grams }) => {
			const { of, name } = model.mix.ingredients[index]!;
			return { what: { kind: 'nutrient' as const, of, name }, amount: amount('salt', grams) };
		});
		if (holds.length === 0) return [];
		const both = A.length > 0 && B.length > 0;
		return [
			{
				...{ bottle, holds, madeOn, goodUntil },
				turn: !both ? 'alone' : bottle === 'A' ? 'first' : 'second',
				doseMlPerL: stock.input.doseMlPerL,
				strengthMsCm: model.mix.expectedMsCm
			}
		];
	});
}
