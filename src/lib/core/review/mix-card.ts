import { thinnedWords, type MixItem, type SystemModel, type Weighed } from '../model';
import type { BottleName } from '../nutrients';
import { counted, lowerFirst, names, type Quantity } from '../quantity';
import { pourSteps } from './pour-words';
import { tankShapeOf } from '../layout';
import { heightAt } from '../shelf';

/** What a meter should show after a step, and how far off still counts as right. */
export interface Expected {
	what: 'strength' | 'ph';
	value: number;
	low: number;
	high: number;
}
/** One step of mixing, as it is done: one thing at a time. */
export interface CardStep {
	id: string;
	text: string;
	/** What to measure out, in the grower's units. */
	amount: string | null;
	/** Minutes to wait before it. */
	waitMin: number | null;
	expect: Expected | null;
	/** Calm words where the step can hurt somebody or spoil the mix. */
	caution: string | null;
}
export interface MixingStep {
	text: string;
	amount: string | null;
	kind: 'do' | 'mind';
}

/** How an ingredient is measured out: under a gram in milligrams, wherever the grower lives. */
export const weighedAs = ({ unit, amount }: Pick<MixItem, 'unit' | 'amount'>): Quantity =>
	unit === 'mL' ? 'liquid' : amount < 1 ? 'trace' : 'salt';

const act = (id: string, text: string, more: Partial<CardStep> = {}): CardStep => ({
	...{ id, text, amount: null, waitMin: null, expect: null, caution: null },
	...more
});

const VESSELS = {
	tank: 'the tank',
	reserve: 'the reserve',
	loop: 'the tank, in portions,',
	tub: 'the mixing tub'
};
/** Water there is before anything goes in, and time a pump takes to mix it. */
const FIRST_SHARE = 0.8;
const MIXED_MIN = 10;
const BETWEEN_MIN = 2;
export const CALCIUM_CAUTION =
	'Calcium goes in last and alone: as a concentrate it must never meet sulfates or phosphates.';
const DUST_CAUTION = 'Keep the dust out of eyes and lungs; keep salts away from children and heat.';

/** The mix card: everything from plain water to a tank at its strength and pH, in the order that keeps it clear. */
export function mixCard(model: SystemModel): CardStep[] {
	if (model.operation.mix.fish) return [];
	const { mix, say, operation } = model;
	const vessel = VESSELS[operation.mix.fills];
	const plain = thinnedWords(model.place, operation);
	const poured = model.bottles.made && model.bottles.stock ? fromBottles(model) : fromBags(model);
	return [
		act('water', `Fill ${vessel} with plain water${plain} to`, {
			amount: say(mix.litres * FIRST_SHARE, 'volume')
		}),
		...poured,
		act('mark', `Top up with plain water${plain} to`, { amount: markOf(model) }),
		...reading(model),
		...towardsPh(model),
		...(isPartStrength(model)
			? [act('young', 'This is part strength, for young plants; raise it as they grow')]
			: [])
	];
}

/** The plants are young, and what is mixed for them is weaker than they will take. */
export const isPartStrength = ({ waterUse, mix }: SystemModel): boolean =>
	waterUse.crops.some((c) => c.stage === 'seedling' || c.stage === 'young') &&
	mix.expectedMsCm <= mix.range.high + 0.05 &&
	waterUse.crops.some(({ crop }) => mix.expectedMsCm < crop.ecFullMsCm - 0.05);

/** What a mix is for, as it is called. */
export const FILL_NAMES = {
	tank: 'the tank',
	reserve: 'the reserve',
	loop: 'all of the loop, the first time',
	tub: 'a mixing tub'
};

/** Litres to the mark, and how high that stands in the tank. */
function markOf({ mix, say, operation, design, shelf }: SystemModel): string {
	const litres = say(mix.litres, 'volume');
	if (operation.mix.fills !== 'tank') return litres;
	return `${litres}, ${say(heightAt(tankShapeOf(design, shelf), mix.litres), 'size')} deep`;
}

