import { refuse } from './problem';

/** Nothing Crelbo reads is nested deeper; what is, is hostile. */
export const MOST_LEVELS = 64;

/**
 * Reads JSON that comes from outside. Its depth is counted before it is read, as what is nested tens of thousands
 * deep ends whoever copies or checks it.
 *
 * @param text any text
 * @returns what stands in it
 * @throws SyntaxError where it is no JSON
 * @throws InvalidInput where it is nested deeper than 64 levels
 */
export function parseJson(text: string): unknown {
	let levels = 0;
	let inText = false;
	for (let i = 0; i < text.length; i++) {
		const sign = text[i];
		if (inText) {
			if (sign === '\\') i++;
			else if (sign === '"') inText = false;
		} else if (sign === '"') inText = true;
		else if (sign === '{' || sign === '[') {
			if (++levels > MOST_LEVELS)
				throw refuse('', `This is nested deeper than ${MOST_LEVELS} levels; nothing of Crelbo is.`);
		} else if (sign === '}' || sign === ']') levels--;
	}
	return JSON.parse(text) as unknown;
}
