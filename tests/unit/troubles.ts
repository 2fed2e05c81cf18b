import { applyChanges, type Area, type Change } from '../../src/lib/core/design';
import { SystemModel } from '../../src/lib/core/model';
import { PARAMETERS } from '../../src/lib/core/parameters';
import type { FindingCode } from '../../src/lib/core/review';
import { shelfWith, type ShelfItem } from '../../src/lib/core/shelf';
import { BENCH_TROUBLES } from './bench-troubles';
import { example, set } from './example';
import { pump, WATER_TROUBLES } from './water-troubles';

/** A way to bring about each thing that can go wrong, from a shipped example. */
export interface Trouble {
	code: FindingCode;
	from: string;
	by: Change[];
	/** Some finding is about this. */
	subject?: string;
	/** It says so. */
	says?: RegExp;
	/** Another area than the example's. */
	area?: Partial<Area>;
	/** What the place added to the shelf, and the day it is looked at. */
	shelf?: ShelfItem[];
	today?: string;
	/** Nothing but the grower can mend it. */
	unmended?: true;
}

const COLD: Area['climate'] = {
	setting: 'outdoors',
	tMinC: -4,
	tMaxC: 6,
	rhMinPercent: 60,
	rhMaxPercent: 95,
	windMS: 1,
	elevationM: 20,
	latitudeDeg: 50,
	dayOfYear: 30,
	solarMjM2: 3
};
const HOT: Area['climate'] = { ...COLD, tMinC: 22, tMaxC: 41, dayOfYear: 200, solarMjM2: 22 };

