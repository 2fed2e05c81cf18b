import { pick } from '../shelf';
import { heldWater, type HeldWater, type heldWaterInput } from '../water';
import type { z } from 'zod';
import { structure } from './layout';
import { levels } from './levels';
import { falling, fallingInput } from './returns';
import { stage } from './stage';

export interface Held {
	input: z.input<typeof heldWaterInput>;
	result: HeldWater;
}

/** What each container holds, by its id: in its medium, standing in it, and falling through it. */
export const held = stage(
	'held water',
	{ shelf: ['media'] },
	{ layout: structure, levels, falling },
	({ layout, levels, falling, shelf }) => {
		const litres = new Map(
			levels.flatMap(({ filled }) => filled?.result.trays.map((t) => [t.id, t.litres]) ?? [])
		);
		const media = new Map<string, Held['input']['media']>();
		for (const { containerId, mediumL, mediumId } of layout.sites) {
			const { availableFraction } = pick(shelf.media, mediumId);
			const list = media.get(containerId);
			if (list) list.push({ mediumL, availableFraction });
			else media.set(containerId, [{ mediumL, availableFraction }]);
		}
		return new Map(
			layout.containers.map(({ id, poolL }): [string, Held] => {
				const filled = litres.get(id);
				const fed = fallingInput(falling, id);
				const input = {
					media: media.get(id) ?? [],
					poolL: filled ?? poolL,
					...fed,
					// where a valve keeps it full nothing falls
					flowLph: filled === undefined ? fed.flowLph : 0
				};
				return [id, { input, result: heldWater(input) }];
			})
		);
	}
);
