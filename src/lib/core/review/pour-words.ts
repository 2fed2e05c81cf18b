import type { PhBottle, Pour, PourState, SystemModel } from '../model';
import { ACID_KINDS, BASE_KINDS, namedLiquid, percentWords, PH_SUBSTANCES } from '../shelf';
import { capital, names } from '../quantity';

/** One step of pouring, in words. */
export interface PourStep {
	text: string;
	amount: string | null;
	/** A reading follows it. */
	reads: boolean;
	caution: string | null;
}

export const ACID_CAUTION =
	'Acid into water, never water into acid; gloves and goggles; never near bleach.';
export const BASE_CAUTION =
	'Base into water, little by little: it burns skin and eyes like acid does; gloves and goggles; never straight into acid.';

/** How a bottle is called: with its strength, and where that is not known, so that no amount can be read for it. */
export function bottleCalled(bottle: PhBottle): string {
	const { kind, percent, state } = bottle;
	if (state === 'said') return namedLiquid(kind, percent);
	if (state === 'no-strength') return `${PH_SUBSTANCES[kind].name} of unknown strength`;
	return PH_SUBSTANCES[kind].way;
}

/** What is in it, and that it is assumed where no label says so. */
export const substanceCalled = ({ kind, state }: PhBottle): string =>
	`${PH_SUBSTANCES[kind].name}${state === 'ask' || state === 'unnamed' ? ' (assumed)' : ''}`;

/** Which bottle is asked for first, by its name in the mix; null: none. */
export function bottleAsked({ way, pour, then }: PourState): 'acid' | 'base' | 'secondAcid' | null {
	if (pour.kind === 'ask') return way;
	return then?.pour.kind === 'ask' ? 'secondAcid' : null;
}

/** Why no amount of it is told, in a sentence with what would do; null: there is an amount of all of it. */
export function whyNoAmount(
	{ way, bottle, pour, then }: PourState,
	say: SystemModel['say']
): string | null {
	const why = whyNoneOf({ way, bottle, pour }, say);
	if (why !== null || then === null) return why;
	return then.pour.kind === 'ask'
		? 'Second acid: say first which bottle'
		: whyNoneOf({ way, ...then }, say);
}

function whyNoneOf(
	{ way, bottle, pour }: Omit<PourState, 'then'>,
	say: SystemModel['say']
): string | null {
	const { name } = PH_SUBSTANCES[bottle.kind];
	const kinds = way === 'acid' ? ACID_KINDS : BASE_KINDS;
	const any = names(kinds.map((kind) => PH_SUBSTANCES[kind].name)).replace(' and ', ' or ');
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

/** What is done with the bottle, step by step. */
export function pourSteps(state: PourState, band: string, say: SystemModel['say']): PourStep[] {
	const why = whyNoAmount(state, say);
	const { way, bottle, pour, then } = state;
	const caution = way === 'acid' ? ACID_CAUTION : BASE_CAUTION;
	if (why !== null)
		return [
			{ text: why, amount: null, reads: false, caution: bottleAsked(state) ? null : caution }
		];
	const called = bottleCalled(bottle);
	if (pour.kind === 'by-meter')
		return [
			{
				text: `Stir in no more than this of the ${called}, wait ten minutes and read the pH; again and again, until it shows ${band}`,
				amount: say(pour.stepMl, 'liquid'),
				reads: true,
				caution
			}
		];
	const known = pour as Known;
	if (then === null) return [...thinning(known, state, say), ...byHalves(known, state, band, say)];
	const second = { way, ...then };
	const rest = then.pour as Known;
	return [
		...thinning(known, state, say),
		{
			text: `Stir in all of the ${pouredAs(known, state)}: the second acid does the rest`,
			amount: say(known.ml + known.waterMl, 'liquid'),
			reads: false,
			caution
		},
		...thinning(rest, second, say),
		...byHalves(rest, second, band, say)
	];
}

type Known = Extract<Pour, { kind: 'pour' }>;
type Of = Pick<PourState, 'way' | 'bottle'>;

/** What is poured into the tank: the bottle's own, or what it was thinned to. */
const pouredAs = ({ ml, waterMl }: Known, { way, bottle }: Of): string =>
	waterMl > 0
		? `thinned ${way} (${bottleCalled(bottle)} in ${Math.round(waterMl / ml)} times its volume of water)`
		: bottleCalled(bottle);

function thinning(
	{ ml, waterMl }: Known,
	{ way, bottle }: Of,
	say: SystemModel['say']
): PourStep[] {
	const called = bottleCalled(bottle);
	if (waterMl === 0) return [];
	return [
		{
			text: `Thin it first: pour ${say(ml, 'liquid')} of ${called} slowly into this much cold water, in a jug of its own`,
			amount: say(waterMl, 'liquid'),
			reads: false,
			caution: `${capital(called)} burns at once: goggles and gloves; always the ${way} into the cold water, never water onto it; ${PH_SUBSTANCES[bottle.kind].never}.`
		}
	];
}

function byHalves(pour: Known, of: Of, band: string, say: SystemModel['say']): PourStep[] {
	const caution = of.way === 'acid' ? ACID_CAUTION : BASE_CAUTION;
	const half = say((pour.ml + pour.waterMl) / 2, 'liquid');
	const what = pouredAs(pour, of);
	return [
		{ text: `Stir in half of the ${what} first`, amount: half, reads: false, caution },
		{
			text: `Read the pH, then the rest of the ${what} little by little, about ${half}, to`,
			amount: band,
			reads: true,
			caution
		}
	];
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
