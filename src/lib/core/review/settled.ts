import type { Settled } from '../design';
import type { SystemModel } from '../model';
import { METRIC } from '../quantity';
import type { Said } from './finding';
import { rendered, type SaidFigure } from './sentence';

/** Settled once, it comes again when its figure is so many times what it was. */
const WORSE = 1.1;
const ROUNDING = 1e-9;

/**
 * The figure a finding is judged by, the more the worse: how far it is past its limit, else the first figure it
 * says, which for what is minded is a weight, a volume or a height; null: it says none.
 */
export function judgedBy({ judged, off, message }: Said): number | null {
	if (judged !== undefined) return judged;
	if (off !== undefined) return 1 + off;
	const figures: SaidFigure[] = [];
	rendered(message, METRIC, figures);
	return figures[0]?.value ?? null;
}

/** What may be done about it, as a sign of whether that has changed. */
const signOf = (said: Said): string =>
	said
		.fixes()
		.map(({ change }) => change.map(({ path }) => path).join('+'))
		.join(' | ')
		.slice(0, 2000);

/** Whether a word that was given holds for what is said now. */
function holds(word: Settled, said: Said): boolean {
	if (word.code !== said.code) return false;
	const figure = judgedBy(said);
	if (word.figure !== null && figure !== null)
		return figure <= word.figure + (WORSE - 1) * Math.abs(word.figure) + ROUNDING;
	return word.subject === said.subject && (word.fixes ?? '') === signOf(said);
}

/** Whether the grower has settled it, for this system or for all of the place. */
export function isSettled(
	{ record, place }: Pick<SystemModel, 'record' | 'place'>,
	said: Said
): boolean {
	if (said.severity === 'stop') return false;
	return [...record.settled, ...place.settled].some((word) => holds(word, said));
}

/** The word as it is kept: with the figure it is given for, in place of an earlier one for the same. */
export function wordFor(model: SystemModel, before: readonly Settled[], said: Said): Settled[] {
	const figure = judgedBy(said);
	const word: Settled = {
		code: said.code,
		subject: said.subject,
		said: rendered(said.message, model.place.units).slice(0, 2000),
		figure,
		fixes: figure === null ? signOf(said) || null : null,
		on: model.today
	};
	const same = (other: Settled) =>
		other.code === word.code && (figure !== null || other.subject === word.subject);
	return [...before.filter((other) => !same(other)), word].slice(-100);
}
