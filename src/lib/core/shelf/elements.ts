/** Abridged IUPAC atomic weights, g/mol, of what growers weigh. */
export const ATOMIC_WEIGHT = {
	H: 1.008,
	B: 10.81,
	C: 12.011,
	N: 14.007,
	O: 15.999,
	Na: 22.99,
	Mg: 24.305,
	P: 30.974,
	S: 32.06,
	Cl: 35.45,
	K: 39.098,
	Ca: 40.078,
	Mn: 54.938,
	Fe: 55.845,
	Cu: 63.546,
	Zn: 65.38,
	Mo: 95.95
} as const;
export type Atom = keyof typeof ATOMIC_WEIGHT;

/** What a solution is described by. N is all nitrogen; NO3N and NH4N are its two forms. */
export const ELEMENTS = [
	'N',
	'NO3N',
	'NH4N',
	'P',
	'K',
	'Ca',
	'Mg',
	'S',
	'Fe',
	'Mn',
	'Zn',
	'Cu',
	'B',
	'Mo',
	'Na',
	'Cl'
] as const;
export type Element = (typeof ELEMENTS)[number];
export type Amounts = Record<Element, number>;

/** Nothing of every element, mg/L, to add to. */
export const noAmounts = (): Amounts =>
	Object.fromEntries(ELEMENTS.map((element) => [element, 0])) as Amounts;

/** Atoms of a formula such as `5Ca(NO3)2.NH4NO3.10H2O`: parts by dots, each with a leading count. */
export function atomsOf(formula: string): Partial<Record<Atom, number>> {
	const total: Partial<Record<Atom, number>> = {};
	for (const part of formula.split('.')) {
		const [, count, rest] = /^(\d*)(.*)$/.exec(part)!;
		addAtoms(rest!, Number(count || 1), total);
	}
	return total;
}

function addAtoms(formula: string, times: number, total: Partial<Record<Atom, number>>): void {
	const token = /\(([^()]*)\)(\d*)|([A-Z][a-z]?)(\d*)/g;
	for (const [, inner, innerCount, atom, count] of formula.matchAll(token)) {
		if (inner !== undefined) addAtoms(inner, times * Number(innerCount || 1), total);
		else total[atom as Atom] = (total[atom as Atom] ?? 0) + times * Number(count || 1);
	}
}

/** Grams of one mole. */
export const molarMass = (formula: string): number =>
	Object.entries(atomsOf(formula)).reduce(
		(mass, [atom, count]) => mass + ATOMIC_WEIGHT[atom as Atom] * count,
		0
	);
