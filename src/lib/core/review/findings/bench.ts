import { differenceInCalendarDays, parseISO } from 'date-fns';
import { USUAL_BOTTLES, type SystemModel } from '../../model';
import { ELEMENT_NAME, NUTRIENTS, slopeOf, type Nutrient, type Stock } from '../../nutrients';
import { bottleName } from '../../procedure';
import { capital, lowerFirst, names } from '../../quantity';
import { SALTS } from '../../shelf';
import { availableFixes, set, type Fix, type Rule, type Said } from '../finding';
import { say } from '../sentence';

/** Doses a measuring cup knows, mL a litre. */
const DOSES = [1, 2, 3, 4, 5, 6, 8, 10, 12, 15, 20, 25, 30, 40, 50];

const AS_IT_IS: Fix = {
	label: 'Mix without bottles',
	effect: 'each fill is weighed or poured as it is',
	change: [set('operation.mix.bottles', null)]
};

function weaker({ factor, maxFactor, worstSaturation }: Stock, warn: number, shedC: number): Fix[] {
	const safe = DOSES.find((dose) => 1000 / dose <= maxFactor! * warn);
	return availableFixes(
		safe !== undefined && {
			label: `Make them weaker: 1 to ${Math.round(1000 / safe)}`,
			effect: `the fullest salt at ${Math.round((100 * worstSaturation! * (1000 / safe)) / factor)} % of what dissolves`,
			change: [set('operation.mix.bottles.doseMlPerL', safe)]
		},
		shedC < 20 && {
			label: `Keep them at ${say(20, 'temperature')} at least`,
			effect: 'more dissolves in the warm',
			change: [set('operation.mix.bottles.shedC', 20)]
		},
		AS_IT_IS
	);
}

/** Concentrates that cloud, or hold more than dissolves where they stand. */
export const bottlesHold: Rule = (model) => {
	const { made, stock, why } = model.bottles;
	if (!made) return [];
	if (!stock)
		return [
			{
				code: 'bottle-clouds',
				step: 'mix',
				severity: 'stop',
				subject: 'mix',
				message: why!,
				fixes: () => [AS_IT_IS]
			}
		];
	const { worstSaturation, worstSalt, maxFactor, factor } = stock.result;
	const warn = model.limit('nearlyFull');
	if (worstSaturation === null || worstSaturation <= warn) return [];
	const name = lowerFirst(SALTS[worstSalt!].name);
	const over = worstSaturation > 1;
	const { temperatureC: shedC } = stock.input;
	return [
		{
			code: 'bottle-will-not-dissolve',
			step: 'mix',
			severity: over ? 'stop' : 'look',
			subject: 'mix',
			message: over
				? `The bottle asks for ${Math.round(100 * worstSaturation)} % of the ${name} that dissolves at ${say(shedC, 'temperature')}: the rest stays at its bottom, and every dose is short of it. At most ${Math.floor(maxFactor!)} times as strong as the tank can be made, and ${Math.round(factor)} is asked for.`
				: `At ${say(shedC, 'temperature')} the bottle is ${Math.round(100 * worstSaturation)} % full of ${name}: with other salts beside it crystals fall out on a cold night.`,
			off: worstSaturation / warn - 1,
			fixes: () => weaker(stock.result, warn, shedC)
		}
	];
};

/** Under a gram in milligrams, wherever the grower lives. */
const step = (grams: number): string => say(grams, grams < 1 ? 'trace' : 'salt');

/** Elements that rounding takes out of what these crops take. */
const leftBand = ({ mix, weighing }: SystemModel): Nutrient[] =>
	NUTRIENTS.filter((e) => {
		const { low, high } = mix.bandsMgL[e];
		const within = (mgL: number) => mgL >= low && mgL <= high;
		return within(mix.salts.result.elementsMgL[e]) && !within(weighing.salts.result.elementsMgL[e]);
	});

