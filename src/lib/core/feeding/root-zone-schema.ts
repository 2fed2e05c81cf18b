import { z } from 'zod';
import { DAY_MIN, feedFields } from '../design';
import { quantity, refuseRepeats } from '../quantity';
import { feedSite } from './feed-plan-schema';
import { refusePassing } from './site-lines';

const minutes = (name: string, min: number, max: number) =>
	quantity(name, 'minutes', { min, max, whole: true });

/** A feed: when it begins, how long the pump runs. */
export const feedEvent = z.strictObject({
	startMin: minutes('start of a feed', 0, DAY_MIN - 1),
	durationMin: minutes('length of a feed', 1, DAY_MIN),
	/** As feed-plan says it; it changes nothing here. */
	night: z.boolean().optional()
});
export type FeedEvent = z.input<typeof feedEvent>;

/** Of its easy water: with less a plant drinks less, and with this little it wilts. */
export const STRESS_SHARE = 0.3;
export const WILT_SHARE = 0.05;

/** Sites times days that are worked out at once, and figures of a course that are handed back. */
export const MOST_SITE_DAYS = 20_000;
const MOST_SAMPLES = 2_000_000;

export const rootZoneInput = z
	.strictObject({
		sites: z
			.array(feedSite)
			.min(1, 'sites must hold 1 to 10,000 sites')
			.max(10_000, 'sites must hold 1 to 10,000 sites'),
		/** Each comes every day. */
		events: z.array(feedEvent).max(DAY_MIN, 'events must hold 0 to 1,440 feeds'),
		lights: feedFields.lights,
		dayShare: feedFields.dayShare.default(0.9),
		days: quantity('days', 'days', { min: 1, max: 60, whole: true }),
		/** Minute of the whole run from which the pump stands still; it begins at midnight. */
		outageFromMin: minutes('power off from', 0, 60 * DAY_MIN).optional(),
		stressFraction: quantity('share at which stress begins', 'share', { above: 0, max: 1 }).default(
			STRESS_SHARE
		),
		wiltFraction: quantity('share at which plants wilt', 'share', { above: 0, max: 1 }).default(
			WILT_SHARE
		),
		sampleMin: minutes('minutes between samples', 1, DAY_MIN).default(15)
	})
	.superRefine((input, context) => {
		refuseRepeats(context, input.sites, 'sites');
		refusePassing(context, input.sites);
		const { sites, days, sampleMin } = input;
		const refuse = (path: string, message: string) =>
			context.addIssue({ code: 'custom', path: [path], message });
		if (sites.length * days > MOST_SITE_DAYS)
			refuse(
				'days',
				`sites times days must be at most 20,000: for ${sites.length} sites ${Math.floor(MOST_SITE_DAYS / sites.length)} days`
			);
		if (sites.length * samplesOf(days, sampleMin) > MOST_SAMPLES)
			refuse('sampleMin', 'the samples of all sites must be at most 2,000,000: sample less often');
	});
export type RootZoneInput = z.infer<typeof rootZoneInput>;

/** Samples of a run: the first at the end of its first minute. */
export const samplesOf = (days: number, sampleMin: number): number =>
	Math.ceil((days * DAY_MIN) / sampleMin);

const course = z.union([z.array(z.number()), z.instanceof(Float64Array)]);
export const rootZoneOutput = z.strictObject({
	sites: z.array(
		z.strictObject({
			id: z.string(),
			minFraction: z.number(),
			meanFraction: z.number(),
			/** What arrives, what leaves downward, and what the plant drinks, in the whole run. */
			suppliedL: z.number(),
			drainedL: z.number(),
			usedL: z.number(),
			stressMin: z.number(),
			/** From the outage, or from the start without one, to the first minute that ends below; null: never. */
			hoursToStress: z.number().nullable(),
			hoursToWilt: z.number().nullable()
		})
	),
	/** What came back to the tank, or went away. */
	returnedL: z.number(),
	series: z.strictObject({
		everyMin: z.number(),
		startMin: z.literal(0),
		sites: z.array(z.strictObject({ id: z.string(), fraction: course }))
	})
});
/** A run with its courses as typed arrays, which go from thread to thread without being copied. */
export type RootZone = Omit<z.infer<typeof rootZoneOutput>, 'series'> & {
	series: {
		everyMin: number;
		startMin: 0;
		sites: { id: string; fraction: Float64Array<ArrayBuffer> }[];
	};
};
