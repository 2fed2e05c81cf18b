import { z } from 'zod';
import { pick } from '../../shelf';
import {
	angle,
	choice,
	count,
	drained,
	head,
	heldBy,
	part,
	percent,
	returnPipe,
	size,
	tied,
	USUAL_FIXING,
	wallFixing,
	yesNo
} from './fields';
import { fitting, gridSlots, oftenFed, type StandKind } from './kind';

/** Slit channels filled with open matting, side by side under a header or one above the other. */
export const channelsSchema = z.strictObject({
	...head('channels', 'tower'),
	...drained,
	perRow: count('channels', 1, 40),
	channelLengthMm: size('length of a channel', 300, 4000),
	sectionMm: size('section of a channel', 40, 200),
	hung: choice('channels hang', {
		vertical: 'upright',
		raked: 'leaning back',
		horizontal: 'level, in tiers'
	}),
	rakeDeg: angle('lean back from upright', 80),
	pitchMm: size('channel spacing', 60, 2000),
	plantPitchMm: size('plant spacing along a channel', 50, 1000),
	endClearMm: size('clearance at the ends', 0, 1000),
	lowEndHeightMm: size('height of the lower ends', 0, 2500),
	on: choice('fixed to', { frame: 'a frame', wall: 'a wall' }),
	tied,
	baseMm: heldBy.baseMm,
	fixingsPerTier: count('fixings along each rail on a wall', 1, 80),
	...wallFixing,
	mediumId: part('matting', 'media'),
	rowTubeId: part('header tube', 'tubes', 'feed'),
	emitterId: part('emitter of a channel', 'emitters', 'tower'),
	airBleed: yesNo('air bleed at the high point of the header'),
	fallPercent: percent('fall of the collector', 20),
	...returnPipe('channels')
});
export type Channels = z.infer<typeof channelsSchema>;

/** Plants that fit a channel between its clear ends. */
export const plantsAlong = (s: Pick<Channels, 'channelLengthMm' | 'endClearMm' | 'plantPitchMm'>) =>
	fitting(s.channelLengthMm, s.endClearMm, s.plantPitchMm);

export const channels: StandKind<Channels> = {
	family: 'tower',
	variant: 'channels',
	title: 'Channels on a frame',
	about: 'Slit pipes filled with matting, a drip into the top of each, a sloped gutter under all.',
	good: 'grows with the frame you have',
	words: { container: ['channel', 'channels'], outlet: ['emitter', 'emitters'], stand: 'frame' },
	feeding: 'pump',
	suits: {
		places: ['yard', 'wall', 'balcony', 'greenhouse'],
		effort: 3,
		tall: false,
		height: 'tall'
	},
	along: 'perRow',
	schema: channelsSchema,
	sheet: {
		sites: [
			'perRow',
			'channelLengthMm',
			'plantPitchMm',
			'pitchMm',
			'hung',
			'rakeDeg',
			'lowEndHeightMm',
			'endClearMm',
			'sectionMm',
			'mediumId',
			'on',
			'baseMm',
			'tied',
			'fixingsPerTier',
			'fixing',
			'otherFixings',
			'otherFixing'
		],
		lines: [
			'drainsTo',
			'rowTubeId',
			'emitterId',
			'airBleed',
			'returnTubeId',
			'fallPercent',
			'returnDropMm',
			'returnLift'
		]
	},
	slots: (stand) => gridSlots(stand.id, stand.perRow, plantsAlong(stand)),
	start: (ask, shelf) => {
		const { spreadMm } = pick(shelf.crops, ask.cropId);
		const plantPitchMm = Math.max(120, Math.round((spreadMm * 0.75) / 10) * 10);
		const channelLengthMm = Math.max(600, Math.min(1200, ask.heightMm - 900));
		const along = plantsAlong({ channelLengthMm, endClearMm: 60, plantPitchMm });
		const perRow = Math.max(1, Math.ceil(ask.plants / along));
		return {
			id: 'frame',
			family: 'tower',
			variant: 'channels',
			drainsTo: 'tank',
			name: 'Frame',
			perRow,
			channelLengthMm,
			sectionMm: 68,
			hung: 'raked',
			rakeDeg: 15,
			pitchMm: Math.max(150, Math.round((spreadMm * 0.9) / 10) * 10),
			plantPitchMm,
			endClearMm: 60,
			lowEndHeightMm: 500,
			on: 'frame',
			tied: false,
			baseMm: 0,
			...USUAL_FIXING,
			fixingsPerTier: Math.max(2, perRow),
			mediumId: 'matting',
			rowTubeId: 'feed-13',
			emitterId: 'adjustable',
			airBleed: true,
			fallPercent: 2,
			returnTubeId: 'return-50',
			returnDropMm: 80,
			returnLift: false
		};
	},
	loop: oftenFed
};
