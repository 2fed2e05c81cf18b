import type { PartLine } from '$lib/core/construction';
import { scaleOf, show, toShown, type Quantity, type Units } from '$lib/core/quantity';

const measure = ({ lengthM, litres }: PartLine): Quantity | null =>
	lengthM !== null ? 'span' : litres !== undefined ? 'volume' : null;

/** How much of it to buy, as it stands beside its name. */
export function amountOf(part: PartLine, units: Units): string {
	if (part.lengthM !== null) return `${show(part.lengthM, 'span', units)} in ${part.count}`;
	if (part.litres !== undefined) return show(Math.ceil(part.litres), 'volume', units);
	return `${part.count} ×`;
}

/** How it is sold, and what it takes to soak; null: nothing is to be said. */
export function soldWords({ sold, soakL }: PartLine, units: Units): string | null {
	const soak = soakL && soakL >= 0.1 ? `soaks up ${show(soakL, 'volume', units)} of water` : null;
	return [sold, soak].filter(Boolean).join(', ') || null;
}

/** What one price is for, and how many of that there are to a metre, a litre or a piece. */
export function pricedBy(part: PartLine, units: Units): { word: string; per: number } {
	const kind = measure(part);
	return kind === null
		? { word: 'each', per: 1 }
		: { word: `per ${scaleOf(kind, units).unit}`, per: toShown(1, kind, units) };
}
