import type {
	Amount,
	Band,
	Caution,
	ChangeCost,
	Step,
	StepOf,
	Substance,
	Vessel,
	Water
} from '$lib/core/procedure';
import {
	capital,
	counted,
	lowerFirst,
	names,
	show,
	showShort,
	type Units
} from '$lib/core/quantity';
import { bottleCalled, dayOf, whyNoAmount } from '$lib/core/review';
import { PH_SUBSTANCES } from '$lib/core/shelf';

/** A step as it is read: what to do, how much, why, and what to take care of. */
export interface Told {
	text: string;
	amount: string | null;
	/** Where it is no matter of course. */
	why: string | null;
	caution: string | null;
}

/** Over a card whose steps were written out before they were data. */
export const WRITTEN_THEN =
	'Begun with an older Crelbo: words, units and amounts are as they were then.';

/** What a mix is for. */
export const FILL_NAMES = {
	tank: 'the tank',
	reserve: 'the reserve tank',
	loop: 'the whole loop, the first time',
	tub: 'a mixing tub'
};
const VESSELS: Record<Vessel, string> = {
	tank: 'the tank',
	reserve: 'the reserve tank',
	loop: 'the tank, in portions,',
	tub: 'the mixing tub',
	'bottle-a': 'bottle A',
	'bottle-b': 'bottle B'
};
const JUGS = { calcium: 'calcium', iron: 'iron chelate', other: 'trace salts' };
/** So many names are told before the rest is counted. */
const MOST_NAMES = 8;

const WATERS: Record<Water['form'], string> = {
	plain: 'plain water',
	'hand-warm': 'hand-warm water',
	cold: 'cold water',
	'without-chlorine': 'water without chlorine, about as warm as the loop'
};
/** Plain water, 20% of it rain water. */
const waterWords = ({ form, blend }: Water): string =>
	blend ? `${WATERS[form]}, ${blend.percent}% of it ${lowerFirst(blend.name)}` : WATERS[form];
/** The same within a sentence that goes on. */
const waterInside = (what: Substance): string =>
	`${substanceWords(what)}${what.kind === 'water' && what.blend ? ',' : ''}`;

/** So much, in the grower's units; what is weighed without noughts that no scale shows, scoops before their grams. */
export function amountWords({ of, value, scoops }: Amount, units: Units): string {
	const weighed = of === 'salt' || of === 'trace' || of === 'liquid';
	const told = (weighed ? showShort : show)(value, of, units);
	if (scoops === null) return told;
	return `${counted(scoops, ['level scoop', 'level scoops'])}, about ${told}`;
}
/** Acid or base as it is poured, with its strength and what it was thinned in. */
function liquidWords({ way, bottle, waterTimes }: Extract<Substance, { kind: 'ph' }>): string {
	const called = bottleCalled(bottle);
	return waterTimes > 0
		? `thinned ${way} (${called} in ${Math.round(waterTimes)} times its volume of water)`
		: called;
}

/** What is poured or stirred in, within a sentence. */
export function substanceWords(what: Substance): string {
	switch (what.kind) {
		case 'water':
			return waterWords(what);
		case 'nutrient':
			return lowerFirst(what.name);
		case 'jug':
			return what.place === null
				? `the jug of ${JUGS[what.jug]}`
				: names(what.holds.map(lowerFirst), MOST_NAMES);
		case 'concentrate':
			return `bottle ${what.bottle}`;
		case 'ph':
			return liquidWords(what);
		case 'solution':
			return 'the solution';
	}
}

const jugName = ({ place }: Extract<Substance, { kind: 'jug' }>, one: string): string =>
	place === null || place.of === 1 ? one : `jug ${place.at}`;

const bandWords = ({ low, high, about }: Band): string =>
	about === null ? `${low.toFixed(1)}–${high.toFixed(1)}` : about.toFixed(2);

