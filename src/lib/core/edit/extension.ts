import { countAlong, kindOf } from '../design';
import { allOf, type Steps } from '../quantity';
import type { SystemModel } from '../model';
import { set } from '../review';
import { changesFor } from './fit';
import { allFed } from '../review';

/** What may give way first when a system is made longer, in the order it is asked. */
export const LIMITS = ['place', 'pump', 'return', 'tank'] as const;
export type Limit = (typeof LIMITS)[number];

export interface Extension {
	/** The count along the front as it is. */
	now: number;
	/** The most of it each part is good for as it stands; null: more than are tried, or it does not apply. */
	most: Record<Limit, number | null>;
	/** The part that gives way first, and at how many; null: none of those tried. */
	first: { limit: Limit; most: number } | null;
}

/** More than this along the front is another system. */
const TRIED = 60;
/**
 * How far a stand can be made longer with each part kept: laid out, planted like the first site and solved at
 * each length tried. Everything asked only gets harder with length, so the end is found by halving. A step is a
 * length tried.
 *
 * @returns `most` under `now` where a part is too small already
 */
export function* extensionSteps(model: SystemModel, index = 0): Steps<Extension> {
	const stand = model.design.stands[index]!;
	const { along } = kindOf(stand);
	const now = countAlong(stand);
	const models = new Map<number, SystemModel>();
	const at = (count: number): SystemModel => {
		const known = models.get(count) ?? grown(model, index, along, count);
		models.set(count, known);
		return known;
	};
	const most = {} as Extension['most'];
	let tried = 0;
	for (const [i, limit] of LIMITS.entries()) {
		most[limit] = null;
		if (applies(model, limit)) {
			const search = mostThat((count) => HOLDS[limit](at(count)));
			for (let step = search.next(); ; step = search.next()) {
				if (step.done) {
					most[limit] = step.value;
					break;
				}
				tried += 1;
				yield (i + Math.min(1, tried / MOST_TRIES)) / LIMITS.length;
			}
		}
		tried = 0;
		yield (i + 1) / LIMITS.length;
	}
	const ends = LIMITS.flatMap((limit) =>
		most[limit] === null ? [] : [{ limit, most: most[limit] }]
	);
	const first = ends.reduce<Extension['first']>((a, b) => (a && a.most <= b.most ? a : b), null);
	return { now, most, first };
}

/** The same in one go. */
export const extensionOf = (model: SystemModel, index = 0): Extension =>
	allOf(extensionSteps(model, index));

function grown(model: SystemModel, index: number, along: string, count: number): SystemModel {
	const [first] = Object.values(model.operation.crops);
	const longer = model.with(changesFor(model, index, along, count));
	if (!first) return longer;
	const crops = Object.fromEntries(
		longer.layout.sites.map(({ id }) => [id, model.operation.crops[id] ?? first])
	);
	return longer.with([set('operation.crops', crops)]);
}

function applies({ layout, operation }: SystemModel, limit: Limit): boolean {
	if (limit === 'return')
		return layout.returns.some(({ way }) => way === 'fall' || way === 'waste');
	if (limit === 'tank') return operation.topUp.kind === 'hand';
	return true;
}

const HOLDS: Record<Limit, (model: SystemModel) => boolean> = {
	place: ({ layout }) => !layout.problems.some((problem) => problem.code === 'outside-area'),
	pump: (model) => {
		// full open and filled: the best it can do
		const best = model.with([
			...(model.design.source.kind === 'pump' ? [set('operation.dial', 1)] : []),
			set('record.nowL', null)
		]);
		const needs = model.feed?.needLph;
		return needs ? allFed(best, needs) : best.path.result.uniformity.dry === 0;
	},
	return: (model) =>
		model.returns
			.filter(({ run }) => run.way === 'fall' || run.way === 'waste')
			.every(({ result }) => result !== null && result.depthRatio <= model.limit('returnFull')),
	tank: ({ run }) => run.result.firstDayBelowPump === null
};

/** Halvings it takes at most. */
const MOST_TRIES = 1 + Math.ceil(Math.log2(TRIED));

/** The greatest count that holds; 0: not even one; null: all that are tried. */
function* mostThat(holds: (count: number) => boolean): Generator<void, number | null, void> {
	if (holds(TRIED)) return null;
	yield;
	let [good, bad] = [0, TRIED];
	while (bad - good > 1) {
		const middle = (good + bad) >> 1;
		if (holds(middle)) good = middle;
		else bad = middle;
		yield;
	}
	return good;
}
