import {
	ATOMIC_WEIGHT,
	atomsOf,
	ELEMENTS,
	molarMass,
	noAmounts,
	type Amounts,
	type Atom,
	type Element
} from './elements';

interface Salt {
	name: string;
	/** Without its form, where the name has one. */
	plain?: string;
	/** As it is said among friends, where that is another name. */
	short?: string;
	/** Formula, or for chelates the mass fraction of iron. */
	formula?: string;
	ironFraction?: number;
	/** Moles of nitrogen as nitrate and as ammonium in one formula. */
	nitrate?: number;
	ammonium?: number;
}

/** Salts growers buy, by id. */
export const SALTS = {
	'calcium-nitrate-4h': {
		name: 'Calcium nitrate (crystal)',
		plain: 'Calcium nitrate',
		formula: 'Ca(NO3)2.4H2O',
		nitrate: 2
	},
	'calcium-ammonium-nitrate': {
		name: 'Calcium nitrate (grower’s grade)',
		plain: 'Calcium nitrate',
		formula: '5Ca(NO3)2.NH4NO3.10H2O',
		nitrate: 11,
		ammonium: 1
	},
	'potassium-nitrate': { name: 'Potassium nitrate', formula: 'KNO3', nitrate: 1 },
	'monopotassium-phosphate': { name: 'Monopotassium phosphate', formula: 'KH2PO4' },
	'monoammonium-phosphate': {
		name: 'Monoammonium phosphate',
		formula: 'NH4H2PO4',
		ammonium: 1
	},
	'magnesium-sulfate-7h': {
		name: 'Magnesium sulfate (Epsom salt)',
		plain: 'Magnesium sulfate',
		short: 'Epsom salt',
		formula: 'MgSO4.7H2O'
	},
	'magnesium-nitrate-6h': {
		name: 'Magnesium nitrate',
		formula: 'Mg(NO3)2.6H2O',
		nitrate: 2
	},
	'potassium-sulfate': { name: 'Potassium sulfate', formula: 'K2SO4' },
	'ammonium-nitrate': {
		name: 'Ammonium nitrate',
		formula: 'NH4NO3',
		nitrate: 1,
		ammonium: 1
	},
	'ammonium-sulfate': { name: 'Ammonium sulfate', formula: '(NH4)2SO4', ammonium: 2 },
	'calcium-chloride-2h': { name: 'Calcium chloride', formula: 'CaCl2.2H2O' },
	'potassium-chloride': { name: 'Potassium chloride', formula: 'KCl' },
	'iron-dtpa-11': {
		name: 'Iron chelate DTPA, 11 %',
		plain: 'Iron chelate DTPA',
		ironFraction: 0.11
	},
	'iron-eddha-6': {
		name: 'Iron chelate EDDHA, 6 %',
		plain: 'Iron chelate EDDHA',
		ironFraction: 0.06
	},
	'manganese-sulfate-1h': { name: 'Manganese sulfate', formula: 'MnSO4.H2O' },
	'zinc-sulfate-7h': { name: 'Zinc sulfate', formula: 'ZnSO4.7H2O' },
	'copper-sulfate-5h': { name: 'Copper sulfate', formula: 'CuSO4.5H2O' },
	'boric-acid': { name: 'Boric acid', formula: 'H3BO3' },
	'borax-10h': { name: 'Borax', formula: 'Na2B4O7.10H2O' },
	'sodium-molybdate-2h': { name: 'Sodium molybdate', formula: 'Na2MoO4.2H2O' }
} as const satisfies Record<string, Salt>;
export type SaltId = keyof typeof SALTS;
/** A salt without its form: calcium nitrate, whatever its grade. */
export function plainSalt(id: SaltId): string {
	const { name, plain }: Salt = SALTS[id];
	return plain ?? name;
}
/** A salt as it is said among friends: Epsom salt. */
export function shortSalt(id: SaltId): string {
	const { short }: Salt = SALTS[id];
	return short ?? plainSalt(id);
}

export const SALT_IDS = Object.keys(SALTS) as [SaltId, ...SaltId[]];

/** Bags that bring everything: four for the macro elements, iron, and the five trace salts. */
export const USUAL_SALTS: SaltId[] = [
	'calcium-nitrate-4h',
	'potassium-nitrate',
	'monopotassium-phosphate',
	'magnesium-sulfate-7h',
	'iron-dtpa-11',
	'manganese-sulfate-1h',
	'zinc-sulfate-7h',
	'copper-sulfate-5h',
	'boric-acid',
	'sodium-molybdate-2h'
];

/** Elements that are atoms of their own; nitrogen comes in two forms and is split by the salt's own counts. */
const isAtom = (element: Element): element is Element & Atom =>
	element in ATOMIC_WEIGHT && element !== 'N';
const NUTRIENT_ATOMS = ELEMENTS.filter(isAtom);

const known = new Map<SaltId, Amounts>();

/** Mass fraction of each element in a pure salt. Formulas are read once. */
export function saltFractions(saltId: SaltId): Readonly<Amounts> {
	const fractions = known.get(saltId) ?? fractionsOf(saltId);
	known.set(saltId, fractions);
	return fractions;
}

function fractionsOf(saltId: SaltId): Amounts {
	const salt: Salt = SALTS[saltId];
	const fractions = noAmounts();
	if (salt.formula === undefined) return { ...fractions, Fe: salt.ironFraction ?? 0 };
	const mass = molarMass(salt.formula);
	const atoms = atomsOf(salt.formula);
	const share = (atom: Atom, count: number) => (ATOMIC_WEIGHT[atom] * count) / mass;
	for (const atom of NUTRIENT_ATOMS) fractions[atom] = share(atom, atoms[atom] ?? 0);
	fractions.NO3N = share('N', salt.nitrate ?? 0);
	fractions.NH4N = share('N', salt.ammonium ?? 0);
	fractions.N = fractions.NO3N + fractions.NH4N;
	return fractions;
}
