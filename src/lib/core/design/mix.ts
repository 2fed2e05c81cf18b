import { z } from 'zod';
import { key, oneOf, quantity, refuseRepeats, text } from '../quantity';
import { ACID_KINDS, BASE_KINDS, labelSchema, SALT_IDS, type SaltId } from '../shelf';

const saltId = z.enum(SALT_IDS, { error: () => `salt must be one of ${SALT_IDS.join(', ')}` });

/** A product as its label prints it. */
const productFields = {
	name: text('name of the product', 60),
	form: oneOf('form', ['powder', 'liquid']),
	label: labelSchema,
	/** kg/L of a liquid; a powder is weighed. */
	densityKgL: quantity('density', 'density', { min: 0.7, max: 2 }),
	/** The label's full dose: g or mL to a litre. */
	labelDosePerL: quantity('label dose', 'labelDose', { above: 0, max: 100 }),
	/** What of it plants find at once; the rest of an organic feed is set free later, or never. */
	available: quantity('part that plants find', 'share', { min: 0.05, max: 1 }).optional(),
	/** Until all of that is set free. */
	availableDays: quantity('days until it is set free', 'days', { min: 0, max: 180 }).optional()
};

const itemFields = {
	id: key('ingredient'),
	/** Parts of it, held in this ratio to the others that have some; null: as much as fits best. */
	parts: quantity('parts', 'ratio', { min: 0.01, max: 1000 }).nullable()
};
const mixItem = z.discriminatedUnion(
	'kind',
	[
		z.strictObject({ ...itemFields, kind: z.literal('salt'), saltId }),
		z.strictObject({ ...itemFields, kind: z.literal('product'), ...productFields })
	],
	{ error: () => 'kind of ingredient must be one of salt, product' }
);

/** What the nutrients come out of: salts weighed from bags, a product by its label, or several of either. */
export const nutrientSource = z.discriminatedUnion(
	'kind',
	[
		z.strictObject({
			kind: z.literal('salts'),
			saltIds: z.array(saltId).min(1, 'choose at least one salt').max(SALT_IDS.length)
		}),
		z.strictObject({ kind: z.literal('product'), ...productFields }),
		z
			.strictObject({
				kind: z.literal('several'),
				items: z.array(mixItem).min(1, 'choose at least one ingredient').max(20),
				/** What a part of a powder is: a gram, or a level scoop of it. A liquid's is a millilitre. */
				partsAre: oneOf('parts are', ['grams', 'scoops']).default('grams')
			})
			.superRefine(({ items }, context) => {
				refuseRepeats(context, items, 'items');
				refuseTwice(context, items);
			})
	],
	{ error: () => 'nutrient source must be one of salts, product, several' }
);
export type NutrientSource = z.infer<typeof nutrientSource>;

/** The same bag twice is one bag. */
function refuseTwice(
	context: z.core.$RefinementCtx,
	items: readonly z.infer<typeof mixItem>[]
): void {
	const seen = new Set<string>();
	items.forEach((item, i) => {
		const what = item.kind === 'salt' ? item.saltId : JSON.stringify(item.label);
		if (seen.has(what))
			context.addIssue({
				code: 'custom',
				path: ['items', i],
				message: `${item.kind === 'salt' ? item.saltId : item.name} stands twice`
			});
		seen.add(what);
	});
}

const target = (name: string) =>
	quantity(`target for ${name}`, 'concentration', { above: 0, max: 2000 }).optional();
const ownTargets = {
	...{ N: target('nitrogen'), P: target('phosphorus'), K: target('potassium') },
	...{ Ca: target('calcium'), Mg: target('magnesium'), S: target('sulfur') },
	...{ Fe: target('iron'), Mn: target('manganese'), Zn: target('zinc') },
	...{ Cu: target('copper'), B: target('boron'), Mo: target('molybdenum') }
};

/** A tub as most have it. */
export const USUAL_TUB_L = 20;

/** A bottle of acid or base, as far as its label goes. */
const phBottle = <const K extends readonly [string, ...string[]]>(
	what: 'acid' | 'second acid' | 'base',
	kinds: K
) =>
	z.strictObject({
		/** `unnamed`: its label does not say what is in it. */
		kind: oneOf(what, kinds),
		/** By weight; null: its label does not say. */
		percent: quantity(`strength of the ${what}`, 'percent', { min: 0.001, max: 100 }).nullable(),
		/** The grower read it off the bottle in hand; until then no amount is told. */
		said: z.boolean(`said must be true or false`)
	});

