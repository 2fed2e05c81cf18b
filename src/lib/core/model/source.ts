import { benchOf, litresNow, type Design, type Operation } from '../design';
import { pumpCurve, type Curve, type PumpCurve, type Source } from '../hydraulics';
import { brimMmOf, SOURCE_NODE, tankShapeOf } from '../layout';
import { heightAt, litresAt, pick, type Shelf } from '../shelf';
import type { ParameterSet } from '../parameters';
import { stage } from './stage';

/** The tank as far as its levels go. */
export interface TankAt {
	design: Pick<Design, 'tank'>;
	shelf: Pick<Shelf, 'tanks'>;
}

/** What drives the water, and what its first fitting holds back. */
export interface Driven extends TankAt {
	design: Pick<Design, 'tank' | 'lines'>;
	operation: Pick<Operation, 'dial'>;
	parameters: Pick<ParameterSet, 'fittings'>;
	curve: CurveOf | null;
}

/** A pump that is all held back still has a curve. */
const LEAST_HEAD_M = 0.001;

/** Height of the water's surface over the floor of the place, m, with so many litres in the tank. */
export function levelOf({ design, shelf }: TankAt, litres: number): number {
	const shape = tankShapeOf(design, shelf);
	const brim = brimMmOf(design, shelf);
	const mm = Math.min(brim, heightAt(shape, Math.min(litres, litresAt(shape, brim))));
	return (design.tank.floorMm + mm) / 1000;
}

/** Depth of water, mm, a gravity outlet needs over it before it draws air. */
const OUTLET_DEPTH_MM = 20;

/** Litres at which the pump begins to draw air: its own minimum depth in this tank. */
export function pumpMinimumL({
	design,
	shelf
}: {
	design: Pick<Design, 'source' | 'tank'>;
	shelf: Pick<Shelf, 'pumps' | 'tanks'>;
}): number {
	const depth =
		design.source.kind === 'pump'
			? pick(shelf.pumps, design.source.partId).minimumDepthMm
			: OUTLET_DEPTH_MM;
	const brim = brimMmOf(design, shelf);
	return litresAt(tankShapeOf(design, shelf), Math.min(depth, brim));
}

export interface CurveOf {
	input: Parameters<typeof pumpCurve>[0];
	result: PumpCurve;
	/** Its dial closes a shutter rather than slow it. */
	throttles: boolean;
}

/** What a pump for a tank can be: readings beyond it are slips of the pen. */
const isPump = ({ shutOffHeadM, maxFlowLph }: PumpCurve): boolean =>
	shutOffHeadM >= 0.01 && shutOffHeadM <= 100 && maxFlowLph >= 1 && maxFlowLph <= 100_000;

/** Pump curve with what it was made from; null under gravity. */
export const curve = stage(
	'pump curve',
	{ design: ['source'], record: ['pumpTest'], shelf: ['pumps'] },
	{},
	({ design, record, shelf }): CurveOf | null => {
		const { source } = design;
		if (source.kind !== 'pump') return null;
		const { maxHeadM, maxFlowLph, points, dial } = pick(shelf.pumps, source.partId);
		const throttles = dial === 'throttles';
		const bench = benchOf(design, record);
		const known = [
			...(bench ? [{ bench }] : []),
			...(points?.length ? [{ points: [...points] }] : [])
		];
		for (const input of known)
			try {
				const result = pumpCurve(input);
				if (isPump(result)) return { input, result, throttles };
			} catch {
				// readings that make no curve: what is known less well stands in, and a finding says so
			}
		const nameplate = { nameplate: { maxHeadM, maxFlowLph } };
		return { input: nameplate, result: pumpCurve(nameplate), throttles };
	}
);

/**
 * A pump behind its dial. One that slows it turns by the affinity laws; a shutter lets through so much of what
 * runs out of it freely, and takes nothing of the head at rest.
 */
export function dialled(
	{ result: { shutOffHeadM, coefficient, exponent }, throttles }: CurveOf,
	dial: number
): { curve: Curve; speed: number } {
	const curve = { shutOffHeadM, coefficient, exponent };
	return throttles
		? { curve: { ...curve, coefficient: coefficient / dial ** exponent }, speed: 1 }
		: { curve, speed: dial };
}

/** The pump at a dial, or the tank's surface, with so many litres in the tank. */
export function sourceAt(given: Driven, litres: number, dial?: number): Source {
	const { curve, operation, design, parameters } = given;
	const waterLevelM = levelOf(given, litres);
	if (!curve) return { kind: 'tank', nodeId: SOURCE_NODE, waterLevelM };
	const at = dialled(curve, dial ?? operation.dial);
	const { speed } = at;
	// what opens the check valve is no head for the lines, at whatever speed
	const { checkValveOpensM } = parameters.fittings;
	const opensM = design.lines.checkValve ? checkValveOpensM.value : 0;
	const heldM = opensM / speed ** 2;
	return {
		kind: 'pump',
		nodeId: SOURCE_NODE,
		waterLevelM,
		curve: {
			...at.curve,
			shutOffHeadM: Math.max(LEAST_HEAD_M, at.curve.shutOffHeadM - heldM)
		},
		speed
	};
}

/** What drives the water now. */
export const source = stage(
	'source',
	{
		design: ['tank', 'lines'],
		operation: ['dial', 'fillL'],
		record: ['nowL'],
		shelf: ['tanks'],
		parameters: ['fittings']
	},
	{ curve },
	(given) => sourceAt(given, litresNow(given.record, given.operation))
);

/** Whether a pump drives it: the pattern of the network depends on that alone. */
export const sourceKind = stage(
	'kind of source',
	{ design: ['source'] },
	{},
	({ design }): Source['kind'] => (design.source.kind === 'pump' ? 'pump' : 'tank')
);
