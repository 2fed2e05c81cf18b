import { anyOf, lowerFirst, names } from '../../quantity';
import { ELEMENT_NAME, LIMITED, NUTRIENTS, type Nutrient, TRACES } from '../../nutrients';
import { type Change, saltsIn, withSalt } from '../../design';
import { type SaltId, USUAL_SALTS, plainSalt } from '../../shelf';
import { SystemModel } from '../../model';
import { type Fix, type Rule, availableFixes, set } from '../finding';
import { say } from '../sentence';

/** Rounding is no excess. */
const TOLERANCE = 1 + 1e-6;

/** So little nitrogen has no share of ammonium worth a word, mg/L. */
const NO_NITROGEN_MGL = 1;

/** What brings an element, the best first. */
const BRINGS: Record<Nutrient, SaltId[]> = {
	N: ['calcium-nitrate-4h', 'potassium-nitrate'],
	P: ['monopotassium-phosphate'],
	K: ['potassium-nitrate', 'potassium-sulfate'],
	Ca: ['calcium-nitrate-4h'],
	Mg: ['magnesium-sulfate-7h'],
	S: ['magnesium-sulfate-7h', 'potassium-sulfate'],
	Fe: ['iron-dtpa-11'],
	Mn: ['manganese-sulfate-1h'],
	Zn: ['zinc-sulfate-7h'],
	Cu: ['copper-sulfate-5h'],
	B: ['boric-acid'],
	Mo: ['sodium-molybdate-2h']
};

const nameOf = (e: keyof typeof ELEMENT_NAME): string => ELEMENT_NAME[e] ?? e;

/** mg/L as the sheet shows them. */
const mgL = (value: number): string =>
	String(Number(value.toFixed(value < 0.995 ? 2 : value < 9.95 ? 1 : 0)));

const saltName = (id: SaltId): string => lowerFirst(plainSalt(id));

/** Elements of the mix over their limit, and ammonium over its share of the nitrogen. */
function overLimits({ mix, sourceWater, parameters: { limits, mixing } }: SystemModel): {
	said: string[];
	water: string[];
} {
	const { elementsMgL: holds } = mix.salts.result;
	const water = sourceWater as Partial<Record<Nutrient | 'Na' | 'Cl', number>>;
	const over = LIMITED.filter((e) => holds[e] > limits[e].value * TOLERANCE);
	const said = over.map(
		(e) => `${mgL(holds[e])} mg/L of ${nameOf(e)} where ${limits[e].value} is the most`
	);
	if (
		holds.N > NO_NITROGEN_MGL &&
		holds.NH4N > mixing.ammoniumShare.value * holds.N * TOLERANCE + Number.EPSILON
	)
		said.push(
			`${Math.round((100 * holds.NH4N) / holds.N)} % of its nitrogen as ammonium where ${Math.round(100 * mixing.ammoniumShare.value)} % is the most`
		);
	const byWater = over.filter((e) => (water[e] ?? 0) > limits[e].value);
	return { said, water: byWater.map(nameOf) };
}

/** The usual bags in place of what it is mixed from. */
const usualBags: Change[] = [
	set('operation.mix.source', { kind: 'salts', saltIds: USUAL_SALTS }),
	set('operation.mix.method', 'meter')
];

/** More of an element than roots and leaves bear, whatever brings it. */
export const overLimit: Rule = (model) => {
	const { said, water } = overLimits(model);
	if (said.length === 0) return [];
	const words = [
		`The mix holds ${names(said, 8)}: it harms roots and leaves.`,
		water.length > 0
			? `The source water alone brings too much ${names(water)}; thin it with rain or filtered water before anything is added.`
			: ''
	];
	return [
		{
			code: 'mix-over-limit',
			step: 'mix',
			severity: 'stop',
			subject: 'mix',
			message: words.filter(Boolean).join(' '),
			fixes: () =>
				withinLimits(model).filter(({ change }) => overLimits(model.with(change)).said.length === 0)
		}
	];
};

/** Less of it, by the label or the meter, or other bags; each is still to be tried. */
function withinLimits({ mix, operation }: SystemModel): Fix[] {
	const { source, method, labelShare } = operation.mix;
	const weaker = Math.floor(mix.recommendedMsCm * 20) / 20;
	const effect = 'within every limit';
	const doses = [0.5, 0.25, 0.1].filter((share) => method === 'label' && share < labelShare);
	return availableFixes(
		...(source.kind === 'salts' ? [] : doses).map((share) => ({
			label: `${share * 100} % of the label dose`,
			effect,
			change: [set('operation.mix.labelShare', share)]
		})),
		source.kind !== 'salts' && {
			label: 'Weigh it from salts instead',
			effect,
			change: usualBags
		},
		method === 'meter' &&
			weaker < mix.strengthMsCm && {
				label: `Mix at ${say(weaker, 'strength')}`,
				effect,
				change: [set('operation.mix.strengthMsCm', null)]
			}
	);
}

/** Elements the mix leaves under half of what it should hold at its strength. */
const lacking = ({ mix, parameters }: SystemModel): Nutrient[] => {
	const least = parameters.thresholds.lackingShare.value;
	return NUTRIENTS.filter((e) => mix.salts.result.elementsMgL[e] < least * mix.targetsMgL[e]);
};

