import { keptItemOf, NOTHING_KEPT } from '../../src/lib/core/shelf';
import { set } from './example';
import type { Trouble } from './troubles';

const bottles = (over: object = {}) =>
	set('operation.mix.bottles', {
		doseMlPerL: 10,
		bottleL: 2,
		shedC: 5,
		madeOn: null,
		...over
	});
const oneBottle = set('operation.mix.source', {
	kind: 'product',
	name: 'One bottle',
	form: 'liquid',
	label: { N: 6, P2O5: 4, K2O: 8, CaO: 4 },
	densityKgL: 1.2,
	labelDosePerL: 4
});

const bottle = (kind: string, percent: number | null) =>
	set('operation.mix.acid', { kind, percent, said: true });

/** What goes wrong at the mixing bench. */
export const BENCH_TROUBLES: readonly Trouble[] = [
	{
		code: 'bottle-clouds',
		from: 'lean-to-rail',
		by: [bottles(), oneBottle],
		says: /calcium and phosphorus in it cannot be made a concentrate/
	},
	{
		code: 'bottle-will-not-dissolve',
		from: 'lean-to-rail',
		by: [bottles({ doseMlPerL: 2 })],
		says: /% of the potassium nitrate that dissolves at 5 °C/
	},
	{
		code: 'rounding-off',
		from: 'lean-to-rail',
		by: [
			set('operation.mix.bottles', null),
			set('operation.mix.measure', { by: 'scale', stepG: 5 })
		],
		says: /With a scale of 5 g .* comes out \d+ % (?:over|under)/
	},
	{
		code: 'acid-too-strong',
		from: 'single-bucket',
		by: [bottle('phosphoric', 85)],
		says: /a drop too many is past the mark/
	},
	{
		code: 'acid-brings-too-much',
		from: 'segment-tower',
		by: [bottle('phosphoric', 15)],
		says: /mg\/L of phosphorus comes with the phosphoric acid that this water needs: the mix then holds/
	},
	{
		code: 'acid-not-usable',
		from: 'lean-to-rail',
		by: [bottle('sulfuric', 96)],
		says: /Sulfuric acid 96% is too dangerous to be thinned at home: buy one of 40% at most/
	},
	{
		code: 'acid-not-usable',
		from: 'lean-to-rail',
		by: [bottle('unnamed', null)],
		says: /label does not name its acid: do not use this bottle/
	},
	{
		code: 'acid-not-usable',
		from: 'lean-to-rail',
		by: [bottle('nitric', null)],
		says: /Nitric acid without its strength on the label is not used/
	},
	{
		code: 'acid-too-thin',
		from: 'lean-to-rail',
		by: [bottle('citric', 0.1)],
		says: /Citric acid 0.1% is too thin: it would take [\d.]+ L of it. Use one of [\d.]+% at least/
	},
	{
		code: 'label-dose-passed',
		from: 'away-bench',
		by: [set('operation.mix.strengthMsCm', 3.4)],
		says: /g per litre is more than the .* its label gives as the full dose/
	},
	{
		code: 'mix-too-strong',
		from: 'lean-to-rail',
		by: [
			set('operation.mix.bottles', null),
			set('operation.mix.held', {
				'calcium-nitrate-4h': 4,
				'potassium-nitrate': 3,
				'monopotassium-phosphate': 1.5,
				'magnesium-sulfate-7h': 3
			})
		],
		says: /9\.\d+ mS\/cm is stronger than these crops take/
	},
	{
		code: 'mix-too-strong',
		from: 'lean-to-rail',
		by: [set('place.waters[id=tap].ecMsCm', 20)],
		says: /mS\/cm is stronger than these crops take/,
		unmended: true
	},
	{
		code: 'water-strength-unexplained',
		from: 'lean-to-rail',
		by: [set('place.waters[id=tap].ecMsCm', 5)],
		says: /The source water reads 5 mS\/cm, and what is told of it explains/,
		unmended: true
	},
	{
		code: 'meter-due',
		from: 'lean-to-rail',
		by: [
			set('record.meters.strength', { on: '2026-01-02', standardMsCm: 1.413, readMsCm: 1.5 }),
			set('record.meters.ph', { on: '2026-03-02', at7: 7.1, at4: 4.9 })
		],
		today: '2026-05-28',
		says: /checked 146 days ago, .* set 87 days ago and .* shows 74 % of the way/,
		unmended: true
	},
	{
		code: 'bag-low',
		from: 'lean-to-rail',
		by: [set('operation.mix.bottles', null)],
		shelf: [keptItemOf('potassium-nitrate', { ...NOTHING_KEPT, left: 12 })],
		says: /On the shelf are 12 g of potassium nitrate, less than the next fill takes/,
		unmended: true
	},
	{
		code: 'fish-in-loop',
		from: 'lean-to-rail',
		by: [set('operation.mix.fish', true)],
		says: /Crelbo doses nothing into it/
	}
];
