import type { SystemModel } from '../model';
import type { NamedBottle, Pouring } from '../procedure';
import { ACID_KINDS, BASE_KINDS, namedLiquid, percentWords, PH_SUBSTANCES } from '../shelf';
import { anyOf, capital } from '../quantity';

/** How a bottle is called: with its strength, and where that is not known, so that no amount can be read for it. */
export function bottleCalled(bottle: NamedBottle): string {
	const { kind, percent, state } = bottle;
	if (state === 'said') return namedLiquid(kind, percent);
	if (state === 'no-strength') return `${PH_SUBSTANCES[kind].name} of unknown strength`;
	return PH_SUBSTANCES[kind].way;
}

/** What is in it, and that it is assumed where no label says so. */
export const substanceCalled = ({ kind, state }: NamedBottle): string =>
	`${PH_SUBSTANCES[kind].name}${state === 'ask' || state === 'unnamed' ? ' (assumed)' : ''}`;

/** Why no amount of it is told, in a sentence with what would do; null: there is an amount of all of it. */
export function whyNoAmount(
	{ way, bottle, pour, then }: Pouring,
	say: SystemModel['say']
): string | null {
	const why = whyNoneOf({ way, bottle, pour }, say);
	if (why !== null || then === null) return why;
	return then.pour.kind === 'ask'
		? 'Second acid: say first which bottle'
		: whyNoneOf({ way, ...then }, say);
}

function whyNoneOf(
	{ way, bottle, pour }: Omit<Pouring, 'then'>,
	say: SystemModel['say']
): string | null {
	const { name } = PH_SUBSTANCES[bottle.kind];
	const kinds = way === 'acid' ? ACID_KINDS : BASE_KINDS;
	const any = anyOf(kinds.map((kind) => PH_SUBSTANCES[kind].name));
	switch (pour.kind) {
		case 'ask':
			return `${capital(way)}: say first which bottle`;
		case 'unnamed':
			return `The label does not name its ${way}: do not use this bottle. Buy ${any} with its strength on the label`;
		case 'no-strength':
			return `${capital(name)} without its strength on the label is not used: it burns. Buy one whose label says its percent`;
		case 'shared':
			return `Two acids are shared out by their strengths, and the label of the ${name} names none: buy one that does, or use one acid`;
		case 'no-meter':
			return `${capital(name)} of unknown strength is used only with a pH meter in the tank`;
		case 'too-strong':
			return `${capital(bottleCalled(bottle))} is too dangerous to be thinned at home: buy one of ${percentWords(pour.mostPercent)} at most`;
		case 'too-thin':
			return `${capital(bottleCalled(bottle))} is too thin: it would take ${say(pour.ml / 1000, 'volume')} of it. Use one of ${percentWords(Math.ceil(pour.leastPercent * 10) / 10)} at least`;
		default:
			return null;
	}
}

/** What moves the pH of a mix: one acid, two, or a base. */
export function dosedBy({
	bottles,
	phDose
}: Pick<SystemModel['mix'], 'bottles' | 'phDose'>): string {
	if (phDose?.way === 'base') return substanceCalled(bottles.base);
	return [bottles.acid, ...(bottles.second ? [bottles.second] : [])]
		.map(substanceCalled)
		.join(' and ');
}
