import type { Change } from '../../design';
import type { PhDose, PourState, SystemModel } from '../../model';
import { ELEMENT_NAME } from '../../nutrients';
import { names } from '../../quantity';
import {
	ACID_KINDS,
	namedLiquid,
	percentOf,
	PH_SUBSTANCES,
	type AcidKind,
	type BaseKind
} from '../../shelf';
import { softer } from './softer-water';
import { availableFixes, set, type Fix, type Rule, type Said } from '../finding';
import { bottleCalled, substanceCalled, whyNoAmount } from '../pour-words';
import { say } from '../sentence';

type Bottle = 'acid' | 'secondAcid' | 'base';
/** A bottle to buy or make: figures are worked out with it, and no amount is told until it is in the hand. */
function another(
	model: SystemModel,
	bottle: Bottle,
	kind: AcidKind | BaseKind,
	percent: number,
	said = false
): Change {
	const next = { kind, percent, said };
	const share = model.operation.mix.secondAcid?.share;
	return set(`operation.mix.${bottle}`, bottle === 'secondAcid' ? { ...next, share } : next);
}

/** The bottles of a fill, each with what is done with it. */
const bottlesOf = (state: PourState) => [
	{ at: state.way as Bottle, state: { ...state, then: null } },
	...(state.then
		? [{ at: 'secondAcid' as const, state: { ...state, ...state.then, then: null } }]
		: [])
];

/** A bottle that no amount can be told of, and what would do. */
export const notUsable: Rule = (model) =>
	model.pour ? bottlesOf(model.pour).flatMap(({ at, state }) => notUsableAt(model, at, state)) : [];

function notUsableAt(model: SystemModel, at: Bottle, state: PourState): Said[] {
	const { mix } = model;
	if (state.pour.kind === 'ask') return [];
	const why = whyNoAmount(state, say as SystemModel['say']);
	if (why === null) return [];
	const { way, bottle, pour } = state;
	const thin = pour.kind === 'too-thin';
	const wanted = thin ? pour.leastPercent : 0;
	const kinds = way === 'acid' ? ACID_KINDS : (['k2co3', 'khco3', 'koh'] as const);
	const fixes = kinds.flatMap((kind): Fix[] => {
		const percent = PH_SUBSTANCES[kind].sold.find((p) => kind !== bottle.kind || p > wanted);
		if (percent === undefined) return [];
		return [
			{
				label: `Use ${namedLiquid(kind, percent)} instead`,
				effect: 'say so when the bottle is in your hand',
				change: [another(model, at, kind, percent)]
			}
		];
	});
	return [
		{
			code: thin ? 'acid-too-thin' : 'acid-not-usable',
			step: 'mix',
			severity: 'look',
			subject: 'mix',
			message: `${why}. ${say(mix.litres, 'volume')} stay at pH ${mix.phDose!.startPh.toFixed(1)} until then.`,
			...(thin && { off: pour.ml / (10 * mix.litres) - 1 }),
			fixes: () => fixes.slice(0, 3)
		}
	];
}

/** So little of an acid or a base that the first drop is too much. */
export const pours: Rule = (model) =>
	model.pour ? bottlesOf(model.pour).flatMap(({ at, state }) => poursAt(model, at, state)) : [];

function poursAt(model: SystemModel, at: Bottle, state: PourState): Said[] {
	const { mix } = model;
	if (state.pour.kind !== 'pour') return [];
	const { way, bottle, pour } = state;
	const { ml } = pour;
	const least = model.limit('leastPourMl');
	if (ml >= least) return [];
	const times = [10, 100, 1000].find((n) => ml * n >= least) ?? 1000;
	const percent = Number(percentOf(bottle.kind, bottle.molarity / times).toPrecision(3));
	return [
		{
			code: 'acid-too-strong',
			step: 'mix',
			severity: 'look',
			subject: 'mix',
			message: `The ${bottleCalled(bottle)} is so strong that ${say(mix.litres, 'volume')} needs ${say(ml, 'liquid')} of it: a drop too many is past the mark.`,
			off: least / Math.max(ml, 1e-6) - 1,
			fixes: () =>
				percent >= 0.001
					? [
							{
								label: `Make a bottle of ${namedLiquid(bottle.kind, percent)} first`,
								effect: `one part of it in ${times - 1} of cold water, ${way} into water; then ${say(ml * times, 'liquid')} of that`,
								change: [another(model, at, bottle.kind, percent, true)]
							}
						]
					: []
		}
	];
}

/** Rounding is no excess. */
const TOLERANCE = 1.01;
type Added = keyof PhDose['addsMgL'];

/** What of the mix the acid or base lifts over what these crops take. */
function tooMuch({ mix }: SystemModel): Added[] {
	const adds = mix.phDose?.addsMgL ?? {};
	return (Object.keys(adds) as Added[]).filter((e) => {
		const holds = mix.salts.result.elementsMgL[e];
		return holds > mix.bandsMgL[e].high * TOLERANCE && adds[e]! > MATTERS * holds;
	});
}
/** Less of an element than this part is the salts' affair. */
const MATTERS = 0.1;

