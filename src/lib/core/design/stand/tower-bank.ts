import { z } from 'zod';
import { pick } from '../../shelf';
import { choice, count, drained, FOOTINGS, freely, head, size } from './fields';
import {
	pipeTower,
	ringSlots,
	ringsOf,
	towerFields,
	towerFor,
	towerLines,
	towerSheet
} from './pipe-tower';
import { oftenFed, type StandKind } from './kind';

/** Several towers in rows on one drip line, an adjustable emitter to each. */
export const towerBankSchema = z.strictObject({
	...head('tower-bank', 'tower'),
	...drained,
	...towerFields,
	...freely,
	footing: choice('held by', { base: FOOTINGS.base, hung: FOOTINGS.hung }),
	rows: count('rows of towers', 1, 12),
	rowGapMm: size('distance between rows', 150, 4000),
	...towerLines
});
export type TowerBank = z.infer<typeof towerBankSchema>;

export const towerBank: StandKind<TowerBank> = {
	...pipeTower,
	variant: 'tower-bank',
	title: 'A bank of towers',
	about: 'Towers in rows on one drip line, an adjustable emitter to each, room for light between.',
	good: 'the most plants a square metre',
	words: { container: ['tower', 'towers'], outlet: ['emitter', 'emitters'], stand: 'bank' },
	suits: { places: ['yard', 'greenhouse'], effort: 3, tall: false, height: 'tall' },
	schema: towerBankSchema,
	sheet: {
		sites: ['rows', 'rowGapMm', ...towerSheet.sites],
		lines: towerSheet.lines
	},
	slots: ({ id, towers, rows, perRing, ...sizes }) =>
		ringSlots(id, towers * rows, ringsOf(sizes), perRing, towers),
	start: (ask, shelf) => {
		const { spreadMm } = pick(shelf.crops, ask.cropId);
		const tower = towerFor(ask, spreadMm);
		const all = Math.max(2, tower.towers);
		const rows = all > 3 ? 2 : 1;
		return {
			id: 'bank',
			family: 'tower',
			variant: 'tower-bank',
			drainsTo: 'tank',
			name: 'Bank',
			...tower,
			footing: 'base',
			towers: Math.ceil(all / rows),
			rows,
			rowGapMm: Math.round((110 + 2.2 * spreadMm) / 10) * 10,
			emitterId: 'adjustable',
			riserTubeId: 'feed-4',
			rowTubeId: 'feed-13',
			lowEndHeightMm: 550
		};
	},
	loop: oftenFed
};
