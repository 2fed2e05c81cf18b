import { thinningWater, type SystemModel } from '../../model';
import { lowerFirst } from '../../quantity';
import { set, type Fix } from '../finding';
import { say } from '../sentence';

/** Parts of soft water in the mixed one, the least first. */
const PARTS = [0.25, 0.5, 0.75];

/**
 * Waters with which something about this one ends: another of the place as it is, or this one thinned with it, or
 * with rain where the place has none that is softer.
 *
 * @param ends whether it has ended, of the design with that water
 */
export function softer(model: SystemModel, ends: (after: SystemModel) => boolean): Fix[] {
	const now = model.sourceWater.alkalinityMeqL;
	const { waters } = model.place;
	const soft = waters.filter(
		({ id, alkalinityMeqL }) => id !== model.operation.waterId && alkalinityMeqL < now
	);
	const whole = soft
		.map(({ id, name, alkalinityMeqL }) => ({
			label: `Use ${lowerFirst(name)}`,
			effect: changed(now, alkalinityMeqL),
			change: [set('operation.waterId', id)]
		}))
		.filter(({ change }) => ends(model.with(change)));
	const own = soft[0];
	return [...whole, ...thinnedWith(model, own ? own.id : null, ends)];
}

const changed = (from: number, to: number): string =>
	`${say(to, 'charge')} of alkalinity instead of ${say(from, 'charge')}`;

function thinnedWith(
	model: SystemModel,
	waterId: string | null,
	ends: (after: SystemModel) => boolean
): Fix[] {
	const now = model.sourceWater.alkalinityMeqL;
	const name = lowerFirst(thinningWater(model.place, waterId).name);
	for (const part of PARTS) {
		const change = [set('operation.thinned', { waterId, part })];
		const after = model.with(change);
		if (!ends(after)) continue;
		const softer = after.sourceWater.alkalinityMeqL;
		return [
			{
				label: `Thin it with ${Math.round(100 * part)}% ${name}`,
				effect: `${changed(now, softer)}; every fill and top-up is mixed so`,
				change
			}
		];
	}
	return [];
}