const CHECKS: Record<StepOf<'check'>['check'], string> = {
	'plain-water':
		'Run it with plain water, no nutrients. First rinse the shavings out of every pipe you cut.',
	joints: 'Cap every line end, and feel that every joint is dry.',
	level: 'See that everything is level as drawn, and falls towards the tank.',
	air: 'Bleed the air from the lines, and open and shut each valve once.',
	'pump-stops': 'Stop the pump, and see that what drains back stays below the rim.',
	'valve-shuts': 'Shut the valve, and see that nothing runs on and nothing rises over a rim.'
};
const READ_AFTER = {
	pump: 'Read the strength after ten minutes of the pump',
	stirring: 'Read the strength once it is stirred well',
	again: 'Stir well, wait, and read the strength again'
};

type Words = { text: string; amount?: string };
type Renderer<V extends Step['verb']> = (step: StepOf<V>, units: Units) => Words;

const WORDS: { [V in Step['verb']]: Renderer<V> } = {
	fill: ({ vessel, what, amount }, units) => ({
		text: `Fill ${VESSELS[vessel]} with ${waterInside(what)} to`,
		amount: amountWords(amount, units)
	}),
	'fill-to-mark': ({ vessel, what, amount, heightMm }, units) => ({
		text: ['bottle-a', 'bottle-b'].includes(vessel)
			? `Fill ${VESSELS[vessel]} to the mark, and shake`
			: `Top up with ${waterInside(what)} to`,
		amount: `${amountWords(amount, units)}${heightMm === null ? '' : `, ${show(heightMm, 'size', units)} deep`}`
	}),
	'add-water': ({ what, amount }, units) => ({
		text: `Top up with ${substanceWords(what)}`,
		amount: amountWords(amount, units)
	}),
	dissolve: ({ into, items }, units) => {
		const list = items.map(
			(one) => `${amountWords(one.amount, units)} of ${substanceWords(one.what)}`
		);
		const jug = into.kind === 'jug' ? jugName(into, 'a jug') : 'a jug';
		return {
			text: `Make ${jug}: dissolve ${names(list, MOST_NAMES)} in 1 litre of plain water, and stir until it is clear`
		};
	},
	add: ({ what, amount, shaken }, units) => ({
		text: addWords(what, shaken ? 'Shake in' : 'Stir in'),
		amount: amountWords(amount, units)
	}),
	thin: ({ what, amount, into }, units) => ({
		text: `Thin it first: pour ${amountWords(amount, units)} of ${substanceWords(what)} slowly into this much cold water, in a jug of its own`,
		amount: amountWords(into, units)
	}),
	pour: (step, units) => pourWords(step, units),
	'no-amount': ({ pouring }, units) => ({
		text: whyNoAmount(pouring, (value, of) => show(value, of, units)) ?? ''
	}),
	'measure-water': ({ band }) => ({
		text: 'The pH and the alkalinity of the water do not agree. Measure both again before you pour anything. Aim for',
		amount: bandWords(band)
	}),
	read: ({ after, amount }, units) => ({
		text: READ_AFTER[after],
		amount: amountWords(amount, units)
	}),
	'set-meter': () => ({
		text: 'Rinse the meter, put it in its standard and set it. Pour nothing until it shows what it should'
	}),
	drain: ({ amount }, units) =>
		amount === null
			? { text: 'Drain off all of it' }
			: { text: 'Drain off', amount: amountWords(amount, units) },
	label: ({ bottle }) => ({
		text: `Stick on the label of bottle ${bottle}: made on, dose, cautions`
	}),
	'part-strength': () => ({
		text: 'This is part strength, for young plants. Raise it as they grow'
	}),
	'no-way': ({ reason }) => ({ text: reason }),
	check: ({ check }) => ({ text: CHECKS[check] }),
	water: ({ amount, everyDays, days, until }, units) => ({
		text: `Water the young plants from above by hand: ${amountWords(amount, units)} each, ${everyDays === 1 ? 'every day' : `every ${show(everyDays, 'days', units)}`} for ${show(days, 'days', units)}, until about ${dayOf(until)}.`
	}),
	prose: ({ prose: { text, amount } }) => ({ text, ...(amount !== null && { amount }) })
};

function addWords(what: Substance, verb: string): string {
	if (what.kind === 'concentrate') return `Shake bottle ${what.bottle}, then stir in`;
	if (what.kind !== 'jug') return `${verb} ${substanceWords(what)}, until it is clear`;
	return what.place === null
		? `${verb} from ${substanceWords(what)}`
		: `${verb} ${substanceWords(what)}: from ${jugName(what, 'the jug')}`;
}

