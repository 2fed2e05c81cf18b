import type { Structure } from '../../layout';

/**
 * What comes past each site once those above it have enough: its own and all that is given above it. The same
 * for flows, litres or needs.
 *
 * @param own by site id
 */
export function passedDown(
	{ sites }: Pick<Structure, 'sites'>,
	own: ReadonlyMap<string, number>
): Map<string, number> {
	const arrives = new Map(own);
	const waiting = new Map<string, number>();
	for (const { passesTo } of sites)
		if (passesTo !== null) waiting.set(passesTo, (waiting.get(passesTo) ?? 0) + 1);
	if (waiting.size === 0) return arrives;
	const below = new Map(sites.map(({ id, passesTo }) => [id, passesTo]));
	const free = sites.flatMap(({ id }) => (waiting.has(id) ? [] : [id]));
	for (let at = free.pop(); at !== undefined; at = free.pop()) {
		const to = below.get(at);
		if (to === undefined || to === null) continue;
		arrives.set(to, (arrives.get(to) ?? 0) + (arrives.get(at) ?? 0));
		const left = waiting.get(to)! - 1;
		waiting.set(to, left);
		if (left === 0) free.push(to);
	}
	return arrives;
}
