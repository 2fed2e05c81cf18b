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
		void (event.shiftKey ? session.redo() : session.undo());
		return true;
	}
	if (command || event.altKey || typing(event.target)) return false;
	const turn = (by: number) => {
		const count = session.findings.length;
		if (count === 0) return;
		session.shown = (Math.min(session.shown, count - 1) + by + count) % count;
		const finding = session.findings[session.shown]!;
		session.step = finding.step;
		session.selected = finding.subject;
	};
	const step = (by: number) => {
		const at = STEPS.indexOf(session.step) + by;
		session.step = STEPS[Math.min(STEPS.length - 1, Math.max(0, at))]!;
	};
	const fix = (n: number) => {
		const finding = session.findings[Math.min(session.shown, session.findings.length - 1)];
		const chosen = finding?.fixes[n];
		if (finding && chosen) session.fix(finding, chosen);
	};
	const keys: Record<string, () => void> = {
		'[': () => step(-1),
		']': () => step(1),
		n: () => turn(1),
		b: () => turn(-1),
		'1': () => fix(0),
		'2': () => fix(1),
		'3': () => fix(2),
		u: () => void session.undo(),
		r: () => void session.redo(),
		w: () => document.querySelector<SVGElement>('[aria-label="Water level in the tank"]')?.focus(),
		'+': () => session.zoomBy(1.5),
		'=': () => session.zoomBy(1.5),
		'-': () => session.zoomBy(1 / 1.5),
		p: does.print,
		'?': does.help,
		Escape: () => (session.selected = null)
	};
	const act = keys[event.key.length === 1 ? event.key.toLowerCase() : event.key];
	act?.();
	return act !== undefined;
}
