/** A press that was refused, and where on the page it was made. */
export interface Refused {
	words: string;
	/** px from the left and the top of the window. */
	x: number;
	y: number;
}

/** What the last press was refused for; null: it was done, or the grower has read it. */
class Refusal {
	last = $state.raw<Refused | null>(null);

	/** Tells it where it was pressed; nothing where it was done. */
	tell(words: string | null): void {
		if (words === null) {
			this.last = null;
			return;
		}
		const at =
			typeof document === 'undefined' ? null : document.activeElement?.getBoundingClientRect();
		this.last = { words, x: at?.left ?? 16, y: at?.bottom ?? 16 };
	}
}
export const refusal = new Refusal();
