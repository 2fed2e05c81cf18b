import { spotOf, standOf, type Change } from '$lib/core/design';
import { addStand, copyStand, removeStand } from '$lib/core/edit';
import {
	grounds,
	placementOf,
	putReserve,
	putStand,
	putTank,
	turned,
	type Ground
} from '$lib/core/layout';
import type { Drag } from '../../control/drag';
import type { Session } from '../../workspace/session.svelte';
import { nudged, snapped } from './snap';

/** Closer together than this, nudges are one undo step, ms. */
const ONE_RUN_MS = 500;
/** Nearer than this it was pressed and not moved, px. */
const SLOP_PX = 4;

/** What a hand can do to what stands on the floor: stands by their ids, the tank, the reserve. */
export class FloorHand {
	/** Why the last thing asked for is not done. */
	problem = $state<string | null>(null);
	/** What just came, until it has the keys. */
	came = $state<string | null>(null);
	private keeping: ReturnType<typeof setTimeout> | undefined;

	/** @param scale pixels a metre, as drawn at the moment */
	constructor(
		private readonly session: Session,
		private readonly scale: () => number
	) {}

	/** What is chosen: a stand, the tank or the reserve. */
	readonly chosen = $derived.by(() => {
		const { design, view } = this.session;
		const { selected, standIndex } = view;
		if (selected === null || !this.isStand(selected)) return selected;
		return design.stands[standIndex]?.id ?? null;
	});
	/** The stand that is chosen. */
	get stand(): string | null {
		return this.chosen !== null && this.isStand(this.chosen) ? this.chosen : null;
	}
	private isStand = (id: string): boolean => id !== 'tank' && id !== 'reserve';

	/** A tank that carries the first stand, or is its lower part, moves with it. */
	isLoose = (id: string): boolean =>
		id !== 'tank' || !['lid', 'inside'].includes(spotOf(this.session.design));

	named = (id: string): string =>
		id === 'tank'
			? 'Tank'
			: id === 'reserve'
				? 'Reserve'
				: (standOf(this.session.design, id)?.name ?? id);
	choose = (id: string): void => {
		this.session.view.selected = this.isStand(id) ? `${id}.top` : id;
	};
	groundOf = (id: string): Ground | null =>
		grounds(this.session.model.layout).find((one) => one.id === id)?.ground ?? null;

	/** How a thing follows the pointer: to the walls, in line with others, or by the grid. */
	dragOf = (id: string): Drag<Ground> => ({
		slopPx: SLOP_PX,
		take: (event) => {
			const ground = this.groundOf(id);
			if (event.button !== 0 || !this.isLoose(id) || !ground) return null;
			this.choose(id);
			this.problem = null;
			(event.currentTarget as SVGElement).focus();
			event.preventDefault();
			return ground;
		},
		move: ({ x0, x1, y0, y1 }, by) => {
			const to = snapped(
				{ xM: x0 + by.x / this.scale(), yM: y0 - by.y / this.scale() },
				{ wide: x1 - x0, deep: y1 - y0 },
				this.session.model.area,
				this.othersThan(id)
			);
			this.session.preview(this.changesTo(id, to));
		},
		keep: () => this.session.commit(`${this.named(id)} moved`),
		drop: () => this.session.revert()
	});

	private othersThan = (id: string): Ground[] =>
		grounds(this.session.model.layout)
			.filter((one) => one.id !== id && one.id !== 'tank')
			.map((one) => one.ground);

	private changesTo(id: string, to: { xM: number; yM: number }): Change[] {
		const { design, model } = this.session;
		const { layout } = model;
		if (id === 'reserve') return putReserve({ faces: 'front', ...design.reserve?.at, ...to });
		if (id === 'tank') return putTank(design, layout, { faces: 'front', ...design.tank.at, ...to });
		return putStand(design, layout, id, { ...placementOf(layout, id), ...to });
	}

	turn(id: string): void {
		const ground = this.groundOf(id);
		if (!this.isStand(id) || !ground) return;
		const { design, model } = this.session;
		this.problem = this.session.apply(
			putStand(design, model.layout, id, turned(ground, placementOf(model.layout, id))),
			`${this.named(id)} turned`
		);
	}

	take(id: string): void {
		if (!this.isStand(id) || this.session.design.stands.length < 2) return;
		const { model } = this.session;
		this.problem = this.session.apply(removeStand(model, id), `${this.named(id)} taken away`);
		this.session.view.selected = null;
	}

	copy(id: string): void {
		if (this.isStand(id)) this.come(copyStand(this.session.model, id), `${this.named(id)} copied`);
	}

	/** Another stand, or why there is none. */
	come(made: ReturnType<typeof addStand>, label: string): void {
		if (typeof made === 'string') return void (this.problem = made);
		this.problem = this.session.apply(made.changes, label);
		if (this.problem !== null) return;
		this.choose(made.id);
		this.came = made.id;
	}

	key = (event: KeyboardEvent, id: string): void => {
		const by = nudged(event.key, event.shiftKey);
		if (by && this.isLoose(id)) this.nudge(id, by);
		else if (event.key === 't' || event.key === 'T') this.turn(id);
		else if (event.key === 'c' || event.key === 'C') this.copy(id);
		else if (event.key === 'Delete') this.take(id);
		else if (event.key === 'Enter' || event.key === ' ') this.choose(id);
		else return;
		event.preventDefault();
		event.stopPropagation();
	};

	private nudge(id: string, { dx, dy }: { dx: number; dy: number }): void {
		const ground = this.groundOf(id);
		if (!ground) return;
		this.choose(id);
		this.session.preview(this.changesTo(id, { xM: ground.x0 + dx, yM: ground.y0 + dy }));
		// a run of nudges is one undo step
		clearTimeout(this.keeping);
		this.keeping = setTimeout(() => this.session.commit(`${this.named(id)} moved`), ONE_RUN_MS);
	}
}
