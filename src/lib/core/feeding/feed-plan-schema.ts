import { z } from 'zod';
import { feedFields, timerSchema, windowSchema } from '../design';
import { id, quantity, refuseRepeats } from '../quantity';
import { refusePassing } from './site-lines';

export const feedSite = z.strictObject({
	id: id(),
	mediumL: quantity('medium', 'volume', { min: 0.05, max: 10_000 }),
	availableFraction: quantity('available fraction', 'share', { min: 0.01, max: 1 }),
	demandLPerDay: quantity('demand', 'use', { min: 0, max: 10_000 }),
	flowLph: quantity('flow', 'flow', { min: 0, max: 10_000 }),
	/** Of what arrives, what enters; the rest runs past. */
	catchFraction: quantity('catch fraction', 'share', { min: 0.01, max: 1 }).optional(),
	/** The site below; null: back to the tank. */
	passesTo: id('site below').nullable().optional()
});
export const feedPlanInput = z
	.strictObject({
		sites: z
			.array(feedSite)
			.min(1, 'sites must hold 1 to 10,000 sites')
			.max(10_000, 'sites must hold 1 to 10,000 sites'),
		lights: feedFields.lights,
		dayShare: feedFields.dayShare.default(0.9),
		allowedDepletion: feedFields.allowedDepletion.default(0.2),
		drainFraction: feedFields.drainFraction.default(0.2),
		window: windowSchema.prefault({}),
		timer: timerSchema.prefault({}),
		school: feedFields.school,
		soakPerDay: feedFields.soakPerDay.optional(),
		pulseEveryMin: feedFields.pulseEveryMin.optional(),
		repeatEveryMin: feedFields.repeatEveryMin.optional(),
		repeatFromMin: feedFields.repeatFromMin.default(0),
		startsMin: feedFields.startsMin.optional()
	})
	.superRefine((input, context) => {
		refuseRepeats(context, input.sites, 'sites');
		refusePassing(context, input.sites);
		const missing = (path: string, message: string) =>
			context.addIssue({ code: 'custom', path: [path], message });
		if (input.school === 'pulse' && input.pulseEveryMin === undefined)
			missing('pulseEveryMin', 'pulse spacing must be a whole number from 1 to 1,440 min');
		if (input.school === 'repeat' && input.repeatEveryMin === undefined)
			missing('repeatEveryMin', 'repeat spacing must be a whole number from 1 to 1,440 min');
		if (input.school === 'fixed' && input.startsMin === undefined)
			missing('startsMin', 'starts must be 1 to 1,440 whole minutes from 0 to 1,439');
	});
export type FeedPlanInput = z.infer<typeof feedPlanInput>;
