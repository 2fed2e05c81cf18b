import { z } from 'zod';
import { standPath, type Change } from '../design';
import type { SystemModel } from '../model';
import { FINDING_CODES, type FindingCode } from './codes';
import type { SaidFigure } from './sentence';

/** The steps of the job, in the order of the tape. */
export const STEPS = [
	'place',
	'plants',
	'sites',
	'lines',
	'pump',
	'tank',
	'dry-run',
	'feed',
	'mix',
	'plant-out',
	'run'
] as const;
export type Step = (typeof STEPS)[number];

/** `stop`: it cannot work; `look`: it will go wrong or waste; `caution`: mind it, and who decides. */
export const SEVERITIES = ['stop', 'look', 'caution'] as const;

/** `now`: as the plants stand today; `grown`: once they are full grown, and not before. */
export const STATES_OF_PLANTS = ['now', 'grown'] as const;
export type PlantState = (typeof STATES_OF_PLANTS)[number];

/** What a finding may be about that is no single thing of the drawing. */
export const SUBJECTS = ['place', 'mix', 'timer', 'pump', 'tank', 'reserve'] as const;
/** What a finding is about: one of these, or a thing of the drawing by its id: a site, container, solid, run, return. */
export type Subject = (typeof SUBJECTS)[number] | (string & Record<never, never>);

const changeSchema = z.array(z.strictObject({ path: z.string(), value: z.unknown() }));
export const fixSchema = z.strictObject({
	label: z.string(),
	effect: z.string(),
	change: changeSchema
});

export const findingSchema = z.strictObject({
	code: z.enum(FINDING_CODES),
	step: z.enum(STEPS),
	severity: z.enum(SEVERITIES),
	state: z.enum(STATES_OF_PLANTS),
	subject: z.string(),
	message: z.string(),
	/** The figures in it, in the core's units. */
	figures: z.array(
		z.strictObject({ quantity: z.string(), value: z.number(), to: z.number().optional() })
	),
	/** Proven: the changed design was judged, and each does what it says. */
	fixes: z.array(fixSchema),
	/** How a grower who has seen to a caution says so; null: it is not settled by a word. */
	acknowledge: z.strictObject({ label: z.string(), change: changeSchema }).nullable()
});
export interface Fix {
	label: string;
	effect: string;
	change: Change[];
}
/** What a rule says, of whichever state of the plants it was shown; its figures are holes, put there by `say`. */
export interface Said {
	code: FindingCode;
	step: Step;
	severity: (typeof SEVERITIES)[number];
	subject: Subject;
	message: string;
	/** How far the figure is past its limit, as a share of it; 1 where it is no matter of degree. */
	off?: number;
	/** The figure a word about it is given for, the more the worse, where that is neither `off` nor the first it says. */
	judged?: number;
	/** What may be tried, the best first; worked out only when somebody asks. */
	fixes: () => Fix[];
	/** What a grower says who has seen to a caution. */
	acknowledge?: string;
}

/** What was found, and of which state of the plants it is true; as the grower of the place reads it. */
export interface Finding extends Pick<Said, 'code' | 'step' | 'severity' | 'subject' | 'message'> {
	state: PlantState;
	figures: SaidFigure[];
	acknowledge: Pick<Fix, 'label' | 'change'> | null;
}

/** A finding with the fixes that were tried and hold. */
export interface ProvenFinding extends Finding {
	fixes: Fix[];
}

/** One rule: looks at the model and says what is wrong, risky or to be minded. */
export type Rule = (model: SystemModel) => Said[];

/** One change to the document, as a fix. */
export const set = (path: string, value: unknown): Change => ({ path, value });
/** One change to a field of a stand. */
export const setOf = (stand: { id: string }, field: string, value: unknown): Change =>
	set(standPath(stand, field), value);

/** The fixes that are there. */
export const availableFixes = (...fixes: (Fix | null | undefined | false)[]): Fix[] =>
	fixes.filter((fix): fix is Fix => Boolean(fix));