/** As it is weighed: grams, or the scoops that make them. */
export function measured({ say }: Pick<SystemModel, 'say'>, item: Weighed): string {
	// no nought is read off a scale that does not show it
	const amount = say(item.weigh, weighedAs({ ...item, amount: item.weigh })).replace(
		/(\.\d*?)0+ /,
		'$1 '
	);
	if (item.scoops === null) return amount;
	return `${counted(item.scoops, ['level scoop', 'level scoops'])}, about ${amount}`;
}

const makeJug = (
	model: SystemModel,
	id: string,
	list: readonly Weighed[],
	which: string
): CardStep =>
	act(
		`jug-${id}`,
		`Make ${which}: a litre of plain water with ${names(
			list.map((one) => `${measured(model, one)} of ${lowerFirst(one.name)}`),
			8
		)}, until it is clear`,
		{ caution: DUST_CAUTION }
	);

/** Salts and products one by one; what is too little to weigh by way of a jug. */
function fromBags(model: SystemModel, items = model.weighing.items): CardStep[] {
	const jugs = new Map<string, Weighed[]>();
	for (const item of items)
		if (item.jug) jugs.set(jugOf(item), [...(jugs.get(jugOf(item)) ?? []), item]);
	const taken = new Set<string>();
	const made = [...jugs].map(([id, list], i) =>
		makeJug(model, id, list, jugs.size > 1 ? `jug ${i + 1}` : 'a jug')
	);
	const stirred = items.map((item): CardStep | null => {
		const id = `add-${item.index}`;
		if (!item.jug)
			return act(id, `Stir in ${lowerFirst(item.name)}, until it is clear`, {
				amount: measured(model, item),
				caution: isCalcium(model, item) && items.length > 1 ? CALCIUM_CAUTION : null
			});
		const jug = jugOf(item);
		if (taken.has(jug)) return null;
		taken.add(jug);
		const which = [...jugs.keys()].indexOf(jug);
		return act(
			id,
			`Stir in ${names(
				jugs.get(jug)!.map((one) => lowerFirst(one.name)),
				8
			)}: of ${jugs.size > 1 ? `jug ${which + 1}` : 'the jug'}`,
			{
				amount: model.say(item.jug.takeMl, 'liquid'),
				caution:
					items.length > 1 && jugs.get(jug)!.some((one) => isCalcium(model, one))
						? CALCIUM_CAUTION
						: null
			}
		);
	});
	return [...made, ...stirred.filter((step) => step !== null)];
}

const isCalcium = ({ mix }: SystemModel, { index, saltId }: MixItem): boolean =>
	saltId !== null && mix.ingredients[index]!.fractions.Ca > 0;
/** What stands in one jug: as many times over, calcium and iron each by itself. */
const jugOf = ({ jug }: Weighed): string => `${jug!.kind}-${jug!.times}`;

/** What a bottle of a system is called on the shelf. */
export const bottleName = ({ name }: { name: string }, bottle: BottleName): string =>
	`${name.slice(0, 48)}, bottle ${bottle}`;

/** Both bottles made, one after the other: salts into warm water, shaken clear, filled to the mark. */
export function bottleCard(model: SystemModel): CardStep[] {
	const { stock, of } = model.bottles;
	if (!stock) return [];
	const { bottleL } = stock.input;
	return (['A', 'B'] as const).flatMap((name) => {
		const inIt = new Set(stock.result.bottles[name].map(({ index }) => of[index]!));
		const items = model.weighing.items.filter(({ index }) => inIt.has(index));
		if (items.length === 0) return [];
		return [
			act(`${name}-water`, `Fill bottle ${name} with hand-warm water to`, {
				amount: model.say((bottleL * 2) / 3, 'volume'),
				caution: name === 'B' ? 'Rinse funnel and spoon first: nothing of A may come into B.' : null
			}),
			...fromBags(model, items).map((step) => ({
				...step,
				id: `${name}-${step.id}`,
				text: step.text.replace('Stir in', 'Shake in')
			})),
			act(`${name}-mark`, `Fill bottle ${name} to the mark, and shake`, {
				amount: model.say(bottleL, 'volume')
			}),
			act(`${name}-label`, `Stick its label on: made on, dose, cautions`, {
				caution: 'In the dark, cool but free of frost, away from children and from acids.'
			})
		];
	});
}

