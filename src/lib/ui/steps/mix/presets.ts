import { saltItem, type MixSourceItem, type NutrientSource } from '$lib/core/design';
import { USUAL_SALTS } from '$lib/core/shelf';

type Item = Extract<MixSourceItem, { kind: 'product' }>;
const TRACES = { Fe: 0.08, Mn: 0.03, Zn: 0.0025, Cu: 0.0012, B: 0.008, Mo: 0.0012 };

/** A bottle to begin from; its label is the grower's to type over. */
const ONE_BOTTLE: Omit<Item, 'id' | 'parts'> = {
	kind: 'product',
	name: 'One-bottle feed',
	form: 'liquid',
	label: { N: 6, NO3N: 5, NH4N: 1, P2O5: 4, K2O: 8, CaO: 4, MgO: 1.6, SO3: 3, ...TRACES },
	densityKgL: 1.2,
	labelDosePerL: 4
};
const POWDER: Omit<Item, 'id' | 'parts'> = {
	kind: 'product',
	name: 'Complete powder',
	form: 'powder',
	label: {
		...{ N: 5, NO3N: 5, P2O5: 11, K2O: 38, MgO: 6, SO3: 12 },
		...{ Fe: 0.3, Mn: 0.07, Zn: 0.015, Cu: 0.007, B: 0.04, Mo: 0.006 }
	},
	densityKgL: 1,
	labelDosePerL: 0.6
};
const BOTTLE_A: Omit<Item, 'id' | 'parts'> = {
	kind: 'product',
	name: 'Bottle A',
	form: 'liquid',
	label: { N: 5, NO3N: 4.6, NH4N: 0.4, K2O: 3.5, CaO: 5.6, Fe: 0.07 },
	densityKgL: 1.2,
	labelDosePerL: 4
};
const BOTTLE_B: Omit<Item, 'id' | 'parts'> = {
	kind: 'product',
	name: 'Bottle B',
	form: 'liquid',
	label: {
		...{ P2O5: 4.2, K2O: 6.2, MgO: 2.2, SO3: 4.4 },
		...{ Mn: 0.02, Zn: 0.004, Cu: 0.002, B: 0.009, Mo: 0.0015 }
	},
	densityKgL: 1.16,
	labelDosePerL: 4
};
const ORGANIC: Omit<Item, 'id' | 'parts'> = {
	kind: 'product',
	name: 'Organic feed',
	form: 'liquid',
	label: { N: 3, NO3N: 0.4, NH4N: 1.2, P2O5: 2, K2O: 5, CaO: 1, MgO: 0.5, SO3: 1, ...TRACES },
	densityKgL: 1.1,
	labelDosePerL: 5,
	available: 0.5,
	availableDays: 30
};

/** What a mix can be begun from; all of it can be changed after. */
export const STARTS: { id: string; name: string; source: NutrientSource }[] = [
	{
		id: 'salts',
		name: 'salts from bags',
		source: { kind: 'salts', saltIds: USUAL_SALTS }
	},
	{
		id: 'powder',
		name: 'a complete powder with calcium and magnesium, 2 : 2 : 1',
		source: {
			kind: 'several',
			partsAre: 'grams',
			items: [
				saltItem('calcium-ammonium-nitrate', 2),
				{ ...POWDER, id: 'powder', parts: 2 },
				saltItem('magnesium-sulfate-7h', 1)
			]
		}
	},
	{
		id: 'pair',
		name: 'two bottles by mL, 1 : 1',
		source: {
			kind: 'several',
			partsAre: 'grams',
			items: [
				{ ...BOTTLE_A, id: 'bottle-a', parts: 1 },
				{ ...BOTTLE_B, id: 'bottle-b', parts: 1 }
			]
		}
	},
	{ id: 'bottle', name: 'one bottle', source: ONE_BOTTLE as NutrientSource },
	{ id: 'organic', name: 'an organic feed', source: ORGANIC as NutrientSource }
];

/** A product to add to what is mixed from already. */
export const newProduct = (id: string): MixSourceItem => ({
	...POWDER,
	name: 'Another product',
	id,
	parts: null
});
