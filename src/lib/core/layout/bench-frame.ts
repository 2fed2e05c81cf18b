import type { BucketBench } from '../design';
import { NoSolution } from '../quantity';
import { pick, type Shelf } from '../shelf';
import { layoutRow } from './row';
import type { Anchor } from './stand-piece';
import type { Layout, LayoutProblem, Solid } from './types';

const TOP_THICK_M = 0.04;
const LEG_M = 0.045;
const LEG_EVERY_M = 1.3;

/** A bench in space: where its rows and columns stand and how high its top is along them. */
export interface BenchFrame {
	xs: number[];
	baseM: number[];
	ys: number[];
	depthM: number;
	legXM: number[];
	problems: LayoutProblem[];
	operations: Layout['stands'][number]['operations'];
	topAt(xM: number): number;
}

/** Where buckets stand along and across. A row that does not fit is still drawn, on a longer bench. */
export function frameOf(stand: BucketBench, shelf: Shelf, anchor: Anchor): BenchFrame {
	const bucket = pick(shelf.buckets, stand.bucketId);
	const input = {
		availableMm: stand.lengthMm,
		endClearMm: stand.endClearMm,
		pitchMm: stand.pitchMm,
		count: stand.perRow,
		fallPercent: stand.fallPercent,
		lowEndHeightMm: stand.lowEndHeightMm
	};
	const problems: LayoutProblem[] = [];
	let row;
	let asked = input;
	try {
		row = layoutRow(input);
	} catch (problem) {
		const needed = 2 * stand.endClearMm + (stand.perRow - 1) * stand.pitchMm;
		problems.push({
			code: 'row-does-not-fit',
			standId: stand.id,
			numbers: { neededMm: needed, availableMm: stand.lengthMm },
			text: problem instanceof NoSolution ? problem.message : ''
		});
		asked = { ...input, availableMm: Math.max(needed, 1) };
		row = layoutRow(asked);
	}
	const lengthM = asked.availableMm / 1000;
	const count = Math.max(2, Math.ceil(lengthM / LEG_EVERY_M) + 1);
	const inset = Math.min(0.06, lengthM / 4);
	const half = bucket.topDiameterMm / 2000;
	return {
		xs: row.sites.map((site) => anchor.startXM + site.xMm / 1000),
		baseM: row.sites.map((site) => site.baseHeightMm / 1000),
		ys: Array.from(
			{ length: stand.rows },
			(_, r) => anchor.startYM + half + 0.02 + (r * stand.rowGapMm) / 1000
		),
		depthM: 2 * half + 0.04 + ((stand.rows - 1) * stand.rowGapMm) / 1000,
		legXM: Array.from(
			{ length: count },
			(_, i) => anchor.startXM + inset + (i * (lengthM - 2 * inset)) / (count - 1)
		),
		problems,
		operations: [{ name: 'layout-row', input: asked, result: row }],
		topAt: (xM) => stand.lowEndHeightMm / 1000 + ((xM - anchor.startXM) * stand.fallPercent) / 100
	};
}

/** The bench's top and legs, to draw. */
export function solidsOf(stand: BucketBench, frame: BenchFrame): Solid[] {
	const left = frame.legXM[0]! - LEG_M;
	const right = frame.legXM.at(-1)! + LEG_M;
	const front = frame.ys[0]! - (frame.depthM - (frame.ys.at(-1)! - frame.ys[0]!)) / 2;
	const back = front + frame.depthM;
	const outline = (x0: number, x1: number): [number, number][] => [
		[x0, front],
		[x1, front],
		[x1, back],
		[x0, back]
	];
	const top: Solid = {
		id: `${stand.id}.top`,
		standId: stand.id,
		role: 'top',
		front: [
			[left, frame.topAt(left)],
			[right, frame.topAt(right)],
			[right, frame.topAt(right) - TOP_THICK_M],
			[left, frame.topAt(left) - TOP_THICK_M]
		],
		above: outline(left, right)
	};
	const legs = frame.legXM.map((x, i): Solid => {
		const [x0, x1] = [x - LEG_M / 2, x + LEG_M / 2];
		const height = frame.topAt(x) - TOP_THICK_M;
		return {
			id: `${stand.id}.leg${i + 1}`,
			standId: stand.id,
			role: 'leg',
			front: [
				[x0, 0],
				[x1, 0],
				[x1, height],
				[x0, height]
			],
			above: outline(x0, x1)
		};
	});
	return [top, ...legs];
}
