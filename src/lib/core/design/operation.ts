import { z } from 'zod';
import { id, oneOf, quantity } from '../quantity';
import { feedSchema } from './feed';
import { mixSchema } from './mix';
import { successionSchema } from './succession';

/** The tank's own strength, what the plants take up, or plain water. */
export const TOP_UPS = ['solution', 'weak', 'water'] as const;

const topUpWith = oneOf('top-up with', TOP_UPS);
export const topUpSchema = z.discriminatedUnion(
	'kind',
	[
		z.strictObject({
			kind: z.literal('hand'),
			everyDays: quantity('days between refills', 'days', { min: 1, max: 60, whole: true }),
			with: topUpWith
		}),
		/** From the reserve of the design, or the mains where it has none. */
		z.strictObject({ kind: z.literal('float'), with: topUpWith })
	],
	{ error: () => 'top-up must be one of hand, float' }
);

export const changeSchema = z.strictObject({
	everyDays: quantity('days between changes', 'days', { min: 1, max: 365, whole: true }).nullable(),
	/** Topped up since the last. */
	toppedUpL: quantity('litres topped up', 'volume', { above: 0, max: 100_000 }).nullable(),
	driftPercent: quantity('drift', 'percent', { above: 0, max: 1000 }).nullable()
});
export const NO_CHANGE: z.infer<typeof changeSchema> = {
	everyDays: null,
	toppedUpL: null,
	driftPercent: null
};

/** Which crop stands at a site. */
const cropsAt = z.record(z.string().max(120), id('crop'));

/** What a system is set to: what grows where, the valves and the dial, how it is filled, fed and mixed. */
export const operationSchema = z.strictObject({
	/** By site id; a site not listed is empty. */
	crops: cropsAt,
	/** What grew at sites that are gone, until it is dropped by hand or its site comes back. */
	kept: cropsAt.default({}),
	/** Speed of the pump, as a share of its full. */
	dial: quantity('pump dial', 'share', { min: 0.1, max: 1 }),
	/** Row valves that are shut, by id. */
	shutValves: z.array(id('valve')).max(1000),
	/** How far the grower fills the tank, at rest. */
	fillL: quantity('fill', 'volume', { min: 0.1, max: 100_000 }),
	/** Valves that are part open, of rows or single outlets, by id: of what kind, and how far. */
	valves: z
		.record(
			z.string().max(120),
			z.strictObject({
				kind: oneOf('kind of valve', ['ball', 'needle', 'clamp']),
				open: quantity('valve open', 'share', { min: 0.05, max: 1 })
			})
		)
		.default({}),
	/** Which water of the place it is filled with; null: the first. */
	waterId: id('water').nullable().default(null),
	/** Another water poured in with it; null: rain, with its usual figures. */
	thinned: z
		.strictObject({
			waterId: id('water').nullable(),
			part: quantity('part of it', 'share', { min: 0.05, max: 0.95 })
		})
		.optional(),
	topUp: topUpSchema,
	/** When all of the solution is changed, whichever comes first; null: not by that. */
	change: changeSchema.default(NO_CHANGE),
	/** Rinses what stands in media that nothing comes back from with plain water; null: never. */
	flushEveryDays: quantity('days between flushes', 'days', { min: 1, max: 365, whole: true })
		.nullable()
		.default(null),
	/** How long nobody looks at it, at most. */
	awayH: quantity('longest absence', 'hours', { min: 0, max: 720 }).default(10),
	/** When in the day all of the solution is changed; null: not said. */
	changeAtMin: quantity('time of the change', 'count', { min: 0, max: 1439, whole: true })
		.nullable()
		.default(null),
	/** How crops are sown batch by batch, by crop id; one not listed is planted all at once. */
	succession: z.record(z.string().max(120), successionSchema).default({}),
	maxDriftPercent: quantity('greatest drift', 'percent', { above: 0, max: 100 }),
	/** Strength of what plants take up, as a share of the tank's. */
	uptakePercent: quantity('uptake strength', 'percent', { min: 0, max: 200 }),
	feed: feedSchema,
	/** Hours a day each lamp is on, by lamp id. */
	lampHours: z.record(z.string().max(120), quantity('hours a day', 'hours', { min: 0, max: 24 })),
	mix: mixSchema
});
export type Operation = z.infer<typeof operationSchema>;

/** Hours a lamp is on; one nobody set a timer for stays off. */
export const hoursOf = ({ lampHours }: Pick<Operation, 'lampHours'>, lampId: string): number =>
	lampHours[lampId] ?? 0;

/** The id of the valve of a row, counted from nought. */
export const valveId = (standId: string, row: number): string => `${standId}/v-${row + 1}`;
