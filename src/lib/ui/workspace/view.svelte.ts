import type { Side } from '$lib/core/design';
import { seenFrom } from '$lib/core/layout';
import type { SystemModel } from '$lib/core/model';
import type { Step } from '$lib/core/review';

/** Closer than this shows less, not more. */
export const MOST_ZOOM = 12;
/** So near to the whole it is the whole. */
const WHOLE = 1.05;

/** What of a system is looked at, and from where: nothing of it is kept. */
export class View {
	step = $state<Step>('pump');
	/** Id of the selected site, container, run, return or `tank`. */
	selected = $state<string | null>(null);
	/** Which side the drawing is seen from. */
	side = $state<Side>('front');
	/** Minute of the day at which the power is looked at to fail; null: at the worst. */
	cutMin = $state<number | null>(null);
	/** How much larger than the board the drawing is. */
	zoom = $state(1);

	/** @param model what is shown at the moment */
	constructor(private readonly model: () => SystemModel) {}

	/** Which stand the sheets are about: the one that holds what is selected. */
	readonly standIndex = $derived.by(() => {
		const { layout, design } = this.model();
		const id = this.selected;
		if (id === null || design.stands.length === 1) return 0;
		const owner =
			layout.containers.find((c) => c.id === id || c.siteIds.includes(id))?.standId ??
			[...layout.runs, ...layout.returns, ...layout.solids].find((x) => x.id === id)?.standId ??
			design.stands.find((s) => id.startsWith(`${s.id}.`) || id.startsWith(`${s.id}/`))?.id;
		return Math.max(
			0,
			design.stands.findIndex((s) => s.id === owner)
		);
	});
	/** Everything in space as it is from that side. */
	readonly seen = $derived.by(() => seenFrom(this.model().layout, this.side));

	/** Closer or further away, as far as makes sense. */
	zoomBy(times: number): void {
		const zoom = Math.min(MOST_ZOOM, Math.max(1, this.zoom * times));
		this.zoom = zoom < WHOLE ? 1 : zoom;
	}
}
