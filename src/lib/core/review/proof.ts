import { z } from 'zod';
import { partsSchema, type Change, type Parts } from '../design';
import type { SystemModel } from '../model';
import { allOf, type Steps } from '../quantity';
import type { Finding, Fix, ProvenFinding } from './finding';
import { failedRules, findingsOf, judged, type Judged } from './review';
import { rendered } from './sentence';
import { TITLES } from './titles';

/** So many fixes are shown beside a finding. */
const MOST_FIXES = 3;
/** A figure that does not go away must come nearer to its limit by so much. */
const LEAST_GAIN = 0.05;

/** How a design stands: what cannot work, what will go wrong, and by how much its figures are past their limits. */
export const standingSchema = z.strictObject({
	stops: z.number(),
	looks: z.number(),
	shortfall: z.number()
});
export type Standing = z.infer<typeof standingSchema>;

const offOf = ({ off }: Judged): number => off ?? 1;

/** How a design stands, by all that is said of it. */
export function standingOf(model: SystemModel): Standing {
	const said = judged(model);
	const count = (severity: Judged['severity']) =>
		said.filter((f) => f.severity === severity).length;
	return {
		stops: count('stop'),
		looks: count('look'),
		shortfall: said.reduce((sum, f) => sum + offOf(f), 0)
	};
}

/** Stops first, then looks, then the shortfall: nothing that follows this can go round in a circle. */
export function better(after: Standing, before: Standing): boolean {
	if (after.stops !== before.stops) return after.stops < before.stops;
	if (after.looks !== before.looks) return after.looks < before.looks;
	return after.shortfall < before.shortfall - 1e-9;
}

/** Parts a fix may change: what was seen and what the place is stay as they are. */
const CHANGEABLE = ['design', 'operation'] as const;

/** Whether the document with a change made is one that can be kept. */
export function keepable(parts: Parts, changes: readonly Change[]): boolean {
	const touched = CHANGEABLE.filter((part) =>
		changes.some(({ path }) => path.startsWith(`${part}.`))
	);
	const only = changes.every(({ path }) => CHANGEABLE.some((part) => path.startsWith(`${part}.`)));
	return only && touched.every((part) => partsSchema.shape[part].safeParse(parts[part]).success);
}

/**
 * A fix that was tried: the changed design is one that can be kept, its rules were asked again, the finding is
 * gone or its figure nearer its limit, nothing that cannot work came with it, and the design stands better.
 *
 * @returns the fix as it is shown, with what else it brings named in its effect; null: it does not hold
 */
export function proven(model: SystemModel, said: Judged, fix: Fix): Fix | null {
	const after = tried(model, fix.change);
	if (!after || !better(standingOf(after), standingOf(model))) return null;
	// what could not be judged is not mended
	if (failedRules(after).length > failedRules(model).length) return null;
	const [were, are] = [judged(model), judged(after)];
	const isNew = (f: Judged) => !were.some((w) => w.code === f.code && w.severity === f.severity);
	if (are.some((f) => f.severity === 'stop' && isNew(f))) return null;
	if (!helps(were, are, said)) return null;
	const brings = are.filter((f) => f.severity === 'look' && isNew(f));
	const { units } = model.place;
	const effect = [fix.effect, ...brings.map((f) => `but: ${TITLES[f.code]}`)].join('; ');
	return {
		label: rendered(fix.label, units),
		effect: rendered(effect, units),
		change: fix.change
	};
}

/** The model of the changed design; null where it cannot be kept. */
export function tried(model: SystemModel, change: readonly Change[]): SystemModel | null {
	try {
		const after = model.with(change);
		return keepable(after.parts, change) ? after : null;
	} catch {
		return null;
	}
}

/** Gone, or nearer its limit by what can be noticed: whatever it is about, of its kind taken together. */
function helps(were: readonly Judged[], are: readonly Judged[], { code }: Judged): boolean {
	const sum = (list: readonly Judged[]) =>
		list.reduce((total, f) => total + (f.code === code ? offOf(f) : 0), 0);
	const worst = (list: readonly Judged[]) =>
		list.reduce((most, f) => (f.code === code ? Math.max(most, offOf(f)) : most), 0);
	const left = are.some((f) => f.code === code);
	if (!left) return true;
	return sum(are) <= sum(were) * (1 - LEAST_GAIN) && worst(are) <= worst(were) + 1e-9;
}

/** The proven fixes of one finding, tried one after the other. */
export function* fixSteps(
	model: SystemModel,
	{ code, subject, state }: Pick<Finding, 'code' | 'subject' | 'state'>
): Steps<Fix[]> {
	const said = judged(model).find(
		(f) => f.code === code && f.subject === subject && f.state === state
	);
	const fixes: Fix[] = [];
	if (!said) return fixes;
	for (const [i, fix] of said.fixes().entries()) {
		const shown = proven(model, said, fix);
		if (shown) fixes.push(shown);
		if (fixes.length === MOST_FIXES) break;
		yield Math.min(0.95, (i + 1) / 6);
	}
	return fixes;
}

/** The proven fixes of one finding. */
export const fixesOf = (
	model: SystemModel,
	finding: Pick<Finding, 'code' | 'subject' | 'state'>
): Fix[] => allOf(fixSteps(model, finding));

/** All findings, each with the fixes that hold. */
export const provenFindings = (model: SystemModel): ProvenFinding[] =>
	findingsOf(model).map((finding) => ({ ...finding, fixes: fixesOf(model, finding) }));
