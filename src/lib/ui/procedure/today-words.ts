import type { Doubt, TodayPlan } from '$lib/core/logbook';
import type { Step } from '$lib/core/procedure';
import { capital, counted, names, show, type Units } from '$lib/core/quantity';
import { amountWords, costWords, substanceWords, told } from './words';

/** Of a long list of salts so many are told in the sentence. */
const MOST_SALTS = 3;

/** What is done today, in one breath; the list below it has every step. */
export function sentenceOf({ outcome, steps }: TodayPlan, units: Units): string {
	const fish = 'Nothing is dosed, and what the fish themselves need is not judged here.';
	switch (outcome.kind) {
		case 'nothing':
			return `It is full and at its strength, ${show(outcome.msCm, 'strength', units)}: nothing to do today.`;
		case 'doubt':
			return 'Something does not fit. Read it again before you do anything.';
		case 'no-way':
			return outcome.reason;
		case 'fish':
			return outcome.full ? `It is full. ${fish}` : `${breath(steps, units)} ${fish}`;
		case 'do':
			return breath(steps, units);
	}
}

function breath(steps: readonly Step[], units: Units): string {
	const into = [...added(steps, units), ...forPh(steps, units)];
	const done = [
		...watered(steps, units),
		...(into.length > 0 ? [`stir in ${names(into, 12)}`] : [])
	];
	const none = steps.find(({ verb }) => verb === 'no-amount');
	return [...(done.length > 0 ? [names(done, 12)] : []), ...(none ? [told(none, units).text] : [])]
		.map((sentence) => `${capital(sentence)}.`)
		.join(' ');
}

const watered = (steps: readonly Step[], units: Units): string[] =>
	steps.flatMap((step) => {
		if (step.verb === 'drain' && step.amount)
			return [`drain off ${amountWords(step.amount, units)}`];
		if (step.verb !== 'add-water') return [];
		return [`top up with ${amountWords(step.amount, units)} of ${substanceWords(step.what)}`];
	});

/** Both bottles, or the first of the salts and how many more. */
function added(steps: readonly Step[], units: Units): string[] {
	const all = steps.flatMap((step) => (step.verb === 'add' ? [step] : []));
	const most = all.some(({ what }) => what.kind === 'concentrate') ? all.length : MOST_SALTS;
	const said = all
		.slice(0, most)
		.map(({ amount, what }) => `${amountWords(amount, units)} of ${substanceWords(what)}`);
	const rest = all.length - said.length;
	return rest > 0 ? [...said, `${rest} more`] : said;
}

/** Acid or base as it comes out of its bottle. */
const forPh = (steps: readonly Step[], units: Units): string[] =>
	steps.flatMap((step) => {
		if (step.verb !== 'pour') return [];
		if (step.part === 'little') return [`${substanceWords(step.what)}, little by little`];
		if (step.ofBottle === null || step.what.kind !== 'ph') return [];
		const bottle = substanceWords({ ...step.what, waterTimes: 0 });
		return [`${amountWords(step.ofBottle, units)} of ${bottle}`];
	});

const ago = (days: number): string =>
	days === 0 ? 'today' : days === 1 ? 'yesterday' : `${days} days ago`;
const inDays = (days: number): string =>
	days === 0 ? 'today' : `in ${counted(days, ['day', 'days'])}`;

/** A reading that does not go with what is known, as it is asked about. */
export function doubtWords(doubt: Doubt, units: Units): string {
	const litres = (value: number) => show(value, 'volume', units);
	const strength = (value: number) => show(value, 'strength', units);
	switch (doubt.doubt) {
		case 'over-full':
			return `The tank holds ${litres(doubt.mostL)} to its rim, and you read ${litres(doubt.readL)}. Look at the tape again.`;
		case 'more':
			return `There was ${litres(doubt.wasL)} ${ago(doubt.days)}, and there is ${litres(doubt.readL)} now. Did somebody top it up?`;
		case 'gone':
			return `${litres(doubt.usedL)} went ${inDays(doubt.days)}, and these plants drink about ${litres(doubt.foretoldL)}. Is something leaking, or was the tape misread?`;
		case 'stayed':
			return `Only ${litres(doubt.usedL)} went ${inDays(doubt.days)}, and these plants drink about ${litres(doubt.foretoldL)}. Did the pump run, and was the tape read right?`;
		case 'too-strong':
			return `From what was in it the tank can be ${strength(doubt.boundMsCm)} at most, and you read ${strength(doubt.readMsCm)}. Did somebody feed it, is the meter off, or are the litres?`;
		case 'too-weak':
			return `From what was in it the tank should be ${strength(doubt.boundMsCm)} at least, and you read ${strength(doubt.readMsCm)}. Was it diluted, or is the meter off?`;
		case 'jump':
			return `The pH was ${doubt.was.toFixed(1)} ${ago(doubt.days)} and is ${doubt.read.toFixed(1)} now. Rinse the electrode, put it in its buffer, and read again.`;
	}
}

/** Why it is too strong. */
export const BECAUSE = {
	'drank-more':
		'The plants drank more than they ate, as in warm weather. Plain water brings it back.',
	'drank-much-more':
		'The plants drank much more than they ate, as in a hot week. Water alone no longer brings it back; a weaker mix in hot weeks does.'
};

/** Where so much would have to go that all of it may as well be changed. */
export const changeWords = ({ change, changeCost }: TodayPlan, units: Units): string | null =>
	change
		? `So much would have to go that you may as well change the tank: ${costWords(changeCost, units)}.`
		: null;