export const mixSchema = z.strictObject({
	/** null: what the planted crops want at their stage. */
	strengthMsCm: quantity('strength', 'strength', { min: 0.2, max: 6 }).nullable(),
	/** `meter`: dose to a strength; `label`: the label's dose, for who owns no meter. */
	method: oneOf('method', ['meter', 'label']),
	/** Part of the label's dose. */
	labelShare: quantity('part of the label dose', 'share', { min: 0.1, max: 1.5 }),
	/** What is mixed for. */
	fills: oneOf('what is filled', ['tank', 'reserve', 'loop', 'tub']).default('tank'),
	/** What the tub holds that is mixed in before it is poured on; not said: a common one. */
	tubL: quantity('size of the mixing tub', 'volume', { min: 0.5, max: 1000 }).optional(),
	source: nutrientSource,
	/** The least a scale shows, g; with scoops, a powder's own scoop is. */
	measure: z
		.strictObject({
			by: oneOf('measured by', ['scale', 'scoops']),
			stepG: quantity('the scale shows steps of', 'salt', { min: 0.001, max: 10 })
		})
		.default({ by: 'scale', stepG: 0.1 }),
	/** The recipe kept as two bottles of concentrate; null: weighed anew for each fill. */
	bottles: z
		.strictObject({
			doseMlPerL: quantity('dose of each bottle', 'liquid', { min: 1, max: 50 }),
			bottleL: quantity('size of a bottle', 'volume', { min: 0.05, max: 1000 }),
			shedC: quantity('coldest they stand', 'temperature', { min: 0, max: 40 }),
			madeOn: z.iso.date('made on must be a date, YYYY-MM-DD').nullable().default(null)
		})
		.nullable()
		.default(null),
	/** What lowers pH; null: nobody has said which bottle there is. */
	acid: phBottle('acid', [...ACID_KINDS, 'unnamed'])
		.nullable()
		.default(null),
	/** A second acid that does part of the work, where one alone would bring too much of its element. */
	secondAcid: phBottle('second acid', [...ACID_KINDS, 'unnamed'])
		.extend({ share: quantity('part of the work', 'share', { min: 0.05, max: 0.95 }) })
		.optional(),
	/** What raises it; null: nobody has said. */
	base: phBottle('base', [...BASE_KINDS, 'unnamed'])
		.nullable()
		.default(null),
	/** Amounts the grower holds themselves, g a litre, by salt or by the product's name; the rest is fitted round them. */
	held: z
		.record(z.string().max(120), quantity('grams a litre', 'salt', { min: 0, max: 50 }))
		.default({}),
	/** Targets of the grower's own, mg/L at full strength, by element; the others are the usual. */
	profile: z.strictObject(ownTargets).default({}),
	/** Fish live in the loop and feed it: nothing is dosed. */
	fish: z.boolean('fish must be true or false').default(false)
});

export type MixSettings = z.infer<typeof mixSchema>;
type Several = Extract<NutrientSource, { kind: 'several' }>;
export type MixSourceItem = Several['items'][number];
export type Product = Omit<Extract<NutrientSource, { kind: 'product' }>, 'kind'>;

/** Whatever kind of source it is, as one list of ingredients. */
export function itemsOf(source: NutrientSource): readonly MixSourceItem[] {
	if (source.kind === 'several') return source.items;
	if (source.kind === 'product') return [{ ...source, id: 'product', parts: null }];
	return source.saltIds.map((id) => saltItem(id));
}

/** A salt as an ingredient of several. */
export const saltItem = (saltId: SaltId, parts: number | null = null): MixSourceItem => ({
	id: saltId,
	kind: 'salt',
	saltId,
	parts
});

/** It can be dosed by what is printed alone: no salt is in it. */
export const labelled = (source: NutrientSource): boolean =>
	itemsOf(source).every(({ kind }) => kind === 'product');

/** The same source with one salt more, as much of it as fits best. */
export function withSalt(source: NutrientSource, saltId: SaltId): NutrientSource {
	if (source.kind === 'salts') return { ...source, saltIds: [...source.saltIds, saltId] };
	const partsAre = source.kind === 'several' ? source.partsAre : 'grams';
	return { kind: 'several', items: [...itemsOf(source), saltItem(saltId)], partsAre };
}

/** Which salts it holds already. */
export const saltsIn = (source: NutrientSource): SaltId[] =>
	itemsOf(source).flatMap((item) => (item.kind === 'salt' ? [item.saltId] : []));
