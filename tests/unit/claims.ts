import { partsIn, partsSchema } from '../../src/lib/core/design';
import { SystemModel } from '../../src/lib/core/model';
import { findingsOf, fixesOf, judged, type Fix, type Judged } from '../../src/lib/core/review';
import { BUILT_IN_SHELF } from '../../src/lib/core/shelf';
import { EXAMPLES, modelOf } from './example';
import { accepted, dice, mutant } from './mutants';

/** The examples and so many random valid designs, always the same ones. */
export function designs(count: number): SystemModel[] {
	const roll = dice(411);
	const list = EXAMPLES.map((name) => modelOf(name));
	while (list.length < EXAMPLES.length + count) {
		const system = accepted(mutant(roll).file);
		if (system) list.push(new SystemModel(partsIn(system), BUILT_IN_SHELF));
	}
	return list;
}

/** What fixes are worth, each tried anew from the document alone. */
export interface Claims {
	/** Fixes that are shown, and those that remove their finding or bring it nearer its limit by a twentieth. */
	shown: number;
	held: number;
	/** Findings that are no mere caution, and those that show a fix. */
	grave: number;
	mended: number;
	/** In a sentence each: refused by a schema, brings a stop, changes what was seen. */
	wrong: string[];
}

const LEAST_GAIN = 0.05;

const fresh = (model: SystemModel, { change }: Fix): SystemModel =>
	new SystemModel(model.with(change).parts, BUILT_IN_SHELF);
const offOf = (list: readonly Judged[], code: string): number =>
	list.filter((f) => f.code === code).reduce((sum, { off = 1 }) => sum + off, 0);

function tried(model: SystemModel, code: string, fix: Fix, claims: Claims): void {
	const before = judged(model);
	const after = fresh(model, fix);
	const now = judged(after);
	const say = `${model.design.name}, ${code}: ${fix.label}`;
	claims.shown += 1;
	if (!partsSchema.safeParse(after.parts).success) claims.wrong.push(`${say} is refused`);
	if (fix.change.some(({ path }) => /^(record|place)\./.test(path)))
		claims.wrong.push(`${say} changes what was seen`);
	const stops = (list: readonly Judged[]) => list.filter(({ severity }) => severity === 'stop');
	const came = stops(now).find((f) => !stops(before).some((b) => b.code === f.code));
	if (came) claims.wrong.push(`${say} brings ${came.code}`);
	if (offOf(now, code) <= offOf(before, code) * (1 - LEAST_GAIN) + 1e-9) claims.held += 1;
}

/** Every fix of every finding of these designs, tried. */
export function claimsOf(models: Iterable<SystemModel>): Claims {
	const claims: Claims = { shown: 0, held: 0, grave: 0, mended: 0, wrong: [] };
	for (const model of models)
		for (const finding of findingsOf(model)) {
			const fixes = fixesOf(model, finding);
			if (finding.severity !== 'caution') {
				claims.grave += 1;
				if (fixes.length > 0) claims.mended += 1;
			}
			for (const fix of fixes) tried(model, finding.code, fix, claims);
		}
	return claims;
}

/** The first fix of the gravest that has one, and again, until none is left: how many steps, and the design then. */
export function followed(model: SystemModel, most: number, each?: (next: SystemModel) => void) {
	let steps = 0;
	for (let at = model; ; steps++) {
		const fix = findingsOf(at)
			.map((finding) => fixesOf(at, finding)[0])
			.find(Boolean);
		if (!fix || steps === most) return { steps, ended: !fix };
		at = at.with(fix.change);
		each?.(at);
	}
}
