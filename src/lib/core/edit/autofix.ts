import type { Parts } from '../design';
import type { Shelf } from '../shelf';
import { SystemModel } from '../model';
import { set } from '../review';
import { findingsOf } from '../review';

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
export function autofix(parts: Parts, shelf: Shelf): Parts {
	let model = new SystemModel(parts, shelf);
	for (let round = 0; round < ROUNDS; round++) {
		const stop = findingsOf(model).find(
			(f) => f.severity === 'stop' && f.fixes.length > 0 && !THEIRS.has(f.code)
		);
		if (!stop) break;
		model = model.with(stop.fixes[0]!.change);
	}
	// joints that do not fit are bought with their adapter from the start
	const joints = findingsOf(model)
		.filter((f) => f.code === 'parts-do-not-join')
		.map((f) => f.subject);
	if (joints.length > 0)
		model = model.with([set('design.lines.adapters', [...model.design.lines.adapters, ...joints])]);
	const { design } = model.parts;
	return { ...model.parts, design: { ...design, assumed: parts.design.assumed } };
}