export const TROUBLES: readonly Trouble[] = [
	// place
	{
		code: 'obstacle-in-the-way',
		from: 'lean-to-rail',
		by: [],
		area: {
			obstacles: [{ name: 'Post', xM: 2.2, yM: 0.6, lengthM: 0.1, widthM: 0.1, heightM: 2 }]
		},
		says: /^Post stands in the way/
	},
	{
		code: 'through-wall',
		from: 'lean-to-rail',
		by: [set('design.stands.0.at', { xM: 1.5, yM: 0.1, faces: 'front' })],
		area: { lengthM: 4.2 },
		subject: 'rail.top',
		says: /“Rail” stands 0.20 m through the edge of Lean-to/
	},
	{
		code: 'same-ground',
		from: 'mixed-loop',
		by: [
			set('design.stands.0.at', { xM: 1, yM: 1, faces: 'front' }),
			set('design.stands.2.at', { xM: 1.1, yM: 1, faces: 'left' })
		],
		area: { lengthM: 5, widthM: 3 },
		says: /stand on the same ground: they overlap by/
	},
	{
		code: 'door-blocked',
		from: 'lean-to-rail',
		by: [set('design.stands.0.at', { xM: 0.6, yM: 0.1, faces: 'front' })],
		area: {
			lengthM: 6,
			widthM: 3,
			doors: [{ id: 'door1', name: 'Side door', side: 'front', atM: 1, widthM: 0.8, opens: 'in' }]
		},
		says: /stands where side door swings: it does not open/
	},
	{
		code: 'line-in-doorway',
		from: 'lean-to-rail',
		by: [
			set('design.stands.0.at', { xM: 2.8, yM: 1.4, faces: 'front' }),
			set('design.tank.at', { xM: 0.1, yM: 1.4, faces: 'front' })
		],
		area: {
			lengthM: 6,
			widthM: 3,
			doors: [{ id: 'door1', name: 'Side door', side: 'front', atM: 1.2, widthM: 1.9, opens: 'in' }]
		},
		says: /comes in by side door main to Rail/,
		unmended: true
	},
	{
		code: 'floor-overloaded',
		from: 'kitchen-columns',
		by: [],
		area: { floorKgM2: 60 },
		says: /over the 60 kg\/m²/
	},
	{
		code: 'pot-near-brim',
		from: 'control-pot-ring',
		by: [
			set('design.stands.0.returnTubeId', 'return-32'),
			set('operation.fillL', 22),
			set('record.nowL', null)
		],
		says: /under its brim/
	},
	{
		code: 'pump-test-unusable',
		from: 'lean-to-rail',
		by: [
			set('record.pumpTest', {
				pumpId: 'pump-900',
				readings: [
					{ liftM: 0.2, litres: 1, seconds: 60 },
					{ liftM: 1, litres: 2, seconds: 10 }
				]
			})
		],
		unmended: true
	},
	{
		code: 'outside-area',
		from: 'loft-table',
		by: [set('design.stands.0.rows', 6)],
		says: /does not fit/
	},
	{
		code: 'outside-area',
		from: 'kitchen-columns',
		by: [set('design.stands.0.pipeLengthMm', 2600)],
		says: /high/
	},
	{
		code: 'no-way-through',
		from: 'loft-table',
		by: [],
		area: { walkM: 0.9 },
		says: /you keep 0.90? m free/
	},
	{
		code: 'too-tall',
		from: 'float-top-up',
		by: [],
		says: /Grown cucumbers reach/
	},
	{ code: 'too-cold', from: 'loft-table', by: [], area: { climate: COLD }, unmended: true },
	{
		code: 'frost',
		from: 'loft-table',
		by: [],
		area: { climate: COLD, kind: 'yard' },
		unmended: true
	},
	{ code: 'too-hot', from: 'loft-table', by: [], area: { climate: HOT }, unmended: true },
	// sites
	{ code: 'row-does-not-fit', from: 'lean-to-rail', by: [set('design.stands.0.perRow', 30)] },
	{ code: 'row-out-of-reach', from: 'loft-table', by: [], says: /you reach/ },
	{ code: 'cannot-be-built', from: 'loft-table', by: [set('design.stands.0.pitchMm', 60)] },
	{
		code: 'cannot-be-built',
		from: 'kitchen-columns',
		by: [set('design.stands.0.pitchMm', 150), set('design.stands.0.outerDiameterMm', 160)]
	},
	{ code: 'cannot-be-built', from: 'kitchen-columns', by: [set('design.stands.0.towers', 8)] },
	{
		code: 'cannot-be-built',
		from: 'kitchen-columns',
		by: [set('design.stands.0.topClearMm', 1700)]
	},
	{
		code: 'cannot-be-built',
		from: 'single-bucket',
		by: [set('design.tank.shape', { kind: 'straight', areaCm2: 500, heightMm: 300 })],
		says: /Bucket|bucket/
	},
	{ code: 'cannot-be-built', from: 'away-bench', by: [set('design.stands.0.potsPerTray', 9)] },
	{ code: 'cannot-be-built', from: 'away-bench', by: [set('design.stands.0.pitchMm', 300)] },
	{ code: 'web-too-thin', from: 'kitchen-columns', by: [set('design.stands.0.perRing', 6)] },
	{ code: 'web-too-thin', from: 'kitchen-columns', by: [set('design.stands.0.holeMm', 95)] },
	{ code: 'hole-too-small', from: 'kitchen-columns', by: [set('design.stands.0.holeMm', 30)] },
	{ code: 'hole-too-small', from: 'kitchen-columns', by: [set('design.stands.0.passMm', 70)] },
	{
		code: 'tower-leans',
		from: 'kitchen-columns',
		by: [set('design.stands.0.leanMmPerM', 9)],
		says: /mm in a metre/
	},
	{ code: 'wind-tips', from: 'bucket-stack', by: [], says: /local code/ },
	{ code: 'wind-tips', from: 'pot-stack', by: [] },
	{ code: 'wind-tips', from: 'yard-channels', by: [], says: /km\/h/ },
	{ code: 'push-tips', from: 'tower-bank', by: [], says: /child or a dog/ },
	{
		code: 'sites-overhead',
		from: 'kitchen-columns',
		by: [set('design.stands.0.pipeLengthMm', 2100), set('design.stands.0.ringPitchMm', 240)]
	},
	{
		code: 'sites-overhead',
		from: 'tower-bank',
		by: [set('design.stands.0.pipeLengthMm', 2400)]
	},
	{ code: 'too-close', from: 'lean-to-rail', by: [], says: /stand 420 mm apart/ },
	{ code: 'nothing-to-climb', from: 'slab-gutter', by: [] },
	{
		code: 'stands-too-high',
		from: 'valve-pots',
		by: [],
		subject: 'pots.A4',
		says: /25 mm over/
	},
	{
		code: 'stands-too-low',
		from: 'valve-pots',
		by: [set('design.stands.0.floorsMm', { '1/2': -260 })]
	},
	{
		code: 'more-fixings-than-studs',
		from: 'wall-pockets',
		by: [set('design.stands.0.fixingsPerTier', 12)],
		area: { studMm: 600 }
	},
	{ code: 'wall-bears', from: 'wall-pockets', by: [], says: /hang on the wall/ },
	{
		code: 'too-bright',
		from: 'loft-table',
		by: [set('design.lamps.0.heightM', 1.2), set('design.lamps.0.ppfUmolS', 5000)]
	},
	{ code: 'too-dim', from: 'loft-table', by: [set('operation.lampHours.panel', 4)] },
	{
		code: 'socket-overloaded',
		from: 'loft-table',
		by: [set('design.lamps.0.watts', 4000)],
		unmended: true
	},
	// lines
	{ code: 'parts-do-not-join', from: 'segment-tower', by: [], says: /reducing/ },
	{
		code: 'uneven-flow',
		from: 'outdoor-bucket-rows',
		by: [set('design.stands.0.headerTubeId', 'feed-4'), set('design.stands.0.rows', 5)],
		says: /the header loses/
	},
	{ code: 'emitter-under-range', from: 'wall-pockets', by: [], says: /is even between/ },
	{ code: 'no-air-bleed', from: 'yard-channels', by: [set('design.stands.0.airBleed', false)] },
	{
		code: 'hot-water-standing',
		from: 'outdoor-bucket-rows',
		by: [],
		says: /hot/
	},
	{
		code: 'return-too-flat',
		from: 'lean-to-rail',
		by: [set('design.stands.0.fallPercent', 0.4)]
	},
	{
		code: 'return-too-small',
		from: 'slab-gutter',
		by: [
			set('design.stands.0.drainsTo', 'tank'),
			set('design.stands.0.emitterId', 'spout-13'),
			set('design.stands.0.returnTubeId', 'return-32'),
			set('design.stands.0.rowTubeId', 'feed-25'),
			...pump('pump-11000')
		]
	},
	{
		code: 'return-below-water',
		from: 'slab-gutter',
		by: [set('design.stands.0.lowEndHeightMm', 200), set('design.stands.0.drainsTo', 'tank')]
	},
	{
		code: 'stake-and-medium',
		from: 'lean-to-rail',
		by: [set('design.stands.0.emitterId', 'stake-fine')],
		says: /run straight down/
	},
	{
		code: 'stake-and-medium',
		from: 'slab-gutter',
		by: [set('design.stands.0.emitterId', 'stake-coarse')],
		says: /floods the top/
	},
	{
		code: 'medium-washes-out',
		from: 'lean-to-rail',
		by: [set('design.stands.0.strainers', false)]
	},
	{ code: 'drippers-may-clog', from: 'lean-to-rail', by: [], says: /swarf/ },
	{
		code: 'drips-miss-sites',
		from: 'kitchen-columns',
		by: [set('design.stands.0.rimMm', 60)],
		says: /past the first sites/
	},
	{
		code: 'spreader-too-wide',
		from: 'kitchen-columns',
		by: [set('design.stands.0.wallMm', 5)],
		says: /does not go into/
	},
	{
		code: 'holes-stand-open',
		from: 'kitchen-columns',
		by: [
			set('design.stands.0.topClearMm', 90),
			set('operation.crops', { 'columns/1/1/1': 'mint' })
		],
		says: /63 of 64 sites have no plant/
	},
	// pump, tank, feed, valves and cautions
	...WATER_TROUBLES,
	...BENCH_TROUBLES
];

/** An example with a trouble brought about, on another shelf, figures of practice or day where it asks for them. */
export function troubled(
	{ from, by, area, shelf, today }: Trouble,
	parameters = PARAMETERS
): SystemModel {
	const parts = applyChanges(example(from), by);
	const model = new SystemModel(parts, shelfWith(shelf ?? []), parameters, today ?? null);
	const areas = model.place.areas.map((one) => ({ ...one, ...area }));
	return model.with([set('place.areas', areas)]);
}
