import { z } from 'zod';
import { standPath, type Change, type SystemRecord } from '../design';
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
	fixes: z.array(
		z.strictObject({
			label: z.string(),
			effect: z.string(),
			change: z.array(z.strictObject({ path: z.string(), value: z.unknown() }))
		})
	)
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
	/** Id of what it is about: a site, run, return, joint, `tank`, `pump`. */
	subject: string;
	message: string;
	fixes: Fix[];
}

/** What was found, and of which state of the plants it is true; as the grower of the place reads it. */
export interface Finding extends Said {
	state: PlantState;
	figures: SaidFigure[];
}

/** One rule: looks at the model and says what is wrong, risky or to be minded. */
export type Rule = (model: SystemModel) => Said[];

/** One change to the document, as a fix. */
export const set = (path: string, value: unknown): Change => ({ path, value });
/** One change to a field of a stand. */
export const setOf = (stand: { id: string }, field: string, value: unknown): Change =>
	set(standPath(stand, field), value);

/** The fixes that are there, three at most. */
export const availableFixes = (...fixes: (Fix | null | undefined | false)[]): Fix[] =>
	fixes.filter((fix): fix is Fix => Boolean(fix)).slice(0, 3);

/** A fix that settles a caution: the grower has seen to it. */
export const seenTo = (record: SystemRecord, code: FindingCode, label: string): Fix => ({
	label,
	effect: 'settles this caution',
	change: [set('record.acknowledged', [...record.acknowledged, code])]
});
