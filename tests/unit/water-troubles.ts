import { set } from './example';
import type { Trouble } from './troubles';

export const pump = (partId: string, dial = 1) =>
	set('source', { kind: 'pump', partId, dial, bench: null });

/** What can go wrong with pump, tank, feed and valves, and what is to be minded. */
export const WATER_TROUBLES: readonly Trouble[] = [
	// pump
	{
		code: 'outlet-dry',
		from: 'lean-to-rail',
		by: [set('source.dial', 0.42)],
		says: /run dry/
	},
	{ code: 'outlet-under-demand', from: 'lean-to-rail', by: [], says: /will run short/ },
	{
		code: 'pump-too-small',
		from: 'kitchen-columns',
		by: [pump('pump-350')],
		says: /too small/
	},
	{
		code: 'pump-too-large',
		from: 'lean-to-rail',
		by: [pump('pump-11000'), set('feed.setMin', 30)],
		says: /drains straight back/
	},
	{ code: 'unknown-part', from: 'lean-to-rail', by: [pump('no-such-pump')] },
	{ code: 'unknown-part', from: 'loft-table', by: [set('stands.0.bucketId', 'no-such-pot')] },
	{ code: 'tank-level-limit', from: 'kitchen-columns', by: [] },
	// tank
	{
		code: 'tank-below-pump',
		from: 'away-bench',
		by: [],
		says: /before the refill every 14 days/
	},
	{
		code: 'drain-back-spills',
		from: 'single-bucket',
		by: [],
		says: /spills/
	},
	{ code: 'drift-over-limit', from: 'away-bench', by: [] },
	{
		code: 'pump-out-of-reach',
		from: 'kitchen-columns',
		by: [set('tank.hatch', false)],
		says: /under the lid/
	},
	{
		code: 'pump-out-of-reach',
		from: 'single-bucket',
		by: [set('tank.hatch', false)],
		says: /under the plate/
	},
	{
		code: 'pump-out-of-reach',
		from: 'pot-stack',
		by: [set('tank.hatch', true)],
		says: /no room for a hatch/
	},
	{ code: 'plate-under-water', from: 'single-bucket', by: [] },
	{ code: 'plate-under-water', from: 'single-bucket', by: [set('tank.overflowBelowRimMm', 0)] },
	{ code: 'reserve-runs-out', from: 'float-top-up', by: [], unmended: true },
	// feed
	{
		code: 'feed-dose-short',
		from: 'lean-to-rail',
		by: [set('feed.setMin', 1)]
	},
	{ code: 'feed-too-seldom', from: 'bucket-stack', by: [] },
	{ code: 'feed-drains', from: 'lean-to-rail', by: [set('feed.setMin', 25)] },
	{ code: 'crops-disagree', from: 'mixed-loop', by: [], unmended: true },
	{ code: 'drains-to-waste', from: 'slab-gutter', by: [] },
	{ code: 'feed-overlap', from: 'kitchen-columns', by: [set('feed.setMin', 60)] },
	{
		code: 'feed-slots',
		from: 'lean-to-rail',
		by: [set('feed.school', 'pulse'), set('feed.pulseEveryMin', 10)],
		says: /Your timer holds/
	},
	{
		code: 'feed-window-closed',
		from: 'lean-to-rail',
		by: [set('feed.window', { startAfterOnMin: 700, stopBeforeOffMin: 700 })]
	},
	{
		code: 'mix-too-strong',
		from: 'loft-table',
		by: [set('mix.strengthMsCm', 4)],
		says: /stronger than these crops take/
	},
	{
		code: 'mix-too-weak',
		from: 'loft-table',
		by: [set('mix.strengthMsCm', 0.4)],
		says: /weaker than these crops take/
	},
	// valves and rings
	{
		code: 'tank-under-trays',
		from: 'away-bench',
		by: [set('tank.floorMm', -300)],
		says: /nothing runs/
	},
	{ code: 'tank-barely-over', from: 'away-bench', by: [set('tank.floorMm', -80)] },
	{ code: 'tray-leans', from: 'away-bench', by: [set('stands.0.leanMmPerM', 90)] },
	{ code: 'no-rootdisc', from: 'away-bench', by: [set('stands.0.rootDisc', false)] },
	{ code: 'no-strainer', from: 'away-bench', by: [set('stands.0.strainer', false)] },
	{ code: 'no-flushtap', from: 'away-bench', by: [set('stands.0.flushTap', false)] },
	{
		code: 'valve-shut',
		from: 'away-bench',
		by: [set('stands.0.established', false)],
		says: /water by hand/
	},
	{ code: 'line-end-open', from: 'control-pot-ring', by: [set('stands.0.capped', false)] },
	{
		code: 'pot-spills',
		from: 'control-pot-ring',
		by: [set('stands.0.returnTubeId', 'feed-4')]
	},
	{
		code: 'tower-line-dry',
		from: 'kitchen-columns',
		by: [set('stands.0.leanMmPerM', 60)],
		says: /stand dry/
	},
	{ code: 'tower-line-dry', from: 'segment-tower', by: [set('stands.0.leanMmPerM', 60)] },
	{
		code: 'fixings-overloaded',
		from: 'wall-pockets',
		by: [set('stands.0.fixingsPerTier', 1), set('stands.0.pocketMl', 8000)],
		says: /too little/
	},
	{
		code: 'fixings-overloaded',
		from: 'wall-pockets',
		by: [
			set('stands.0.fixingsPerTier', 1),
			set('stands.0.tiers', 1),
			set('stands.0.pocketMl', 8000)
		]
	},
	{ code: 'support-bears', from: 'lean-to-rail', by: [], says: /of crop over/ },
	// cautions
	{ code: 'electricity-near-water', from: 'lean-to-rail', by: [], says: /electrician/ },
	{ code: 'bench-weight', from: 'loft-table', by: [], says: /kg/ },
	{ code: 'stand-it-level', from: 'tower-bank', by: [] },
	{ code: 'valve-may-stick', from: 'away-bench', by: [] }
];
