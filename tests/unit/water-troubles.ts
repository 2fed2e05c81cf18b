import { monthsOf, type Succession } from '../../src/lib/core/design';
import { set } from './example';
import type { Trouble } from './troubles';

export const pump = (partId: string, dial = 1) => [
	set('design.source', { kind: 'pump', partId }),
	set('operation.dial', dial)
];

/** Leaf lettuces of the columns twice in a row, with one planting moved. */
const twice = (days: number) => [
	set('operation.succession', {
		'leaf-lettuce': {
			from: 'seed',
			batches: 2,
			everyDays: 14,
			rounds: 2,
			pickDays: 10,
			emptyDays: 7,
			moved: { '0.1': days }
		} satisfies Succession
	})
];

/** What can go wrong with pump, tank, feed and valves, and what is to be minded. */
export const WATER_TROUBLES: readonly Trouble[] = [
	// pump
	{
		code: 'outlet-dry',
		from: 'lean-to-rail',
		by: [set('operation.dial', 0.42)],
		says: /run dry/
	},
	{
		code: 'outlet-under-demand',
		from: 'lean-to-rail',
		by: [set('operation.feed.setMin', 3)],
		says: /will run short/
	},
	{
		code: 'outlet-under-demand',
		from: 'tower-bank',
		by: [],
		says: /line of sites below.*The lowest go short first/s
	},
	{
		code: 'pump-too-small',
		from: 'kitchen-columns',
		by: [...pump('pump-350')],
		says: /too small/
	},
	{
		code: 'pump-too-large',
		from: 'lean-to-rail',
		by: [...pump('pump-11000'), set('operation.feed.setMin', 30)],
		says: /drains straight back/
	},
	{ code: 'unknown-part', from: 'lean-to-rail', by: [...pump('no-such-pump')] },
	{
		code: 'unknown-part',
		from: 'loft-table',
		by: [set('design.stands.0.bucketId', 'no-such-pot')]
	},
	{ code: 'tank-level-limit', from: 'lean-to-rail', by: [] },
	// tank
	{
		code: 'tank-below-pump',
		from: 'away-bench',
		by: [],
		says: /before the refill every 14 days/
	},
	{
		code: 'drain-back-spills',
		from: 'lean-to-rail',
		by: [set('operation.fillL', 74)],
		says: /spills/
	},
	{
		code: 'drift-over-limit',
		from: 'lean-to-rail',
		by: [
			set('operation.topUp', { kind: 'float', with: 'solution' }),
			set('operation.maxDriftPercent', 10)
		],
		says: /brings more salt than the plants take up/
	},
	{
		code: 'drift-over-limit',
		from: 'loft-table',
		by: [set('operation.topUp', { kind: 'hand', everyDays: 5, with: 'water' })]
	},
	{
		code: 'pump-out-of-reach',
		from: 'kitchen-columns',
		by: [set('design.tank.hatch', false)],
		says: /under the lid/
	},
	{
		code: 'pump-out-of-reach',
		from: 'single-bucket',
		by: [set('design.tank.hatch', false)],
		says: /under the plate/
	},
	{
		code: 'pump-out-of-reach',
		from: 'pot-stack',
		by: [set('design.tank.hatch', true)],
		says: /no room for a hatch/
	},
	{
		code: 'plate-under-water',
		from: 'single-bucket',
		by: [set('design.tank.overflowBelowRimMm', 0)]
	},
	{ code: 'reserve-runs-out', from: 'float-top-up', by: [] },
	{
		code: 'reserve-too-low',
		from: 'lean-to-rail',
		by: [set('design.reserve.floorMm', 0)],
		subject: 'reserve',
		says: /under the float: .* never run in/
	},
	{
		code: 'refill-too-slow',
		from: 'lean-to-rail',
		by: [
			set('design.reserve.hoseTubeId', 'feed-4'),
			set('design.reserve.at', { xM: -90, yM: 0, faces: 'front' }),
			set('record.useFactor', 3)
		],
		subject: 'reserve'
	},
	{
		code: 'float-may-stick',
		from: 'lean-to-rail',
		by: [],
		says: /76.7 L go over its brim.*Stuck shut/,
		unmended: true
	},
	{
		code: 'float-may-stick',
		from: 'lean-to-rail',
		by: [set('design.reserve', null)],
		says: /mains run on.*back-flow/,
		unmended: true
	},
	{
		code: 'tank-low-now',
		from: 'away-bench',
		by: [set('record.nowL', 8), set('operation.topUp.everyDays', 9)],
		unmended: true
	},
	{
		code: 'siphon-runs-on',
		from: 'slab-gutter',
		by: [set('design.tank.floorMm', 900)],
		says: /goes on running/
	},
	{ code: 'water-too-warm', from: 'loft-table', by: [set('record.waterC', 29)], unmended: true },
	{ code: 'water-too-cold', from: 'loft-table', by: [set('record.waterC', 8)], unmended: true },
	// feed
	{
		code: 'feed-dose-short',
		from: 'lean-to-rail',
		by: [set('operation.feed.setMin', 1)]
	},
	{ code: 'feed-too-seldom', from: 'bucket-stack', by: [] },
	{
		code: 'stress-before-feed',
		from: 'lean-to-rail',
		by: [set('operation.feed.school', 'fixed')],
		subject: 'timer',
		says: /before the next feed comes/
	},
	{
		code: 'stress-before-feed',
		from: 'lean-to-rail',
		by: [set('operation.feed.soakPerDay', 4), set('operation.feed.setMin', 6)],
		says: /drier from day to day/
	},
	{ code: 'medium-stays-soaked', from: 'mixed-loop', by: [], says: /wet through 24 h a day/ },
	{ code: 'power-cut-wilts', from: 'branch-stack', by: [], says: /is stressed in .* and wilts in/ },
	{
		code: 'nothing-leaches',
		from: 'loft-table',
		by: [set('design.stands.0.drainsTo', 'waste'), set('operation.feed.setMin', 1)],
		says: /carry no salt away/
	},
	{ code: 'tank-heats-up', from: 'float-top-up', by: [], says: /roots find .* of oxygen/ },
	{
		code: 'tank-heats-up',
		from: 'away-bench',
		by: [set('design.tank.coat', 'dark'), set('record.nowL', 12)],
		says: /The sun on it does that/
	},
	{ code: 'feed-drains', from: 'slab-gutter', by: [set('operation.feed.setMin', 60)] },
	{
		code: 'pumped-under-drunk',
		from: 'lean-to-rail',
		by: [set('operation.feed.soakPerDay', 2), set('operation.feed.setMin', 5)],
		says: /where the plants drink/
	},
	{ code: 'feed-night-too-long', from: 'mixed-loop', by: [], says: /first of the next/ },
	{ code: 'trickle-drowns', from: 'loft-table', by: [set('operation.feed.school', 'continuous')] },
	{ code: 'salt-builds-up', from: 'away-bench', by: [], says: /stays in the medium/ },
	{
		code: 'salt-builds-up',
		from: 'slab-gutter',
		by: [set('operation.feed.drainFraction', 0), set('operation.uptakePercent', 20)]
	},
	{ code: 'crops-disagree', from: 'mixed-loop', by: [], unmended: true },
	{
		code: 'ph-disagree',
		from: 'loft-table',
		by: [set('operation.crops', { 'table/1/1/1': 'blueberry', 'table/1/2/1': 'leaf-lettuce' })],
		says: /one wants 5.5 at most, another 5.6 at least/,
		unmended: true
	},
	{
		code: 'source-water',
		from: 'lean-to-rail',
		by: [set('place.waters[id=tap].alkalinityMeqL', 4), set('place.waters[id=tap].Na', 80)],
		says: /4 meq\/L of alkalinity and 80 mg\/L of sodium.*phosphoric acid.*gathers in the loop/,
		unmended: true
	},
	{ code: 'drains-to-waste', from: 'slab-gutter', by: [] },
	{ code: 'feed-overlap', from: 'kitchen-columns', by: [set('operation.feed.setMin', 60)] },
	{
		code: 'feed-slots',
		from: 'lean-to-rail',
		by: [set('operation.feed.school', 'pulse'), set('operation.feed.pulseEveryMin', 10)],
		says: /Your timer holds/
	},
	{
		code: 'feed-window-closed',
		from: 'lean-to-rail',
		by: [set('operation.feed.window', { startAfterOnMin: 700, stopBeforeOffMin: 700 })]
	},
	{
		code: 'mix-too-strong',
		from: 'loft-table',
		by: [set('operation.mix.strengthMsCm', 4)],
		says: /stronger than these crops take/
	},
	{
		code: 'mix-too-weak',
		from: 'loft-table',
		by: [set('operation.mix.strengthMsCm', 0.4)],
		says: /weaker than these crops take/
	},
	// valves and rings
	{
		code: 'tank-under-trays',
		from: 'away-bench',
		by: [set('design.tank.floorMm', -300)],
		says: /nothing runs/
	},
	{ code: 'tank-barely-over', from: 'away-bench', by: [set('design.tank.floorMm', -80)] },
	{ code: 'tray-leans', from: 'away-bench', by: [set('design.stands.0.leanMmPerM', 90)] },
	{
		code: 'valve-too-early',
		from: 'valve-pots',
		by: [set('record.stages', { 'pots/1/1/1': 'seedling' })],
		says: /^A1, A2.* are seedlings/
	},
	{ code: 'no-rootdisc', from: 'away-bench', by: [set('design.stands.0.rootDisc', false)] },
	{ code: 'no-strainer', from: 'away-bench', by: [set('design.stands.0.strainer', false)] },
	{ code: 'no-flushtap', from: 'away-bench', by: [set('design.stands.0.flushTap', false)] },
	{
		code: 'valve-shut',
		from: 'away-bench',
		by: [set('design.stands.0.established', false)],
		says: /water by hand/
	},
	{ code: 'line-end-open', from: 'control-pot-ring', by: [set('design.stands.0.capped', false)] },
	{
		code: 'pot-spills',
		from: 'control-pot-ring',
		by: [set('design.stands.0.returnTubeId', 'feed-4')]
	},
	{
		code: 'tower-line-dry',
		from: 'kitchen-columns',
		by: [set('design.stands.0.leanMmPerM', 60)],
		says: /stand dry/
	},
	{ code: 'tower-line-dry', from: 'segment-tower', by: [set('design.stands.0.leanMmPerM', 60)] },
	{
		code: 'fixings-overloaded',
		from: 'wall-pockets',
		by: [set('design.stands.0.fixingsPerTier', 1), set('design.stands.0.pocketMl', 8000)],
		says: /too little/
	},
	{
		code: 'fixings-overloaded',
		from: 'wall-pockets',
		by: [
			set('design.stands.0.fixingsPerTier', 1),
			set('design.stands.0.tiers', 1),
			set('design.stands.0.pocketMl', 8000)
		]
	},
	{ code: 'support-bears', from: 'lean-to-rail', by: [], says: /of crop over/ },
	// cautions
	{ code: 'electricity-near-water', from: 'lean-to-rail', by: [], says: /electrician/ },
	{ code: 'bench-weight', from: 'loft-table', by: [], says: /kg/ },
	{ code: 'stand-it-level', from: 'tower-bank', by: [] },
	{ code: 'valve-may-stick', from: 'away-bench', by: [] },
	// mix
	{
		code: 'mix-lacks',
		from: 'lean-to-rail',
		by: [set('operation.mix.source', { kind: 'salts', saltIds: ['potassium-nitrate'] })],
		says: /no trace elements at all/
	},
	{
		code: 'mix-over-limit',
		from: 'loft-table',
		by: [
			set('operation.mix.method', 'label'),
			set('operation.mix.source', {
				kind: 'product',
				name: 'Trace blend',
				form: 'liquid',
				label: { N: 6, K2O: 8, Mn: 0.3 },
				densityKgL: 1.2,
				labelDosePerL: 4
			})
		],
		says: /14 mg\/L of manganese where 5 is the most/
	},
	// the weeks and the season
	{
		code: 'strength-leaves-band',
		from: 'loft-table',
		by: [set('operation.topUp', { kind: 'hand', everyDays: 3, with: 'solution' })],
		says: /these plants bear .* then, and it is too strong from that day on/
	},
	{
		code: 'site-stands-empty',
		from: 'kitchen-columns',
		by: twice(20),
		says: /stand empty 20 days/
	},
	{
		code: 'site-still-taken',
		from: 'kitchen-columns',
		by: twice(-6),
		says: /picked for 6(\.0)? days more/
	},
	{
		code: 'frost-before-pick',
		from: 'yard-channels',
		by: [set('place.months', monthsOf('mild')), set('record.plantOutOn', '2026-09-20')],
		says: /Frost comes about \d+ \w+, and the strawberries/
	},
	{
		code: 'same-hour',
		from: 'lean-to-rail',
		by: [set('operation.changeAtMin', 60)],
		says: /a feed runs at 01:20 and the pump draws air/
	}
];
