import { z } from 'zod';
import { quantity } from '../quantity';
import { ELEMENTS, noAmounts, type Amounts, type Element } from './elements';

/** Oxides on a fertiliser label, as the element inside them. */
const OXIDES = {
	P2O5: ['P', 0.43642],
	K2O: ['K', 0.83015],
	CaO: ['Ca', 0.71469],
	MgO: ['Mg', 0.60304],
	SO3: ['S', 0.40045]
} as const satisfies Record<string, [Element, number]>;
type Oxide = keyof typeof OXIDES;

const percent = (name: string) => quantity(name, 'percent', { min: 0, max: 100 }).optional();
const fields = Object.fromEntries(
	[...ELEMENTS, ...(Object.keys(OXIDES) as Oxide[])].map((name) => [name, percent(name)])
) as Record<Element | Oxide, ReturnType<typeof percent>>;

/** A product by its label, in percent by mass; oxides or elements, but one form of each. */
export const labelSchema = z.strictObject(fields).superRefine((label, context) => {
	const issue = (path: string[], message: string) =>
		context.addIssue({ code: 'custom', path, message });
	if (Object.values(label).every((value) => value === undefined))
		issue([], 'label must hold at least one figure, %');
	for (const oxide of Object.keys(OXIDES) as Oxide[]) {
		const element = OXIDES[oxide][0];
		if (label[oxide] !== undefined && label[element] !== undefined)
			issue([oxide], `give either ${element} or ${oxide}, not both`);
	}
	const forms = (label.NO3N ?? 0) + (label.NH4N ?? 0);
	if (label.N !== undefined && forms > label.N + 0.05)
		issue(['N'], `NO3N and NH4N come to ${forms} %, more than N at ${label.N} %`);
	const amounts = labelFractions(label);
	const total =
		Object.entries(amounts).reduce((a, [e, f]) => (e === 'NO3N' || e === 'NH4N' ? a : a + f), 0) *
		100;
	if (total > 100 + 1e-9)
		issue([], `the label comes to ${total.toFixed(1)} % of elements, over 100 %`);
});
export type Label = z.infer<typeof labelSchema>;

/** Mass fraction of each element. Nitrogen without a split counts as nitrate. */
export function labelFractions(label: Label): Amounts {
	const amounts = noAmounts();
	for (const element of ELEMENTS) amounts[element] = (label[element] ?? 0) / 100;
	for (const oxide of Object.keys(OXIDES) as Oxide[]) {
		const [element, share] = OXIDES[oxide];
		if (label[oxide] !== undefined) amounts[element] = (share * label[oxide]) / 100;
	}
	if (label.NO3N === undefined && label.NH4N === undefined) amounts.NO3N = amounts.N;
	else amounts.N = Math.max(amounts.N, amounts.NO3N + amounts.NH4N);
	return amounts;
}
