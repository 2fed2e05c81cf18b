import { litresNow } from '../design';
import { brimMmOf, tankShapeOf } from '../layout';
import { heightAt, litresAt, tankLevel } from '../shelf';
import { pumpMinimumL } from './source';
import { stage, type Stage } from './stage';

/** Litres between two marks of a sight tube: the least that leaves it readable. */
const MARKS_L = [1, 2, 5, 10, 20, 50, 100];
const MOST_MARKS = 18;

/** The tank with its levels: what it holds, and where it stands now. */
export const tank = stage(
	'tank',
	{
		design: ['tank', 'source'],
		operation: ['fillL'],
		record: ['nowL'],
		shelf: ['tanks', 'pumps']
	},
	{},
	(given) => {
		const { design, shelf, record, operation } = given;
		const shape = tankShapeOf(design, shelf);
		const brimMm = brimMmOf(design, shelf);
		const fullL = litresAt(shape, brimMm);
		const minimumL = pumpMinimumL(given);
		const markEveryL = MARKS_L.find((step) => fullL / step <= MOST_MARKS) ?? 200;
		const nowL = Math.min(fullL, litresNow(record, operation));
		const litres = [minimumL, Math.min(fullL, operation.fillL), nowL];
		const input = { shape, brimMm, levelsMm: [], litres, markEveryL };
		return {
			input,
			result: tankLevel(input),
			fullL,
			pumpMinimumL: minimumL,
			nowMm: heightAt(shape, nowL)
		};
	}
);

export type TankState = typeof tank extends Stage<infer T> ? T : never;
