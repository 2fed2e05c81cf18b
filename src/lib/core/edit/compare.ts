import { partsOf, costOf } from '../construction';
import type { Design, Parts, Plan } from '../design';
import type { Quantity } from '../quantity';
import { pick } from '../shelf';
import type { SystemModel } from '../model';
import { findingsOf } from '../review';
import { pumpMinutes } from '../model';

export interface Comparison {
	name: string;
	/** How it is said in a sentence. */
	short: string;
	/** null: not known for this one. */
	a: number | null;
	b: number | null;
	kind: Quantity;
	/** Shown in place of the kind's unit. */
	unit?: string;
	/** Which is better by this figure; null: neither, or a matter of taste. */
	wins: 'a' | 'b' | null;
}

interface Measure {
	name: string;
	short: string;
	kind: Quantity;
	unit?: string;
	better: 'more' | 'less' | null;
	of(model: SystemModel): number | null;
}

const MINUTES_A_DAY = 1440;

const MEASURES: readonly Measure[] = [
	{
		name: 'Plants',
		short: 'plants',
		kind: 'count',
		better: 'more',
		of: ({ waterUse }) => waterUse.bySite.size
	},
	{
		name: 'Sites',
		short: 'sites',
		kind: 'count',
		better: null,
		of: ({ layout }) => layout.sites.length
	},
	{
		name: 'Plants for the floor they take',
		short: 'use of the floor',
		kind: 'perArea',
		better: 'more',
		of: (model) => model.waterUse.bySite.size / footprintM2(model)
	},
	{
		name: 'Water drunk a day',
		short: 'water',
		kind: 'volume',
		better: null,
		of: ({ waterUse }) => waterUse.useLPerDay
	},
	{ name: 'Tank', short: 'tank', kind: 'volume', better: null, of: ({ tank }) => tank.fullL },
	{
		name: 'Tank for each plant',
		short: 'water in hand for each plant',
		kind: 'volume',
		better: 'more',
		of: ({ tank, waterUse }) =>
			waterUse.bySite.size > 0 ? tank.fullL / waterUse.bySite.size : null
	},
	{ name: 'Power', short: 'power', kind: 'power', better: 'less', of: wattsOf },
	{
		name: 'Electricity a month',
		short: 'electricity',
		kind: 'count',
		unit: 'kWh',
		better: 'less',
		of: (model) => (wattsOf(model) * pumpMinutes(model) * 30) / 60_000
	},
	{
		name: 'Pump runs a day',
		short: 'pump time',
		kind: 'count',
		unit: 'min',
		better: 'less',
		of: (model) => Math.min(MINUTES_A_DAY, pumpMinutes(model))
	},
	{
		name: 'Evenness, lowest quarter',
		short: 'evenness',
		kind: 'percent',
		better: 'more',
		of: ({ path }) => path.result.uniformity.lowQuarterPercent
	},
	{
		name: 'All flow down to',
		short: 'how low the tank may go',
		kind: 'volume',
		better: 'less',
		of: (model) => model.lowestFlowingL
	},
	{
		name: 'Weight, wet and grown',
		short: 'weight',
		kind: 'mass',
		better: 'less',
		of: ({ loads }) => loads.reduce((sum, load) => sum + load.massKg, 0)
	},
	{
		name: 'Parts to buy',
		short: 'parts',
		kind: 'count',
		better: 'less',
		of: ({ design, layout, shelf }) => partsOf(design, layout, shelf).length
	},
	{
		name: 'Cost of parts',
		short: 'cost',
		kind: 'count',
		unit: '',
		better: 'less',
		of: ({ design, layout, shelf }) => {
			const { total, priced } = costOf(shelf, partsOf(design, layout, shelf));
			return priced > 0 ? total : null;
		}
	},
	{
		name: 'What cannot work or will go wrong',
		short: 'what can go wrong',
		kind: 'count',
		better: 'less',
		of: (model) => findingsOf(model).filter((f) => f.severity !== 'caution').length
	}
];

function wattsOf({ design, shelf }: SystemModel): number {
	return design.source.kind === 'pump' ? pick(shelf.pumps, design.source.partId).watts : 0;
}

/** Floor a system takes, m². */
export function footprintM2({ layout }: SystemModel): number {
	const { from, to } = layout.extent;
	return Math.max(0.01, (to.xM - from.xM) * (to.yM - from.yM));
}

/**
 * Another plan for the same record and place, as it would stand. Nobody has seen water in another tank or under
 * another kind of system, so that is taken filled as it is meant to be.
 */
export function variantOf(parts: Parts, plan: Plan): Parts {
	const kinds = ({ stands }: Design) => stands.map((stand) => stand.variant).join();
	const same =
		kinds(plan.design) === kinds(parts.design) &&
		plan.design.tank.partId === parts.design.tank.partId &&
		JSON.stringify(plan.design.tank.shape) === JSON.stringify(parts.design.tank.shape);
	const nowL = same ? parts.record.nowL : null;
	return { ...parts, ...plan, record: { ...parts.record, nowL } };
}

/** Two variants side by side: what differs, and which wins on what. */
export const compare = (a: SystemModel, b: SystemModel): Comparison[] =>
	MEASURES.map(({ name, short, kind, unit, better, of }) => {
		const [left, right] = [of(a), of(b)];
		return {
			name,
			short,
			kind,
			...(unit !== undefined && { unit }),
			a: left,
			b: right,
			wins: better === null ? null : winner(left, right, better)
		};
	});

function winner(a: number | null, b: number | null, better: 'more' | 'less'): 'a' | 'b' | null {
	if (a === null || b === null) return null;
	if (Math.abs(a - b) <= 1e-6 * Math.max(Math.abs(a), Math.abs(b), 1e-6)) return null;
	return a > b === (better === 'more') ? 'a' : 'b';
}
