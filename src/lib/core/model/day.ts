import { DAY_MIN, hoursOf } from '../design';
import type { FeedPlanInput } from '../feeding';
import { clamp } from '../quantity';
import { dayLengthH } from '../water';
import { area } from './layout';
import { stage } from './stage';

/** How long it is light, and whether that is set by hand or follows from lamps and sun. */
export interface DayState {
	lights: FeedPlanInput['lights'];
	/** What lamps and sun of the place come to, whatever is set, min. */
	shinesMin: number;
}

/** When lamps nobody gave a time to go on. */
const LAMPS_ON_MIN = 360;

/** The one length of light that weather, lamps and feeds share. */
export const day = stage(
	'length of light',
	{ design: ['lamps'], operation: ['feed', 'lampHours'] },
	{ area },
	({ design, operation, area: { climate } }): DayState => {
		const hours = design.lamps.map(({ id }) => hoursOf(operation, id));
		const ofLamps = Math.max(0, ...hours);
		const indoors = climate.setting === 'indoors';
		const ofPlace = indoors
			? climate.photoperiodH
			: dayLengthH(climate.latitudeDeg, climate.dayOfYear);
		// indoors lamps that hang there are the light there is
		const shinesH = indoors && ofLamps > 0 ? ofLamps : Math.max(ofPlace, ofLamps);
		const shinesMin = clamp(Math.round(shinesH * 60), 1, DAY_MIN);
		const { lights } = operation.feed;
		const durationMin = lights.durationMin ?? shinesMin;
		return {
			shinesMin,
			lights: {
				onMin: lights.onMin ?? (indoors ? LAMPS_ON_MIN : Math.floor((DAY_MIN - durationMin) / 2)),
				durationMin,
				profile: lights.profile ?? (indoors ? 'lamps' : 'sun')
			}
		};
	}
);