function pourWords({ what, amount, part, band }: StepOf<'pour'>, units: Units): Words {
	const liquid = substanceWords(what);
	const much = amountWords(amount, units);
	switch (part) {
		case 'all':
			return { text: `Stir in all of the ${liquid}`, amount: much };
		case 'half':
			return { text: `Stir in half of the ${liquid} first`, amount: much };
		case 'rest':
			return {
				text: `Read the pH. Then stir in the rest of the ${liquid} little by little, about ${much}, until it shows`,
				amount: band ? bandWords(band) : much
			};
		case 'little':
			return {
				text: `Stir in no more than this of the ${liquid}, wait ten minutes and read the pH. Repeat until it shows ${band ? bandWords(band) : 'what it should'}`,
				amount: much
			};
	}
}

const CAUTIONS: Record<Exclude<Caution['code'], 'burns' | 'no-more'>, string> = {
	calcium:
		'Calcium goes in last and alone: as a concentrate it must never meet sulfates or phosphates.',
	dust: 'Keep the dust out of eyes and lungs; keep salts away from children and heat.',
	acid: 'Acid into water, never water into acid; gloves and goggles; never near bleach.',
	base: 'Base into water, little by little: it burns skin and eyes like acid does; gloves and goggles; never straight into acid.',
	rinse: 'Rinse funnel and spoon first: nothing of A may come into B.',
	keep: 'In the dark, cool but free of frost, away from children and from acids.',
	'a-then-b': 'Stir in A before you add B. Never put both in one jug: they form a white solid.',
	drain: 'On beds or lawn in small parts, or as local rules say; never into a stream.'
};

function cautionWords(step: Step, units: Units): string | null {
	const { caution } = step;
	if (step.verb === 'prose') return step.prose.caution;
	if (caution === null) return null;
	if (caution.code === 'no-more')
		return `No more than ${amountWords(caution.amount, units)} in a day: the rest tomorrow.`;
	if (caution.code !== 'burns') return CAUTIONS[caution.code];
	if (step.verb !== 'thin' || step.what.kind !== 'ph') return null;
	const { way, bottle } = step.what;
	return `${capital(bottleCalled(bottle))} burns at once: goggles and gloves; always the ${way} into the cold water, never water onto it; ${PH_SUBSTANCES[bottle.kind].never}.`;
}

/** Water, salts and the grower's money of a change of all of it. */
export const costWords = ({ litres, grams, money }: ChangeCost, units: Units): string =>
	`${show(litres, 'volume', units)} of water and ${show(grams, 'salt', units)} of salts${money === null ? '' : `, ${money.toFixed(2)} of your money`}`;

function whyWords(step: Step, units: Units): string | null {
	const { why } = step;
	if (step.verb === 'water') return rootsWords(step, units);
	switch (why?.code) {
		case 'ph-now':
			return `The pH is about ${why.ph.toFixed(1)} now.`;
		case 'second-follows':
			return 'The second acid does the rest.';
		case 'bottle-twice':
			return `One bottle twice leaves the plants without the other. It costs ${costWords(why.cost, units)}.`;
		default:
			return null;
	}
}

const rootsWords = ({ reachMm }: StepOf<'water'>, units: Units): string =>
	reachMm === null
		? 'Their roots are still in the cube.'
		: `Their roots have ${show(reachMm, 'size', units)} to grow down. Drench the medium once first and keep the valves shut. After that unlatch each valve, see that it floats, and open the tap.`;

/** A step in words, in the units of who reads it. */
export function told(step: Step, units: Units): Told {
	const render = WORDS[step.verb] as Renderer<Step['verb']>;
	const { text, amount = null } = render(step as never, units);
	return { text, amount, why: whyWords(step, units), caution: cautionWords(step, units) };
}

/** What is in the hand's way, each said once. */
export const cautionsOf = (steps: readonly Step[], units: Units): string[] => [
	...new Set(steps.flatMap((step) => told(step, units).caution ?? []))
];
