import type { z } from 'zod';
import { STARTING } from '../parameters';
import { clamp } from '../quantity';
import {
	feedTubeFor,
	litresAt,
	pick,
	shapeHeightMm,
	USUAL_SALTS,
	type Pump,
	type Shelf,
	type TankPart
} from '../shelf';
import { standPath } from './change';
import type { Design } from './design';
import { NO_CHANGE, type Operation } from './operation';
import type { Plan, System } from './parts';
import { NO_METERS, type SystemRecord } from './record';
import { kindOf, type StandRequest, type Stand, type Variant } from './stand';

/** What somebody starting a system has told us; everything else is filled in and marked as assumed. */
export interface NewSystem extends StandRequest {
	name: string;
	areaId: string;
	variant: Variant;
	pumpId?: string;
	tankId?: string;
}

/** A whole working system of a variant from a few answers. */
export function startSystem(start: NewSystem, shelf: Shelf): System {
	const crop = pick(shelf.crops, start.cropId);
	const kind = kindOf(start);
	const stand = withinItsSheet({ ...kind.start(start, shelf), at: null } as Stand);
	const sites = kind.slots(stand).slice(0, start.plants);
	const crops = Object.fromEntries(sites.map((site) => [site.id, crop.id]));
	const tank = start.tankId
		? pick(shelf.tanks, start.tankId)
		: tankFor(crop.canopyM2 * crop.kc * STARTING.et0MmDay.value * start.plants, shelf);
	const { liftLowM, liftTallM } = STARTING;
	const lift = (kind.suits.height === 'low' ? liftLowM : liftTallM).value;
	const pumpId = start.pumpId ?? pumpFor(start.plants * STARTING.plantLph.value, lift, shelf).id;
	const plan: Plan = {
		design: usualDesign(start, stand, tank.id, pick(shelf.pumps, pumpId), shelf.tubes),
		operation: { ...USUAL_OPERATION, crops, fillL: firstFillL(tank) }
	};
	const { design, operation } = kind.loop?.(plan, start, shelf) ?? plan;
	return {
		design: { ...plan.design, ...design },
		operation,
		record: FRESH_RECORD
	};
}

/** What was filled in for somebody who did not say. */
function assumedIn(start: NewSystem, stand: Stand): string[] {
	const assumedOf = (field: string) => (field in stand ? [standPath(stand, field)] : []);
	return [
		...(start.tankId ? [] : ['design.tank.partId']),
		...(start.pumpId ? [] : ['design.source.partId']),
		...(start.bucketId ? [] : assumedOf('bucketId')),
		...['mediumId', 'emitterId', 'lowEndHeightMm', 'fallPercent', 'pitchMm'].flatMap(assumedOf),
		'design.lines.mainTubeId',
		'operation.dial',
		'operation.topUp',
		'operation.feed.lights',
		'operation.feed.school',
		'operation.mix.source'
	];
}

const usualDesign = (
	start: NewSystem,
	stand: Stand,
	tankId: string,
	pump: Pump,
	tubes: Shelf['tubes']
): Design => ({
	name: start.name,
	notes: '',
	areaId: start.areaId,
	tank: {
		partId: tankId,
		shape: null,
		spot: 'beside',
		at: null,
		hatch: false,
		floorMm: 0,
		overflowBelowRimMm: 0,
		coat: 'coloured',
		insulated: false,
		shaded: false,
		airStone: false,
		open: false
	},
	reserve: null,
	source: { kind: 'pump', partId: pump.id },
	lines: {
		mainTubeId: feedTubeFor(tubes, pump.outletMm).id,
		filter: false,
		checkValve: false,
		airHole: false,
		adapters: []
	},
	stands: [stand],
	frontDeg: 180,
	lamps: [],
	support: { kind: 'none', heightM: 2 },
	assumed: assumedIn(start, stand)
});

const USUAL_OPERATION: Omit<Operation, 'crops' | 'fillL'> = {
	kept: {},
	dial: 1,
	shutValves: [],
	valves: {},
	waterId: null,
	topUp: { kind: 'hand', everyDays: 2, with: 'solution' },
	change: NO_CHANGE,
	flushEveryDays: null,
	awayH: 10,
	changeAtMin: null,
	succession: {},
	maxDriftPercent: 25,
	uptakePercent: 85,
	feed: {
		school: 'soak',
		lights: { onMin: null, durationMin: null, profile: null },
		dayShare: 0.9,
		allowedDepletion: null,
		drainFraction: 0.2,
		window: { startAfterOnMin: 90, stopBeforeOffMin: 120 },
		timer: { resolutionMin: 1, minOnMin: 1, slotsPerDay: 24 },
		soakPerDay: null,
		pulseEveryMin: 60,
		repeatEveryMin: 120,
		repeatFromMin: 0,
		startsMin: [480, 1080],
		setMin: null,
		relay: null
	},
	lampHours: {},
	mix: {
		strengthMsCm: null,
		fills: 'tank',
		method: 'meter',
		labelShare: 1,
		source: { kind: 'salts', saltIds: USUAL_SALTS },
		measure: { by: 'scale', stepG: 0.1 },
		bottles: null,
		acid: null,
		base: null,
		held: {},
		profile: {},
		fish: false
	}
};

/** Nothing seen, measured or done yet: plants are young, the water is at room warmth. */
const FRESH_RECORD: SystemRecord = {
	nowL: null,
	stages: {},
	waterC: 20,
	useFactor: 1,
	pumpTest: null,
	caughtMl: {},
	dryRunOn: null,
	plantOutOn: null,
	meters: NO_METERS,
	reading: null,
	settled: []
};

/** More plants than a kind is made for ask for figures no sheet takes: the nearest that one does. */
function withinItsSheet(stand: Stand): Stand {
	const shape = kindOf(stand).schema.shape as Record<string, z.ZodNumber>;
	const held = Object.entries(stand).map(([name, value]): [string, unknown] => {
		const { minValue: min, maxValue: max } = shape[name] ?? {};
		const bounded = typeof value === 'number' && typeof min === 'number' && typeof max === 'number';
		return [name, bounded ? clamp(value, min, max) : value];
	});
	return Object.fromEntries(held) as Stand;
}

/** Litres a tank is filled to at first, with room for what drains back. */
const firstFillL = ({ shape }: TankPart): number =>
	Math.round(STARTING.fillShare.value * litresAt(shape, shapeHeightMm(shape)));

function tankFor(litresPerDay: number, shelf: Shelf) {
	const wanted = STARTING.tankDays.value * litresPerDay + STARTING.tankSpareL.value;
	const bySize = shelf.tanks
		.filter((tank) => !tank.special)
		.sort((a, b) => firstFillL(a) - firstFillL(b));
	return bySize.find((tank) => firstFillL(tank) >= wanted) ?? bySize.at(-1)!;
}

function pumpFor(flowLph: number, liftM: number, shelf: Shelf) {
	const headAt = (p: Shelf['pumps'][number]) => p.maxHeadM * (1 - (flowLph / p.maxFlowLph) ** 2);
	return shelf.pumps.find((p) => headAt(p) >= liftM) ?? shelf.pumps.at(-1)!;
}
