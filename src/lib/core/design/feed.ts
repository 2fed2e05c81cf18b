import { z } from 'zod';
import { oneOf, quantity } from '../quantity';

export const DAY_MIN = 1440;
const minutes = (name: string, min: number, max: number) =>
	quantity(name, 'minutes', { min, max, whole: true });

export const SCHOOLS = ['soak', 'pulse', 'repeat', 'continuous', 'fixed'] as const;
export const lightsSchema = z.strictObject({
	onMin: minutes('lights on', 0, DAY_MIN - 1),
	durationMin: minutes('length of light', 1, DAY_MIN),
	profile: oneOf('profile', ['lamps', 'sun'])
});
export const windowSchema = z.strictObject({
	startAfterOnMin: minutes('start after lights on', 0, DAY_MIN).default(90),
	stopBeforeOffMin: minutes('stop before lights off', 0, DAY_MIN).default(120)
});
export const timerSchema = z.strictObject({
	resolutionMin: minutes('timer resolution', 1, 60)
		.refine(
			(r) => DAY_MIN % r === 0,
			'timer resolution must be whole minutes, 1 to 60, that divide 1440'
		)
		.default(1),
	minOnMin: minutes('least on-time', 1, 240).default(1),
	slotsPerDay: quantity('slots', 'timesADay', { min: 1, max: DAY_MIN, whole: true }).default(48)
});
const STARTS = 'starts must be 1 to 1,440 whole minutes from 0 to 1,439';
/** How the timer is planned; shared by the design and the feed-plan operation. */
export const feedFields = {
	school: oneOf('school', SCHOOLS),
	lights: lightsSchema,
	dayShare: quantity('day share', 'share', { min: 0, max: 1 }),
	allowedDepletion: quantity('allowed depletion', 'share', { min: 0.01, max: 1 }),
	drainFraction: quantity('drain fraction', 'share', { min: 0, max: 0.95 }),
	soakPerDay: quantity('soaks', 'timesADay', { min: 1, max: DAY_MIN, whole: true }),
	pulseEveryMin: minutes('pulse spacing', 1, DAY_MIN),
	repeatEveryMin: minutes('repeat spacing', 1, DAY_MIN),
	repeatFromMin: minutes('first repeat', 0, DAY_MIN - 1),
	/** Set by hand, in any order. */
	startsMin: z
		.array(minutes('start', 0, DAY_MIN - 1))
		.min(1, STARTS)
		.max(DAY_MIN, STARTS)
};

/** The feeding of one loop. `setMin` is what stands on the grower's timer; null: as planned. */
export const feedSchema = z.strictObject({
	school: feedFields.school,
	/** null: as long as the lamps or the sun of the place shine. */
	lights: z.strictObject({
		onMin: lightsSchema.shape.onMin.nullable(),
		durationMin: lightsSchema.shape.durationMin.nullable(),
		profile: lightsSchema.shape.profile.nullable()
	}),
	dayShare: feedFields.dayShare,
	/** null: the least its media and roots allow. */
	allowedDepletion: feedFields.allowedDepletion.nullable(),
	drainFraction: feedFields.drainFraction,
	window: windowSchema,
	timer: timerSchema,
	soakPerDay: feedFields.soakPerDay.nullable(),
	pulseEveryMin: feedFields.pulseEveryMin,
	repeatEveryMin: feedFields.repeatEveryMin,
	repeatFromMin: feedFields.repeatFromMin,
	/** When somebody waters by hand. */
	startsMin: feedFields.startsMin.default([480, 1080]),
	setMin: minutes('minutes set on the timer', 1, DAY_MIN).nullable(),
	/** A relay that switches by seconds all through a feed; null: the pump runs on end. */
	relay: z
		.strictObject({
			onS: quantity('relay on', 'seconds', { min: 1, max: 3600, whole: true }),
			offS: quantity('relay off', 'seconds', { min: 1, max: 3600, whole: true })
		})
		.nullable()
		.default(null)
});
/** Of the minutes of a feed, the share in which water runs. */
export const dutyOf = ({ relay }: Pick<z.infer<typeof feedSchema>, 'relay'>): number =>
	relay ? relay.onS / (relay.onS + relay.offS) : 1;

export type School = (typeof SCHOOLS)[number];
