const PLURAL = new Intl.PluralRules('en-GB');
const LIST = new Intl.ListFormat('en-GB', { type: 'conjunction' });

/** A noun as it is said of one and of several. */
export type Noun = readonly [one: string, many: string];

/** The form of a word that goes with a count: a noun, or the verb after it. */
export const plural = (count: number, [one, many]: Noun): string => (isOne(count) ? one : many);

/** Asked again and again of the same few counts. */
const ones = new Map<number, boolean>();
function isOne(count: number): boolean {
	let known = ones.get(count);
	if (known === undefined) ones.set(count, (known = PLURAL.select(count) === 'one'));
	return known;
}

/** "1 pot", "3 pots". */
export const counted = (count: number, noun: Noun): string => `${count} ${plural(count, noun)}`;

/** "A6, A7 and B7"; long lists are cut to the first few and a count. */
export function names(list: readonly string[], most = 4): string {
	if (list.length < 2) return list[0] ?? '';
	const told =
		list.length > most + 1 ? [list.slice(0, most).join(', '), `${list.length - most} more`] : list;
	return LIST.format(told);
}

const CHOICE = new Intl.ListFormat('en-GB', { type: 'disjunction' });
/** "zinc, copper or boron". */
export const anyOf = (list: readonly string[]): string => CHOICE.format(list);

/** At the beginning of a sentence or a label. */
export const capital = (words: string): string => words.slice(0, 1).toUpperCase() + words.slice(1);

/** A name as it stands within a sentence: its first letter small, the rest as it is. */
export const lowerFirst = (name: string): string =>
	`${name[0]?.toLowerCase() ?? ''}${name.slice(1)}`;