/** What the scale or the scoop makes of an ingredient. */
export const rounding: Rule = (model) => {
	const { weighing, operation } = model;
	const { worst } = weighing;
	if (worst === null || operation.mix.fish) return [];
	const { name, errorPercent, amount, unit } = weighing.items[worst]!;
	const most = 100 * model.limit('roundedShare');
	if (Math.abs(errorPercent) <= most || leftBand(model).length === 0) return [];
	const { by, stepG } = operation.mix.measure;
	const with_ = by === 'scale' ? `a scale of ${step(stepG)}` : 'level scoops';
	const finer = [0.1, 0.01].find((step) => by === 'scoops' || step < stepG);
	return [
		{
			code: 'rounding-off',
			step: 'mix',
			severity: 'look',
			subject: 'mix',
			message: `With ${unit === 'mL' ? 'a syringe' : with_} ${lowerFirst(name)} comes out ${Math.abs(Math.round(errorPercent))} % ${errorPercent > 0 ? 'over' : 'under'} what the mix takes (${say(amount, unit === 'mL' ? 'liquid' : amount < 1 ? 'trace' : 'salt')}), and ${names(leftBand(model).map((e) => ELEMENT_NAME[e] ?? e))} ${leftBand(model).length > 1 ? 'leave' : 'leaves'} what these crops take. Weighed straight, everything is within a tenth from ${say(weighing.smallestL, 'volume')} on.`,
			off: Math.abs(errorPercent) / most - 1,
			fixes: () =>
				availableFixes(
					finer !== undefined &&
						unit === 'g' && {
							label: `Weigh on a scale of ${step(finer)}`,
							effect: 'and by way of a jug where that is too coarse',
							change: [set('operation.mix.measure', { by: 'scale', stepG: finer })]
						},
					!model.bottles.made &&
						model.bottles.stock !== null && {
							label: 'Make two bottles once',
							effect: `weighed for ${say(model.bottles.stock.result.readyL, 'volume')} at a time`,
							change: [set('operation.mix.bottles', USUAL_BOTTLES)]
						}
				)
		}
	];
};

/** A meter nobody has held into its standard for long, or one that has worn: before anything is corrected by it. */
export const metersDue: Rule = (model) => {
	const { strength, ph } = model.record.meters;
	const { today } = model;
	if (today === null || model.operation.mix.method !== 'meter') return [];
	const age = (on: string) => differenceInCalendarDays(parseISO(today), parseISO(on));
	const said: string[] = [];
	if (strength && age(strength.on) > model.limit('strengthDueDays'))
		said.push(`the strength meter was last checked ${age(strength.on)} days ago`);
	if (ph && age(ph.on) > model.limit('phDueDays'))
		said.push(`the pH meter was last set ${age(ph.on)} days ago`);
	if (ph && slopeOf(ph) < model.limit('leastSlope'))
		said.push(
			`the pH meter shows ${Math.round(100 * slopeOf(ph))} % of the way between its buffers`
		);
	if (said.length === 0) return [];
	return [
		{
			code: 'meter-due',
			step: 'mix',
			severity: 'caution',
			subject: 'mix',
			message: `${capital(names(said))}: clean it and check it in its standard before the tank is corrected by it.`,
			fixes: () => []
		}
	];
};

/** A bag or a bottle that does not hold the next fill. */
export const bagsLow: Rule = ({ mix, bottles, design, shelf, operation }) => {
	if (operation.mix.fish) return [];
	if (bottles.made && bottles.stock) {
		const needs = bottles.stock.input.doseMlPerL * mix.litres;
		const empty = (['A', 'B'] as const).filter((name) => {
			const left = shelf.kept[bottleName(design, name)]?.left ?? null;
			return left !== null && left < needs;
		});
		return empty.length === 0
			? []
			: [
					low(
						`Bottle ${names(empty)} holds less than the ${say(needs, 'liquid')} of the next fill.`
					)
				];
	}
	const short = mix.items.flatMap(({ amount, index, name, unit }) => {
		const left = shelf.kept[mix.ingredients[index]!.of]?.left ?? null;
		return left !== null && left < amount
			? [`${say(left, unit === 'mL' ? 'liquid' : 'salt')} of ${lowerFirst(name)}`]
			: [];
	});
	if (short.length === 0) return [];
	return [low(`On the shelf are ${names(short)}, less than the next fill takes.`)];
};

const low = (message: string): Said => ({
	code: 'bag-low',
	step: 'mix',
	severity: 'caution',
	subject: 'mix',
	message,
	fixes: () => []
});

/** Fish feed the loop: what plants get comes of them, and what would be dosed harms them. */
export const fish: Rule = ({ operation }) =>
	operation.mix.fish
		? [
				{
					code: 'fish-in-loop',
					step: 'mix',
					severity: 'stop',
					subject: 'mix',
					message:
						'Fish live in this loop: salts, acids and peroxide harm them and the bacteria that feed the plants. Crelbo doses nothing into it.',
					fixes: () => [
						{
							label: 'No fish live in it',
							effect: 'the mix is worked out as for any loop',
							change: [set('operation.mix.fish', false)]
						}
					]
				}
			]
		: [];
