import type { PhDose, SystemModel } from '../../model';
import { ELEMENT_NAME } from '../../nutrients';
import { lowerFirst, names } from '../../quantity';
import {
	ACID_KINDS,
	namedLiquid,
	percentOf,
	PH_SUBSTANCES,
	type AcidKind,
	type BaseKind
} from '../../shelf';
import { availableFixes, set, type Fix, type Rule } from '../finding';
import { bottleCalled, substanceCalled, whyNoAmount } from '../pour-words';
import { say } from '../sentence';

type Way = 'acid' | 'base';
const bottlePath = (way: Way) => `operation.mix.${way}`;
/** A bottle to buy or make: figures are worked out with it, and no amount is told until it is in the hand. */
const another = (way: Way, kind: AcidKind | BaseKind, percent: number) =>
	set(bottlePath(way), { kind, percent, said: false });

/** A bottle that no amount can be told of, and what would do. */
export const notUsable: Rule = (model) => {
	const { pour: state, mix } = model;
	if (!state || state.pour.kind === 'ask') return [];
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
				change: [another(way, kind, percent)]
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
};

/** So little of an acid or a base that the first drop is too much. */
export const pours: Rule = (model) => {
	const { pour: state, mix } = model;
	if (state?.pour.kind !== 'pour') return [];
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
								change: [set(bottlePath(way), { kind: bottle.kind, percent, said: true })]
							}
						]
					: []
		}
	];
};

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

/** How far a mix lies from what it should hold, over the elements an acid can bring. */
const distance = ({ mix }: SystemModel): number =>
	(['N', 'P', 'S'] as const).reduce(
		(sum, e) =>
			sum + ((mix.salts.result.elementsMgL[e] - mix.targetsMgL[e]) / mix.targetsMgL[e]) ** 2,
		0
	);

/** Acids that leave every element within what the crops take, the one that fits this water and recipe first. */
function fitting(model: SystemModel): Fix[] {
	const { bottle } = model.pour!;
	const tried = ACID_KINDS.filter((kind) => kind !== bottle.kind).map((kind) => {
		const percent = PH_SUBSTANCES[kind].sold[0]!;
		const change = [another('acid', kind, percent)];
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

/** Another water of this place with which the acid no longer brings too much. */
function softer(model: SystemModel): Fix[] {
	const now = model.sourceWater.alkalinityMeqL;
	return model.place.waters
		.filter(({ id, alkalinityMeqL }) => id !== model.operation.waterId && alkalinityMeqL < now)
		.map(({ id, name, alkalinityMeqL }) => ({
			label: `Use ${lowerFirst(name)}`,
			effect: `${say(alkalinityMeqL, 'charge')} of alkalinity instead of ${say(now, 'charge')}`,
			change: [set('operation.waterId', id)]
		}))
		.filter(({ change }) => tooMuch(model.with(change)).length === 0);
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
			message: `${say(mix.phDose!.addsMgL[first!]!, 'concentration')} of ${ELEMENT_NAME[first!]} comes with the ${substanceCalled(bottle)} that this water needs: the mix then holds ${say(holds, 'concentration')}, and these crops take ${say(low, 'concentration')} to ${say(high, 'concentration')}. Another ${state.way}, or softer water, brings less.`,
			off: holds / high - 1,
			fixes: () =>
				state.way === 'acid' ? availableFixes(...fitting(model), ...softer(model)) : softer(model)
		}
	];
};
