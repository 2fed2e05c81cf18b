/**
 * For what a button opens: it comes into view, whole if there is room, and a hand on the keyboard is in it.
 *
 * @param node as it is put on the page
 */
export function intoView(node: HTMLElement): void {
	node.scrollIntoView({ block: 'nearest' });
	node.querySelector<HTMLElement>('input, select, textarea')?.focus({ preventScroll: true });
}
