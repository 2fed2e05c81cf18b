/** Pixels to the right and down. */
interface By {
	x: number;
	y: number;
}

/** How a thing is dragged: with the pointer, by so many pixels from where it was taken hold of. */
export interface Drag<H> {
	/** Taken hold of: what is remembered of it until it is let go; null: it is not to be dragged. */
	take: (event: PointerEvent) => H | null;
	/** Moved from where it was taken hold of; once a frame at most. */
	move: (held: H, by: By) => void;
	/** Let go of after a move. */
	keep: (held: H, by: By) => void;
	/** Let go of without a move. */
	press?: (held: H) => void;
	/** Given up on the way: by Escape, or because the pointer was taken away. */
	drop: (held: H) => void;
	/** Nearer than this it has not moved, px. */
	slopPx?: number;
}

/** Makes an element one that is dragged. Moves that come faster than frames are drawn are taken together. */
export function drag<H>(node: SVGElement | HTMLElement, of: Drag<H>) {
	const hand = new Hand(node, of);
	return { update: (next: Drag<H>) => void (hand.how = next), destroy: hand.leave };
}

class Hand<H> {
	private held: { of: H; x: number; y: number; by: By; moved: boolean } | null = null;
	private last: PointerEvent | null = null;
	private frame = 0;
	private readonly heard: readonly (readonly [name: string, hear: EventListener])[];

	constructor(
		private readonly node: SVGElement | HTMLElement,
		public how: Drag<H>
	) {
		this.heard = [
			['pointerdown', (event) => this.down(event as PointerEvent)],
			['pointermove', (event) => this.move(event as PointerEvent)],
			['pointerup', () => this.up()],
			['pointercancel', () => this.giveUp()],
			['keydown', (event) => (event as KeyboardEvent).key === 'Escape' && this.giveUp()]
		];
		for (const [name, hear] of this.heard) node.addEventListener(name, hear);
	}

	leave = (): void => {
		cancelAnimationFrame(this.frame);
		for (const [name, hear] of this.heard) this.node.removeEventListener(name, hear);
	};

	private down(event: PointerEvent): void {
		const taken = this.how.take(event);
		if (taken === null) return;
		const { clientX: x, clientY: y } = event;
		this.held = { of: taken, x, y, by: { x: 0, y: 0 }, moved: false };
		this.node.setPointerCapture(event.pointerId);
		event.stopPropagation();
	}

	private move(event: PointerEvent): void {
		if (!this.held) return;
		this.last = event;
		if (this.frame === 0) this.frame = requestAnimationFrame(() => this.follow());
	}

	private follow(): void {
		this.frame = 0;
		const { held, last } = this;
		if (!held || !last) return;
		const by = { x: last.clientX - held.x, y: last.clientY - held.y };
		this.last = null;
		if (!held.moved && Math.hypot(by.x, by.y) < (this.how.slopPx ?? 1)) return;
		held.moved = true;
		held.by = by;
		this.how.move(held.of, by);
	}

	private up(): void {
		// what came last counts, drawn or not
		cancelAnimationFrame(this.frame);
		this.follow();
		const { held } = this;
		this.held = null;
		if (held?.moved) this.how.keep(held.of, held.by);
		else if (held) this.how.press?.(held.of);
	}

	private giveUp(): void {
		cancelAnimationFrame(this.frame);
		this.frame = 0;
		const { held } = this;
		[this.held, this.last] = [null, null];
		if (held) this.how.drop(held.of);
	}
}
