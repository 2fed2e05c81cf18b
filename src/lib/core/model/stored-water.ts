import { pick } from '../shelf';
import { heldWater, type HeldWater, type heldWaterInput } from '../water';
import type { z } from 'zod';
import { layout } from './layout';
import { levels } from './levels';
import { transitMinOf } from './returns';
import { stage } from './stage';
import { flows } from './water-path';

export interface Held {
	input: z.input<typeof heldWaterInput>;
	result: HeldWater;
}

/** What each container holds, by its id: in its medium, standing in it, and falling through it. */
export const held = stage(
	'held water',
	{ shelf: ['media'], parameters: ['transit'] },
	{ layout, flows, levels },
	({ layout, flows, levels, shelf, parameters: { transit } }) => {
		const litres = new Map(
			levels.flatMap(({ filled }) => filled?.result.trays.map((t) => [t.id, t.litres]) ?? [])
		);
		const flowOf = new Map<string, number>();
		for (const { containerId, nodeId } of layout.outlets)
			flowOf.set(containerId, (flowOf.get(containerId) ?? 0) + (flows.outletLph.get(nodeId) ?? 0));
		const media = new Map<string, Held['input']['media']>();
		for (const { containerId, mediumL, mediumId } of layout.sites) {
			const { availableFraction } = pick(shelf.media, mediumId);
			const list = media.get(containerId);
			if (list) list.push({ mediumL, availableFraction });
			else media.set(containerId, [{ mediumL, availableFraction }]);
		}
		return new Map(
			layout.containers.map((container): [string, Held] => {
				const { id, mediumL, poolL } = container;
				const filled = litres.get(id);
				const input = {
					media: media.get(id) ?? [],
					mediumL,
					poolL: filled ?? poolL,
					// where a valve keeps it full nothing falls
					flowLph: filled === undefined ? (flowOf.get(id) ?? 0) : 0,
					transitMin: transitMinOf(container, transit),
					holdUp: transit.holdUp.value,
					filmL: transit.filmL.value
				};
				return [id, { input, result: heldWater(input) }];
			})
		);
	}
);