/** The fewest bags that bring what is lacking, tried one by one; null where they do not. */
function bagsFor(model: SystemModel): { added: SaltId[]; change: Change[] } | null {
	const { source, method } = model.operation.mix;
	if (method === 'label') return null;
	const before = saltsIn(source);
	let saltIds = before;
	let at = model;
	for (let left = lacking(at); left.length > 0;) {
		const bag = left
			.flatMap((e) => BRINGS[e])
			.find(
				(id) =>
					!saltIds.includes(id) && lacking(withBags(model, [...saltIds, id])).length < left.length
			);
		if (!bag) return null;
		saltIds = [...saltIds, bag];
		at = withBags(model, saltIds);
		left = lacking(at);
	}
	return {
		added: saltIds.slice(before.length),
		change: changeTo(model, saltIds)
	};
}

/** The source with these bags; those it has already stay as they are. */
function changeTo({ operation }: SystemModel, saltIds: readonly SaltId[]): Change[] {
	const { source } = operation.mix;
	const had = saltsIn(source);
	const next = saltIds.filter((id) => !had.includes(id)).reduce(withSalt, source);
	return source.kind === 'salts' && next.kind === 'salts'
		? [set('operation.mix.source.saltIds', next.saltIds)]
		: [set('operation.mix.source', next)];
}

const withBags = (model: SystemModel, saltIds: readonly SaltId[]): SystemModel =>
	model.with(changeTo(model, saltIds));

/** An element the crops need and the mix does not give. */
export const lacks: Rule = (model) => {
	if (model.waterUse.crops.length === 0) return [];
	const short = lacking(model);
	if (short.length === 0) return [];
	return [
		{
			code: 'mix-lacks',
			step: 'mix',
			severity: 'look',
			subject: 'mix',
			message: [...whatIsShort(model, short), ...whyShort(model, short)].join(' '),
			fixes: () => {
				const bags = bagsFor(model);
				return availableFixes(addBags(model, bags), usualSalts(model, bags), mixStronger(model));
			}
		}
	];
};

/** What the mix holds too little of, and whether it has traces at all. */
function whatIsShort({ mix }: SystemModel, short: readonly Nutrient[]): string[] {
	const holds = mix.salts.result.elementsMgL;
	const traces: readonly Nutrient[] = TRACES;
	const noTraces = TRACES.every((e) => holds[e] === 0);
	const amounts = short
		.filter((e) => !(noTraces && traces.includes(e)))
		.map((e) => `${nameOf(e)} (${mgL(holds[e])} of ${mgL(mix.targetsMgL[e])} mg/L)`);
	const said: string[] = [];
	if (amounts.length > 0)
		said.push(
			`The mix lacks ${names(amounts, NUTRIENTS.length)}: growth stops and leaves show it within two weeks.`
		);
	if (noTraces)
		said.push(
			`It holds no trace elements at all, no ${anyOf(TRACES.map(nameOf))}: young leaves yellow and tips die back.`
		);
	return said;
}

/** Water that takes the strength for itself, or limits that hold the mix back. */
function whyShort(model: SystemModel, short: readonly Nutrient[]): string[] {
	const { mix } = model;
	const aim = say(mix.aimMsCm, 'strength');
	if (mix.waterMsCm >= model.limit('waterTakes') * mix.aimMsCm && short.includes('N'))
		return [
			`The source water alone is ${say(mix.waterMsCm, 'strength')} of the ${aim} aimed at, which leaves ${mgL(mix.salts.result.elementsMgL.N)} mg/L of nitrogen.`
		];
	if (mix.expectedMsCm < mix.aimMsCm * model.limit('reachedShare'))
		return [
			`Kept within the limits it comes to ${say(mix.expectedMsCm, 'strength')} of the ${aim} aimed at.`
		];
	return [];
}

/** With a change nothing is lacking, and nothing is too much. */
function mends(model: SystemModel, change: Change[]): boolean {
	const after = model.with(change);
	return lacking(after).length === 0 && overLimits(after).said.length === 0;
}

type Bags = ReturnType<typeof bagsFor>;

function addBags(model: SystemModel, bags: Bags): Fix | false {
	if (!bags || !mends(model, bags.change)) return false;
	const added = bags.added.map(saltName);
	return {
		label:
			added.length > 2 ? `Add the ${added.length} salts that bring them` : `Add ${names(added)}`,
		effect: `${names(added, 5)}: nothing is under half its target any more`,
		change: bags.change
	};
}

/** Where no few bags do, or it is no salt that is dosed. */
function usualSalts(model: SystemModel, bags: Bags): Fix | false {
	const product = model.operation.mix.source.kind !== 'salts';
	if (!product && bags && bags.added.length <= 3) return false;
	return (
		mends(model, usualBags) && {
			label: product ? 'Weigh it from salts instead' : 'Take the ten usual salts',
			effect: 'brings all twelve elements',
			change: usualBags
		}
	);
}

function mixStronger(model: SystemModel): Fix | false {
	const { mix, operation } = model;
	const stronger = Math.round(mix.range.high * 20) / 20;
	const change = [set('operation.mix.strengthMsCm', stronger)];
	if (operation.mix.method !== 'meter' || stronger <= mix.aimMsCm) return false;
	if (!mends(model, change)) return false;
	const nitrogen = model.with(change).mix.salts.result.elementsMgL.N;
	return {
		label: `Mix at ${say(stronger, 'strength')}`,
		effect: `as strong as these crops take, nitrogen ${mgL(nitrogen)} mg/L`,
		change
	};
}