/** A change after which neither acid nor base brings too much. */
const ends = (after: SystemModel): boolean => tooMuch(after).length === 0;

/** The best of each way out first: only a few are shown. */
function inTurn([best, ...others]: Fix[], ...ways: Fix[][]): (Fix | undefined)[] {
	return [best, ...ways.map(([first]) => first), ...others, ...ways.flatMap(([, ...rest]) => rest)];
}

/** How far a mix lies from what it should hold, over the elements an acid can bring. */
const distance = ({ mix }: SystemModel): number =>
	(['N', 'P', 'S'] as const).reduce(
		(sum, e) =>
			sum + ((mix.salts.result.elementsMgL[e] - mix.targetsMgL[e]) / mix.targetsMgL[e]) ** 2,
		0
	);

/** One acid does all of the work. */
const ALONE = set('operation.mix.secondAcid', undefined);

/** Acids that leave every element within what the crops take, the one that fits this water and recipe first. */
function fitting(model: SystemModel): Fix[] {
	const { bottle } = model.pour!;
	const tried = ACID_KINDS.filter((kind) => kind !== bottle.kind).map((kind) => {
		const percent = PH_SUBSTANCES[kind].sold[0]!;
		const change = [another(model, 'acid', kind, percent), ALONE];
		return { kind, percent, change, after: model.with(change) };
	});
	return tried
		.filter(({ after }) => after.mix.phDose !== null && tooMuch(after).length === 0)
		.sort((a, b) => distance(a.after) - distance(b.after))
		.map(({ kind, percent, change, after }) => ({
			label: `Use ${PH_SUBSTANCES[kind].name} instead`,
			effect: `${namedLiquid(kind, percent)}, say: ${bringsWords(after)}; name your bottle before you pour`,
			change
		}));
}

function bringsWords({ mix }: SystemModel): string {
	const brings = Object.entries(mix.phDose!.addsMgL).map(
		([e, mgL]) => `${say(mgL, 'concentration')} of ${ELEMENT_NAME[e as Added]}`
	);
	return brings.length > 0
		? `it brings ${names(brings)}, which these crops can use`
		: 'it brings no nutrient';
}

const SHARES = [0.2, 0.4, 0.6, 0.8];

/** The least of the work another acid has to do, so that neither brings too much. */
function shared(model: SystemModel): Fix[] {
	if (model.operation.mix.secondAcid) return [];
	const { bottle } = model.pour!;
	const tried = ACID_KINDS.filter((kind) => kind !== bottle.kind).flatMap((kind) => {
		const percent = PH_SUBSTANCES[kind].sold[0]!;
		for (const share of SHARES) {
			const change = [set('operation.mix.secondAcid', { kind, percent, said: false, share })];
			const after = model.with(change);
			if (after.mix.phDose !== null && tooMuch(after).length === 0)
				return [{ kind, percent, share, change, after }];
		}
		return [];
	});
	return tried
		.sort((a, b) => a.share - b.share || distance(a.after) - distance(b.after))
		.slice(0, 1)
		.map(({ kind, percent, share, change, after }) => ({
			label: `Let ${PH_SUBSTANCES[kind].name} do ${Math.round(100 * share)}% of the work`,
			effect: `${namedLiquid(kind, percent)}, say, after the ${PH_SUBSTANCES[bottle.kind].name}: ${bringsWords(after)}; name both bottles before you pour`,
			change
		}));
}

/** The acid alone brings more of its element than the crops take. */
export const bringsTooMuch: Rule = (model) => {
	const { mix, pour: state } = model;
	if (!state || model.waterUse.crops.length === 0) return [];
	const over = tooMuch(model);
	if (over.length === 0) return [];
	const { bottle } = state;
	const [first] = over;
	const holds = mix.salts.result.elementsMgL[first!];
	const { low, high } = mix.bandsMgL[first!];
	return [
		{
			code: 'acid-brings-too-much',
			step: 'mix',
			severity: 'look',
			subject: 'mix',
			message: `${say(mix.phDose!.addsMgL[first!]!, 'concentration')} of ${ELEMENT_NAME[first!]} comes with the ${[bottle, ...(state.then ? [state.then.bottle] : [])].map(substanceCalled).join(' and ')} that this water needs: the mix then holds ${say(holds, 'concentration')}, and these crops take ${say(low, 'concentration')} to ${say(high, 'concentration')}. Another ${state.way}, or softer water, brings less.`,
			off: holds / high - 1,
			fixes: () =>
				state.way === 'acid'
					? availableFixes(...inTurn(fitting(model), shared(model), softer(model, ends)))
					: softer(model, ends)
		}
	];
};
