import { rowIndex, rowLetter } from '../../design';
import type { StandPiece } from '../stand-piece';

/** A row's letters at the head of a label, or as a word of a name: A, A7, AB12b; a word that goes on is none. */
export const ROW = /\b[A-Z]{1,2}(?=\d|\b)/g;

/**
 * Rows of later stands go on where the letters of the one before ended, so that a label is said once; what is
 * named after its row goes along.
 */
export function letterOn(pieces: StandPiece[]): void {
	let offset = 0;
	for (const piece of pieces) {
		if (pieces.length === 1) return;

		const rows = piece.sites.reduce((most, site) => Math.max(most, site.row), 0) + 1;
		const on = (words: string) =>
			words.replace(ROW, (letters) => rowLetter(rowIndex(letters) + offset));
		if (offset > 0) {
			for (const item of [...piece.sites, ...piece.containers, ...piece.outlets])
				item.label = on(item.label);
			for (const item of [...piece.runs, ...piece.returns]) item.name = on(item.name);
		}
		offset += rows;
	}
}