/** Bottle A, stir, and only then bottle B. */
function fromBottles(model: SystemModel): CardStep[] {
	const { doseMlPerL } = model.bottles.stock!.input;
	const amount = model.say(doseMlPerL * model.mix.litres, 'liquid');
	const { A, B } = model.bottles.stock!.result.bottles;
	const both = A.length > 0 && B.length > 0;
	const bottle = (name: 'A' | 'B'): CardStep =>
		act(`bottle-${name}`, `Shake bottle ${name}, and stir in of it`, {
			amount,
			waitMin: both && name === 'B' ? BETWEEN_MIN : null,
			caution:
				both && name === 'B'
					? 'Stir in A before you add B. Never put both in one jug: they form a white solid.'
					: null
		});
	return [...(A.length > 0 ? [bottle('A')] : []), ...(B.length > 0 ? [bottle('B')] : [])];
}

/** How far off a strength may be and still be right: the meter, the purity of salts, the formula. */
export function strengthExpected({ weighing, mix, parameters }: SystemModel): Expected {
	// what else is in the water stands in the meter's reading too
	const value = weighing.salts.result.ecMsCm + mix.unexplainedMsCm;
	const half = mix.byLabel
		? mix.uncertaintyMsCm
		: Math.hypot(mix.uncertaintyMsCm, parameters.mixing.cardShare.value * value);
	return { what: 'strength', value, low: Math.max(0, value - half), high: value + half };
}

function reading(model: SystemModel): CardStep[] {
	if (model.operation.mix.method !== 'meter') return [];
	const mixed =
		model.design.source.kind === 'pump'
			? 'after ten minutes of the pump'
			: 'when it is stirred well';
	const expect = strengthExpected(model);
	return [
		act('read', `Read the strength ${mixed}`, {
			amount: model.say(expect.value, 'strength'),
			waitMin: MIXED_MIN,
			expect
		})
	];
}

/** Half of the acid or the base, stir, wait, read, and the rest; where the mix stands outside of what crops take. */
function towardsPh(model: SystemModel): CardStep[] {
	const { mix, pour, say } = model;
	const { low, high, agree, aim } = mix.ph;
	const band = agree ? `${low.toFixed(1)}–${high.toFixed(1)}` : aim.toFixed(2);
	const expect = agree
		? { what: 'ph' as const, value: aim, low, high }
		: { what: 'ph' as const, value: aim, low: aim - 0.15, high: aim + 0.15 };
	if (!pour)
		return mix.phUnknown
			? [
					act(
						'ph',
						'The pH and the alkalinity of the water do not agree: measure both again before anything is poured. Aim for',
						{ amount: band, expect }
					)
				]
			: [];
	const from = `The pH is about ${mix.phDose!.startPh.toFixed(1)} now. `;
	return pourSteps(pour, band, say).map(({ text, amount, reads, caution }, i, all) =>
		act(all.length === 1 ? 'ph' : reads ? 'ph' : `ph-${i + 1}`, `${i === 0 ? from : ''}${text}`, {
			amount,
			caution,
			...(reads && { waitMin: MIXED_MIN, expect })
		})
	);
}

/** The card as a list for paper: what is done, then what to mind. */
export function mixingSteps(model: SystemModel): MixingStep[] {
	const steps = mixCard(model);
	const cautions = [...new Set(steps.flatMap(({ caution }) => caution ?? []))];
	return [
		...steps.map(({ text, amount }): MixingStep => ({ text, amount, kind: 'do' })),
		...cautions.map((text): MixingStep => ({ text, amount: null, kind: 'mind' }))
	];
}
