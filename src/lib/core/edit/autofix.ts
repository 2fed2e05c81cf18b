import type { Parts } from '../design';
import type { Shelf } from '../shelf';
import { SystemModel } from '../model';
import { judged, proven, type Fix, type Judged } from '../review';

/** What only the grower can decide: how much they want where it does not fit. */
const THEIRS = new Set([
	'outside-area',
	'row-does-not-fit',
	'floor-overloaded',
	'obstacle-in-the-way'
]);
/** Each round settles one thing; more than these and a start is no start. */
const ROUNDS = 12;

/**
 * A system just started from defaults, made to work: as long as something cannot, the first fix that holds is
 * applied. The defaults stay marked as assumed, for nobody has looked at them yet.
 */
export function autofix(parts: Parts, shelf: Shelf): Parts {
	let model = new SystemModel(parts, shelf);
	for (let round = 0; round < ROUNDS; round++) {
		const fix = firstOf(model, judged(model).filter(isOurs));
		if (!fix) break;
		model = model.with(fix.change);
	}
	// joints that do not fit are bought with their adapters from the start
	const [adapters] =
		judged(model)
			.find((f) => f.code === 'parts-do-not-join')
			?.fixes() ?? [];
	if (adapters) model = model.with(adapters.change);
	const { design } = model.parts;
	return { ...model.parts, design: { ...design, assumed: parts.design.assumed } };
}

const isOurs = ({ severity, code }: Judged): boolean => severity === 'stop' && !THEIRS.has(code);

const plantedIn = ({ layout }: SystemModel): number =>
	layout.sites.filter(({ cropId }) => cropId).length;

/** The first fix that holds, of the first finding that has one. */
function firstOf(model: SystemModel, list: readonly Judged[]): Fix | null {
	for (const said of list)
		for (const fix of said.fixes()) {
			if (!proven(model, said, fix)) continue;
			// somebody asked for so many plants: none goes to make the rest work
			if (plantedIn(model.with(fix.change)) >= plantedIn(model)) return fix;
		}
	return null;
}
