import { STEPS } from '$lib/core/review';
import type { Session } from './session.svelte';

const typing = (target: EventTarget | null): boolean =>
	target instanceof HTMLElement &&
	target.closest('input, select, textarea, [contenteditable], [role="menu"], [role="dialog"]') !==
		null;

/** The workspace's own keys. Returns true where one was taken. */
export function takeKey(
	event: KeyboardEvent,
	session: Session,
	does: { help: () => void; print: () => void }
): boolean {
	const command = event.ctrlKey || event.metaKey;
	if (command && event.key.toLowerCase() === 'z' && !typing(event.target)) {
		// a key that is held is one press
		if (!event.repeat) (event.shiftKey ? session.redo : session.undo)();
		return true;
	}
	if (command || event.altKey || typing(event.target)) return false;
	const keys: Record<string, () => unknown> = {
		'[': () => stepBy(session, -1),
		']': () => stepBy(session, 1),
		n: () => turnBy(session, 1),
		b: () => turnBy(session, -1),
		'1': () => fixBy(session, 0),
		'2': () => fixBy(session, 1),
		'3': () => fixBy(session, 2),
		u: () => !event.repeat && session.undo(),
		r: () => !event.repeat && session.redo(),
		w: () => document.querySelector<SVGElement>('[aria-label="Water level in the tank"]')?.focus(),
		'+': () => session.view.zoomBy(1.5),
		'=': () => session.view.zoomBy(1.5),
		'-': () => session.view.zoomBy(1 / 1.5),
		p: does.print,
		'?': does.help,
		Escape: () => (session.view.selected = null)
	};
	const act = keys[event.key.length === 1 ? event.key.toLowerCase() : event.key];
	act?.();
	return act !== undefined;
}

/** To another finding, and to where it is. */
function turnBy(session: Session, by: number): void {
	const { judging } = session;
	const count = judging.findings.length;
	if (count === 0) return;
	judging.shown = (judging.shown + by + count) % count;
	const finding = judging.finding!;
	session.view.step = finding.step;
	session.view.selected = finding.subject;
}

function stepBy(session: Session, by: number): void {
	const at = STEPS.indexOf(session.view.step) + by;
	session.view.step = STEPS[Math.min(STEPS.length - 1, Math.max(0, at))]!;
}

function fixBy(session: Session, n: number): void {
	const { finding } = session.judging;
	const chosen = finding && session.judging.fixesOf(finding)?.[n];
	if (chosen) session.fix(finding, chosen);
}
