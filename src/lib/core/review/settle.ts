import type { Parts } from '../design';
import type { Shelf } from '../shelf';
import { Chain } from './chain';
import { set } from './finding';
import { findingsOf } from './review';

/** What only the grower can decide: how much they want where it does not fit. */
const THEIRS = new Set([
	'outside-area',
	'row-does-not-fit',
	'floor-overloaded',
	'obstacle-in-the-way'
]);
/** Each round settles one thing; more than a few and they would be chasing one another. */
const ROUNDS = 8;

/**
 * A system just started from defaults, made to work: as long as something cannot, its first fix is applied.
 * The defaults stay marked as assumed, for nobody has looked at them yet.
 */
export function settle(parts: Parts, shelf: Shelf): Parts {
	let chain = new Chain(parts, shelf);
	for (let round = 0; round < ROUNDS; round++) {
		const stop = findingsOf(chain).find(
			(f) => f.severity === 'stop' && f.fixes.length > 0 && !THEIRS.has(f.code)
		);
		if (!stop) break;
		chain = chain.with(stop.fixes[0]!.change);
	}
	// joints that do not fit are bought with their adapter from the start
	const joints = findingsOf(chain)
		.filter((f) => f.code === 'parts-do-not-join')
		.map((f) => f.subject);
	if (joints.length > 0)
		chain = chain.with([set('design.lines.adapters', [...chain.design.lines.adapters, ...joints])]);
	const { design } = chain.parts;
	return { ...chain.parts, design: { ...design, assumed: parts.design.assumed } };
}
