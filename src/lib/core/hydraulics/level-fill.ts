import { z } from 'zod';
import { NoSolution, id, quantity, refuseRepeats, rootOf } from '../quantity';
import { lengthM, pipeLoss } from './friction';

const mm = (name: string, above = 0) => quantity(name, 'size', { above, max: 100_000 });

export const levelFillInput = z
	.strictObject({
		depthMm: mm('depth the valve is set to'),
		valves: z
			.enum(['shared', 'each'], { error: () => 'valves must be one of shared, each' })
			.default('shared'),
		trays: z
			.array(
				z.strictObject({
					id: id('tray'),
					lengthMm: mm('length of the tray'),
					widthMm: mm('width of the tray'),
					floorOffsetMm: quantity('floor over the datum', 'size', {
						min: -10_000,
						max: 10_000
					}).default(0),
					tiltMmPerM: quantity('lean', 'slope', { min: 0, max: 100 }).default(0),
					heightMm: mm('height of the tray'),
					solidFraction: quantity('share taken up by the medium', 'share', {
						min: 0,
						max: 0.95
					}).default(0)
				})
			)
			.min(1, 'trays must hold at least one tray')
			.max(10_000),
		supply: z.strictObject({
			headM: quantity('head of the supply', 'head', { above: 0, max: 100 }),
			innerDiameterMm: quantity('inner diameter', 'size', { min: 1, max: 200 }),
			lengthM,
			fittingsK: quantity('fittings K', 'ratio', { min: 0, max: 1e6 }).default(0),
			valve: z.strictObject({
				nominalFlowLph: quantity('nominal flow', 'flow', { above: 0, max: 1e6 }),
				nominalHeadM: quantity('nominal head', 'head', { above: 0, max: 1000 })
			})
		})
	})
	.superRefine((input, context) => refuseRepeats(context, input.trays, 'trays'));
export const levelFillOutput = z.strictObject({
	trays: z.array(
		z.strictObject({
			id: z.string(),
			deepMm: z.number(),
			shallowMm: z.number(),
			litres: z.number(),
			dry: z.boolean(),
			dryCorner: z.boolean(),
			floods: z.boolean()
		})
	),
	totalL: z.number(),
	flowLph: z.number(),
	fillMinutes: z.number(),
	spreadMm: z.number()
});
export type LevelFillInput = z.input<typeof levelFillInput>;
export type LevelFill = z.infer<typeof levelFillOutput>;

/**
 * Float or level valves and the depth they hold: one water surface for all trays of a shared valve, or the
 * set depth in each tray of its own; how much that is, and how long the tank takes to fill it.
 *
 * @throws NoSolution where every tray stands dry, or nothing flows
 *
 * A tray that leans holds a wedge of water; where its high corner falls dry the wedge is a triangle.
 */
export function levelFill(input: LevelFillInput): LevelFill {
	const each = input.valves === 'each';
	const trays = input.trays.map((tray) => {
		const { lengthMm, widthMm, floorOffsetMm = 0, tiltMmPerM = 0, solidFraction = 0 } = tray;
		const middle = each ? input.depthMm : input.depthMm - floorOffsetMm;
		const half = (tiltMmPerM * lengthMm) / 2000;
		const deepMm = Math.max(0, middle + half);
		const shallowMm = Math.max(0, middle - half);
		const mean = middle >= half ? middle : deepMm > 0 ? deepMm ** 2 / (4 * half) : 0;
		return {
			id: tray.id,
			deepMm,
			shallowMm,
			litres: (lengthMm * widthMm * mean * (1 - solidFraction)) / 1e6,
			dry: deepMm === 0,
			dryCorner: shallowMm === 0,
			floods: deepMm > tray.heightMm
		};
	});
	const totalL = trays.reduce((sum, tray) => sum + tray.litres, 0);
	if (totalL === 0)
		throw new NoSolution('Every tray stands above the water: there is nothing to fill.');
	const flowLph = fillFlow(input.supply, each ? trays.length : 1);
	if (!(flowLph > 0) || !Number.isFinite(totalL / flowLph))
		throw new NoSolution('No water flows through this hose and valve: it never fills.');
	return {
		trays,
		totalL,
		flowLph,
		fillMinutes: (60 * totalL) / flowLph,
		spreadMm: Math.max(...trays.map((t) => t.deepMm)) - Math.min(...trays.map((t) => t.shallowMm))
	};
}

/** The flow at which hose and open valves use up the head. Loss rises with flow. */
function fillFlow(supply: LevelFillInput['supply'], valves: number): number {
	const { headM, innerDiameterMm, lengthM, fittingsK = 0, valve } = supply;
	const lost = (q: number) =>
		pipeLoss({
			flowLph: q,
			innerDiameterMm,
			lengthM,
			fittingsK,
			roughnessMm: 0.0015,
			temperatureC: 20
		}).totalLossM +
		valve.nominalHeadM * (q / valves / valve.nominalFlowLph) ** 2;
	// the valves alone let through no more than this
	const most = valves * valve.nominalFlowLph * Math.sqrt(headM / valve.nominalHeadM);
	return rootOf((q) => lost(q) - headM, 0, most, 1e-13 * most);
}
