const PLURAL = new Intl.PluralRules('en-GB');
const LIST = new Intl.ListFormat('en-GB', { type: 'conjunction' });

/** A noun as it is said of one and of several. */
export type Noun = readonly [one: string, many: string];

/** The form of a word that goes with a count: a noun, or the verb after it. */
export const plural = (count: number, [one, many]: Noun): string =>
	PLURAL.select(count) === 'one' ? one : many;

/** "1 pot", "3 pots". */
export const counted = (count: number, noun: Noun): string => `${count} ${plural(count, noun)}`;

/** "A6, A7 and B7"; long lists are cut to the first few and a count. */
export const names = (list: readonly string[], most = 4): string =>
	LIST.format(
		list.length > most + 1 ? [list.slice(0, most).join(', '), `${list.length - most} more`] : list
	);

const CHOICE = new Intl.ListFormat('en-GB', { type: 'disjunction' });
/** "zinc, copper or boron". */
export const anyOf = (list: readonly string[]): string => CHOICE.format(list);

/** At the beginning of a sentence or a label. */
export const capital = (words: string): string => words.slice(0, 1).toUpperCase() + words.slice(1);
